"""A last round that is another, a burst at the end, and a warm-up that leads into the work."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from grike.core.design import Block, ClassDesign, Role
from grike.core.editing import with_block
from grike.core.finish import BURST, bursts
from grike.core.fixes.base import Edit, classes_of
from grike.core.formats import Breather, Flow, StraightSets
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import frame_pool, pool
from grike.core.last_round import with_last_round
from grike.core.movement import Movement
from grike.core.movement import Role as Use
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding
from grike.core.rules.c10_frame import C10, most_worked
from grike.core.rules.p12_formats import long_seconds
from grike.core.rules.p24_rest import P24
from grike.core.warm_ups import WarmUps

#: The burst, the pause before it, and how many movements are tried for it.
PAUSE, MOST_BURSTS = Breather(30), 4


def last_rounds(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a class in whose last round something changes."""
    for member in classes_of(facts, finding):
        design = with_last_round(member.design, facts.library, over=long_seconds(facts.sheet))
        if design != member.design:
            text = f"The last round ends in another way, {member.slot.label}"
            yield Edit(text, {member.slot.index: design})


def longer_rests(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a block with the rests that are asked for, with as many sets, then with fewer."""
    least = P24.line(facts.sheet).whole("least")
    for member in classes_of(facts, finding):
        number = finding.place.block or 0
        block = member.design.blocks[number]
        if not isinstance(block.format, StraightSets):
            continue
        for sets in range(block.format.sets, 0, -1):
            fmt = replace(block.format, sets=sets, rest_seconds=least)
            design = with_block(member.design, number, replace(block, format=fmt))
            text = f"{sets} sets with {least} s of rest, {member.slot.label}"
            yield Edit(text, {member.slot.index: design})


def finishes(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a class that ends with a burst, made room for by shorter frames if need be."""
    if finding.about is None or finding.about.kind != "finish" or finding.about.sign < 0:
        return
    for member in classes_of(facts, finding):
        there = set(member.design.movement_ids())
        allowed = pool(facts.shape.on(member.slot), facts.library)
        able = (m for m in allowed if bursts(m) and not m.fetched_kit)
        fast = [movement for movement in able if movement.id not in there]
        fast.sort(key=lambda movement: -(movement.met or 0))
        for movement in fast[:MOST_BURSTS]:
            for design in _made_room(_with_burst(member.design, movement)):
                text = f"A burst of {movement.name} at the end, {member.slot.label}"
                yield Edit(text, {member.slot.index: design})


def _with_burst(design: ClassDesign, movement: Movement) -> ClassDesign:
    end = max(n for n, block in enumerate(design.blocks) if block.purpose is Purpose.WORK) + 1
    burst = Block(Purpose.WORK, BURST, (Item(movement.id),), role=Role.FINISH)
    more = (Block(Purpose.BREATHER, PAUSE), burst)
    return replace(design, blocks=(*design.blocks[:end], *more, *design.blocks[end:]))


def _made_room(design: ClassDesign) -> Iterator[ClassDesign]:
    """Yield a class, then with shorter movements of its frame, then with fewer of them."""
    yield design
    for fewer in (0, 1, 2):
        blocks = list(design.blocks)
        for number, block in enumerate(blocks):
            if isinstance(block.format, Flow) and block.format.seconds > 20:
                fmt = replace(block.format, seconds=20)
                items = block.items[: max(1, len(block.items) - fewer)]
                blocks[number] = replace(block, format=fmt, items=items)
        yield replace(design, blocks=tuple(blocks))


def warm_ups(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a class with a warm-up laid anew: for the pulse, the joints, and its first lifts."""
    for member in classes_of(facts, finding):
        for seconds in (30, 35, 40, 25):
            design = _warmed(facts, member, seconds)
            if design is not None and design != member.design:
                text = f"Lay the warm-up anew, {seconds} s each, {member.slot.label}"
                yield Edit(text, {member.slot.index: design})


def _warmed(facts: Facts, member: ClassFacts, seconds: int) -> ClassDesign | None:
    """Return a class with another warm-up of about as many movements; None where it has none."""
    design, library = member.design, facts.library
    own = [n for n, block in enumerate(design.blocks) if block.purpose is Purpose.WARM_UP]
    if not own:
        return None
    work = [library[name] for name in design.movement_ids()]
    able = frame_pool(facts.shape.on(member.slot), library, Use.WARM_UP)
    ups = WarmUps(able, work, member.slot.index)
    groups = most_worked(member.volume, C10.line(facts.sheet).whole("groups"))
    chosen = list(ups.first(groups))
    there = [library[item.movement_id] for item in design.blocks[own[0]].items]
    rest = [m for m in (*there, *ups.able) if m not in chosen and m.upright == ups.upright]
    chosen += rest[: max(0, len(there) - len(chosen))]
    items = tuple(Item(movement.id) for movement in ups.in_order(chosen))
    block = replace(design.blocks[own[0]], format=Flow(seconds), items=items)
    blocks = (*design.blocks[: own[0]], block, *design.blocks[own[0] + 1 :])
    return replace(design, blocks=blocks)
