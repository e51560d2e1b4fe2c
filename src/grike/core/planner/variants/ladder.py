"""Ladders as variants."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    Ladder,
)
from grike.core.item import Item
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.counted import Counted, levelled, sides_of, work_of_blocks
from grike.core.planner.variants.variant import (
    CHANGE_SECONDS,
    Variant,
)
from grike.core.work import counted_seconds

LADDERS = ((10, 8, 6), (12, 10, 8, 6), (12, 9, 6), (10, 9, 8, 7, 6), (14, 12, 10, 8, 6))
#: A guess for a format that leaves slow movements out.
SECONDS_PER_RUNG_REP = 2.6


@dataclass(frozen=True, slots=True)
class LadderVariant(Counted[Ladder]):
    """Two or three movements climb the rungs together; each block is a ladder of its own."""

    of: ClassVar[type[Format]] = Ladder
    carries: ClassVar[bool] = False

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for rungs in LADDERS:
            for size in (2, 3):
                for blocks in range(2, 9):
                    yield cls(Ladder(rungs, rest_seconds=20), blocks, size)

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
