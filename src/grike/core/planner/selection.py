"""Movements for the open classes of a few weeks: bays from cells, rows from rules, one solve."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from typing import Any, TypeAlias

from grike.core.anatomy import Muscle
from grike.core.composition import Doses
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement, Pace
from grike.core.planner.cells import least_of_theme
from grike.core.planner.linear import Limits, Outcome, RowModel, Solved
from grike.core.planner.parting import fewest_sets, paired, parted, quick
from grike.core.planner.skeleton import Cell
from grike.core.planner.taste import Taste
from grike.core.planner.variants import Part, Variant, frame_seconds, stretch_of
from grike.core.purpose import Purpose
from grike.core.rows.row import TWELFTHS, Key, Row
from grike.core.rows.scope import Bay, Choice, FixedClass, Group, Scope, WeekSteps
from grike.core.rules import selection_rows
from grike.core.rules.p8_mains_rise import main_sets, work_seconds
from grike.core.rules.p13_long_bouts import doses_of
from grike.core.rules.p15_kit import P15
from grike.core.rules.w6_landings import contacts, jumps
from grike.core.sheet import RuleSheet
from grike.core.volume import DEMAND, Yardstick
from grike.core.work import SECONDS_PER_HELD_REP

#: Structure rather than rule: what it means that a class has so many slots and so much kit.
#: Part of the time of a week that goes into the choice among equals.
TASTE_PART = 0.2
SLOTS, THEME, SUBSTANCE = "slots", "kit-of-the-class", "substance"
CARRIED, PARTS, FILLS = "carried", "parts-of-the-format", "fills-its-slot"
#: More than this warm-up, cool-down, talks and breathers are not stretched to.
LONGEST_FRAME_SECONDS = 960
#: Groups that are worth a movement of their own now and then, but do not make a class.
SMALL_GROUPS = frozenset({Muscle.FOREARMS, Muscle.SHINS, Muscle.NECK})


@dataclass(frozen=True, slots=True)
class Carry:
    """A movement that is carried into a class: its item, training in hundredths, work seconds.

    ``seconds``: its work where movements differ in it, 0 where all of the class are alike.
    """

    movement: Movement
    item: Item
    training: int
    seconds: int
    work_seconds: int


Carried: TypeAlias = Mapping[int, Mapping[str, Carry]]
NOTHING_CARRIED: Carried = {}


def bay_of(
    cell: Cell,
    yardstick: Yardstick,
    slot_seconds: int,
    stretch_seconds: int,
    *,
    doses: Doses,
    carried: Mapping[str, Carry],
    cupboard: bool,
) -> Bay:
    """Return the bay of a cell with every movement that its kit allows."""
    variant = cell.variant
    choices = tuple(
        _choice(cell, movement, yardstick, carried.get(movement.id))
        for movement in cell.theme.movements
        if variant.slots_for(movement) <= variant.slots and variant.takes(movement, doses)
    )
    room, least = _room_of(variant, slot_seconds)
    return Bay(
        cell.slot.index,
        cell.slot,
        cell.focus,
        variant.slots,
        room,
        choices,
        least_of_theme(variant.slots) if cell.theme.kit else 0,
        variant.most_work_seconds(stretch_seconds),
        tuple(_part(part, choices) for part in variant.parts()),
        least,
        cell.theme.kit,
        paired(variant, choices),
        parted(variant, choices),
        fewest_sets(variant, choices),
        quick(variant, choices),
        cupboard,
    )


def _room_of(variant: Variant[Any], slot_seconds: int) -> tuple[int | None, int]:
    """Return the most seconds of counted work, None where that is given, and the least."""
    if not variant.elastic:
        return None, 0
    beside = variant.beside_seconds()
    most = frame_seconds(slot_seconds)[1] - beside
    return most, max(0, slot_seconds - LONGEST_FRAME_SECONDS - beside)


def _part(part: Part, choices: Iterable[Choice]) -> tuple[str, int, int, frozenset[Key]]:
    keys = frozenset(choice.key for choice in choices if part.plays(choice.movement))
    return part.name, part.least, part.most, keys


def _choice(cell: Cell, movement: Movement, yardstick: Yardstick, carry: Carry | None) -> Choice:
    variant = cell.variant
    seconds = 0 if variant.uniform else variant.seconds_of(movement)
    return Choice(
        movement,
        cell.slot.index,
        variant.slots_for(movement),
        variant.sets_of(movement),
        carry.training if carry else training_of(variant, movement, yardstick),
        carry.seconds if carry else seconds,
        _contacts(variant, movement),
        carry is not None,
        carry.work_seconds if carry else variant.seconds_of(movement),
        variant.stands_aside(movement),
    )


def training_of(variant: Variant[Any], movement: Movement, yardstick: Yardstick) -> int:
    """Return hundredths of training volume of a movement in a variant, its option considered."""
    demand = 100 * DEMAND[variant.level_for(movement)]
    if yardstick is Yardstick.SETS:
        return int(demand * variant.sets_of(movement) / TWELFTHS)
    seconds = variant.seconds_of(movement)
    if yardstick is Yardstick.SECONDS:
        return int(demand * seconds)
    still = movement.pace is Pace.STILL
    per_rep = SECONDS_PER_HELD_REP if still else Fraction(str(movement.seconds_per_rep))
    return int(demand * seconds / per_rep)


def _contacts(variant: Variant[Any], movement: Movement) -> int:
    """Return the ground contacts of a movement in a variant, rounded up."""
    if movement.impact < 2:
        return 0
    reps = variant.seconds_of(movement) / movement.seconds_per_rep
    return -int(-(reps * movement.contacts_per_rep) // 1)


def fixed_class(facts: ClassFacts, level: int) -> FixedClass:
    """Return a class as a constant of the model."""
    ids = frozenset(facts.design.movement_ids())
    movements = [movement for _, _, movement in facts.work_movements]
    items = [item for _, _, item in facts.design.items(Purpose.WORK)]
    return FixedClass(
        facts.slot,
        facts.design.focus,
        facts.volume,
        ids,
        facts.main_groups,
        tuple(movement.family for movement in movements),
        any(jumps(movement) for movement in movements),
        len(items),
        frozenset(item.movement_id for item in items if item.carried),
        contacts(facts.work_bouts),
        int(TWELFTHS * main_sets(facts, level)),
        work_seconds(facts),
        facts.design.kit,
    )


def scope_of(
    cells: Iterable[Cell],
    around: Iterable[ClassFacts],
    sheet: RuleSheet,
    slot_seconds: int,
    *,
    steps: WeekSteps,
    floors: Mapping[str, int],
    day_floors: Mapping[str, int],
    group: Group,
    carried: Carried = NOTHING_CARRIED,
) -> Scope:
    """Return the scope in which the movements of ``cells`` are chosen."""
    none: Mapping[str, Carry] = {}
    bays = [
        bay_of(
            cell,
            sheet.yardstick,
            slot_seconds,
            stretch_of(sheet),
            doses=doses_of(sheet, group.level),
            carried=carried.get(cell.slot.index, none),
            cupboard=P15.on(sheet),
        )
        for cell in cells
    ]
    return Scope(
        bays, [fixed_class(f, group.level) for f in around], steps, floors, day_floors, group
    )


def structure_rows(scope: Scope) -> list[Row]:
    """Return the rows that are no rule: slots are filled, the kit of the class is used, and little
    of a class goes to forearms, shins or neck alone."""
    out: list[Row] = []
    for bay in scope.bays:
        slots = tuple((choice.key, choice.slots) for choice in bay.choices)
        out.append(Row(SLOTS, bay.slot.label, slots, low=bay.slots, high=bay.slots))
        own = tuple((c.key, 1) for c in bay.choices if c.movement.fetched_kit)
        if bay.kit_choices_at_least:
            out.append(Row(THEME, bay.slot.label, own, low=bay.kit_choices_at_least))
        small = tuple(
            (c.key, 1) for c in bay.choices if SMALL_GROUPS.issuperset(c.movement.targets)
        )
        out.append(Row(SUBSTANCE, bay.slot.label, small, high=max(1, bay.slots // 4)))
        if bay.least_seconds:
            work = tuple((c.key, c.seconds) for c in bay.choices)
            # A class that ends early is worth a remark, so where nothing else will do it may.
            least = bay.least_seconds
            out.append(Row(FILLS, bay.slot.label, work, low=least, weight=1, scale=60))
        for name, least, most, keys in bay.parts:
            own = tuple((c.key, c.slots) for c in bay.choices if c.key in keys)
            out.append(Row(PARTS, f"{bay.slot.label}, {name}", own, low=least, high=most))
    return [*out, *_once(scope)]


def _once(scope: Scope) -> Iterator[Row]:
    """Yield rows that let a movement which may be carried come once a week, carried or not."""
    for week in scope.weeks():
        choices = [c for bay in scope.bays_of_week(week) for c in bay.choices]
        for name in sorted({c.movement.id for c in choices if c.carried}):
            own = tuple((c.key, 1) for c in choices if c.movement.id == name)
            if len(own) > 1:
                yield Row(CARRIED, f"week {week + 1}, {name}", own, high=1)


def all_rows(scope: Scope, sheet: RuleSheet) -> list[Row]:
    """Return structure and rules together."""
    return [*structure_rows(scope), *selection_rows(scope, sheet)]


def build(rows: Iterable[Row], *, hard_aims: bool = False) -> RowModel:
    """Return the model of some rows."""
    model = RowModel()
    for row in rows:
        model.add(row, hard_aims=hard_aims)
    return model


def chosen_movements(scope: Scope, solved: Solved) -> dict[int, tuple[Movement, ...]]:
    """Return the chosen movements of each bay, in library order."""
    return {
        bay.index: tuple(c.movement for c in bay.choices if c.key in solved.chosen)
        for bay in scope.bays
    }


def within_bands(
    scope: Scope, rows: Sequence[Row], taste: Taste, limits: Limits, *, refine: bool = True
) -> Solved:
    """Choose movements with all aims in their bands; ``refine``: then the best among equals."""
    model = build(rows, hard_aims=True)
    solved = model.first_found(limits)
    if solved.outcome is Outcome.FOUND and refine:
        better = replace(limits, deterministic=limits.deterministic * TASTE_PART)
        tasted = model.solve(better, taste.weights(scope), solved.chosen)
        return tasted if tasted.outcome is Outcome.FOUND else solved
    return solved


def at_least_cost(rows: Sequence[Row], limits: Limits) -> Solved:
    """Choose movements so that every must holds, at the least cost outside the bands."""
    return build(rows).solve(limits)
