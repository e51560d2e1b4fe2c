"""Edits of single items: both sides, and what is carried on."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from grike.core.editing import handling_for, with_item
from grike.core.fixes.base import Edit, classes_of, work_blocks
from grike.core.item import Handling, Item, Level
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import may_harden
from grike.core.rules import Facts, Finding


def both_sides(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield the movement done left then right in every round, or half and half."""
    for member in classes_of(facts, finding):
        for number, block in enumerate(member.design.blocks):
            for place, item in enumerate(block.items):
                if finding.about is None or item.movement_id != finding.about.id:
                    continue
                name = facts.library[item.movement_id].name
                for changed, words in (
                    (replace(item, handling=Handling.TWO_BOUTS), "left, then right"),
                    (replace(item, handling=Handling.SPLIT), "half of each bout a side"),
                    (_even(member, number, place, item), "an even bout, half of it a side"),
                ):
                    design = with_item(member.design, number, place, changed)
                    text = f"{name}: {words}, {member.slot.label}"
                    yield Edit(text, {member.slot.index: design})


def _even(member: ClassFacts, block: int, place: int, item: Item) -> Item:
    """Return an item split into halves that are the same, its dose made even."""
    bout = next(b for b in member.bouts if (b.block, b.place) == (block, place))
    split = replace(item, handling=Handling.SPLIT)
    if bout.reps is not None:
        return replace(split, reps=bout.reps + bout.reps % 2)
    return replace(split, seconds=bout.seconds + bout.seconds % 2)


def carries(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield more of a carried movement, one carried on with something added, or the mark off."""
    for member in classes_of(facts, finding):
        for number, block in work_blocks(member):
            for place, item in enumerate(block.items):
                here = finding.place.item in (None, place) and finding.place.block in (None, number)
                if here:
                    yield from _of_item(facts, finding, member, number, place, item)


def _of_item(
    facts: Facts, finding: Finding, member: ClassFacts, number: int, place: int, item: Item
) -> Iterator[Edit]:
    label, slot = member.slot.label, member.slot.index

    def edit(changed: Item, words: str) -> Edit:
        name = facts.library[changed.movement_id].name
        design = with_item(member.design, number, place, changed)
        return Edit(f"{name}: {words}, {label}", {slot: design})

    less = finding.about is not None and finding.about.sign < 0
    if item.carried:
        if not less and finding.rule == "D7b":
            yield edit(replace(item, load_step=item.load_step + 1), "a step more load")
            if may_harden(facts.library[item.movement_id], facts.shape, facts.library):
                yield edit(replace(item, level=Level.HARDER), "the harder option")
        if less or finding.rule == "D7b":
            yield edit(replace(item, carried=False), "not carried")
        return
    if finding.rule == "D7" and not less:
        before = [m for m in facts.classes if m.slot.week == member.slot.week - 1]
        for other in before:
            for movement_id in other.design.movement_ids():
                movement = facts.library[movement_id]
                able = movement.fetched_kit <= member.design.kit
                if able and may_harden(movement, facts.shape, facts.library):
                    handling = handling_for(member.design, number, movement)
                    changed = Item(movement_id, handling, Level.HARDER, carried=True)
                    yield edit(changed, f"carried on from {other.slot.label}, the harder option")
