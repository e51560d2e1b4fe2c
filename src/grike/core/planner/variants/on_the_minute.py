"""On the minute as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    OnTheMinute,
)
from grike.core.movement import Movement
from grike.core.planner.variants.counted import Counted
from grike.core.planner.variants.variant import (
    Variant,
)

#: Of a minute, so that what is left is at least half of it: a rest that is a breather (C11).
MOST_OF_A_MINUTE = 40


@dataclass(frozen=True, slots=True)
class MinuteVariant(Counted[OnTheMinute]):
    """Movements take the minutes in turn; what is left of a minute is rest."""

    of: ClassVar[type[Format]] = OnTheMinute
    elastic: ClassVar[bool] = False
    carries: ClassVar[bool] = False

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for reps in (8, 10, 12, 15):
            for sets in (2, 3, 4):
                for blocks, size in ((1, 6), (1, 8), (1, 10), (2, 4), (2, 5), (2, 6), (3, 4)):
                    yield cls(OnTheMinute(sets * size, reps), blocks, size)

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

    def real_rest_seconds(self) -> int:
        """Return what of the time is no work: the clock ends it."""
        return self.rest_seconds()

    def reserve_seconds(self) -> int:
        """Return the little that what is left of a minute does not absorb."""
        return self.slots * 3
