"""What was really done in the weeks of a series, beside what was planned for the same classes."""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction

from fastapi import APIRouter

from grike.api.model import Model, OneOf
from grike.api.security import SignedIn, StateOf
from grike.api.sessions.taught import taught_of
from grike.core.anatomy import Muscle
from grike.core.done import otherwise_in_words
from grike.core.done_weeks import (
    WEEKDAYS,
    Taught,
    WeekDone,
    acute_to_chronic_of,
    share_done,
    weeks_done,
)
from grike.core.library import Library
from grike.store import series

router = APIRouter(prefix="/api/series/{series_id}", tags=["sessions"])


class MuscleDone(Model):
    """Sets of a muscle group, planned and done."""

    muscle: OneOf[Muscle]
    planned: float
    done: float


class MovementShort(Model):
    """A movement that came short, in sets."""

    movement: str
    planned: float
    done: float


class ClassDiffered(Model):
    """What differed in a class, in words; ``weekday`` from 0, Monday."""

    weekday: int
    differed: list[str]
    note: str


class WeekDoneModel(Model):
    """A week of which something was recorded; ``share`` of the planned sets that were done.

    ``load`` in effort times minutes; it, ``monotony`` and ``strain`` are there where every
    recorded class has an effort. ``left`` and ``right``: seconds of one-sided work.
    """

    week: int
    classes: int
    recorded: int
    share: float | None
    muscles: list[MuscleDone]
    short: list[MovementShort]
    left: int
    right: int
    load: float | None
    monotony: float | None
    strain: float | None
    #: Its load over the mean of the four weeks that end with it; None before four are known.
    acute_to_chronic: float | None
    differed: list[ClassDiffered]


@router.get("/done")
def get_done(series_id: int, _: SignedIn, state: StateOf) -> list[WeekDoneModel]:
    """Return the weeks of which something was recorded; of a day the last record counts."""
    with state.database.transaction() as connection:
        library = state.library(connection)
        stored = series.get(connection, series_id)
        taught = taught_of(connection, series_id)
    classes: dict[int, int] = {}
    for own in stored.plan.classes:
        classes[own.slot.week] = classes.get(own.slot.week, 0) + 1
    weeks = weeks_done(taught.values(), library)
    ratios = acute_to_chronic_of(weeks)
    return [
        _week(week, classes.get(week.week, 0), taught, library, ratio=ratios.get(week.week))
        for week in weeks
    ]


def _week(
    week: WeekDone,
    classes: int,
    taught: Mapping[int, Taught],
    library: Library,
    *,
    ratio: float | None,
) -> WeekDoneModel:
    share = share_done(week)
    return WeekDoneModel(
        week=week.week,
        classes=max(classes, week.recorded),
        recorded=week.recorded,
        share=None if share is None else round(float(share), 3),
        muscles=[
            MuscleDone(muscle=muscle, planned=_sets(both[0]), done=_sets(both[1]))
            for muscle in Muscle
            if (both := week.muscles.get(muscle)) is not None
        ],
        short=[
            MovementShort(movement=movement, planned=_sets(planned), done=_sets(done))
            for movement, (planned, done) in week.short.items()
        ],
        left=week.left,
        right=week.right,
        load=week.load,
        monotony=week.monotony and round(week.monotony, 2),
        strain=week.strain and round(week.strain),
        acute_to_chronic=ratio and round(ratio, 2),
        differed=[
            ClassDiffered(weekday=day % WEEKDAYS, differed=words, note=one.record.note)
            for day, one in taught.items()
            if day // WEEKDAYS == week.week
            and (
                (words := otherwise_in_words(one.record.otherwise, one.record.complaints, library))
                or one.record.note
            )
        ],
    )


def _sets(value: Fraction) -> float:
    return round(float(value), 2)
