"""A class made into a shape: its parts as they stand, in sizes that fit other classes as well."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import groupby
from typing import NamedTuple

from grike.core.anatomy import Region, region_of
from grike.core.class_shape import (
    LEVELS,
    LONGEST,
    MOST_BLOCKS,
    MOST_OF_A_BLOCK,
    MOST_PARTS,
    MOST_WORDS,
    SHORTEST,
    ClassShape,
    ShapePart,
    Takes,
)
from grike.core.design import Block, ClassDesign, Role
from grike.core.errors import InvalidInput
from grike.core.formats import (
    AddOn,
    Format,
    Ladder,
    LastBurst,
    ShortIntervals,
    StraightSets,
    StrengthPulse,
    Superset,
)
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.planner.variants import part_variant
from grike.core.purpose import Purpose

#: What a block is for that does not say so, by its format.
_USUAL_ROLES: dict[type[Format], Role] = {
    StraightSets: Role.LIFT,
    Superset: Role.PAIRS,
    StrengthPulse: Role.PULSE,
    AddOn: Role.COMBINATION,
    ShortIntervals: Role.FINISH,
    Ladder: Role.FINISH,
    LastBurst: Role.FINISH,
}
#: What a part may be found to take, the first of each line that all of its movements are.
_TAKEN = (
    (Takes.MUSIC, Takes.PULSE, Takes.STEADY),
    (Takes.MAINS, Takes.SUPPORTING),
    (Takes.LEGS, Takes.UPPER, Takes.TRUNK),
    (Takes.STANDING, Takes.FLOOR),
)
_THEMES = {
    Takes.LEGS: "legs",
    Takes.UPPER: "upper body",
    Takes.TRUNK: "trunk",
    Takes.PULSE: "raise the pulse",
    Takes.MUSIC: "to music",
}
#: A shape is for classes that are so many minutes shorter or longer than the one it is made of.
EITHER_WAY = 15


def shape_of(
    design: ClassDesign, library: Library, level: int, *, shape_id: str, name: str
) -> ClassShape:
    """Return a class as a shape for its focus and level; blocks alike make one part.

    Raises InvalidInput for a class without work, or of more parts than a shape has.
    """
    work = [block for block in design.blocks if block.purpose is Purpose.WORK and block.items]
    alike = [
        (look, list(run)) for look, run in groupby(work, key=lambda block: _look(block, library))
    ]
    if not 1 <= len(alike) <= MOST_PARTS:
        raise InvalidInput(
            f"This class has {len(alike)} parts; a shape has 1 to {MOST_PARTS}.",
            fix="Put blocks together, or make a shape of another class.",
        )
    parts = tuple(_part(look, run, library, level=level) for look, run in alike)
    minutes = design.slot_seconds // 60
    shortest = min(max(minutes - EITHER_WAY, SHORTEST), LONGEST)
    return ClassShape(
        shape_id,
        name,
        f"{', then '.join(part.theme for part in parts)}."[:MOST_WORDS].capitalize(),
        parts,
        frozenset({design.focus}),
        tuple(own for own in LEVELS if own >= level),
        (shortest, min(max(minutes + EITHER_WAY, shortest), LONGEST)),
    )


class _Look(NamedTuple):
    """What makes blocks alike: role, format and places, of which both sides may take two."""

    role: Role
    format: Format
    places: int
    even: bool


def _look(block: Block, library: Library) -> _Look:
    role = block.role or _USUAL_ROLES.get(type(block.format), Role.CIRCUIT)
    probe = part_variant(block.format, 1, 1)
    if probe is None:
        return _Look(role, block.format, len(block.items), even=False)
    places = sum(probe.slots_for(library[item.movement_id]) for item in block.items)
    return _Look(role, block.format, places + (places % 2 if probe.doubles else 0), probe.doubles)


def _part(look: _Look, blocks: Sequence[Block], library: Library, *, level: int) -> ShapePart:
    """Return blocks alike as one part, which may hold a movement, or a round, more or less."""
    fmt, size, blocks = look.format, look.places, blocks[:MOST_BLOCKS]
    movements = [library[item.movement_id] for block in blocks for item in block.items]
    takes = frozenset(_takes(movements, level))
    least, most, multiple = fmt.holds
    step = 0 if fmt.ending else max(multiple, 2 if look.even else 1)
    sizes = {n for n in (size - step, size, size + step) if n > 0}
    return ShapePart(
        look.role,
        _theme(takes, movements),
        fmt,
        tuple(sorted(n for n in sizes if least <= n <= min(most, MOST_OF_A_BLOCK))),
        takes,
        tuple(_times(fmt)),
        len(blocks),
    )


def _takes(movements: Sequence[Movement], level: int) -> Iterator[Takes]:
    for line in _TAKEN:
        yield from [kind for kind in line if all(kind.holds(m, level) for m in movements)][:1]


def _theme(takes: frozenset[Takes], movements: Sequence[Movement]) -> str:
    named = [words for kind, words in _THEMES.items() if kind in takes]
    regions = [r for r in Region if any(region_of(m.targets[0]) is r for m in movements)]
    own = named[0] if named else " and ".join(_REGION_WORDS[region] for region in regions)
    if Takes.MAINS in takes:
        return f"large lifts, {own}"
    return f"{own}, on the floor" if Takes.FLOOR in takes else own


_REGION_WORDS = {Region.LOWER: "legs", Region.UPPER: "upper body", Region.CORE: "trunk"}


def _times(fmt: Format) -> Iterator[int]:
    """Yield how often the movements of a format may come: once less, as it stands, once more."""
    for turned in fmt.round_dials()[:1]:
        for times in (turned.now - 1, turned.now, turned.now + 1):
            try:
                turned.to(times)
            except InvalidInput:
                continue
            yield times
