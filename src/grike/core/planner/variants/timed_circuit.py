"""Timed circuits as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    TimedCircuit,
)
from grike.core.planner.variants.variant import (
    FIRST_TIME_SECONDS,
    MOST_OF_MAIN_KINDS,
    UNEVEN_SECONDS,
    Variant,
)

#: (blocks, slots of each); even, so that movements of one and two slots always pack.
CIRCUIT_BLOCKS = ((1, 6), (1, 8), (1, 10), (1, 12), (2, 4), (2, 6), (2, 8), (3, 4), (3, 6), (2, 10))
#: A longer bout of one movement is no bout of this format. Common practice, no source.
LONGEST_BOUT_SECONDS = 60


@dataclass(frozen=True, slots=True)
class CircuitVariant(Variant[TimedCircuit]):
    """Timed circuits; left and right of a one-sided movement are two stations."""

    of: ClassVar[type[Format]] = TimedCircuit
    most: ClassVar[int] = MOST_OF_MAIN_KINDS
    carries: ClassVar[bool] = True
    doubles: ClassVar[bool] = True
    staple: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for work, rest in ((30, 15), (30, 20), (40, 15), (40, 20), (45, 15), (45, 30), (50, 20)):
            for rounds in (2, 3, 4, 5):
                for blocks, size in CIRCUIT_BLOCKS:
                    yield cls(TimedCircuit(work, rest, rounds, max(rest, 45)), blocks, size)

    @property
    def most_bout_seconds(self) -> int:
        """To how many seconds the bouts of one movement can be lengthened."""
        return LONGEST_BOUT_SECONDS

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def rest_seconds(self) -> int:
        """Return rests after bouts and between rounds; the last one is dropped."""
        fmt, n = self.format, self.block_slots
        pause = fmt.rest_seconds if fmt.round_rest_seconds is None else fmt.round_rest_seconds
        inside = fmt.rounds * (n - 1) * fmt.rest_seconds + (fmt.rounds - 1) * pause
        return self.blocks * inside

    def reserve_seconds(self) -> int:
        """Return what the first time through needs beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one round, which ends in a breather, is short enough."""
        if 2 * self.rest_seconds() >= self.work_seconds():
            return True
        fmt = self.format
        showing = max(0, FIRST_TIME_SECONDS - fmt.rest_seconds) * 3 // 4
        round_seconds = self.block_slots * (fmt.work_seconds + fmt.rest_seconds + showing)
        return round_seconds + UNEVEN_SECONDS <= stretch_seconds
