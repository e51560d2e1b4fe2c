"""What a director wishes beyond the rules: movements, cautions of the group, pinned days."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from grike.core.cautions import Caution, breaks
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.formats import FORMATS
from grike.core.kit import Kit
from grike.core.movement import Movement
from grike.core.progression import Lever


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


#: Members of a group whose cautions are kept, and how long a name may be.
MOST_MEMBERS, MOST_MEMBER_NAME = 60, 60


@dataclass(frozen=True, slots=True)
class Member:
    """One of the group with cautions of their own: they get a way out, not the group another plan.

    ``name`` is whatever the instructor knows them by; initials do.
    """

    name: str
    cautions: tuple[Caution, ...]

    def __post_init__(self) -> None:
        if not 1 <= len(self.name.strip()) <= MOST_MEMBER_NAME:
            raise InvalidInput(
                f"A member has a name of 1 to {MOST_MEMBER_NAME} characters; initials do.",
                place="members",
            )
        if not self.cautions or len(set(self.cautions)) < len(self.cautions):
            raise InvalidInput(
                f"{self.name} has no caution, or one of them twice.",
                fix="Name what they must be spared, each once, or take them out.",
                place="members",
            )


@dataclass(frozen=True, slots=True)
class ClassCautions:
    """What the people of some classes must be spared beside the group's own cautions.

    Of a weekday (from 0 for Monday) in every week, or in one; ``week`` counts from 1.
    """

    weekday: int
    cautions: tuple[Caution, ...]
    week: int | None = None

    def __post_init__(self) -> None:
        if not self.cautions or len(set(self.cautions)) < len(self.cautions):
            raise InvalidInput(
                "A class is to be spared nothing, or one thing twice.",
                fix="Name what its people must be spared, each once, or take the entry out.",
                place="class_cautions",
            )


@dataclass(frozen=True, slots=True)
class Wishes:
    """Movements by id that should or must not come, cautions, and pinned days.

    ``levers``: in which order a carried movement is made to ask for more. ``members``: those who
    need other ways than the group. ``class_cautions``: those of some classes only.
    """

    wanted: tuple[str, ...] = ()
    never: tuple[str, ...] = ()
    cautions: tuple[Caution, ...] = ()
    pins: tuple[Pin, ...] = ()
    levers: tuple[Lever, ...] = tuple(Lever)
    members: tuple[Member, ...] = ()
    class_cautions: tuple[ClassCautions, ...] = ()

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

        classes = [(own.week, own.weekday) for own in self.class_cautions]
        if len(set(classes)) < len(classes):
            raise InvalidInput(
                "The cautions of a class are named twice.",
                fix="Name all of them in one entry.",
                place="class_cautions",
            )
        names = [member.name.strip().casefold() for member in self.members]
        if len(set(names)) < len(names) or len(names) > MOST_MEMBERS:
            raise InvalidInput(
                f"Members have different names, and there are at most {MOST_MEMBERS}.",
                fix="Name each once.",
                place="members",
            )
        if sorted(self.levers) != sorted(Lever):
            raise InvalidInput(
                "The levers are each named once.",
                fix=f"Give {', '.join(Lever)} in the order that you want.",
                place="levers",
            )

    def cautions_on(self, week: int, weekday: int) -> tuple[Caution, ...]:
        """Return all cautions of a class, the group's first; ``week`` counts from 0."""
        out = list(self.cautions)
        for own in self.class_cautions:
            if own.weekday == weekday and own.week in (None, week + 1):
                out += (caution for caution in own.cautions if caution not in out)
        return tuple(out)

    def sparing(self, caution: Caution, days: Iterable[tuple[int, int]]) -> Wishes:
        """Return these wishes with a caution for some classes, (week from 0, weekday) each."""
        entries = {(own.week, own.weekday): own for own in self.class_cautions}
        for week, weekday in days:
            if caution in self.cautions_on(week, weekday):
                continue
            day = (week + 1, weekday)
            others = entries[day].cautions if day in entries else ()
            entries[day] = ClassCautions(weekday, (*others, caution), week + 1)
        return replace(self, class_cautions=tuple(entries.values()))

    def broken_by(self, movement: Movement) -> Iterator[Caution]:
        """Yield the cautions that a movement goes against."""
        return (caution for caution in self.cautions if breaks(movement, caution))

    def allow(self, movement: Movement) -> bool:
        """Return whether a movement may be planned for this group."""
        return movement.id not in self.never and not any(self.broken_by(movement))

    def pin_of(self, week: int, weekday: int) -> Pin | None:
        """Return what a day is pinned to; ``week`` counts from 0, as in a slot."""
        return next((p for p in self.pins if (p.week - 1, p.weekday) == (week, weekday)), None)
