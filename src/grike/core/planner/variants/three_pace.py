"""Three-pace rounds as variants."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    ThreePace,
)
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.places import Part
from grike.core.planner.variants.timed import Split
from grike.core.planner.variants.turns import in_turn
from grike.core.planner.variants.variant import Variant


@dataclass(frozen=True, slots=True)
class ThreePaceVariant(Split[ThreePace]):
    """Rounds of three: one fast, one slow and controlled, one held still."""

    of: ClassVar[type[Format]] = ThreePace

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for work, rest in ((30, 20), (40, 20), (40, 25), (50, 25)):
            for blocks, size in ((1, 9), (1, 12), (2, 6), (2, 9), (1, 15), (3, 6)):
                yield cls(ThreePace(work, rest), blocks, size)

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def rest_seconds(self) -> int:
        """Return the rests; the last one of a block is dropped."""
        return self.blocks * (self.block_slots - 1) * self.format.rest_seconds

    def reserve_seconds(self) -> int:
        """Return what showings need beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether the rests are half of the work, or a block is short enough."""
        rested = 2 * self.rest_seconds() >= self.work_seconds()
        return rested or self._block_stretch() <= stretch_seconds

    def parts(self) -> tuple[Part, ...]:
        """Return a third of the slots for each pace."""
        third = self.slots // 3
        return (
            Part("fast", third, third, lambda m: m.pace is Pace.FAST),
            Part("controlled", third, third, lambda m: m.pace is Pace.CONTROLLED),
            Part("held", third, third, lambda m: m.pace is Pace.STILL),
        )

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return the rounds, the paces always in the same order."""
        return in_turn(self, order, [part.plays for part in self.parts()])
