"""What a director wishes beyond the rules: movements, cautions of the group, pinned days."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from enum import StrEnum

from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.formats import FORMATS
from grike.core.kit import Kit
from grike.core.movement import Joint, Movement, Position
from grike.core.progression import Lever


class Caution(StrEnum):
    """What the people of a group must be spared."""

    NO_JUMPS = "no-jumps"
    NO_FLOOR = "no-floor"
    NO_WRISTS = "no-wrist-load"
    KNEES = "easy-on-knees"
    CHAIR = "chair-only"


CAUTION_NAMES: dict[Caution, str] = {
    Caution.NO_JUMPS: "no jumps",
    Caution.NO_FLOOR: "nobody down on the floor",
    Caution.NO_WRISTS: "no load on the wrists",
    Caution.KNEES: "no high load on the knees",
    Caution.CHAIR: "everything on a chair",
}


def breaks(movement: Movement, caution: Caution) -> bool:
    """Return whether the main option of a movement goes against a caution."""
    if caution is Caution.NO_JUMPS:
        return movement.impact >= 2
    if caution is Caution.NO_FLOOR:
        return not movement.upright
    if caution is Caution.CHAIR:
        return movement.position is not Position.SEATED_CHAIR
    joint, most = (Joint.WRIST, 0) if caution is Caution.NO_WRISTS else (Joint.KNEE, 1)
    return movement.joints.get(joint, 0) > most


@dataclass(frozen=True, slots=True)
class Pin:
    """What the class of one day must be: its focus, format or kit. ``week`` counts from 1."""

    week: int
    weekday: int
    focus: Focus | None = None
    format: str | None = None
    kit: tuple[Kit, ...] | None = None

    def __post_init__(self) -> None:
        if self.format is not None and self.format not in FORMATS:
            raise InvalidInput(
                f"'{self.format}' is not a format.",
                fix=f"Use one of: {', '.join(FORMATS)}.",
                place="format",
            )


@dataclass(frozen=True, slots=True)
class Wishes:
    """Movements by id that should or must not come, cautions, and pinned days.

    ``levers``: in which order a carried movement is made to ask for more.
    """

    wanted: tuple[str, ...] = ()
    never: tuple[str, ...] = ()
    cautions: tuple[Caution, ...] = ()
    pins: tuple[Pin, ...] = ()
    levers: tuple[Lever, ...] = tuple(Lever)

    def __post_init__(self) -> None:
        both = sorted(set(self.wanted) & set(self.never))
        if both:
            raise InvalidInput(
                f"'{both[0]}' is both wanted and never wanted.",
                fix="Take it out of one of the lists.",
                place="wanted",
            )
        days = [(pin.week, pin.weekday) for pin in self.pins]
        if len(set(days)) < len(days):
            raise InvalidInput("A day is pinned twice.", fix="Pin it once.", place="pins")

        if sorted(self.levers) != sorted(Lever):
            raise InvalidInput(
                "The levers are each named once.",
                fix=f"Give {', '.join(Lever)} in the order that you want.",
                place="levers",
            )

    def broken_by(self, movement: Movement) -> Iterator[Caution]:
        """Yield the cautions that a movement goes against."""
        return (caution for caution in self.cautions if breaks(movement, caution))

    def allow(self, movement: Movement) -> bool:
        """Return whether a movement may be planned for this group."""
        return movement.id not in self.never and not any(self.broken_by(movement))

    def pin_of(self, week: int, weekday: int) -> Pin | None:
        """Return what a day is pinned to; ``week`` counts from 0, as in a slot."""
        return next((p for p in self.pins if (p.week - 1, p.weekday) == (week, weekday)), None)
