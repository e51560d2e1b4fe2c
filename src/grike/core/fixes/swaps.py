"""Swaps that mend a finding: out with what there is too much of, in with what is lacking."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.editing import swapped
from grike.core.fixes.base import Edit, classes_of
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
    every = pool(facts.shape.on(member.slot), facts.library)
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
    ranked: list[tuple[float, int, int, int, int, Movement]] = []
    for member in classes_of(facts, finding):
        free = [m for m in _free(facts, member) if not (easier and demanding(m))]
        for block, place, now in member.work_movements:
            here = (finding.place.block, finding.place.item)
            elsewhere = None not in here and here != (block, place)
            if elsewhere and not anywhere:
                continue
            for number, movement in enumerate(free):
                gain = _gain(finding, now, movement)
                if finding.about is None or gain > 0:
                    rank = -(gain + (-1 if unlike else 1) * _alike(now, movement))
                    ranked.append((rank, number, member.slot.index, block, place, movement))
    ranked.sort(key=lambda entry: entry[:5])
    by_slot = {member.slot.index: member for member in facts.classes}
    for _, _, slot, block, place, movement in ranked:
        member = by_slot[slot]
        now = facts.library[member.design.blocks[block].items[place].movement_id]
        design = swapped(member.design, block, place, movement.id, library=facts.library)
        text = f"Swap {now.name} for {movement.name}, {member.slot.label}"
        yield Edit(text, {slot: design})


def _gain(finding: Finding, now: Movement, movement: Movement) -> float:
    """Return how much a swap changes what a finding is about, towards what mends it."""
    about, gives = finding.about, BY_ID[finding.rule].gives
    if about is None or gives is None:
        return 0.0
    return about.sign * (gives(movement, about) - gives(now, about))


def _alike(one: Movement, other: Movement) -> float:
    """Return how much two movements have in common: targets, position and sides, 1/4 each."""
    targets = len(set(one.targets) & set(other.targets))
    return (targets + (one.position is other.position) + (one.sides is other.sides)) / 4
