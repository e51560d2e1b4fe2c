"""Edits of a series: classes change days, are copied or taken off, a movement gives way everywhere.

Pure functions from a plan to a plan, so that the same move can be tried before it is made.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TypeAlias

from grike.core.design import ClassDesign
from grike.core.editing import unlocked
from grike.core.errors import Conflict, NotFound
from grike.core.focus import Focus
from grike.core.library import Library
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.core.sheet import RuleSheet
from grike.core.swaps import (
    ExchangeMovements,
    SwapEverywhere,
    exchanged,
    movements_label,
    require_open,
    swapped_everywhere,
)


@dataclass(frozen=True, slots=True)
class Exchange:
    """Two days change their classes. Where one of them has none, the other's class moves to it."""

    day: int
    other: int


@dataclass(frozen=True, slots=True)
class CopyClass:
    """A class is taught once more on another day, in the place of what is there."""

    day: int
    other: int


@dataclass(frozen=True, slots=True)
class Blank:
    """A day gets a class without anything in it, to be written by hand."""

    day: int


@dataclass(frozen=True, slots=True)
class TakeOff:
    """Days lose their classes; the days stay open, to be planned."""

    days: tuple[int, ...]


@dataclass(frozen=True, slots=True)
class CopyWeek:
    """Every class of a week is taught once more in another; weeks count from 0."""

    week: int
    other: int


Move: TypeAlias = (
    Exchange | CopyClass | Blank | TakeOff | CopyWeek | SwapEverywhere | ExchangeMovements
)


def moved(plan: SeriesPlan, library: Library, move: Move) -> SeriesPlan:
    """Return the plan after a move; locked classes are not touched.

    Raises Conflict where a locked class is in the way or nothing would change, NotFound where a day
    has no class or is closed, InvalidInput where a movement does not fit.
    """
    if isinstance(move, SwapEverywhere):
        after = swapped_everywhere(plan, library, move)
    elif isinstance(move, ExchangeMovements):
        after = exchanged(plan, library, move)
    else:
        after = _put(plan, dict(_days(plan, move)))
    if after == plan:
        raise Conflict("Nothing would change.", fix="Choose another day or movement.")
    return after


def reshaped(plan: SeriesPlan, shape: SeriesShape, sheet: RuleSheet) -> SeriesPlan:
    """Return a planned series with another set-up: classes stay on their days, as they are.

    Those on days that are no more are left out; where the slot has other minutes, classes that
    filled it are asked to fill the new one, and the rules say what is over or under.
    """
    slots = shape.by_day()
    was, now = 60 * plan.shape.minutes, 60 * shape.minutes
    classes = [
        PlannedClass(
            slots[own.slot.day],
            replace(own.design, slot_seconds=now) if own.design.slot_seconds == was else own.design,
            own.locked,
        )
        for own in plan.classes
        if own.slot.day in slots
    ]
    return SeriesPlan(shape, sheet, tuple(classes), plan.known)


def changed_days(before: SeriesPlan, after: SeriesPlan) -> list[int]:
    """Return the days, in order, whose classes differ between two plans of a series."""
    ours = {planned.slot.day: (planned.design, planned.locked) for planned in before.classes}
    theirs = {planned.slot.day: (planned.design, planned.locked) for planned in after.classes}
    return sorted(day for day in {*ours, *theirs} if ours.get(day) != theirs.get(day))


def label_of(plan: SeriesPlan, library: Library, move: Move) -> str:
    """Return a move in words, as the history tells it."""
    slots = plan.shape.by_day()

    def name(day: int) -> str:
        return slots[day].label if day in slots else f"week {day // 7 + 1}"

    if isinstance(move, Exchange):
        there = {planned.slot.day for planned in plan.classes}
        both = move.day in there and move.other in there
        if both:
            return f"Exchange {name(move.day)} and {name(move.other)}"
        source, target = sorted((move.day, move.other), key=lambda day: day not in there)
        return f"Move {name(source)} to {name(target)}"
    if isinstance(move, CopyClass):
        return f"Copy {name(move.day)} to {name(move.other)}"
    if isinstance(move, Blank):
        return f"Start {name(move.day)} from nothing"
    if isinstance(move, TakeOff):
        return f"Take {', '.join(name(day) for day in move.days)} off"
    if isinstance(move, CopyWeek):
        return f"Copy week {move.week + 1} to week {move.other + 1}"
    if isinstance(move, ExchangeMovements):
        return movements_label(plan, library, move)
    never = ", and never again" if move.ban else ""
    return f"{library[move.by].name} for {library[move.movement].name} everywhere{never}"


def _days(
    plan: SeriesPlan, move: Exchange | CopyClass | Blank | TakeOff | CopyWeek
) -> Iterator[tuple[int, ClassDesign | None]]:
    """Yield what each day that a move is about holds afterwards."""
    there = {planned.slot.day: planned.design for planned in plan.classes}
    if isinstance(move, Exchange):
        if move.day not in there and move.other not in there:
            raise NotFound("Neither day has a class.", fix="Choose a day with one.")
        yield move.day, there.get(move.other)
        yield move.other, there.get(move.day)
    elif isinstance(move, CopyClass):
        yield move.other, _class_of(there, move.day)
    elif isinstance(move, Blank):
        yield move.day, ClassDesign("New class", Focus.WHOLE, 60 * plan.shape.minutes)
    elif isinstance(move, TakeOff):
        for day in move.days:
            _class_of(there, day)
            yield day, None
    else:
        yield from _week_days(plan, there, move)


def _week_days(
    plan: SeriesPlan, there: dict[int, ClassDesign], move: CopyWeek
) -> Iterator[tuple[int, ClassDesign]]:
    """Yield the open days of a week, each with the class of that weekday in another week."""
    found = False
    for slot in plan.shape.slots():
        source = 7 * move.week + slot.weekday
        if slot.week == move.other and source in there:
            found = True
            yield slot.day, there[source]
    if not found:
        raise NotFound("There is no class to copy between those weeks.", fix="Choose other weeks.")


def _class_of(there: dict[int, ClassDesign], day: int) -> ClassDesign:
    if day not in there:
        raise NotFound("That day has no class.", fix="Look at the board again.")
    return there[day]


def _put(plan: SeriesPlan, days: dict[int, ClassDesign | None]) -> SeriesPlan:
    """Return the plan with other designs, or none, on some days."""
    slots = plan.shape.by_day()
    held = {planned.slot.day: planned for planned in plan.classes}
    for day, design in days.items():
        slot = slots.get(day)
        if slot is None:
            raise NotFound("There is no class on that day.", "It is closed.", "Open it first.")
        own = held.get(day)
        if own is not None and own.design == design:
            continue
        require_open(own)
        held.pop(day, None)
        if design is not None:
            held[day] = PlannedClass(slot, unlocked(design))
    return replace(plan, classes=tuple(held[day] for day in sorted(held)))
