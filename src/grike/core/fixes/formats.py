"""Edits of formats and of the clock: rounds, rests, breathers, other formats, other days."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress
from dataclasses import replace
from operator import itemgetter

from grike.core.design import Block, ClassDesign
from grike.core.editing import with_block
from grike.core.errors import InvalidInput
from grike.core.fixes.base import Edit, classes_of, work_blocks
from grike.core.focus import FOCUS_NAMES
from grike.core.formats import (
    FORMATS,
    Breather,
    CountedCircuit,
    Flow,
    Format,
    TimedCircuit,
    name_of,
)
from grike.core.item import Handling, Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding
from grike.core.volume import class_volume

#: A rest below this is none. Common practice, no source.
LEAST_REST = 10


def _with_format(block: Block, fmt: Format) -> Block:
    """Return a block in another format; doses of its own are taken off."""
    items = tuple(Item(item.movement_id, Handling.TWO_BOUTS) for item in block.items)
    return Block(block.purpose, fmt, items, block.stations)


def another_format(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a class put into another format, what trains about as much as it does now first.

    For W8 the format is one of the kind that is lacking, for G4 the one that was promised.
    """
    wanted = finding.about.id if finding.about is not None else ""
    every = [fmt for cls in FORMATS.values() for fmt in cls.settings()]
    able = [fmt for fmt in every if fmt.trains == wanted] or every
    yardstick = facts.sheet.yardstick
    for member in classes_of(facts, finding):
        now = member.design.main_format()
        trained = member.volume.training.get(yardstick, 0)
        offered: list[tuple[float, str, ClassDesign]] = []
        for fmt in able:
            if fmt.kind == now or (wanted in FORMATS and fmt.kind != wanted):
                continue
            if fmt.kind not in (facts.shape.formats or FORMATS) and fmt.kind != wanted:
                continue
            design = member.design
            for number, block in work_blocks(member):
                design = with_block(design, number, _with_format(block, fmt))
            name = f"{design.name.rsplit(',', 1)[0]}, {name_of(fmt.kind).lower()}"
            would = class_volume(design, facts.library).training.get(yardstick, 0)
            text = f"{fmt.summary()} in place of {(name_of(now) or 'none').lower()}"
            offered.append(
                (float(abs(would - trained)), text, replace(design, name=name, shape=""))
            )
        for _, text, design in sorted(offered, key=itemgetter(0)):
            yield Edit(f"{text}, {member.slot.label}", {member.slot.index: design})


def another_focus(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield the same class under another focus of its day's menu."""
    for member in classes_of(facts, finding):
        menu = facts.shape.menu(member.slot.weekday)
        for focus in sorted(menu - {member.design.focus}):
            text = f"Call it {FOCUS_NAMES[focus].lower()}, {member.slot.label}"
            yield Edit(text, {member.slot.index: replace(member.design, focus=focus)})


def another_day(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield two days of the same week exchanged, then of neighbouring weeks."""
    own = classes_of(facts, finding)
    for reach in (0, 1):
        for member in own:
            for other in facts.classes:
                apart = abs(other.slot.week - member.slot.week)
                if other is member or apart != reach or other.planned.locked:
                    continue
                text = f"Exchange {member.slot.label} and {other.slot.label}"
                designs = {
                    member.slot.index: other.design,
                    other.slot.index: member.design,
                }
                yield Edit(text, designs)


def _turned(block: Block, step: int) -> Iterator[tuple[Format, str]]:
    """Yield a format with one dial up or down, in words; what its limits forbid is left out."""
    fmt = block.format
    for dial in (*fmt.round_dials(), *fmt.work_dials()):
        for times in (1, 2):
            to = dial.now + step * dial.size(len(block.items)) * times
            with suppress(InvalidInput):
                yield dial.to(to), f"{dial.words} {to} in place of {dial.now}"


def lengths(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield one dial of one class up or down, so that the week's volume changes."""
    step = finding.about.sign if finding.about is not None else -1
    for member in classes_of(facts, finding):
        for number, block in work_blocks(member):
            yield from _changed(member, number, block, step)


def _changed(member: ClassFacts, number: int, block: Block, step: int) -> Iterator[Edit]:
    for fmt, words in _turned(block, step):
        design = with_block(member.design, number, replace(block, format=fmt))
        text = f"{words.capitalize()}, {member.slot.label}"
        yield Edit(text, {member.slot.index: design})


def time_of_class(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a class shorter (rests, holds, rounds, a movement out) or longer (holds, rounds)."""
    longer = finding.about is not None and finding.about.sign > 0
    for member in classes_of(facts, finding):
        yield from _flows(member, longer)
        yield from _rests(member, longer)
        for number, block in work_blocks(member):
            yield from _changed(member, number, block, 1 if longer else -1)
        if not longer:
            yield from _without_one(facts, member)


def _flows(member: ClassFacts, longer: bool) -> Iterator[Edit]:
    for number, block in enumerate(member.design.blocks):
        if not isinstance(block.format, Flow) or block.format.reps is not None:
            continue
        now = block.format.seconds
        for seconds in range(now + 5, 61, 5) if longer else range(now - 5, 14, -5):
            fmt = replace(block.format, seconds=seconds)
            design = with_block(member.design, number, replace(block, format=fmt))
            text = f"{block.purpose.value.capitalize()} {seconds} s each, {member.slot.label}"
            yield Edit(text, {member.slot.index: design})


def _rests(member: ClassFacts, longer: bool) -> Iterator[Edit]:
    """Yield the class with a kind of rest longer or shorter in all of its blocks."""
    kinds = [d.words for _, block in work_blocks(member) for d in block.format.rest_dials()]
    for kind in dict.fromkeys(reversed(kinds)):
        for step in (5, 10, 15, 20):
            design = member.design
            for number, block in work_blocks(member):
                for rest in block.format.rest_dials():
                    to = rest.now + (step if longer else -step)
                    if rest.words == kind and to >= LEAST_REST:
                        with suppress(InvalidInput):
                            changed = replace(block, format=rest.to(to))
                            design = with_block(design, number, changed)
            if design != member.design:
                words = "longer" if longer else "shorter"
                text = f"{kind.capitalize()} {step} s {words}, {member.slot.label}"
                yield Edit(text, {member.slot.index: design})


def _without_one(facts: Facts, member: ClassFacts) -> Iterator[Edit]:
    for number, block in work_blocks(member):
        for place in reversed(range(len(block.items))):
            if len(block.items) < 2:
                continue
            items = (*block.items[:place], *block.items[place + 1 :])
            name = facts.library[block.items[place].movement_id].name
            with suppress(InvalidInput):
                design = with_block(member.design, number, replace(block, items=items))
                yield Edit(f"Leave out {name}, {member.slot.label}", {member.slot.index: design})


def breathers(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a rest between rounds that is a breather, or a block cut in two by one."""
    for member in classes_of(facts, finding):
        slot, label = member.slot.index, member.slot.label
        for number, block in work_blocks(member):
            if isinstance(block.format, TimedCircuit | CountedCircuit):
                fmt = replace(block.format, round_rest_seconds=50)
                design = with_block(member.design, number, replace(block, format=fmt))
                yield Edit(f"50 s between rounds, {label}", {slot: design})
                if block.format.rest_seconds < 25:
                    rested = replace(block.format, rest_seconds=25)
                    design = with_block(member.design, number, replace(block, format=rested))
                    yield Edit(f"25 s rest, {label}", {slot: design})
            for cut in range(len(block.items) // 2, 0, -1):
                parted = _cut(member, number, cut)
                if parted is not None:
                    yield Edit(f"A breather in the middle, {label}", {slot: parted})


def _cut(member: ClassFacts, number: int, cut: int) -> ClassDesign | None:
    """Return the class with a breather inside a block; None where its format cannot be cut so."""
    block, blocks = member.design.blocks[number], member.design.blocks
    try:
        parts = (
            replace(block, items=block.items[:cut]),
            Block(Purpose.BREATHER, Breather(30)),
            replace(block, items=block.items[cut:]),
        )
    except InvalidInput:
        return None
    return replace(member.design, blocks=(*blocks[:number], *parts, *blocks[number + 1 :]))


def stations(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield the block as stations, where people share the kit."""
    for member in classes_of(facts, finding):
        for number, block in work_blocks(member):
            if not block.stations and number == finding.place.block:
                design = with_block(member.design, number, replace(block, stations=True))
                yield Edit(
                    f"Share the kit at stations, {member.slot.label}", {member.slot.index: design}
                )
