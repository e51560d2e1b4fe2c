"""The shape of a class: an ordered list of parts, each with a purpose that one would say aloud."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass, replace
from enum import StrEnum
from itertools import product

from grike.core.anatomy import Region, region_of
from grike.core.composition import TRUNK
from grike.core.design import ASIDE, Role
from grike.core.errors import InvalidInput
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.focus import Focus
from grike.core.formats import Format
from grike.core.movement import Movement, Pace
from grike.core.pattern import Pattern, Tier
from grike.core.purpose import Purpose

MOST_PARTS, MOST_NAME, MOST_WORDS = 7, 120, 200
#: Blocks of a part, and movements of a block.
MOST_BLOCKS, MOST_OF_A_BLOCK = 6, 24


#: Levels of groups, and the shortest and the longest class that is planned, in minutes.
LEVELS, SHORTEST, LONGEST = (1, 2, 3), 20, 90


class Takes(StrEnum):
    """What a part takes of the movements that a class may have."""

    MAINS = "mains"
    SUPPORTING = "supporting"
    STEADY = "steady"
    PULSE = "pulse"
    LEGS = "legs"
    UPPER = "upper"
    TRUNK = "trunk"
    STANDING = "standing"
    FLOOR = "floor"
    MUSIC = "to-music"

    def holds(self, movement: Movement, level: int) -> bool:
        """Return whether a movement is of this kind for a group of a level."""
        return _KINDS[self](movement, level)


def _lies_in(region: Region) -> Callable[[Movement, int], bool]:
    return lambda movement, _: bool(movement.targets) and region_of(movement.targets[0]) is region


def _is_trunk(movement: Movement, _: int) -> bool:
    return movement.pattern in TRUNK or movement.pattern is Pattern.BACK_EXTENSION


def _is_pulse(movement: Movement, _: int) -> bool:
    return movement.family in CONDITIONING_FAMILIES or movement.pace is Pace.FAST


_KINDS: dict[Takes, Callable[[Movement, int], bool]] = {
    Takes.MAINS: lambda m, level: m.tier_for(level) is Tier.MAIN,
    Takes.SUPPORTING: lambda m, level: m.tier_for(level) is Tier.SUPPORTING,
    Takes.STEADY: lambda m, level: not _is_pulse(m, level),
    Takes.PULSE: _is_pulse,
    Takes.LEGS: _lies_in(Region.LOWER),
    Takes.UPPER: _lies_in(Region.UPPER),
    Takes.TRUNK: _is_trunk,
    Takes.STANDING: lambda m, _: m.upright,
    Takes.FLOOR: lambda m, _: not m.upright,
    Takes.MUSIC: lambda m, _: m.beats is not None and not m.fetched_kit,
}


_REGIONS = {
    Takes.LEGS: Region.LOWER,
    Takes.UPPER: Region.UPPER,
    Takes.TRUNK: Region.CORE,
}


@dataclass(frozen=True, slots=True)
class ShapePart:
    """A part: what it is for, its theme in words, what it takes, its format, how many it holds.

    ``sizes``: the numbers of slots of a block, and ``times``: how often each movement comes, of
    which one is chosen to fit the class; no ``times``: as the format has it. ``blocks``: so many
    like blocks follow each other.
    """

    role: Role
    theme: str
    format: Format
    sizes: tuple[int, ...]
    takes: frozenset[Takes] = frozenset()
    times: tuple[int, ...] = ()
    blocks: int = 1

    def __post_init__(self) -> None:
        if not 1 <= len(self.theme.strip()) <= MOST_WORDS:
            raise InvalidInput(
                "A part needs a theme.", fix="Say in a few words what it is about.", place="theme"
            )
        if Purpose.WORK not in self.format.purposes:
            raise InvalidInput(
                f"A {self.format.name.lower()} is no work.",
                fix="Choose a format for work.",
                place="format",
            )
        self._check_sizes()
        if self.times and not self.format.round_dials():
            raise InvalidInput(
                f"In {self.format.name.lower()} nothing can be done more often.",
                fix="Leave the times out.",
                place="times",
            )
        if not 1 <= self.blocks <= MOST_BLOCKS:
            raise InvalidInput(
                f"A part has 1 to {MOST_BLOCKS} blocks.",
                fix="Give another number.",
                place="blocks",
            )

    def _check_sizes(self) -> None:
        if not self.sizes or min(self.sizes) < 1 or max(self.sizes) > MOST_OF_A_BLOCK:
            raise InvalidInput(
                f"A part holds 1 to {MOST_OF_A_BLOCK} movements a block.",
                fix="Give its sizes.",
                place="sizes",
            )
        least, most, multiple = self.format.holds
        for size in self.sizes:
            if not least <= size <= most or size % multiple:
                groups = f", in groups of {multiple}" if multiple > 1 else ""
                raise InvalidInput(
                    f"A block of {self.format.name.lower()} does not hold {size} movements.",
                    fix=f"Give {least} to {min(most, MOST_OF_A_BLOCK)}{groups}.",
                    place="sizes",
                )

    def settings(self) -> Iterator[tuple[Format, int]]:
        """Yield each format and number of slots of a block that the part may have."""
        dials = self.format.round_dials()
        formats = [dials[0].to(times) for times in self.times] if self.times else [self.format]
        yield from product(formats, self.sizes)

    def wider(self) -> ShapePart:
        """Return the part with a step more among its sizes, as it is where it may not."""
        if len(self.sizes) < 2:
            return self
        size = 2 * self.sizes[-1] - self.sizes[-2]
        most = min(self.format.holds[1], MOST_OF_A_BLOCK)
        return self if size > most else replace(self, sizes=(*self.sizes, size))

    @property
    def region(self) -> Region | None:
        """The region of which all that it takes is; None where it takes from several."""
        for kind, region in _REGIONS.items():
            if kind in self.takes:
                return region
        return None

    def wants(self, movement: Movement, level: int) -> bool:
        """Return whether a movement is of the kind that this part takes."""
        return all(kind.holds(movement, level) for kind in self.takes)


@dataclass(frozen=True, slots=True)
class ClassShape:
    """A shape by its id, with a name and one sentence, and whom it suits.

    ``focuses``: none: any. ``minutes``: the shortest and the longest class that it is for.
    """

    id: str
    name: str
    sentence: str
    parts: tuple[ShapePart, ...]
    focuses: frozenset[Focus] = frozenset()
    levels: tuple[int, ...] = LEVELS
    minutes: tuple[int, int] = (SHORTEST, LONGEST)

    def __post_init__(self) -> None:
        if not self.id or not self.name.strip() or not self.sentence.strip():
            raise InvalidInput(
                "A shape needs an id, a name and a sentence.", fix="Give them.", place="name"
            )
        if not 1 <= len(self.parts) <= MOST_PARTS:
            raise InvalidInput(
                f"A shape has 1 to {MOST_PARTS} parts, not {len(self.parts)}.",
                fix="Take parts out, or add one.",
                place="parts",
            )
        if len(self.name) > MOST_NAME or len(self.sentence) > MOST_WORDS:
            raise InvalidInput(
                f"A name has at most {MOST_NAME} characters, a sentence {MOST_WORDS}.",
                fix="Say it shorter.",
                place="name",
            )
        self._check_whom()

    def _check_whom(self) -> None:
        if not self.levels or not set(self.levels) <= set(LEVELS):
            raise InvalidInput(
                "A shape is for at least one of the levels 1, 2 and 3.",
                fix="Choose whom it is for.",
                place="levels",
            )
        low, high = self.minutes
        if not SHORTEST <= low <= high <= LONGEST:
            raise InvalidInput(
                f"A shape is for classes of {SHORTEST} to {LONGEST} minutes, not {low} to {high}.",
                fix="Give the shortest first, then the longest.",
                place="minutes",
            )

    def wider(self) -> ClassShape:
        """Return the shape with parts that may hold a step more than they say."""
        return replace(self, parts=tuple(part.wider() for part in self.parts))

    def stands_aside(self, number: int) -> bool:
        """Return whether a part need not be on the focus of the class."""
        return self.parts[number].role in ASIDE

    def suits(self, focus: Focus) -> bool:
        """Return whether a class of a focus may have this shape."""
        return not self.focuses or focus in self.focuses

    def part_of(self, movement: Movement, level: int) -> int | None:
        """Return to which part a movement goes: that which asks most of what it takes.

        None: to none of them.
        """
        wanting = [n for n, part in enumerate(self.parts) if part.wants(movement, level)]
        return max(wanting, key=lambda n: (len(self.parts[n].takes), -n), default=None)
