"""Variants of timed bouts that both sides of a movement share."""

from __future__ import annotations

from dataclasses import dataclass
from typing import TypeVar

from grike.core.formats import (
    Format,
)
from grike.core.item import Handling, Item
from grike.core.movement import Movement
from grike.core.planner.variants.variant import (
    Variant,
)
from grike.core.rows.row import TWELFTHS

F = TypeVar("F", bound=Format)
#: A set of a movement of which each side gets half: both sides need a full bout for a full set.
FULL_SPLIT_SECONDS, FULL_SECONDS = 40, 20


@dataclass(frozen=True, slots=True)
class Split(Variant[F]):
    """Timed work in which a one-sided movement shares its bout between left and right."""

    def item_for(self, movement: Movement) -> Item:
        """Return the item: half of the bout on each side."""
        handling = Handling.SPLIT if movement.one_sided else Handling.TWO_BOUTS
        return Item(movement.id, handling=handling)

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return the seconds of a bout on one side."""
        return self.bout(movement) // (2 if movement.one_sided else 1), None

    def bout(self, movement: Movement) -> int:
        """Return the bout of a movement."""
        return self.slot_seconds()

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets: a bout too short for both sides counts in proportion."""
        return self.sets * timed_set(self.slot_seconds(), movement)


def timed_set(seconds: int, movement: Movement) -> int:
    """Return twelfths of a set of one timed bout, split between sides where there are two."""
    full = FULL_SPLIT_SECONDS if movement.one_sided else FULL_SECONDS
    return min(TWELFTHS, TWELFTHS * seconds // full)
