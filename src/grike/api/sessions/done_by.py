"""Who taught the classes of a series and how that went; one class that several taught."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter

from grike.api.model import Model, Moment
from grike.api.security import SignedIn, StateOf
from grike.api.sessions.taught import recorded
from grike.api.state import HeldSeries
from grike.core.clock import class_clock
from grike.core.done import otherwise_in_words
from grike.core.done_by import Teaching, Trend, taught_by_many, trends
from grike.core.done_weeks import Taught, share_of
from grike.core.library import Library
from grike.store.sessions import Session

router = APIRouter(prefix="/api/series/{series_id}", tags=["sessions"])
#: Whoever taught by a link, or without being put down: the note says who.
NOBODY = "Nobody of the list"


class TrendModel(Model):
    """How the classes of one instructor went, in the mean. ``over``: minutes beyond the plan."""

    who: str
    classes: int
    over: float
    share: float | None
    effort: float | None
    heads: float | None
    efforts: dict[int, float]


class TaughtOnce(Model):
    """One teaching of a class that several taught. ``over``: minutes beyond the plan."""

    who: str
    starts_at: Moment
    over: float
    effort: float | None
    heads: int | None
    share: float | None
    differed: list[str]


class TaughtOften(Model):
    """A class as several taught it, in their order."""

    name: str
    times: list[TaughtOnce]


class DoneBy(Model):
    """Who taught what was recorded of a series."""

    trends: list[TrendModel]
    often: list[TaughtOften]


@router.get("/done-by")
def get_done_by(series_id: int, _: SignedIn, state: StateOf) -> DoneBy:
    """Return how it went with each instructor, and what of one class differed between them."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        known = recorded(connection, series_id)
    library, minutes = held.facts.library, _minutes(held, known)
    began = {session.id: session.starts_at for session, _ in known}
    teachings = [
        Teaching(
            taught,
            session.id,
            session.design_id,
            session.instructor or NOBODY,
            minutes[session.design_id],
        )
        for session, taught in known
    ]
    return DoneBy(
        trends=[_trend(own) for own in trends(teachings, library)],
        often=[
            TaughtOften(
                name=same[0].taught.design.name,
                times=[_once(own, began[own.session_id], library) for own in same],
            )
            for same in taught_by_many(teachings)
        ],
    )


def _minutes(held: HeldSeries, known: list[tuple[Session, Taught]]) -> dict[int, float]:
    """Return how long each design takes by the real clock; as it stands now, or by itself."""
    out = {
        held.stored.designs[member.slot.index]: member.clock.real_seconds / 60
        for member in held.facts.classes
    }
    for session, taught in known:
        if session.design_id not in out:
            clock = class_clock(taught.design, held.facts.library)
            out[session.design_id] = clock.real_seconds / 60
    return out


def _trend(own: Trend) -> TrendModel:
    return TrendModel(
        who=own.who,
        classes=own.classes,
        over=round(own.over, 1),
        share=None if own.share is None else round(own.share, 3),
        effort=None if own.effort is None else round(own.effort, 1),
        heads=None if own.heads is None else round(own.heads, 1),
        efforts={week: round(effort, 1) for week, effort in own.efforts.items()},
    )


def _once(own: Teaching, began: dt.datetime, library: Library) -> TaughtOnce:
    record = own.taught.record
    share = share_of(own.taught, library)
    return TaughtOnce(
        who=own.who,
        starts_at=began,
        over=round(own.over, 1),
        effort=record.effort,
        heads=record.heads,
        share=None if share is None else round(float(share), 3),
        differed=otherwise_in_words(record.otherwise, record.complaints, library),
    )
