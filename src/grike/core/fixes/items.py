"""Edits of single items: both sides, and what is carried on."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace

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
    """Yield movements carried on with something added, or the mark taken off where too many are."""
    less = finding.about is not None and finding.about.sign < 0
    for at in _items(facts, finding):
        if at.item.carried and less:
            yield at.edit(facts, replace(at.item, carried=False), "not carried")
        elif not at.item.carried and not less:
            yield from _carried_on(facts, at)


def asks_more(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield more of a movement that is carried on and asks for no more, or the mark taken off."""
    for at in _items(facts, finding):
        if not at.item.carried:
            continue
        step = replace(at.item, load_step=at.item.load_step + 1)
        yield at.edit(facts, step, "a step more load")
        movement, shape = facts.library[at.item.movement_id], facts.shape.on(at.member.slot)
        if may_harden(movement, shape, facts.library):
            yield at.edit(facts, replace(at.item, level=Level.HARDER), "the harder option")
        yield at.edit(facts, replace(at.item, carried=False), "not carried")


@dataclass(frozen=True, slots=True)
class _At:
    """An item in its place."""

    member: ClassFacts
    block: int
    place: int
    item: Item

    def edit(self, facts: Facts, changed: Item, words: str) -> Edit:
        """Return the edit that puts a changed item here."""
        slot = self.member.slot
        design = with_item(self.member.design, self.block, self.place, changed)
        name = facts.library[changed.movement_id].name
        return Edit(f"{name}: {words}, {slot.label}", {slot.index: design})


def _items(facts: Facts, finding: Finding) -> Iterator[_At]:
    """Yield the items that a finding names, or all where it names none."""
    where = finding.place
    for member in classes_of(facts, finding):
        for number, block in work_blocks(member):
            for place, item in enumerate(block.items):
                if where.item in (None, place) and where.block in (None, number):
                    yield _At(member, number, place, item)


def _carried_on(facts: Facts, at: _At) -> Iterator[Edit]:
    """Yield movements of the week before in place of an item, each in its harder option."""
    shape = facts.shape.on(at.member.slot)
    for other in (m for m in facts.classes if m.slot.week == at.member.slot.week - 1):
        for movement_id in other.design.movement_ids():
            movement = facts.library[movement_id]
            able = movement.fetched_kit <= at.member.design.kit
            if able and may_harden(movement, shape, facts.library):
                handling = handling_for(at.member.design, at.block, movement)
                changed = Item(movement_id, handling, Level.HARDER, carried=True)
                words = f"carried on from {other.slot.label}, the harder option"
                yield at.edit(facts, changed, words)
