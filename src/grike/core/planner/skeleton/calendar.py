"""Rows of a skeleton about the calendar: what a week has once, and which classes have a finish."""

from __future__ import annotations

from collections.abc import Sequence
from math import ceil
from typing import Any

from grike.core.planner.skeleton.choices import Choices
from grike.core.rules.g8_menus import G8
from grike.core.rules.p7_anchors import P7, begins_anew
from grike.core.rules.p18_calendar import P18, SELDOM, ends_with_a_finish, most_finishes
from grike.core.series import Slot
from grike.core.sheet import Mode

#: What it weighs that a day does not keep its shape: it was wished by name.
KEPT = 24_000


def calendar(choices: Choices) -> None:
    """Hold what days are promised; P18: some formats come once a week, some classes end so."""
    _shapes_of_days(choices)
    if not choices.on(P18):
        return
    line = P18.line(choices.sheet)
    slots = choices.task.problem.slots
    weeks = sorted({slot.week for slot in choices.slots})
    for week in weeks:
        members = [slot for slot in slots if slot.week == week]
        for fmt in SELDOM:
            there = sum(_has(choices, slot, fmt.kind) for slot in members)
            _at_most(choices, there, line.whole("in_a_week"))
        through = [slot for slot in slots if slot.week <= week]
        wanted = len(through) / line.whole("finishes")
        whole = ceil(wanted) if week == slots[-1].week else int(wanted)
        there = sum(_finishes(choices, slot) for slot in through)
        _at_most(choices, -there, -whole)
        _at_most(choices, there, most_finishes(len(through)))
    if choices.slots and choices.slots[-1] == slots[-1]:
        _at_most(choices, -_finishes(choices, slots[-1]), -1)
    if choices.on(P7):
        _finishes_that_come_back(choices, weeks)


def _finishes_that_come_back(choices: Choices, weeks: Sequence[int]) -> None:
    """P18 where P7 holds: a shape comes back with its lifts, and so does its finish.

    So a week in which lifts begin has as many as can come for weeks, and where it is the last such
    week its last day has one, since the last class of the series is to have it.
    """
    every, lifts = P18.line(choices.sheet).whole("finishes"), P7.line(choices.sheet)
    slots = choices.task.problem.slots
    for week in weeks:
        members = [slot for slot in slots if slot.week == week]
        if len(members) < 2 or not begins_anew(week, slots[0].week, lifts):
            continue
        there = sum(_finishes(choices, slot) for slot in members)
        _at_most(choices, there, len(members) // 2)
        _at_most(choices, -there, -(len(members) // every))
        if week + lifts.whole("weeks") > slots[-1].week:
            _at_most(choices, -_finishes(choices, members[-1]), -1)


def _shapes_of_days(choices: Choices) -> None:
    """G8 and P18: a day has one of the shapes that it asks for, and those that keep theirs do."""
    for slot in choices.slots:
        asked = choices.shape.shape_days.get(slot.weekday, frozenset())
        pin = choices.shape.wishes.pin_of(slot.week, slot.weekday)
        if asked and not (pin and pin.format) and choices.on(G8):
            fitting = [literal for literal, own in _open(choices, slot) if own.shape_id in asked]
            choices.one_of(fitting)
    by_place = {(slot.week, slot.weekday): slot for slot in choices.task.problem.slots}
    for slot in choices.slots:
        before = by_place.get((slot.week - 1, slot.weekday))
        if before is None or slot.weekday not in choices.shape.kept_days:
            continue
        then, now = choices.formats(before.index), choices.formats(slot.index)
        for look, literal in then.items():
            other = choices.model.new_bool_var("")
            choices.model.add(literal <= now.get(look, 0) + other)
            choices.penalties.append((other, KEPT))


def _at_most(choices: Choices, amount: Any, most: int) -> None:
    line = P18.line(choices.sheet)
    if isinstance(amount, int):
        return
    over: Any = 0
    if line.mode is not Mode.MUST:
        over = choices.model.new_int_var(0, len(choices.task.problem.slots), "")
        choices.penalties.append((over, 1000 * line.weight))
    choices.model.add(amount <= most + over)


def _open(choices: Choices, slot: Slot) -> Sequence[tuple[Any, Any]]:
    """Return (literal, variant) of an open class; nothing for others."""
    if (slot.index, 0) not in choices.variant:
        return ()
    return [(choices.variant[slot.index, n], v) for n, v in enumerate(choices.variants)]


def _has(choices: Choices, slot: Slot, kind: str) -> Any:
    cell, kept = choices.task.fixed_cells.get(slot.index), choices.task.kept.get(slot.index)
    if cell is not None:
        return int(kind in cell.variant.kinds)
    if kept is not None:
        return int(any(block.format.kind == kind for block in kept.design.blocks))
    return sum(literal for literal, variant in _open(choices, slot) if kind in variant.kinds)


def _finishes(choices: Choices, slot: Slot) -> Any:
    cell, kept = choices.task.fixed_cells.get(slot.index), choices.task.kept.get(slot.index)
    if cell is not None:
        return int(cell.variant.finishes)
    if kept is not None:
        return int(ends_with_a_finish(kept.design))
    return sum(literal for literal, variant in _open(choices, slot) if variant.finishes)
