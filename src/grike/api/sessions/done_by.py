"""Who taught the classes of a series, where, and how that went; one class that several taught."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter

from grike.api.model import Model, Moment
from grike.api.security import SignedIn, StateOf
from grike.api.sessions.taught import as_teachings, recorded
from grike.api.sessions.went import WentModel, went_of
from grike.core.done import otherwise_in_words
from grike.core.done_by import Teaching, Trend, taught_by_many, trends, trends_by_place
from grike.core.done_weeks import share_of
from grike.core.library import Library

router = APIRouter(prefix="/api/series/{series_id}", tags=["sessions"])


class TrendModel(WentModel):
    """How the classes of one instructor, or at one place, went; ``efforts``: by week from 0."""

    of: str
    efforts: dict[int, float]


class TaughtOnce(Model):
    """One teaching of a class that several taught. ``over``: minutes beyond the plan."""

    who: str
    where: str
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
    """Who taught what was recorded of a series, and at which sites, or rooms of none."""

    trends: list[TrendModel]
    places: list[TrendModel]
    often: list[TaughtOften]


@router.get("/done-by")
def get_done_by(series_id: int, _: SignedIn, state: StateOf) -> DoneBy:
    """Return how it went with each instructor and at each place, and how one class differed."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        known = recorded(connection, series_id)
    began = {session.id: session.starts_at for session, _ in known}
    library, teachings = held.facts.library, as_teachings(held, known)
    return DoneBy(
        trends=[_trend(own) for own in trends(teachings, library)],
        places=[_trend(own) for own in trends_by_place(teachings, library)],
        often=[
            TaughtOften(
                name=same[0].taught.design.name,
                times=[_once(own, began[own.session_id], library) for own in same],
            )
            for same in taught_by_many(teachings)
        ],
    )


def _trend(own: Trend) -> TrendModel:
    efforts = {week: round(effort, 1) for week, effort in own.efforts.items()}
    return TrendModel(of=own.of, efforts=efforts, **went_of(own.went).model_dump())


def _once(own: Teaching, began: dt.datetime, library: Library) -> TaughtOnce:
    record = own.taught.record
    share = share_of(own.taught, library)
    return TaughtOnce(
        who=own.who,
        where=own.where,
        starts_at=began,
        over=round(own.over, 1),
        effort=record.effort,
        heads=record.heads,
        share=None if share is None else round(float(share), 3),
        differed=otherwise_in_words(record.otherwise, record.complaints, library),
    )
