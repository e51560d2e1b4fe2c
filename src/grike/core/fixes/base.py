"""An edit of one or more classes, and where a finding lets one be made."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, replace

from grike.core.design import Block, ClassDesign, Purpose
from grike.core.item import Item
from grike.core.rules import Facts, Finding
from grike.core.rules.facts import ClassFacts


@dataclass(frozen=True, slots=True)
class Edit:
    """New designs by slot index, and what they are in plain words."""

    text: str
    designs: Mapping[int, ClassDesign]


def classes_of(facts: Facts, finding: Finding) -> list[ClassFacts]:
    """Return the unlocked classes in which a finding may be mended: its own, or its week's."""
    place = finding.place
    return [
        member
        for member in facts.classes
        if not member.planned.locked
        and (place.week is None or member.slot.week == place.week)
        and (place.slot is None or member.slot.index == place.slot)
    ]


def with_block(design: ClassDesign, number: int, block: Block) -> ClassDesign:
    """Return a class with one block replaced."""
    blocks = (*design.blocks[:number], block, *design.blocks[number + 1 :])
    return replace(design, blocks=blocks)


def with_item(design: ClassDesign, number: int, place: int, item: Item) -> ClassDesign:
    """Return a class with one item replaced."""
    items = design.blocks[number].items
    changed = (*items[:place], item, *items[place + 1 :])
    return with_block(design, number, replace(design.blocks[number], items=changed))


def work_blocks(member: ClassFacts) -> Iterator[tuple[int, Block]]:
    """Yield (number, block) of the work blocks."""
    for number, block in enumerate(member.design.blocks):
        if block.purpose is Purpose.WORK:
            yield number, block
