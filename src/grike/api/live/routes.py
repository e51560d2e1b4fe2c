"""A stream for each open page of a series: others' changes and who else is there.

Everything comes from the database, so it does not matter which process took the change.
"""

from __future__ import annotations

import time
from collections.abc import AsyncIterator
from typing import Annotated

from fastapi import APIRouter, Depends, Query, Request
from fastapi.sse import EventSourceResponse, ServerSentEvent

from grike.api.live.models import PresentModel, SeriesNews
from grike.api.live.watch import Look, Watch
from grike.api.security import SignedIn, StateOf
from grike.store import series

router = APIRouter(prefix="/api/series/{series_id}", tags=["live"])
#: A page asks again after so long, so that nothing is held for a page that went unnoticed.
USUAL_SECONDS, MOST_SECONDS = 240, 600


def known_series(series_id: int, state: StateOf) -> int:
    """Return the id of a series that is there. Raises NotFound before a stream has begun."""
    with state.database.transaction() as connection:
        series.version_of(connection, series_id)
    return series_id


def _news(look: Look, person_id: int) -> SeriesNews:
    others = look.by_id not in (None, person_id)
    # One who has two pages of it open is not somebody else.
    present = [one for one in look.present if one.person_id != person_id]
    return SeriesNews(
        version=look.version,
        label=look.label,
        by=look.by if others else "",
        present=[PresentModel(name=one.name, place=one.place) for one in present],
    )


@router.get("/news", response_class=EventSourceResponse)
async def series_news(
    person: SignedIn,
    series_id: Annotated[int, Depends(known_series)],
    request: Request,
    place: Annotated[str, Query(max_length=80)] = "the board",
    seconds: Annotated[int, Query(ge=1, le=MOST_SECONDS)] = USUAL_SECONDS,
) -> AsyncIterator[ServerSentEvent]:
    """Stream what changes in a series, by whom, and who else is there; it ends after a while."""
    watch: Watch = request.app.state.watch
    until = time.monotonic() + seconds
    waiting = watch.open(series_id, person.id, place)
    told: SeriesNews | None = None
    try:
        while (left := until - time.monotonic()) > 0:
            await waiting.told(left)
            look = watch.look(series_id)
            if look is not None and look.gone:
                # It was deleted meanwhile: the page finds out when it asks again.
                return
            news = told if look is None else _news(look, person.id)
            if news is not None and news != told:
                told = news
                yield ServerSentEvent(data=news.model_dump())
    finally:
        watch.leave(waiting)
