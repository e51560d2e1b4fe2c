"""Edits of one class: pure functions from a design to a design."""

from __future__ import annotations

from dataclasses import replace

from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.item import Handling, Item
from grike.core.kit import Kit
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.purpose import Purpose


def item_at(design: ClassDesign, block: int, place: int) -> Item:
    """Return the item of a block. Raises InvalidInput where there is none."""
    if 0 <= block < len(design.blocks) and 0 <= place < len(design.blocks[block].items):
        return design.blocks[block].items[place]
    raise InvalidInput(
        "There is no movement at that place.",
        "The class may have changed in the meantime.",
        "Load the class again.",
        place=f"blocks[{block}].items[{place}]",
    )


def kit_used(design: ClassDesign, library: Library) -> frozenset[Kit]:
    """Return the kit that the work of a class is done with, in every round."""
    return frozenset(kit for one in design.movement_ids() for kit in library[one].fetched_kit)


def with_kit_of_work(before: ClassDesign, after: ClassDesign, library: Library) -> ClassDesign:
    """Return a class that was written by hand with the kit that it takes now.

    Kit that no movement took before stays: it may have been promised for the day.
    """
    now = kit_used(after, library)
    gone = kit_used(before, library) - now
    return replace(after, kit=(after.kit - gone) | now)


def unlocked(design: ClassDesign) -> ClassDesign:
    """Return a design as it goes to another day: nothing in it is locked there."""
    return replace(design, blocks=tuple(replace(block, locked=False) for block in design.blocks))


def handling_for(design: ClassDesign, block: int, movement: Movement) -> Handling:
    """Return how a movement handles its sides in a block: both in one bout, or two bouts."""
    shared = design.blocks[block].format.shares_bouts
    return Handling.SPLIT if movement.one_sided and shared else Handling.TWO_BOUTS


def stands(design: ClassDesign, library: Library) -> bool:
    """Return whether every movement of a class fits its format, as in rounds of three paces."""
    try:
        steps(design, library)
    except InvalidInput:
        return False
    return True


def swapped(
    design: ClassDesign, block: int, place: int, movement_id: str, *, library: Library
) -> ClassDesign:
    """Return the class with one movement replaced; its dose goes back to that of the block.

    Raises InvalidInput where nothing stands at that place, NotFound for an unknown movement.
    """
    item_at(design, block, place)
    movement = library[movement_id]
    item = Item(movement_id, handling=handling_for(design, block, movement))
    return with_item(design, block, place, item)


def with_block(design: ClassDesign, number: int, block: Block | None) -> ClassDesign:
    """Return a class with one block replaced, or left out where None is given."""
    put = () if block is None else (block,)
    return replace(design, blocks=(*design.blocks[:number], *put, *design.blocks[number + 1 :]))


def with_item(design: ClassDesign, number: int, place: int, item: Item) -> ClassDesign:
    """Return a class with one item replaced."""
    items = design.blocks[number].items
    changed = (*items[:place], item, *items[place + 1 :])
    return with_block(design, number, replace(design.blocks[number], items=changed))


def work_blocks(design: ClassDesign) -> list[int]:
    """Return the indices of the blocks that hold the work."""
    return [n for n, block in enumerate(design.blocks) if block.purpose is Purpose.WORK]
