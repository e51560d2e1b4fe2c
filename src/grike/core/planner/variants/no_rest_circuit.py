"""No-rest circuits as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    NoRestCircuit,
)
from grike.core.planner.variants.timed import Split
from grike.core.planner.variants.variant import (
    CHANGE_SECONDS,
    Variant,
)


@dataclass(frozen=True, slots=True)
class NoRestVariant(Split[NoRestCircuit]):
    """Circuits without rests, one a block, of movements that spare what the one before loaded."""

    of: ClassVar[type[Format]] = NoRestCircuit
    hardens: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for work in (30, 40, 50):
            for rounds in (2, 3, 4):
                for blocks, size in (
                    (2, 4),
                    (3, 4),
                    (4, 4),
                    (5, 4),
                    (6, 3),
                    (4, 3),
                    (5, 3),
                    (3, 6),
                ):
                    yield cls(NoRestCircuit(work, rounds), blocks, size)

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def reserve_seconds(self) -> int:
        """Return all showings and changes, since nothing absorbs them."""
        return self.shows(0, CHANGE_SECONDS)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one circuit is short enough."""
        return self._block_stretch() <= stretch_seconds
