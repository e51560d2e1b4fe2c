"""Who taught the classes of a series and how that went; one class that several taught."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.model import Model, Moment
from grike.api.security import SignedIn, StateOf
from grike.api.state import HeldSeries
from grike.core.clock import class_clock
from grike.core.design import ClassDesign
from grike.core.done import otherwise_in_words
from grike.core.done_by import Teaching, Trend, taught_by_many, trends
from grike.core.done_weeks import Taught, share_of
from grike.core.library import Library
from grike.store import designs, sessions
from grike.store.connection import Connection
from grike.store.sessions import Session

router = APIRouter(prefix="/api/series/{series_id}", tags=["sessions"])
NOBODY = "Somebody by a link"


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
    """One teaching of a class that several taught."""

    who: str
    starts_at: Moment
    minutes: float
    planned_minutes: float
    effort: float | None
    heads: int | None
    pulse: int | None
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
        known = sessions.of_series(connection, series_id)
        recorded = [own for own in known if own.record is not None and own.day is not None]
        bodies = _bodies(connection, recorded)
    library = held.facts.library
    minutes = _minutes(held, bodies)
    teachings = {id(own): _teaching(own, bodies, minutes) for own in recorded}
    by_teaching = {id(teachings[id(own)]): own for own in recorded}
    return DoneBy(
        trends=[_trend(own) for own in trends(teachings.values(), library)],
        often=[
            TaughtOften(
                name=bodies[same[0].design_id].name,
                times=[_once(by_teaching[id(own)], own, library) for own in same],
            )
            for same in taught_by_many(teachings.values())
        ],
    )


def _bodies(connection: Connection, recorded: list[Session]) -> dict[int, ClassDesign]:
    ids = dict.fromkeys(own.design_id for own in recorded)
    return {design_id: designs.get(connection, design_id) for design_id in ids}


def _minutes(held: HeldSeries, bodies: dict[int, ClassDesign]) -> dict[int, float]:
    """Return how long each design takes by the real clock; as it stands now, or by itself."""
    stands = {
        held.stored.designs[member.slot.index]: member.clock.real_seconds / 60
        for member in held.facts.classes
    }
    library = held.facts.library
    return {
        design_id: stands[design_id]
        if design_id in stands
        else class_clock(design, library).real_seconds / 60
        for design_id, design in bodies.items()
    }


def _teaching(own: Session, bodies: dict[int, ClassDesign], minutes: dict[int, float]) -> Teaching:
    assert own.record is not None and own.day is not None, "only what was recorded is asked for"
    taught = Taught(own.day, bodies[own.design_id], own.record)
    return Teaching(taught, own.design_id, own.instructor or NOBODY, minutes[own.design_id])


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


def _once(session: Session, own: Teaching, library: Library) -> TaughtOnce:
    record = own.taught.record
    share = share_of(own.taught, library)
    return TaughtOnce(
        who=own.who,
        starts_at=session.starts_at,
        minutes=record.minutes,
        planned_minutes=round(own.planned_minutes, 1),
        effort=record.effort,
        heads=record.heads,
        pulse=record.pulse,
        share=None if share is None else round(float(share), 3),
        differed=otherwise_in_words(record.otherwise, record.complaints, library),
    )
