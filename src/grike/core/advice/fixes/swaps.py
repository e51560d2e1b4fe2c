"""Swaps that mend a finding: out with what there is too much of, in with what is lacking."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.advice.fixes.base import Edit, classes_of
from grike.core.editing import swapped
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import pool
from grike.core.movement import Movement
from grike.core.rules import BY_ID, Facts, Finding
from grike.core.rules.c14_demanding_first import demanding
from grike.core.rules.d4_returns import D4


def _free(facts: Facts, member: ClassFacts) -> list[Movement]:
    """Return movements that the group may do, kit and the gap of D4 too, little-used first."""
    gap = D4.line(facts.sheet).whole("gap")
    near: set[str] = set()
    uses: dict[str, int] = {}
    for other in facts.classes:
        ids = other.design.movement_ids()
        for movement_id in ids:
            uses[movement_id] = uses.get(movement_id, 0) + 1
        close = abs(other.slot.index - member.slot.index) <= gap
        if close or other.slot.week == member.slot.week:
            near.update(ids)
    every = pool(facts.shape, facts.library)
    free = [m for m in every if m.id not in near and m.fetched_kit <= member.design.kit]
    return sorted(free, key=lambda m: (not m.foundation, uses.get(m.id, 0), m.id))


def swaps(
    facts: Facts,
    finding: Finding,
    *,
    anywhere: bool = False,
    unlike: bool = False,
    easier: bool = False,
) -> Iterator[Edit]:
    """Yield swaps, those that change most of what the finding is about first.

    ``anywhere``: also of other movements than the one the finding names. ``unlike``: what differs
    most goes in. ``easier``: nothing that asks much goes in.
    """
    about, gives = finding.about, BY_ID[finding.rule].gives
    ranked: list[tuple[float, int, int, int, int, Movement]] = []
    for member in classes_of(facts, finding):
        free = _free(facts, member)
        for block, place, now in member.work_movements:
            here = (finding.place.block, finding.place.item)
            elsewhere = None not in here and here != (block, place)
            if elsewhere and not anywhere:
                continue
            for number, movement in enumerate(free):
                gain = 0.0
                if about is not None:
                    gain = 0.0 if gives is None else gives(movement, about) - gives(now, about)
                    gain *= about.sign
                    if gain <= 0:
                        continue
                if easier and demanding(movement):
                    continue
                alike = len(set(now.targets) & set(movement.targets)) / 4
                alike += (now.position is movement.position) / 4 + (now.sides is movement.sides) / 4
                rank = -(gain + (-alike if unlike else alike))
                ranked.append((rank, number, member.slot.index, block, place, movement))
    ranked.sort(key=lambda entry: entry[:5])
    by_slot = {member.slot.index: member for member in facts.classes}
    for _, _, slot, block, place, movement in ranked:
        member = by_slot[slot]
        now = facts.library[member.design.blocks[block].items[place].movement_id]
        design = swapped(member.design, block, place, movement.id, library=facts.library)
        text = f"Swap {now.name} for {movement.name}, {member.slot.label}"
        yield Edit(text, {slot: design})
