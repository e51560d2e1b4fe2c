"""Re-fill: other movements for one class whose focus, format and kit stay, with the rest locked."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence, Set
from dataclasses import replace
from typing import Any, TypeAlias

from grike.core.design import ClassDesign
from grike.core.editing import stands, swapped, work_blocks
from grike.core.errors import Conflict
from grike.core.judging.pool import pool
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.planner.assembly import assembled, reframed
from grike.core.planner.carrying import asks_of, carried_now, items_of
from grike.core.planner.cells import Theme
from grike.core.planner.linear import Outcome, Solved
from grike.core.planner.one_class import known_by, run_around, to_change
from grike.core.planner.onward import all_onward, onward_rows
from grike.core.planner.problem import Problem, Settings
from grike.core.planner.run import Run, WeekTask, kept_facts
from grike.core.planner.selection import (
    all_rows,
    at_least_cost,
    chosen_movements,
    within_bands,
)
from grike.core.planner.skeleton import Cell
from grike.core.planner.standing import variant_of
from grike.core.planner.taste import Taste, thinned
from grike.core.planner.taught import later_needs, teaching_rows
from grike.core.planner.variants import Variant
from grike.core.planner.weeks import scope_beside
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Row, breaches, findings
from grike.core.series import PlannedClass, Slot
from grike.core.sharing import usable_kit

#: Weight with which a movement that is there now is avoided among plans of equal cost.
AVOID = 3
#: A class is another one, and not the same with a swap, with so many other movements.
OTHER_MOVEMENTS = 2


def refill(
    problem: Problem,
    slot: int,
    seed: int,
    settings: Settings | None = None,
    *,
    facts: Facts | None = None,
    blocks: frozenset[int] | None = None,
    apart: Sequence[PlannedClass] = (),
) -> PlannedClass:
    """Return the class of a slot with other movements, every must kept if that is possible.

    ``blocks``: only the movements of these work blocks change; locked blocks never do.
    ``apart``: classes each of which lacks OTHER_MOVEMENTS of it.

    ``facts`` of the plan, where the caller has them, save working them out again. Movements that
    are there now come back only if the musts or the bands cannot do without them.
    Raises Conflict where the slot is empty or locked, or where no filling keeps the musts.
    """
    chosen = settings or Settings()
    now = to_change(problem.plan, slot)
    own = replace(problem, free=frozenset({slot}))
    around = facts.classes if facts is not None else kept_facts(own, chosen).values()
    run = run_around(own, slot, around, seed=seed, settings=chosen)
    stays = _staying(now.design, blocks)
    differs = _differs(now.slot, apart)
    task, solved = _other_movements(run, now, stays, differs)
    movements = chosen_movements(task.scope, solved)[slot]
    known = known_by(problem.plan, slot)
    if stays:
        design = _in_blocks(now.design, stays, movements, problem.library)
        placed = replace(now, design=design)
        return min(
            (placed, reframed(own, chosen, placed, known, seed=seed)),
            key=lambda planned: _breaches(problem, chosen, planned, facts),
        )
    items = items_of(task.carried.get(slot, {}))
    return assembled(own, chosen, task.cells[slot], movements, known=known, seed=seed, items=items)


def _breaches(
    problem: Problem, settings: Settings, planned: PlannedClass, facts: Facts | None
) -> tuple[int, int]:
    plan = problem.plan.with_class(planned)
    return breaches(findings(Facts(plan, problem.library, settings.paces, before=facts)))


def _staying(design: ClassDesign, blocks: frozenset[int] | None) -> dict[str, int]:
    """Return the movements that stay, with their block; locked blocks and those not asked for."""
    free = frozenset(work_blocks(design)) if blocks is None else blocks
    free = frozenset(n for n in free if not design.blocks[n].locked)
    if not free & frozenset(work_blocks(design)):
        raise Conflict("These blocks are locked.", fix="Unlock one first.")
    return {
        item.movement_id: number
        for number, _, item in design.items(Purpose.WORK)
        if number not in free
    }


def _in_blocks(
    design: ClassDesign, stays: Mapping[str, int], movements: Sequence[Movement], library: Library
) -> ClassDesign:
    """Return the class with new movements in the places that do not stay, alike for alike.

    Places are filled in class order, each by a movement with sides like the one that goes, so that
    the length stays; among those the position that is there now comes first.
    """
    come = [m for m in movements if m.id not in stays]
    places = [(n, place, item) for n, place, item in design.items(Purpose.WORK)]
    for number, place, item in places:
        if item.movement_id in stays:
            continue
        now = library[item.movement_id]
        fitting = [m for m in come if m.one_sided == now.one_sided] or list(come)
        if not fitting:
            break
        fitting.sort(key=lambda m: m.position is not now.position)
        tried = [(m, swapped(design, number, place, m.id, library=library)) for m in fitting]
        new, design = next((t for t in tried if stands(t[1], library)), tried[0])
        come.remove(new)
    return design


def _held(
    task: WeekTask, stays: Mapping[str, int], now: PlannedClass, library: Library
) -> WeekTask:
    """Return the task with what stays in it, and as many one-sided movements as there are now."""
    choices = task.scope.bays[0].choices
    keep = tuple((c.key, 1) for c in choices if c.movement.id in stays)
    sided = tuple((c.key, 1) for c in choices if c.movement.one_sided)
    ones = sum(library[i].one_sided for i in now.design.movement_ids())
    rows = (
        Row("locked", now.slot.label, keep, low=len(stays)),
        Row("locked", now.slot.label, sided, low=ones, high=ones),
    )
    return replace(task, rows=(*task.rows, *rows))


#: Returns a task with further rows.
_More: TypeAlias = Callable[[WeekTask], WeekTask]


def _differs(slot: Slot, apart: Sequence[PlannedClass]) -> _More:
    """Return what holds that a class has movements which other fillings of it do not have."""

    def more(task: WeekTask) -> WeekTask:
        choices = task.scope.bays[0].choices
        rows = []
        for other in apart:
            ids = frozenset(other.design.movement_ids())
            new = tuple((c.key, 1) for c in choices if c.movement.id not in ids)
            rows.append(Row("other", slot.label, new, low=OTHER_MOVEMENTS))
        return replace(task, rows=(*task.rows, *rows))

    return more


def _other_movements(
    run: Run, now: PlannedClass, stays: Mapping[str, int], more: _More
) -> tuple[WeekTask, Solved]:
    """Try with none of the present movements, with half of them, all, then outside the bands."""
    limits = run.limits(run.settings.week_time)
    present = frozenset(now.design.movement_ids()) - stays.keys()
    library = run.problem.library
    task = more(class_task(run, now, without=present))
    if stays:
        task = _held(more(class_task(run, now)), stays, now, library)
        avoid = tuple((c.key, 1) for c in task.scope.bays[0].choices if c.movement.id in present)
        task = replace(task, rows=(*task.rows, Row("other", now.slot.label, avoid, high=0)))
    nothing = Taste({}, run.seed)
    solved = within_bands(task.scope, task.rows, nothing, limits, refine=False)
    if solved.outcome is Outcome.FOUND:
        return task, solved
    task = more(class_task(run, now))
    if stays:
        task = _held(task, stays, now, library)
    taste = Taste(dict.fromkeys(present, AVOID), run.seed)
    again = tuple((c.key, 1) for c in task.scope.bays[0].choices if c.movement.id in present)
    half = Row("other", now.slot.label, again, high=len(present) // 2)
    solved = within_bands(task.scope, (*task.rows, half), taste, limits, refine=False)
    if solved.outcome is Outcome.FOUND:
        return task, solved
    solved = within_bands(task.scope, task.rows, taste, limits)
    if solved.outcome is not Outcome.FOUND:
        solved = at_least_cost(task.rows, run.limits(run.settings.soft_time))
    if solved.outcome is not Outcome.FOUND:
        raise Conflict(
            "No other filling keeps every must rule.",
            "The classes around it leave too few movements.",
            "Unlock a neighbour, or choose other kit or another focus.",
        )
    return task, solved


def _cell_of(
    run: Run,
    now: PlannedClass,
    variant: Variant[Any],
    without: frozenset[str],
    *,
    stays: Set[str],
) -> Cell:
    """Return the cell of a class as it is, with the movements from which it may be chosen anew."""
    shape = run.problem.plan.shape.on(now.slot)
    kit = usable_kit(now.design.kit, shape)
    every = pool(shape, run.problem.library)
    there = [m for m in every if m.fetched_kit <= kit and variant.on(now.design.focus, m)]
    able = [m for m in there if variant.takes(m, run.problem.doses)]
    movements = tuple(m for m in able if m.id not in without and m.id not in stays)
    if without:
        movements = thinned(movements, Taste({}, run.seed, known=run.known), 0, now.design.focus)
    movements += tuple(m for m in able if m.id in stays)
    return Cell(now.slot, now.design.focus, variant, Theme(kit, movements))


def as_they_stand(run: Run, slots: Iterable[Slot]) -> dict[int, Cell]:
    """Return the cells of classes in the focus, format and kit that stand there now.

    None where a slot has no class, or one whose format cannot be read back.
    """
    there = {planned.slot.index: planned for planned in run.problem.plan.classes}
    nothing: frozenset[str] = frozenset()
    try:
        own = [there[slot.index] for slot in slots]
        cells = [_cell_of(run, p, standing_in(run, p), nothing, stays=nothing) for p in own]
    except (KeyError, Conflict):
        return {}
    return {cell.slot.index: cell for cell in cells}


def standing_in(run: Run, now: PlannedClass) -> Variant[Any]:
    """Return the variant in which a class stands, in its shape where it has one."""
    shape = run.problem.plan.shape
    design = now.design
    return variant_of(
        design,
        run.problem.library,
        run.pool.grounds.plain_on(now.slot),
        shape=shape.class_shape(design.shape),
        for_level=shape.level,
    )


def class_task(
    run: Run,
    now: PlannedClass,
    without: frozenset[str] = frozenset(),
    *,
    mending: bool = False,
    variant: Variant[Any] | None = None,
) -> WeekTask:
    """Return the task of choosing the movements of one class that stays what it is otherwise.

    ``mending``: it should also teach what later classes lack. Kit that the room has no longer for
    everybody is no longer used. ``variant``: another than it stands in.
    """
    problem = run.problem
    sheet, week = problem.plan.sheet, now.slot.week
    other, variant = variant is not None, variant or standing_in(run, now)
    # What is carried on is there on purpose: it may stay even where others are asked for.
    carried = carried_now(run, now.design, variant)
    needs = all_onward(problem.plan, run.facts, [now.slot], problem.library)
    stays = carried.keys() | needs.get(now.slot.index, {}).keys()
    cell = _cell_of(run, now, variant, without, stays=stays)
    cells, brought = {now.slot.index: cell}, {now.slot.index: carried}
    scope = scope_beside(run, week, [cell], brought)
    rows = (
        *all_rows(scope, sheet),
        *teaching_rows(scope, later_needs(run, [now.slot], mending=mending)),
        *onward_rows(sheet, scope, needs, asks_of(run, cells, brought), strict=other),
    )
    return WeekTask(week, cells, scope, rows, brought)
