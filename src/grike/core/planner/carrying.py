"""What a week carries on from the week before; in a lighter week it only has to come back."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from typing import Any

from grike.core.bouts import Bout
from grike.core.design import ClassDesign
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement
from grike.core.planner.asking import asked_in, bouts_in
from grike.core.planner.levers import asking_more
from grike.core.planner.run import Run
from grike.core.planner.selection import Carried, Carry
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import Variant
from grike.core.progression import (
    Asked,
)
from grike.core.purpose import Purpose
from grike.core.rows.scope import Choice
from grike.core.rules.d7_carrying import D7, asked_of
from grike.core.rules.p7_anchors import P7
from grike.core.rules.w7_steps import W7, is_lighter
from grike.core.volume import volume_of_bouts


def carries(run: Run, cells: Sequence[Cell]) -> dict[int, dict[str, Carry]]:
    """Return what each cell of one week could carry on, by slot index and movement id.

    Empty in the first week and where neither D7 nor P7 asks for any; with P7 alone only the main
    lifts of the weekday. How much of it comes back is left to the rule: an
    offer, with the share as a row of D7, reaches it for every seed tried, while a given number in
    each class, chosen beforehand, crowded out the rest and missed it for most.
    """
    sheet = run.problem.plan.sheet
    if not (D7.on(sheet) or P7.on(sheet)) or not cells:
        return {}
    week = cells[0].slot.week
    before = _last_full_week(run, week)
    lighter = is_lighter(week, W7.line(sheet))
    if D7.on(sheet):
        return {cell.slot.index: _possible(run, cell, before, lighter) for cell in cells}
    anchors = run.anchors(week)
    return {
        cell.slot.index: _possible(run, cell, before, lighter, only=anchors[cell.slot.index].ids)
        for cell in cells
        if cell.slot.index in anchors
    }


def carried_now(run: Run, design: ClassDesign, variant: Variant[Any]) -> dict[str, Carry]:
    """Return what a class carries as it stands, so that a re-fill may keep it."""
    sheet = run.problem.plan.sheet
    if not (D7.on(sheet) or P7.on(sheet)):
        return {}
    out: dict[str, Carry] = {}
    for _, _, item in design.items(Purpose.WORK):
        own = variant.own_for(run.problem.library[item.movement_id])
        bouts = bouts_in(own, item, run.problem.library) if item.carried else []
        if bouts:
            out[item.movement_id] = _carry(run, own, item, bouts)
    return out


def _carry(run: Run, variant: Variant[Any], item: Item, bouts: Sequence[Bout]) -> Carry:
    """Return what an item that is carried on asks for in a variant."""
    training = volume_of_bouts(bouts).training.get(run.problem.plan.sheet.yardstick, 0)
    work = sum(bout.seconds for bout in bouts)
    seconds = 0 if variant.uniform else work
    return Carry(run.problem.library[item.movement_id], item, int(100 * training), seconds, work)


def asks_of(
    run: Run, cells: Mapping[int, Cell], carried: Carried
) -> Callable[[Choice], Asked | None]:
    """Return what tells what classes ask of a choice, carried on or not."""

    def of(choice: Choice) -> Asked | None:
        index, movement = choice.bay, choice.movement
        own = cells[index].variant.own_for(movement)
        carry = carried.get(index, {}).get(movement.id)
        return asked_in(own, carry.item if carry else own.item_for(movement), run.problem.library)

    return of


def _last_full_week(run: Run, week: int) -> list[ClassFacts]:
    """Return the classes of the last full week before a week, in order."""
    line = W7.line(run.problem.plan.sheet)
    weeks = {f.slot.week for f in run.facts.values() if f.slot.week < week}
    full = [w for w in weeks if not is_lighter(w, line)]
    return [f for _, f in sorted(run.facts.items()) if full and f.slot.week == max(full)]


def _possible(
    run: Run,
    cell: Cell,
    before: Sequence[ClassFacts],
    lighter: bool,
    *,
    only: frozenset[str] | None = None,
) -> dict[str, Carry]:
    """Return what a cell could carry: each movement with the first lever that asks for more.

    ``only``: none but these (ids).
    """
    allowed = {movement.id for movement in cell.theme.movements}
    allowed = allowed if only is None else allowed & only
    plain = run.pool.grounds.plain_on(cell.slot)
    doses = run.problem.doses
    out: dict[str, Carry] = {}
    for member in before:
        for _, _, movement in member.work_movements:
            then = asked_of(member, movement.id)
            able = cell.variant.takes(movement, doses)
            if then is None or movement.id not in allowed or not able:
                continue
            harder = movement.id not in plain
            name = (cell.variant, movement.id, None if lighter else then, harder)
            if name not in run.carries:
                run.carries[name] = _carried(run, cell, movement, name[2], harder=harder)
            found = run.carries[name]
            if found is not None:
                out[movement.id] = found
    return out


def _carried(
    run: Run, cell: Cell, movement: Movement, then: Asked | None, *, harder: bool
) -> Carry | None:
    """Return the movement with the first lever that asks more than ``then``; None without one.

    ``harder``: whether these people may be given its harder option.
    """
    order, library = run.problem.plan.shape.wishes.levers, run.problem.library
    variant = cell.variant.own_for(movement)
    item = asking_more(variant, movement, then, order, harder=harder, library=library)
    return _carry(run, variant, item, bouts_in(variant, item, library)) if item else None


def items_of(carried: Mapping[str, Carry]) -> dict[str, Item]:
    """Return the items of what a class carries, by movement id."""
    return {name: carry.item for name, carry in carried.items()}
