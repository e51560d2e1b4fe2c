"""How a group went from season to season: this series, and those of the same group."""

from __future__ import annotations

import datetime as dt
from collections import Counter

from fastapi import APIRouter

from grike.api.model import Model
from grike.api.security import SignedIn, StateOf
from grike.api.sessions.taught import as_teachings, recorded
from grike.api.sessions.went import WentModel, rounded, went_of
from grike.api.state import State
from grike.core.done_seasons import Season, SeasonDone, seasons_done
from grike.core.movement import Joint
from grike.store import seasons as groups
from grike.store.connection import Connection

router = APIRouter(prefix="/api/series/{series_id}", tags=["sessions"])


class SeasonWeekModel(Model):
    """A week, from 0: the means of its classes, and the session load of all of them."""

    week: int
    heads: float | None
    effort: float | None
    load: float | None


class SeasonModel(WentModel):
    """A season of a group. ``since``: what changed from the one before, in words.

    ``planned``: its classes; ``recorded``: those of them with a record, each once; ``sets``: done
    in a class; ``load``: of a week; ``sore``: how often each joint was complained of.
    """

    series: int
    name: str
    start: dt.date
    planned: int
    recorded: int
    sets: float
    load: float | None
    sore: dict[Joint, int]
    weeks: list[SeasonWeekModel]
    since: list[str]


@router.get("/done-by-season")
def get_done_by_season(series_id: int, _: SignedIn, state: StateOf) -> list[SeasonModel]:
    """Return how the group of a series went in each season that has a record, in their order."""
    with state.database.transaction() as connection:
        library = state.series(connection, series_id).facts.library
        group = groups.group_of(connection, series_id)
        seasons = [_season(state, connection, own) for own in groups.of_group(connection, group)]
    return [_as_shown(own) for own in seasons_done(seasons, library)]


def _season(state: State, connection: Connection, series_id: int) -> Season:
    held = state.series(connection, series_id)
    shape = held.stored.plan.shape
    return Season(
        series_id,
        shape.name,
        shape.start,
        Counter(own.slot.week for own in held.stored.plan.classes),
        as_teachings(held, recorded(connection, series_id)),
    )


def _as_shown(own: SeasonDone) -> SeasonModel:
    weeks = [
        SeasonWeekModel(
            week=week.week,
            heads=rounded(week.heads),
            effort=rounded(week.effort),
            load=rounded(week.load),
        )
        for week in own.weeks
    ]
    return SeasonModel(
        series=own.season.series_id,
        name=own.season.name,
        start=own.season.start,
        planned=sum(own.season.planned.values()),
        recorded=own.recorded,
        sets=round(own.sets, 1),
        load=rounded(own.load),
        sore=dict(own.sore),
        weeks=weeks,
        since=list(own.since),
        **went_of(own.went).model_dump(),
    )
