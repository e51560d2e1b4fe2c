"""What a bay knows of the parts of its class: their pairs, their rounds, their blocks."""

from __future__ import annotations

from collections.abc import Iterable
from typing import Any

from grike.core.formats import StraightSets
from grike.core.planner.variants import Variant
from grike.core.rows.row import Key
from grike.core.rows.scope import Choice
from grike.core.rules.p12_formats import ON_ONE_LEVEL


def fewest_sets(variant: Variant[Any], choices: Iterable[Choice]) -> int:
    """Return the twelfths of sets of a class if each slot took the least that its part has."""
    least: dict[Variant[Any], int] = {}
    for choice in choices:
        own, each = variant.own_for(choice.movement), choice.sets // choice.slots
        least[own] = min(each, least.get(own, each))
    return sum(own.slots * each for own, each in least.items())


def parted(variant: Variant[Any], choices: Iterable[Choice]) -> tuple[frozenset[Key], ...]:
    """Return the choices of each part of a shape that goes round; sets in a row are one station."""
    return tuple(
        keys
        for own, keys in _by_part(variant, choices)
        if own is not variant
        and own.slots > 1
        and not isinstance(own.format, StraightSets)
        and not own.parts()
    )


def paired(variant: Variant[Any], choices: Iterable[Choice]) -> tuple[frozenset[Key], ...]:
    """Return the choices of each part that is done in pairs."""
    pairs = (choice for choice in choices if variant.pairs_up(choice.movement))
    return tuple(keys for _, keys in _by_part(variant, pairs))


def quick(
    variant: Variant[Any], choices: Iterable[Choice]
) -> tuple[tuple[frozenset[Key], int], ...]:
    """Return (the choices, slots of a block) of each part without time to get up or down."""
    return tuple(
        (keys, own.block_slots)
        for own, keys in _by_part(variant, choices)
        if isinstance(own.format, ON_ONE_LEVEL) and own.block_slots > 1
    )


def _by_part(
    variant: Variant[Any], choices: Iterable[Choice]
) -> list[tuple[Variant[Any], frozenset[Key]]]:
    """Return the choices of each part of a class, in the order in which parts are met."""
    of: dict[Variant[Any], list[Key]] = {}
    for choice in choices:
        of.setdefault(variant.own_for(choice.movement), []).append(choice.key)
    return [(own, frozenset(keys)) for own, keys in of.items()]
