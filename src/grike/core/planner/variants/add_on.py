"""Add-on combinations as variants."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from math import log2
from typing import Any, ClassVar

from grike.core.formats import (
    AddOn,
    Format,
)
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.timed import FULL_SECONDS, timed_set
from grike.core.planner.variants.variant import (
    Variant,
)

#: The slowest rep that goes to music of about two beats a second: four beats.
SLOWEST_TO_MUSIC = 2.0


@dataclass(frozen=True, slots=True)
class AddOnVariant(Variant[AddOn]):
    """Two or four parts that are learned by themselves and then added to each other, to music."""

    of: ClassVar[type[Format]] = AddOn

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for counts, beats in ((32, 128), (64, 128)):
            for learn in (2, 3, 4, 5, 6):
                for repeat in (1, 2, 3):
                    for blocks, size in ((2, 4), (3, 4), (4, 4), (5, 4), (4, 2), (6, 2)):
                        yield cls(AddOn(counts, beats, learn, repeat), blocks, size)

    def slot_seconds(self) -> int:
        """Return the seconds of a part in all that is done with it; whole, by the grid."""
        fmt = self.format
        return (fmt.learn + fmt.repeat * self._levels()) * self._part_seconds()

    def _levels(self) -> int:
        return int(log2(self.block_slots))

    def _part_seconds(self) -> int:
        return self.format.counts * 60 // self.format.beats_a_minute

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets: one for learning, and each repeat in proportion."""
        fmt, part = self.format, self._part_seconds()
        once = timed_set(part, movement)
        return timed_set(fmt.learn * part, movement) + fmt.repeat * self._levels() * once

    @property
    def all_sets(self) -> int:
        """The sets of the whole class: every part comes more than once."""
        fmt, part = self.format, self._part_seconds()
        once = min(1.0, part / FULL_SECONDS)
        return round(self.slots * (1 + fmt.repeat * self._levels() * once))

    def reserve_seconds(self) -> int:
        """Return all showings: the first time is what it is learned in, yet the music runs on."""
        return self.shows(0, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one combination is short enough."""
        return self._block_stretch() <= stretch_seconds

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return nothing: to music one movement goes over into the next."""
        return None, None

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement goes to music: on the feet, quick, nothing fetched."""
        quick = movement.pace is not Pace.STILL and movement.seconds_per_rep <= SLOWEST_TO_MUSIC
        return quick and movement.upright and not movement.one_sided
