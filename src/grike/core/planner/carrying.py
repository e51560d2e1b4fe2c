"""What a week carries on from the week before, and the lever by which each of it progresses.

Levers are tried in the order of the series: more reps or seconds, then the harder option, then
load, unless it says otherwise. Rounds and rest belong to the format of the class and come first
where they happen to rise. In a lighter week what is carried only has to come back.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import replace
from typing import Any

from grike.core.bouts import Bout
from grike.core.composition import most_seconds
from grike.core.design import ClassDesign
from grike.core.item import Item, Level
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement, Pace
from grike.core.planner.asking import asked_in, bouts_in
from grike.core.planner.run import Run
from grike.core.planner.selection import Carried, Carry
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import Variant
from grike.core.progression import (
    HARD_AS_IT_IS,
    REPS_MORE,
    SECONDS_MORE,
    Asked,
    Lever,
    leaps,
    progressed,
    pulled,
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
    order = run.problem.plan.shape.wishes.levers
    if not harder:
        order = tuple(lever for lever in order if lever is not Lever.OPTION)
    variant = cell.variant.own_for(movement)
    for plain in levers(variant, movement, then, order):
        item = replace(plain, carried=True)
        bouts = bouts_in(variant, item, run.problem.library)
        now = asked_in(variant, item, run.problem.library)
        if now is None or (then is not None and leaps(then, now)):
            continue
        if then is None or progressed(then, now):
            return _carry(run, variant, item, bouts)
    return None


def levers(
    variant: Variant[Any],
    movement: Movement,
    then: Asked | None,
    order: Sequence[Lever] = tuple(Lever),
) -> Iterator[Item]:
    """Yield items that ask ever more of a movement in a variant, by the order of the levers.

    Last come two levers at once, for where a format of shorter bouts would ask for less.
    """
    if not variant.hardens:
        return
    base = variant.item_for(movement)
    yield base
    if then is None:
        return
    # What was heavier or harder stays so; its reps begin again only when more is added to that.
    level = Level.HARDER if then.level > HARD_AS_IT_IS else base.level
    base = replace(base, load_step=max(base.load_step, then.load), level=level)
    more = _more_of(variant, movement, base, then)
    yield from pulled(movement, base, then, more=more, order=order)


def _more_of(variant: Variant[Any], movement: Movement, base: Item, then: Asked) -> Item | None:
    """Return an item of more reps or seconds; None where dose or format have no room for it."""
    if variant.counted and movement.pace is not Pace.STILL:
        reps = max(base.reps or variant.usual_reps, then.reps) + REPS_MORE
        return replace(base, reps=reps) if reps <= movement.dose.reps[1] else None
    seconds = max(variant.slot_seconds(), then.seconds) + SECONDS_MORE
    most = min(variant.most_bout_seconds, most_seconds(movement))
    return replace(base, seconds=seconds) if seconds <= most else None


def items_of(carried: Mapping[str, Carry]) -> dict[str, Item]:
    """Return the items of what a class carries, by movement id."""
    return {name: carry.item for name, carry in carried.items()}
