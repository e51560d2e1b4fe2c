"""Warm-up and cool-down that reach what they miss, in the time that they have."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from grike.core.anatomy import Muscle
from grike.core.design import Block
from grike.core.editing import swapped, with_block
from grike.core.fixes.base import Edit, classes_of
from grike.core.formats import Flow
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import frame_pool
from grike.core.movement import Movement, Role
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding

PARTS = {
    "warm-up": (Purpose.WARM_UP, Role.WARM_UP),
    "cool-down": (Purpose.COOL_DOWN, Role.COOL_DOWN),
}


def frame_movements(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a movement more in the warm-up or cool-down, the others shorter; or in place of one."""
    if finding.about is None or finding.about.kind not in PARTS:
        return
    purpose, role = PARTS[finding.about.kind]
    lacking = {Muscle(key) for key in finding.about.id.split(",")}
    for member in classes_of(facts, finding):
        able = frame_pool(facts.shape.on(member.slot), facts.library, role)
        able.sort(key=lambda m: (-len(lacking.intersection(m.serves(role))), m.id))
        for movement in able[:6]:
            if lacking.intersection(movement.serves(role)):
                yield from _put_in(facts, member, purpose, movement)


def _put_in(
    facts: Facts, member: ClassFacts, purpose: Purpose, movement: Movement
) -> Iterator[Edit]:
    label, slot, design = member.slot.label, member.slot.index, member.design
    own = [(n, b) for n, b in enumerate(design.blocks) if b.purpose is purpose]
    if not own:
        at = len(design.blocks) if purpose is Purpose.COOL_DOWN else 0
        block = Block(purpose, Flow(30), (Item(movement.id),))
        blocks = (*design.blocks[:at], block, *design.blocks[at:])
        yield Edit(f"Add {movement.name}, {label}", {slot: replace(design, blocks=blocks)})
        return
    number, block = own[0]
    if not isinstance(block.format, Flow):
        return
    for seconds in range(block.format.seconds, 9, -5):
        fmt = replace(block.format, seconds=seconds)
        more = replace(block, format=fmt, items=(*block.items, Item(movement.id)))
        words = "" if seconds == block.format.seconds else f", {seconds} s each"
        changed = with_block(design, number, more)
        yield Edit(f"Add {movement.name}{words}, {label}", {slot: changed})
    for place, item in enumerate(block.items):
        items = (*block.items[:place], Item(movement.id), *block.items[place + 1 :])
        changed = with_block(design, number, replace(block, items=items))
        name = facts.library[item.movement_id].name
        yield Edit(f"Swap {name} for {movement.name}, {label}", {slot: changed})


def frame_swaps(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield another movement of the same use for one that the warm-up or cool-down may not have."""
    number, place = finding.place.block, finding.place.item
    for member in classes_of(facts, finding) if number is not None and place is not None else ():
        assert number is not None and place is not None
        block = member.design.blocks[number]
        role = dict(PARTS.values()).get(block.purpose)
        if role is None:
            continue
        now = facts.library[block.items[place].movement_id]
        taken = {item.movement_id for item in block.items}
        able = frame_pool(facts.shape.on(member.slot), facts.library, role)
        free = [m for m in able if m.id not in taken]
        own = set(now.serves(role))
        free.sort(key=lambda m: (-len(own.intersection(m.serves(role))), m.id))
        for movement in free:
            design = swapped(member.design, number, place, movement.id, library=facts.library)
            text = f"Swap {now.name} for {movement.name}, {member.slot.label}"
            yield Edit(text, {member.slot.index: design})
