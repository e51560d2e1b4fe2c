"""Which movements go where in a class: its parts, and what stands beside its focus."""

from __future__ import annotations

from collections.abc import Callable
from typing import NamedTuple, TypeAlias

from grike.core.anatomy import Region
from grike.core.focus import Focus
from grike.core.movement import Movement

#: Kinds of format, reps of a set, seconds of a bout.
DoseKey: TypeAlias = tuple[tuple[str, ...], int, int]


class Part(NamedTuple):
    """How many slots of a class go to movements of one kind, such as the fast third of it."""

    name: str
    least: int
    most: int
    plays: Callable[[Movement], bool]


class InClass:
    """What a variant says of where movements stand; one of a single format asks nothing."""

    __slots__ = ()

    def stands_aside(self, movement: Movement) -> bool:
        """Return whether a movement stands in a part that need not be on the focus."""
        return False

    def on(self, focus: Focus, movement: Movement) -> bool:
        """Return whether a movement may stand in a class of a focus, whatever rules ask."""
        return True

    @property
    def lifts(self) -> bool:
        """Whether a class in it has a part for lifts."""
        return False

    @property
    def aside_sets(self) -> int:
        """The sets of parts that need not be on the focus."""
        return 0

    @property
    def pulse_sets(self) -> int:
        """The sets of parts that count for no region, as far as that is known."""
        return 0

    def region_sets(self, region: Region) -> int:
        """Return the sets that are for a region whatever is chosen."""
        return 0

    def fits_focus(self, focus: Focus) -> bool:
        """Return whether a class of a focus may be in it."""
        return True
