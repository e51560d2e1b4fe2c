"""Supersets, timed or counted, as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    Superset,
)
from grike.core.planner.variants.counted import Counted
from grike.core.planner.variants.timed import Split
from grike.core.planner.variants.variant import (
    MOST_OF_MAIN_KINDS,
    Variant,
)

SUPERSET_BLOCKS = ((1, 6), (1, 8), (2, 4), (2, 6), (3, 4), (2, 8))


@dataclass(frozen=True, slots=True)
class SupersetVariant(Split[Superset]):
    """Timed pairs or threes; both sides share a bout."""

    of: ClassVar[type[Format]] = Superset
    most: ClassVar[int] = MOST_OF_MAIN_KINDS
    staple: ClassVar[bool] = True
    carries: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for work in (40, 50):
            for sets in (2, 3, 4):
                for blocks, size in SUPERSET_BLOCKS:
                    fmt = Superset(sets, 40, 60, change_seconds=15, work_seconds=work)
                    yield cls(fmt, blocks, size)
                for blocks, size in ((2, 6), (1, 9), (1, 12), (3, 3)):
                    fmt = Superset(sets, 45, 60, change_seconds=15, group=3, work_seconds=work)
                    yield cls(fmt, blocks, size)

    @classmethod
    def read(cls, fmt: Superset, blocks: int, block_slots: int) -> Variant[Any] | None:
        """Return pairs or threes as a variant: counted where their sets are."""
        if fmt.reps is not None:
            return CountedSupersetVariant(fmt, blocks, block_slots)
        return cls(fmt, blocks, block_slots)

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


def _superset_rests(fmt: Superset, slots: int, blocks: int) -> int:
    groups, sets = slots // fmt.group, fmt.sets
    inside = groups * sets * (fmt.group - 1) * fmt.change_seconds
    inside += groups * (sets - 1) * fmt.rest_seconds + (groups - 1) * fmt.between_seconds
    return blocks * inside
