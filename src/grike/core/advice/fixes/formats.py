"""Edits of formats and of the clock: rounds, rests, breathers, other formats, other days."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import suppress
from dataclasses import fields, replace
from itertools import chain
from operator import itemgetter

from grike.core.advice.fixes.base import Edit, classes_of, work_blocks
from grike.core.design import Block, ClassDesign, Purpose
from grike.core.editing import with_block
from grike.core.errors import InvalidInput
from grike.core.focus import FOCUS_NAMES
from grike.core.format import (
    FORMAT_NAMES,
    FORMATS,
    Breather,
    CountedCircuit,
    Flow,
    Format,
    StraightSets,
    Superset,
    TimedCircuit,
)
from grike.core.item import Handling, Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import Facts, Finding
from grike.core.volume import class_volume

#: Formats that any list of movements may be put into, by what they train.
OTHER_FORMATS: dict[str, tuple[Format, ...]] = {
    "strength": tuple(
        StraightSets(sets, rest, 45, reps=reps)
        for sets in (3, 4, 2)
        for reps in (12, 10, 8, 15)
        for rest in (30, 45)
    ),
    "endurance": tuple(
        TimedCircuit(work, rest, rounds, 45)
        for rounds in (3, 4, 2, 5)
        for work, rest in ((40, 20), (30, 20), (30, 15), (50, 20), (45, 15), (35, 15), (25, 15))
    ),
    "pairs": tuple(
        Superset(sets, 40, 60, 15, work_seconds=work)
        for sets in (3, 4, 2)
        for work in (40, 50, 30, 35, 45)
    ),
}
#: Parameters that count rounds, and those that are work or rest seconds.
ROUNDS = ("rounds", "sets", "passes")
LEVERS = (*ROUNDS, "work_seconds", "strength_seconds", "reps")


def _with_format(block: Block, fmt: Format) -> Block:
    """Return a block in another format; doses of its own are taken off."""
    items = tuple(Item(item.movement_id, Handling.TWO_BOUTS) for item in block.items)
    return Block(block.purpose, fmt, items, block.stations)


def another_format(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield a class put into another format, what trains about as much as it does now first.

    For W8 the format is one of the kind that is lacking, for G4 the one that was promised.
    """
    wanted = finding.about.id if finding.about is not None else ""
    able = OTHER_FORMATS.get(wanted) or tuple(chain.from_iterable(OTHER_FORMATS.values()))
    yardstick = facts.sheet.yardstick
    for member in classes_of(facts, finding):
        now = member.design.main_format()
        trained = member.volume.training.get(yardstick, 0)
        offered: list[tuple[float, str, ClassDesign]] = []
        for fmt in able:
            if fmt.kind == now or (wanted in FORMATS and fmt.kind != wanted):
                continue
            design = member.design
            for number, block in work_blocks(member):
                design = with_block(design, number, _with_format(block, fmt))
            name = f"{design.name.rsplit(',', 1)[0]}, {FORMAT_NAMES[fmt.kind].lower()}"
            would = class_volume(design, facts.library).training.get(yardstick, 0)
            text = f"{fmt.summary()} in place of {FORMAT_NAMES.get(now, 'none').lower()}"
            offered.append((float(abs(would - trained)), text, replace(design, name=name)))
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


def _levers(block: Block, step: int) -> Iterator[tuple[Format, str]]:
    """Yield a format with one lever up or down, in words; values beyond its limits are left out."""
    fmt = block.format
    own = {field.name for field in fields(fmt)}
    for name in (lever for lever in LEVERS if lever in own):
        now = getattr(fmt, name)
        if not isinstance(now, int):
            continue
        size = 1 if name in ROUNDS else (2 if name == "reps" else 5)
        for times in (1, 2):
            to = now + step * size * times
            words = f"{name.replace('_', ' ')} {to} in place of {now}"
            with suppress(InvalidInput):
                yield replace(fmt, **{name: to}), words  # type: ignore[arg-type]


def lengths(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield one lever of one class up or down, so that the week's volume changes."""
    step = finding.about.sign if finding.about is not None else -1
    for member in classes_of(facts, finding):
        for number, block in work_blocks(member):
            yield from _changed(member, number, block, step)


def _changed(member: ClassFacts, number: int, block: Block, step: int) -> Iterator[Edit]:
    for fmt, words in _levers(block, step):
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
    for name in ("rest_seconds", "round_rest_seconds", "between_seconds"):
        for step in (5, 10, 15, 20):
            design = member.design
            for number, block in work_blocks(member):
                own = {field.name for field in fields(block.format)}
                now = getattr(block.format, name) if name in own else None
                if isinstance(now, int) and now + (step if longer else -step) >= 10:
                    to = now + (step if longer else -step)
                    fmt = replace(block.format, **{name: to})  # type: ignore[arg-type]
                    design = with_block(design, number, replace(block, format=fmt))
            if design != member.design:
                words = "longer" if longer else "shorter"
                what = name.removesuffix("_seconds").replace("_", " ")
                text = f"{what.capitalize()} {step} s {words}, {member.slot.label}"
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
