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
    of: dict[Variant[Any], list[Key]] = {}
    for choice in choices:
        own = variant.own_for(choice.movement)
        goes_round = own.slots > 1 and not isinstance(own.format, StraightSets)
        if own is not variant and goes_round and not own.parts():
            of.setdefault(own, []).append(choice.key)
    return tuple(map(frozenset, of.values()))


def paired(variant: Variant[Any], choices: Iterable[Choice]) -> tuple[frozenset[Key], ...]:
    """Return the choices of each part that is done in pairs."""
    of: dict[Variant[Any], list[Key]] = {}
    for choice in choices:
        if variant.pairs_up(choice.movement):
            of.setdefault(variant.own_for(choice.movement), []).append(choice.key)
    return tuple(map(frozenset, of.values()))


def quick(
    variant: Variant[Any], choices: Iterable[Choice]
) -> tuple[tuple[frozenset[Key], int], ...]:
    """Return (the choices, slots of a block) of each part without time to get up or down."""
    of: dict[Variant[Any], list[Key]] = {}
    for choice in choices:
        own = variant.own_for(choice.movement)
        if isinstance(own.format, ON_ONE_LEVEL) and own.block_slots > 1:
            of.setdefault(own, []).append(choice.key)
    return tuple((frozenset(keys), own.block_slots) for own, keys in of.items())
