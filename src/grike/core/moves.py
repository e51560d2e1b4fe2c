"""Edits of a series: classes change days, are copied or taken off, a movement gives way everywhere.

Pure functions from a plan to a plan, so that the same move can be tried before it is made.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import TypeAlias

from grike.core.design import ClassDesign
from grike.core.editing import stands, swapped, unlocked
from grike.core.errors import Conflict, InvalidInput, NotFound
from grike.core.focus import Focus
from grike.core.library import Library
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape, Slot
from grike.core.sheet import RuleSheet


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


@dataclass(frozen=True, slots=True)
class SwapEverywhere:
    """A movement gives way to another in every class of some weeks; None: of all weeks.

    ``ban``: it never comes again in this series, whoever plans or mends it.
    """

    movement: str
    by: str
    weeks: frozenset[int] | None = None
    ban: bool = False


Move: TypeAlias = Exchange | CopyClass | Blank | TakeOff | CopyWeek | SwapEverywhere


def moved(plan: SeriesPlan, library: Library, move: Move) -> SeriesPlan:
    """Return the plan after a move; locked classes are not touched.

    Raises Conflict where a locked class is in the way or nothing would change, NotFound where a day
    has no class or is closed, InvalidInput where a movement does not fit.
    """
    if isinstance(move, SwapEverywhere):
        after = _swapped_everywhere(plan, library, move)
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
        _require_open(own)
        held.pop(day, None)
        if design is not None:
            held[day] = PlannedClass(slot, unlocked(design))
    return replace(plan, classes=tuple(held[day] for day in sorted(held)))


def _require_open(own: PlannedClass | None) -> None:
    if own is not None and own.held:
        raise Conflict(
            f"The class of {own.slot.label} is locked, or a block of it.", fix="Unlock it first."
        )


def places_of(design: ClassDesign, movement_id: str) -> list[tuple[int, int]]:
    """Return where a movement stands in a class: block and place."""
    return [
        (number, place)
        for number, block in enumerate(design.blocks)
        for place, item in enumerate(block.items)
        if item.movement_id == movement_id
    ]


def _swapped_everywhere(plan: SeriesPlan, library: Library, move: SwapEverywhere) -> SeriesPlan:
    ours, theirs = library[move.movement], library[move.by]
    if ours.role is not theirs.role:
        raise InvalidInput(
            f"{theirs.name} cannot stand for {ours.name}.",
            "One is work, and the other belongs to warm-up or cool-down.",
            "Choose a movement of the same kind.",
            place="by",
        )
    after = _banned(plan, move.movement) if move.ban else plan
    for planned in plan.classes:
        if move.weeks is None or planned.slot.week in move.weeks:
            design = _swapped_in(planned.design, library, move, planned.slot)
            if design != planned.design:
                _require_open(planned)
                after = after.with_class(replace(planned, design=design))
    return after


def _banned(plan: SeriesPlan, movement_id: str) -> SeriesPlan:
    """Return the plan with a movement that must never come."""
    wishes = plan.shape.wishes
    wanted = tuple(one for one in wishes.wanted if one != movement_id)
    never = (*wishes.never, *({movement_id} - set(wishes.never)))
    return replace(
        plan, shape=replace(plan.shape, wishes=replace(wishes, wanted=wanted, never=never))
    )


def _swapped_in(
    design: ClassDesign, library: Library, move: SwapEverywhere, slot: Slot
) -> ClassDesign:
    """Return a class with one movement for another.

    Raises Conflict where it stands in that class already, InvalidInput where it does not fit.
    """
    places = places_of(design, move.movement)
    if places and places_of(design, move.by):
        raise Conflict(
            f"{library[move.by].name} stands in the class of {slot.label} already.",
            fix="Choose another movement, or fewer weeks.",
        )
    for block, place in places:
        design = swapped(design, block, place, move.by, library=library)
    if places and not stands(design, library):
        raise InvalidInput(
            f"{library[move.by].name} does not fit the class of {slot.label}.",
            "Its format cannot hold it.",
            "Choose another movement, or fewer weeks.",
            place="by",
        )
    return design
