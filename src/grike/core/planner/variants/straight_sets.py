"""Straight sets as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    StraightSets,
)
from grike.core.planner.variants.counted import Counted
from grike.core.planner.variants.variant import (
    MOST_OF_MAIN_KINDS,
    Variant,
)


@dataclass(frozen=True, slots=True)
class StraightVariant(Counted[StraightSets]):
    """All sets of a movement, then the next."""

    of: ClassVar[type[Format]] = StraightSets
    most: ClassVar[int] = MOST_OF_MAIN_KINDS
    staple: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for reps in (8, 10, 12, 15):
            for sets in (2, 3, 4):
                for size in (6, 8, 10, 12, 14):
                    yield cls(StraightSets(sets, 30, 45, reps=reps), 1, size)

    @classmethod
    def read(cls, fmt: StraightSets, blocks: int, block_slots: int) -> Variant[Any] | None:
        """Return counted sets as a variant; plans are not made of timed ones."""
        return None if fmt.reps is None else cls(fmt, blocks, block_slots)

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
