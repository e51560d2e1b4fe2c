"""Variants that count: straight sets, supersets, ladders, rep lists, on the minute."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.format import Ladder, OnTheMinute, RepList, StraightSets, Superset
from grike.core.item import Item
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.base import (
    CHANGE_SECONDS,
    UNEVEN_SECONDS,
    Counted,
    Split,
    Variant,
    sides_of,
)
from grike.core.work import counted_seconds

#: Of a minute, so that what is left is at least half of it: a rest that is a breather (C11).
MOST_OF_A_MINUTE = 40
#: A list of thirty and more is for movements that are done by the dozen, and not slowly.
MANY_REPS, SLOWEST_OF_MANY = 15, 2.5
#: Guesses for the formats that leave slow movements out.
SECONDS_PER_RUNG_REP, SECONDS_PER_QUICK_REP = 2.6, 2.1


@dataclass(frozen=True, slots=True)
class StraightVariant(Counted[StraightSets]):
    """All sets of a movement, then the next."""

    staple: ClassVar[bool] = True

    @property
    def usual_reps(self) -> int:
        """The reps of a set."""
        return self.format.reps or 0

    def rest_seconds(self) -> int:
        """Return rests between sets and between movements."""
        fmt, n = self.format, self.block_slots
        inside = n * (fmt.sets - 1) * fmt.rest_seconds + (n - 1) * fmt.between_seconds
        return self.blocks * inside

    def reserve_seconds(self) -> int:
        """Return the little that the rests do not absorb."""
        return self.slots * 2

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return twice the rests, which are a breather each where they are half of the work."""
        return 2 * self.rest_seconds()


def _superset_rests(fmt: Superset, slots: int, blocks: int) -> int:
    groups, sets = slots // fmt.group, fmt.sets
    inside = groups * sets * (fmt.group - 1) * fmt.change_seconds
    inside += groups * (sets - 1) * fmt.rest_seconds + (groups - 1) * fmt.between_seconds
    return blocks * inside


@dataclass(frozen=True, slots=True)
class SupersetVariant(Split[Superset]):
    """Timed pairs or threes; both sides share a bout."""

    staple: ClassVar[bool] = True
    carries: ClassVar[bool] = True

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds or 0

    def rest_seconds(self) -> int:
        """Return changes inside groups, rests after them and between them."""
        return _superset_rests(self.format, self.block_slots, self.blocks)

    def reserve_seconds(self) -> int:
        """Return what showings and changes need beyond the change inside a group."""
        return self.shows(self.format.change_seconds, 2)


@dataclass(frozen=True, slots=True)
class CountedSupersetVariant(Counted[Superset]):
    """Counted pairs or threes."""

    staple: ClassVar[bool] = True

    @property
    def usual_reps(self) -> int:
        """The reps of a set."""
        return self.format.reps or 0

    def rest_seconds(self) -> int:
        """Return changes inside groups, rests after them and between them."""
        return _superset_rests(self.format, self.block_slots, self.blocks)

    def reserve_seconds(self) -> int:
        """Return what showings and changes need beyond the change inside a group."""
        return self.shows(self.format.change_seconds, 2)


@dataclass(frozen=True, slots=True)
class LadderVariant(Counted[Ladder]):
    """Two or three movements climb the rungs together; each block is a ladder of its own."""

    carries: ClassVar[bool] = False

    @property
    def usual_reps(self) -> int:
        """The longest rung."""
        return max(self.format.reps)

    def slot_seconds(self) -> int:
        """Return a guess for the average rung."""
        return round(sum(self.format.rungs()) * SECONDS_PER_RUNG_REP / self.sets)

    def item_for(self, movement: Movement) -> Item:
        """Return the bare item: the rungs set the reps."""
        return Item(movement.id)

    def suits(self, movement: Movement) -> bool:
        """Return whether the longest rung lies within the dose."""
        return movement.pace is not Pace.STILL and self.usual_reps <= movement.dose.reps[1]

    def seconds_of(self, movement: Movement) -> int:
        """Return the seconds of all rungs, both sides."""
        rungs = (counted_seconds(r, movement.seconds_per_rep) for r in self.format.rungs())
        return sides_of(movement) * sum(rungs)

    def rest_seconds(self) -> int:
        """Return the rests between rungs."""
        return self.blocks * (self.sets - 1) * self.format.rest_seconds

    def reserve_seconds(self) -> int:
        """Return showings, and changes from movement to movement on every rung."""
        return self.shows(0, CHANGE_SECONDS)

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return the work of ladders that are each short enough."""
        return work_of_blocks(self, stretch_seconds)

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return ladders of about the same length."""
        return levelled(self, order)


@dataclass(frozen=True, slots=True)
class RepListVariant(Counted[RepList]):
    """Lists of many reps, done once; left and right share the number."""

    carries: ClassVar[bool] = False

    @property
    def usual_reps(self) -> int:
        """The number."""
        return self.format.reps

    def slot_seconds(self) -> int:
        """Return a guess: what is done by the dozen is quick."""
        return round(self.usual_reps * SECONDS_PER_QUICK_REP)

    def item_for(self, movement: Movement) -> Item:
        """Return the bare item: the list sets the number."""
        return Item(movement.id)

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement is one for many reps: no hold, not slow, not at its limit."""
        by_the_dozen = movement.dose.reps[1] >= MANY_REPS
        quick = movement.seconds_per_rep <= SLOWEST_OF_MANY
        return movement.pace is not Pace.STILL and by_the_dozen and quick

    def seconds_of(self, movement: Movement) -> int:
        """Return the seconds of the number, shared between sides and rounded up to equal halves."""
        sides = sides_of(movement)
        return sides * counted_seconds(-(-self.usual_reps // sides), movement.seconds_per_rep)

    def rest_seconds(self) -> int:
        """Return the rests between movements."""
        return self.blocks * (self.block_slots - 1) * self.format.rest_seconds

    def reserve_seconds(self) -> int:
        """Return what showings need beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return the work of lists that are each short enough."""
        return work_of_blocks(self, stretch_seconds)

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return lists of about the same length."""
        return levelled(self, order)


@dataclass(frozen=True, slots=True)
class MinuteVariant(Counted[OnTheMinute]):
    """Movements take the minutes in turn; what is left of a minute is rest."""

    elastic: ClassVar[bool] = False
    carries: ClassVar[bool] = False

    @property
    def sets(self) -> int:
        """How many minutes each movement gets."""
        return self.format.minutes // self.block_slots

    @property
    def usual_reps(self) -> int:
        """The reps of a minute."""
        return self.format.reps

    def suits(self, movement: Movement) -> bool:
        """Return whether the minute, both sides of it, leaves a rest."""
        fits = self.set_seconds(movement) <= MOST_OF_A_MINUTE
        return fits and Counted.suits(self, movement)

    def rest_seconds(self) -> int:
        """Return what is left of the minutes, by the guess for the work."""
        return 60 * self.blocks * self.format.minutes - self.work_seconds()

    def reserve_seconds(self) -> int:
        """Return the little that what is left of a minute does not absorb."""
        return self.slots * 3


def work_of_blocks(variant: Variant[Any], stretch_seconds: int) -> int:
    """Return the work of blocks that stay below a stretch; four fifths, as they are uneven."""
    beside = (variant.rest_seconds() + variant.reserve_seconds()) // variant.blocks
    room = stretch_seconds - UNEVEN_SECONDS - beside
    return variant.blocks * room * 8 // 10


def levelled(variant: Variant[Any], order: Sequence[Movement]) -> list[list[Movement]]:
    """Return blocks of about the same work: the longest movements are dealt out first."""
    blocks: list[list[Movement]] = [[] for _ in range(variant.blocks)]
    for movement in sorted(order, key=lambda m: -variant.seconds_of(m)):
        open_blocks = [b for b in blocks if len(b) < variant.block_slots]
        if open_blocks:
            least = min(open_blocks, key=lambda b: sum(map(variant.seconds_of, b)))
            least.append(movement)
    place = {m.id: n for n, m in enumerate(order)}
    for block in blocks:
        block.sort(key=lambda m: place[m.id])
    blocks.sort(key=lambda b: place[b[0].id] if b else len(place))
    return [block for block in blocks if block]
