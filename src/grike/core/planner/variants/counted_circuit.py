"""Counted circuits as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    CountedCircuit,
    Format,
)
from grike.core.planner.variants.counted import Counted
from grike.core.planner.variants.variant import (
    FIRST_TIME_SECONDS,
    UNEVEN_SECONDS,
    Variant,
)


@dataclass(frozen=True, slots=True)
class CountedCircuitVariant(Counted[CountedCircuit]):
    """Passes through a list, each movement to its reps; a pass ends in a breather."""

    of: ClassVar[type[Format]] = CountedCircuit
    staple: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for reps in (10, 12, 15, 20):
            for passes in (2, 3, 4):
                for size in (6, 8, 10, 12):
                    fmt = CountedCircuit(reps, passes, rest_seconds=15, round_rest_seconds=60)
                    yield cls(fmt, 1, size)

    @property
    def usual_reps(self) -> int:
        """The reps of one pass."""
        return self.format.reps

    def rest_seconds(self) -> int:
        """Return rests after movements and between passes."""
        fmt, n = self.format, self.block_slots
        inside = fmt.passes * (n - 1) * fmt.rest_seconds
        return self.blocks * (inside + (fmt.passes - 1) * fmt.round_rest_seconds)

    def reserve_seconds(self) -> int:
        """Return what showings and changes need beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return the work of passes that are each short enough, the first with its showings."""
        fmt, n = self.format, self.block_slots
        showing = max(0, FIRST_TIME_SECONDS - fmt.rest_seconds) * 3 // 4
        rests = n * (fmt.rest_seconds + showing) + UNEVEN_SECONDS
        return max(2 * self.rest_seconds(), fmt.passes * (stretch_seconds - rests))
