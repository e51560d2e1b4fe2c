"""How long the things between the bouts take: changes of position and kit, showing a movement."""

from __future__ import annotations

from dataclasses import dataclass

from grike.core.kit import Kit
from grike.core.movement import Movement


@dataclass(frozen=True, slots=True)
class Pace:
    """Seconds for each kind of change, and the pace of counted bouts (1.0: as the library says).

    ``own_factors`` holds the pace of single movements by id.

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
    counted_factor: float = 1.0
    own_factors: tuple[tuple[str, float], ...] = ()

    def factor_of(self, movement_id: str) -> float:
        """Return the pace of counted bouts of one movement, its own where it is known."""
        return dict(self.own_factors).get(movement_id, self.counted_factor)


DEFAULT_PACE = Pace()


def position_seconds(before: Movement | None, after: Movement, pace: Pace) -> int:
    """Return the seconds to get from one position to the next; a class starts on its feet."""
    was_upright = before is None or before.upright
    if was_upright and not after.upright:
        return pace.to_floor_seconds
    if not was_upright and after.upright:
        return pace.to_standing_seconds
    if before is not None and not after.upright and before.position is not after.position:
        return pace.on_the_floor_seconds
    return 0


def kit_seconds(before: Movement | None, after: Movement, pace: Pace) -> int:
    """Return the seconds to fetch or place the kit that was not in use a moment ago."""
    held = before.fetched_kit if before is not None else frozenset()
    longest = 0
    for kit in after.fetched_kit - held:
        if kit is Kit.MINI_BAND:
            longest = max(longest, pace.place_band_seconds)
        elif kit is Kit.STEP:
            longest = max(longest, pace.set_step_seconds)
        else:
            longest = max(longest, pace.fetch_kit_seconds)
    return longest


def transition_seconds(before: Movement | None, after: Movement, pace: Pace) -> int:
    """Return all seconds between the end of one movement and readiness for the next."""
    return position_seconds(before, after, pace) + kit_seconds(before, after, pace)
