"""Short intervals as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    ShortIntervals,
)
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.variant import (
    Variant,
)

#: The slowest rep that goes into a hard bout of 20 s.
SLOWEST_QUICK_REP = 3.0


@dataclass(frozen=True, slots=True)
class IntervalsVariant(Variant[ShortIntervals]):
    """Blocks of eight hard bouts that movements and sides take in turn."""

    of: ClassVar[type[Format]] = ShortIntervals
    #: Hard bouts of 20 s are not for a group that is learning the movements.
    for_beginners: ClassVar[bool] = False
    doubles: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for size in (4, 8):
            for blocks in range(2, 13):
                yield cls(ShortIntervals(), blocks, size)

    @property
    def sets(self) -> int:
        """How often each movement, or each side of it, comes."""
        return self.format.bouts // self.block_slots

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def rest_seconds(self) -> int:
        """Return the short rests; the last one of a block is dropped."""
        return self.blocks * (self.format.bouts - 1) * self.format.rest_seconds

    def reserve_seconds(self) -> int:
        """Return what the first time through needs beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one block is short enough."""
        return self._block_stretch() <= stretch_seconds

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement can be done hard in 20 s: no hold, no slow rep."""
        return movement.pace is not Pace.STILL and movement.seconds_per_rep <= SLOWEST_QUICK_REP
