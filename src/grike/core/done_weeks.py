"""The weeks of a series as they were taught, beside what was planned for the same classes."""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from typing import TypeVar

from grike.core.anatomy import Muscle
from grike.core.bouts import Bout
from grike.core.design import ClassDesign
from grike.core.done import done_bouts
from grike.core.exact import exact_sum
from grike.core.expansion import steps
from grike.core.judging.figures import plain, sets_words
from grike.core.library import Library
from grike.core.load import acute_to_chronic, monotony, strain
from grike.core.movement import Movement
from grike.core.purpose import Purpose
from grike.core.record import SessionRecord
from grike.core.sides import side_ledger
from grike.core.volume import sets_by_movement, volume_of_bouts

K = TypeVar("K", bound=Hashable)

WEEKDAYS = 7


@dataclass(frozen=True, slots=True)
class Taught:
    """A class that was taught and recorded; ``day``: see Slot."""

    day: int
    design: ClassDesign
    record: SessionRecord


@dataclass(frozen=True, slots=True)
class WeekDone:
    """A week: for the classes that were recorded, what was planned and what was done, in sets.

    ``short``: movements that came short, with both figures. ``left``, ``right``: seconds of one-
    sided work. ``loads``: session load of each weekday, rest days 0 (Foster); where a recorded
    class has no effort it is None, and so are monotony and strain.
    """

    week: int
    recorded: int
    muscles: Mapping[Muscle, tuple[Fraction, Fraction]]
    short: Mapping[str, tuple[Fraction, Fraction]]
    left: int
    right: int
    loads: tuple[float, ...] | None

    @property
    def load(self) -> float | None:
        """The load of the week."""
        return None if self.loads is None else sum(self.loads)

    @property
    def monotony(self) -> float | None:
        """The mean daily load over its spread."""
        return None if self.loads is None else monotony(self.loads)

    @property
    def strain(self) -> float | None:
        """The load of the week times its monotony."""
        return None if self.loads is None else strain(self.loads)


def weeks_done(taught: Iterable[Taught], library: Library) -> list[WeekDone]:
    """Return every week of which something was recorded, the first one first."""
    by_week: dict[int, list[Taught]] = {}
    for one in taught:
        by_week.setdefault(one.day // WEEKDAYS, []).append(one)
    return [_week(week, own, library) for week, own in sorted(by_week.items())]


def _week(week: int, taught: Sequence[Taught], library: Library) -> WeekDone:
    planned: list[Bout] = []
    done: list[Bout] = []
    for one in taught:
        ours, theirs = work_done(one, library)
        planned += ours
        done += theirs
    sides = side_ledger(done)
    return WeekDone(
        week,
        len(taught),
        _beside(_muscles(planned), _muscles(done)),
        {
            movement.id: both
            for movement, both in _beside(sets_by_movement(planned), sets_by_movement(done)).items()
            if both[1] < both[0]
        },
        int(sides.left.seconds),
        int(sides.right.seconds),
        _loads(taught),
    )


def work_done(one: Taught, library: Library) -> tuple[list[Bout], list[Bout]]:
    """Return the work of a class as it was planned and as it was done."""
    planned = _work(one.design, library)
    return planned, done_bouts(planned, one.record.otherwise, library)


def came_short(movement: Movement, planned: Sequence[Bout], done: Sequence[Bout]) -> str:
    """Return in words by how much a movement came short in sets, or in reps; "" where it did not.

    "2 of 3 sets", "26 of 30 reps".
    """
    nothing = Fraction(0)
    wanted, reached = (sets_by_movement(bouts).get(movement, nothing) for bouts in (planned, done))
    if reached < wanted:
        return f"{plain(reached)} of {sets_words(wanted)}"
    reps, did = (
        sum(bout.reps or 0 for bout in bouts if bout.movement is movement)
        for bouts in (planned, done)
    )
    return f"{did} of {reps} reps" if did < reps else ""


def reached(one: Taught, movement: Movement, library: Library) -> str | None:
    """Return what was done of a movement, "" for all of it; None where it was not planned."""
    planned, done = work_done(one, library)
    if not any(bout.movement.id == movement.id for bout in planned):
        return None
    return came_short(movement, planned, done)


def muscles_of(one: Taught, library: Library) -> dict[Muscle, tuple[Fraction, Fraction]]:
    """Return the sets of a class by muscle group, planned and done."""
    planned, done = work_done(one, library)
    return _beside(_muscles(planned), _muscles(done))


def _work(design: ClassDesign, library: Library) -> list[Bout]:
    return [
        step
        for step in steps(design, library)
        if isinstance(step, Bout) and design.blocks[step.block].purpose is Purpose.WORK
    ]


def _muscles(bouts: Sequence[Bout]) -> dict[Muscle, Fraction]:
    return {muscle: amount.sets for muscle, amount in volume_of_bouts(bouts).muscles.items()}


def _beside(
    planned: Mapping[K, Fraction], done: Mapping[K, Fraction]
) -> dict[K, tuple[Fraction, Fraction]]:
    nothing = Fraction(0)
    keys = dict.fromkeys((*planned, *done))
    return {key: (planned.get(key, nothing), done.get(key, nothing)) for key in keys}


def _loads(taught: Sequence[Taught]) -> tuple[float, ...] | None:
    out = [0.0] * WEEKDAYS
    for one in taught:
        if one.record.load is None:
            return None
        out[one.day % WEEKDAYS] += one.record.load
    return tuple(out)


def share_of(one: Taught, library: Library) -> Fraction | None:
    """Return the share of the planned sets of one class that were done; None: none were planned."""
    return _share(muscles_of(one, library).values())


def share_done(week: WeekDone) -> Fraction | None:
    """Return the share (0 to 1, or above) of the planned sets that were done; None: none were."""
    return _share(week.muscles.values())


def _share(sets: Iterable[tuple[Fraction, Fraction]]) -> Fraction | None:
    both = list(sets)
    planned, done = (exact_sum(own[side] for own in both) for side in (0, 1))
    return done / planned if planned else None


#: The longer of two windows of load, in weeks; the shorter one is one.
CHRONIC_WEEKS = 4


def acute_to_chronic_of(weeks: Sequence[WeekDone]) -> dict[int, float]:
    """Return the load of each week over the mean of the four that end with it.

    A week is left out before four in a row are known whole. See ``load.acute_to_chronic`` for what
    it is worth.
    """
    known = {week.week: week.loads for week in weeks if week.loads is not None}
    out: dict[int, float] = {}
    for last in known:
        four = [known.get(week) for week in range(last - CHRONIC_WEEKS + 1, last + 1)]
        days = [load for loads in four if loads is not None for load in loads]
        ratio = acute_to_chronic(days) if None not in four else None
        if ratio is not None:
            out[last] = ratio
    return out
