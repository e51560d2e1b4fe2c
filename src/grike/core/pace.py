"""How long the things between the bouts take: changes of position and kit, showing a movement."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, field
from fractions import Fraction
from functools import lru_cache

from grike.core.kit import Kit
from grike.core.movement import Movement


@dataclass(frozen=True, slots=True)
class Pace:
    """Seconds for each kind of change, and factors: how much longer things take than announced.

    ``counted_factor`` is the pace of counted bouts (1.0: as the library says), ``own_factors`` that
    of single movements by id. ``rest_factor``: rests after counted bouts, which nobody times; those
    between timed bouts are kept by the timer. ``breather_factor``: announced pauses.
    ``station_seconds``: to the next movement where there is no rest to get there in.

    Source: common practice, no source; a place's own records will take the place of these.
    """

    to_floor_seconds: int = 5
    to_standing_seconds: int = 4
    on_the_floor_seconds: int = 2
    fetch_kit_seconds: int = 4
    place_band_seconds: int = 8
    set_step_seconds: int = 8
    other_side_seconds: int = 2
    show_new_seconds: int = 20
    show_first_today_seconds: int = 10
    station_seconds: int = 4
    counted_factor: float = 1.0
    rest_factor: float = 1.5
    breather_factor: float = 1.41
    own_factors: tuple[tuple[str, float], ...] = ()

    def factor_of(self, movement_id: str) -> float:
        """Return the pace of counted bouts of one movement, its own where it is known."""
        return dict(self.own_factors).get(movement_id, self.counted_factor)

    @property
    def as_the_library_says(self) -> bool:
        """Return whether counted bouts take what the library gives them."""
        return self.counted_factor == 1 and not self.own_factors


DEFAULT_PACE = Pace()


@lru_cache(maxsize=4096)
def paced(seconds: int, factor: float) -> int:
    """Return what so many announced seconds really take, in whole seconds, rounded up."""
    return math.ceil(seconds * Fraction(str(factor)))


@dataclass(frozen=True, slots=True)
class Paces:
    """The pace of each slot by its index; ``usual`` where none is known for it."""

    usual: Pace = DEFAULT_PACE
    own: Mapping[int, Pace] = field(default_factory=dict)

    def of(self, slot: int) -> Pace:
        """Return the pace at which the class of a slot is taught."""
        return self.own.get(slot, self.usual)


USUAL_PACES = Paces()


_KIT_KINDS = {Kit.MINI_BAND: "place_band_seconds", Kit.STEP: "set_step_seconds"}


def position_kind(before: Movement | None, after: Movement) -> str:
    """Return the field of Pace that a change of position takes, or ""; a class starts standing."""
    was_upright = before is None or before.upright
    if was_upright and not after.upright:
        return "to_floor_seconds"
    if not was_upright and after.upright:
        return "to_standing_seconds"
    if before is not None and not after.upright and before.position is not after.position:
        return "on_the_floor_seconds"
    return ""


def kit_kinds(before: Movement | None, after: Movement) -> frozenset[str]:
    """Return the fields of Pace that fetching or placing kit takes which was not in use before."""
    held = before.fetched_kit if before is not None else frozenset()
    return frozenset(_KIT_KINDS.get(k, "fetch_kit_seconds") for k in after.fetched_kit - held)


@lru_cache(maxsize=16384)
def transition_seconds(before: Movement | None, after: Movement, pace: Pace) -> int:
    """Return all seconds between the end of one movement and readiness for the next.

    Kit of several kinds is fetched at once, so the slowest counts.
    """
    position = position_kind(before, after)
    seconds: int = getattr(pace, position) if position else 0
    return seconds + max((getattr(pace, kind) for kind in kit_kinds(before, after)), default=0)
