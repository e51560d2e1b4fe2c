"""Movements that give way to others, in one class, between two or in all of a series."""

from __future__ import annotations

from dataclasses import dataclass, replace

from grike.core.design import ClassDesign
from grike.core.editing import item_at, stands, swapped, with_kit_of_work
from grike.core.errors import Conflict, InvalidInput, NotFound
from grike.core.library import Library
from grike.core.series import PlannedClass, SeriesPlan, Slot


@dataclass(frozen=True, slots=True)
class SwapEverywhere:
    """A movement gives way to another in every class of some weeks; None: of all weeks.

    ``ban``: it never comes again in this series, whoever plans or mends it.
    """

    movement: str
    by: str
    weeks: frozenset[int] | None = None
    ban: bool = False


@dataclass(frozen=True, slots=True)
class Spot:
    """Where a movement stands in a series: its day, block and place."""

    day: int
    block: int
    place: int


@dataclass(frozen=True, slots=True)
class ExchangeMovements:
    """Two movements change places, in one class or between two; doses stay with the places."""

    one: Spot
    other: Spot


def require_open(own: PlannedClass | None) -> None:
    """Raise Conflict where a class is locked, or a block of it."""
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


def swapped_everywhere(plan: SeriesPlan, library: Library, move: SwapEverywhere) -> SeriesPlan:
    """Return the plan with one movement for another; see ``moves.moved`` for what is raised."""
    _require_same_role(library, move.movement, move.by)
    after = _banned(plan, move.movement) if move.ban else plan
    for planned in plan.classes:
        if move.weeks is None or planned.slot.week in move.weeks:
            design = _swapped_in(planned.design, library, move, planned.slot)
            if design != planned.design:
                require_open(planned)
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


def _require_same_role(library: Library, movement_id: str, by: str) -> None:
    ours, theirs = library[movement_id], library[by]
    if ours.role is not theirs.role:
        raise InvalidInput(
            f"{theirs.name} cannot stand for {ours.name}.",
            "One is work, and the other belongs to warm-up or cool-down.",
            "Choose a movement of the same kind.",
            place="by",
        )


def movements_label(plan: SeriesPlan, library: Library, move: ExchangeMovements) -> str:
    """Return in words which two movements change places."""
    names = [library[_standing(plan, spot)].name for spot in (move.one, move.other)]
    return f"{names[0]} and {names[1]} change places"


def exchanged(plan: SeriesPlan, library: Library, move: ExchangeMovements) -> SeriesPlan:
    """Return the plan with two movements in each other's place; see ``moves.moved``."""
    ours, theirs = _standing(plan, move.one), _standing(plan, move.other)
    _require_same_role(library, ours, theirs)
    after = plan
    for spot, movement_id in ((move.one, theirs), (move.other, ours)):
        own = _class_at(after, spot.day)
        require_open(own)
        design = swapped(own.design, spot.block, spot.place, movement_id, library=library)
        after = after.with_class(replace(own, design=design))
    for day in {move.one.day, move.other.day}:
        before, own = _class_at(plan, day), _class_at(after, day)
        _require_sound(before, own, library)
        design = with_kit_of_work(before.design, own.design, library)
        after = after.with_class(replace(own, design=design))
    return after


def _require_sound(before: PlannedClass, after: PlannedClass, library: Library) -> None:
    """Raise Conflict where a movement stands twice now, InvalidInput where a format is broken."""
    for one in set(after.design.movement_ids()):
        there = len(places_of(after.design, one))
        if there > max(1, len(places_of(before.design, one))):
            raise Conflict(
                f"{library[one].name} stands in the class of {after.slot.label} already.",
                fix="Choose another movement.",
            )
    if not stands(after.design, library):
        raise InvalidInput(
            f"A format of {after.slot.label} cannot hold what it would get.",
            fix="Choose another movement.",
            place="other",
        )


def _standing(plan: SeriesPlan, spot: Spot) -> str:
    return item_at(_class_at(plan, spot.day).design, spot.block, spot.place).movement_id


def _class_at(plan: SeriesPlan, day: int) -> PlannedClass:
    found = next((own for own in plan.classes if own.slot.day == day), None)
    if found is None:
        raise NotFound("That day has no class.", fix="Look at the board again.")
    return found
