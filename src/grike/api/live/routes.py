"""A stream for each open page of a series: others' changes and who else is there.

Everything is read from the database, so it does not matter which process took the change.
"""

from __future__ import annotations

import secrets
import time
from collections.abc import AsyncIterator
from typing import Annotated

import anyio
from fastapi import APIRouter, Depends, Query
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from grike.api.live.models import PresentModel, SeriesNews
from grike.api.security import SignedIn, StateOf
from grike.api.state import State
from grike.core.errors import GrikeError, Unavailable
from grike.store import changes, presence, series

router = APIRouter(prefix="/api/series/{series_id}", tags=["live"])
#: A change is on the other's page within a second; one is seen to be there every few seconds.
POLL_SECONDS, SEEN_SECONDS = 0.5, 5.0
#: A page asks again after so long, so that nothing is held for a page that went unnoticed.
USUAL_SECONDS, MOST_SECONDS = 240, 600


def known_series(series_id: int, state: StateOf) -> int:
    """Return the id of a series that is there. Raises NotFound before a stream has begun."""
    with state.database.transaction() as connection:
        series.version_of(connection, series_id)
    return series_id


def _news(state: State, series_id: int, person_id: int) -> SeriesNews:
    with state.database.transaction() as connection:
        version = series.version_of(connection, series_id)
        last = changes.last_act(connection, series_id)
        there = presence.others(connection, series_id, person_id)
    others = last is not None and last.person_id not in (None, person_id)
    return SeriesNews(
        version=version,
        label=last.label if last else "",
        by=(last.by or "") if last is not None and others else "",
        present=[PresentModel(name=one.name, place=one.place) for one in there],
    )


def _see(state: State, stream: str, series_id: int, person_id: int, place: str) -> None:
    with state.database.transaction() as connection:
        presence.see(connection, stream, series_id, person_id, place=place)


def _leave(state: State, stream: str) -> None:
    with state.database.transaction() as connection:
        presence.leave(connection, stream)


@router.get("/news", response_class=EventSourceResponse)
async def series_news(
    person: SignedIn,
    series_id: Annotated[int, Depends(known_series)],
    state: StateOf,
    place: Annotated[str, Query(max_length=80)] = "the board",
    seconds: Annotated[int, Query(ge=1, le=MOST_SECONDS)] = USUAL_SECONDS,
) -> AsyncIterator[ServerSentEvent]:
    """Stream what changes in a series, by whom, and who else is there; it ends after a while."""
    stream, begun, seen_at = secrets.token_hex(8), time.monotonic(), float("-inf")
    told: SeriesNews | None = None
    try:
        while time.monotonic() - begun < seconds:
            try:
                if time.monotonic() - seen_at > SEEN_SECONDS:
                    await run_in_threadpool(_see, state, stream, series_id, person.id, place)
                    seen_at = time.monotonic()
                news = await run_in_threadpool(_news, state, series_id, person.id)
            except Unavailable:
                await anyio.sleep(1)
                continue
            except GrikeError:
                # The series was deleted meanwhile: the page finds out when it asks again.
                return
            if news != told:
                told = news
                yield ServerSentEvent(data=news.model_dump())
            await anyio.sleep(POLL_SECONDS)
    finally:
        with anyio.CancelScope(shield=True):
            await run_in_threadpool(_leave, state, stream)
