"""Rep lists as variants."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    RepList,
)
from grike.core.item import Item
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.counted import Counted, levelled, sides_of, work_of_blocks
from grike.core.planner.variants.variant import (
    Variant,
)
from grike.core.work import counted_seconds

#: A list of thirty and more is for movements that are done by the dozen, and not slowly.
MANY_REPS, SLOWEST_OF_MANY = 15, 2.5
#: A guess for a format that leaves slow movements out.
SECONDS_PER_QUICK_REP = 2.1


@dataclass(frozen=True, slots=True)
class RepListVariant(Counted[RepList]):
    """Lists of many reps, done once; left and right share the number."""

    of: ClassVar[type[Format]] = RepList
    carries: ClassVar[bool] = False

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for reps in (30, 40, 50):
            for size in (3, 4, 5):
                for blocks in (2, 3, 4, 5):
                    yield cls(RepList(reps, rest_seconds=15), blocks, size)

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

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return the reps a side of the number that both sides share."""
        return None, -(-self.usual_reps // sides_of(movement))

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
