"""Why two movements make a pair: what one would say aloud of it.

Common practice; that opposed movements let each other rest: Robbins and others, Sports Med 2010,
from memory.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from functools import lru_cache
from typing import TypeAlias

from grike.core.anatomy import Muscle, Region, region_of
from grike.core.composition import HIPS, KNEE, PRESS, PULL, TRUNK, patterns_of
from grike.core.design import Block
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.pattern import Pattern, Tier

_PUSHES = PRESS | {Pattern.FLY, Pattern.ELBOW_EXTENSION}
_PULLS = PULL | {Pattern.ELBOW_FLEXION}
_BACK = frozenset({Pattern.BACK_EXTENSION})
_M = Muscle
#: Muscles that work against each other, by what one would say of them.
_OPPOSED = {
    "front of the leg with its back": ({_M.QUADRICEPS}, {_M.HAMSTRINGS, _M.GLUTES}),
    "outer with inner thigh": ({_M.SIDE_GLUTES}, {_M.ADDUCTORS}),
    "front of the arm with its back": ({_M.BICEPS}, {_M.TRICEPS}),
    "front of the shoulder with its back": (
        {_M.CHEST, _M.FRONT_DELTOID, _M.SIDE_DELTOID},
        {_M.REAR_DELTOID, _M.MID_BACK, _M.LATS},
    ),
}
#: What a pair costs that has no reason, the same first target, one up and one down, other kit each.
NO_REASON, SAME_TARGET, UP_AND_DOWN, OTHER_KIT = 60, 100, 40, 20


def _does(movement: Movement, patterns: frozenset[Pattern]) -> bool:
    return not patterns_of(movement).isdisjoint(patterns)


def reason(one: Movement, other: Movement) -> str:
    """Return why two movements make a pair, "" where there is no reason."""
    if one.targets[:1] == other.targets[:1]:
        return ""
    for a, b in ((one, other), (other, one)):
        if _does(a, _PUSHES) and _does(b, _PULLS):
            return "push with pull"
        if _does(a, KNEE) and _does(b, HIPS):
            return "knee with hip"
        if _does(a, TRUNK) and _does(b, _BACK):
            return "front with back"
        for words, (front, back) in _OPPOSED.items():
            if a.targets[0] in front and b.targets[0] in back:
                return words
    regions = {region_of(one.targets[0]), region_of(other.targets[0])}
    if regions == {Region.UPPER, Region.LOWER}:
        return "upper with lower"
    if len(regions) == 2 and Tier.SMALL not in (one.tier, other.tier):
        return "the trunk while the limbs rest"
    return ""


#: All of a movement that decides with what it makes a pair.
Look: TypeAlias = tuple[frozenset[Pattern], Muscle, bool, bool]


def look_of(movement: Movement) -> Look:
    """Return what a movement looks like to another that is to make a pair with it."""
    small = movement.tier is Tier.SMALL
    return patterns_of(movement), movement.targets[0], small, movement.upright


def pair_cost(one: Movement, other: Movement) -> int:
    """Return how far two movements are from a pair that one would make."""
    kits = (one.fetched_kit, other.fetched_kit)
    return (
        NO_REASON * (not reason(one, other))
        + SAME_TARGET * (one.targets[:1] == other.targets[:1])
        + UP_AND_DOWN * (one.upright != other.upright)
        + OTHER_KIT * (all(kits) and kits[0] != kits[1])
    )


def kinds_of(movement: Movement) -> tuple[str, ...]:
    """Return the kinds of a movement; no two of a kind make a pair."""
    region = region_of(movement.targets[0])
    kinds = (
        ("push", _PUSHES),
        ("pull", _PULLS),
        ("knee", KNEE),
        ("hip", HIPS),
        ("trunk", TRUNK),
        ("back", _BACK),
    )
    own = next((name for name, patterns in kinds if _does(movement, patterns)), region.value)
    return own, movement.targets[0].value


def pairs_of(block: Block, library: Library) -> Iterator[tuple[Movement, Movement]]:
    """Yield the pairs of a block in order; none where its format makes none."""
    if block.format.in_pairs:
        own = [library[item.movement_id] for item in block.items]
        yield from zip(own[::2], own[1::2], strict=False)


def in_pairs(movements: Sequence[Movement]) -> list[Movement]:
    """Return movements so that each two in turn make a pair, all pairs together the best.

    A pair stands where the first of its two stood; of an odd number the last stays alone.
    """
    own = tuple(movements)

    @lru_cache(None)
    def best(left: tuple[int, ...]) -> tuple[int, tuple[int, ...]]:
        if len(left) < 2:
            return 0, left
        first, rest = left[0], left[1:]
        found: list[tuple[int, tuple[int, ...]]] = []
        for place, other in enumerate(rest):
            cost, order = best(rest[:place] + rest[place + 1 :])
            found.append((cost + pair_cost(own[first], own[other]), (first, other, *order)))
        return min(found)

    even = len(own) - len(own) % 2
    _, order = best(tuple(range(even)))
    return [own[place] for place in order] + list(own[even:])
