"""Other orders of the same movements: one moved to another place, or two exchanged."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from grike.core.design import ClassDesign
from grike.core.editing import with_block
from grike.core.fixes.base import Edit, classes_of, work_blocks
from grike.core.item import Item
from grike.core.rules import Facts, Finding


def reorders(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield moves within a block, that of the named movement first, then exchanges of blocks."""
    for member in classes_of(facts, finding):
        design, name = member.design, member.slot.label
        blocks = list(work_blocks(member))
        for number, block in blocks:
            named = finding.place.item if finding.place.block == number else None
            places = list(range(len(block.items)))
            if named in places:
                places.remove(named)
                places.insert(0, named)
            for place in places:
                for to in range(len(block.items)):
                    if to not in (place, place - 1):
                        items = list(block.items)
                        item = items.pop(place)
                        items.insert(to, item)
                        changed = with_block(design, number, replace(block, items=tuple(items)))
                        moved = facts.library[item.movement_id].name
                        text = f"Move {moved} to place {to + 1}, {name}"
                        yield Edit(text, {member.slot.index: changed})
        for index, (one, first) in enumerate(blocks):
            for other, second in blocks[index + 1 :]:
                if first.format == second.format:
                    for a, b in _pairs(first.items, second.items):
                        changed = _exchanged(design, (one, a), (other, b))
                        names = [
                            facts.library[i.movement_id].name
                            for i in (first.items[a], second.items[b])
                        ]
                        text = f"Exchange {names[0]} and {names[1]}, {name}"
                        yield Edit(text, {member.slot.index: changed})


def _pairs(one: tuple[Item, ...], other: tuple[Item, ...]) -> Iterator[tuple[int, int]]:
    for a in range(len(one)):
        for b in range(len(other)):
            yield a, b


def _exchanged(design: ClassDesign, one: tuple[int, int], other: tuple[int, int]) -> ClassDesign:
    first, second = design.blocks[one[0]], design.blocks[other[0]]
    mine, theirs = first.items[one[1]], second.items[other[1]]
    firsts, seconds = list(first.items), list(second.items)
    firsts[one[1]], seconds[other[1]] = theirs, mine
    changed = with_block(design, one[0], replace(first, items=tuple(firsts)))
    return with_block(changed, other[0], replace(second, items=tuple(seconds)))
