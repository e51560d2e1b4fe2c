"""What a class in a variant asks of one movement, before it is put together."""

from __future__ import annotations

from typing import Any

from grike.core.bouts import Bout
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.focus import Focus
from grike.core.item import Item
from grike.core.library import Library
from grike.core.planner.variants import Variant
from grike.core.progression import Asked, asked
from grike.core.purpose import Purpose


def bouts_in(variant: Variant[Any], item: Item, library: Library) -> list[Bout]:
    """Return the bouts of an item by itself; none where the format cannot hold it so.

    In a format of groups it stands at its own place of one.
    """
    own = variant.place_in_group(library[item.movement_id])
    try:
        every = [s for s in steps(_design(variant, item), library) if isinstance(s, Bout)]
    except InvalidInput:
        return []
    return [bout for bout in every if bout.place == own]


def asked_in(variant: Variant[Any], item: Item, library: Library) -> Asked | None:
    """Return what a variant asks of an item; None where nothing in it comes back for more."""
    if not variant.hardens:
        return None
    return asked(_design(variant, item), bouts_in(variant, item, library))


def _design(variant: Variant[Any], item: Item) -> ClassDesign:
    items = (item,) * variant.format.holds.multiple
    block = Block(Purpose.WORK, variant.format, items)
    return ClassDesign("carried", Focus.WHOLE, 7200, (block,))
