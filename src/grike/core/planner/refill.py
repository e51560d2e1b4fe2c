"""Re-fill: other movements for one class whose focus, format and kit stay, with the rest locked."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from grike.core.design import ClassDesign
from grike.core.editing import work_blocks
from grike.core.errors import Conflict
from grike.core.format import TimedCircuit
from grike.core.movement import Library
from grike.core.planner.assembly import assembled
from grike.core.planner.cells import Theme, pool
from grike.core.planner.linear import Outcome, Solved
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop, Problem, Settings
from grike.core.planner.run import Run, WeekTask, kept_facts
from grike.core.planner.selection import (
    Taste,
    all_rows,
    at_least_cost,
    chosen_movements,
    scope_of,
    thinned,
    within_bands,
)
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import PLANNED_FORMATS, Variant, slots_for, variants
from grike.core.planner.volume_bounds import volume_bounds
from grike.core.rules import Facts, Row
from grike.core.rules.base import row_weight
from grike.core.rules.scope import Scope
from grike.core.series import PlannedClass
from grike.core.sheet import Mode

#: Weight with which a movement that is there now is avoided among plans of equal cost.
AVOID = 3


def variant_of(design: ClassDesign, library: Library) -> Variant:
    """Return the variant in which a class stands, or the nearest that fits its slot.

    A class whose work blocks are not alike has no variant of its own.
    """
    blocks = [design.blocks[number] for number in work_blocks(design)]
    formats = {block.format for block in blocks}
    planned = bool(blocks) and isinstance(blocks[0].format, PLANNED_FORMATS)
    probe = Variant(blocks[0].format, len(blocks), 0, blocks[0].sets) if planned else None
    if probe is not None and len(formats) == 1:
        sizes = [sum(slots_for(probe, library[i.movement_id]) for i in b.items) for b in blocks]
        even = sizes[0] % 2 == 0 or not isinstance(probe.format, TimedCircuit)
        if len(set(sizes)) == 1 and even:
            return replace(probe, block_slots=sizes[0])
    kind = design.main_format()
    wanted = sum(len(block.items) for block in blocks)
    options = [v for v in variants(design.slot_seconds) if v.kind == kind]
    options = options or list(variants(design.slot_seconds))
    if not options:
        raise Conflict("No format fits this slot.", fix="Make the class longer.")
    return min(options, key=lambda v: abs(v.slots - wanted))


def refill(
    problem: Problem,
    slot: int,
    seed: int,
    settings: Settings | None = None,
    facts: Facts | None = None,
) -> PlannedClass:
    """Return the class of a slot with other movements, every must kept if that is possible.

    ``facts`` of the plan, where the caller has them, save working them out again. Movements that
    are there now come back only if the musts or the bands cannot do without them.
    Raises Conflict where the slot is empty or locked, or where no filling keeps the musts.
    """
    chosen = settings or Settings()
    now = next((p for p in problem.plan.classes if p.slot.index == slot), None)
    if now is None or now.locked:
        what = "is locked" if now else "has no class yet"
        raise Conflict(f"The slot {what}.", fix="Unlock it first." if now else "Plan it first.")
    own = replace(problem, free=frozenset({slot}))
    run = Run(own, chosen, NeverStop(), seed, pool_report(problem))
    around = facts.classes if facts is not None else kept_facts(own, chosen).values()
    run.facts.update({f.slot.index: f for f in around if f.slot.index != slot})
    task, solved = _other_movements(run, now)
    movements = chosen_movements(task.scope, solved)[slot]
    before = [p.design.movement_ids() for p in problem.plan.classes if p.slot.index < slot]
    known = problem.plan.known.union(*before)
    return assembled(own, chosen, task.cells[slot], movements, known, seed)


def _other_movements(run: Run, now: PlannedClass) -> tuple[WeekTask, Solved]:
    """Try with none of the present movements, then with all, then outside the bands."""
    limits = run.limits(run.settings.week_time)
    present = frozenset(now.design.movement_ids())
    task = _task(run, now, without=present)
    nothing = Taste({}, run.seed)
    solved = within_bands(task.scope, task.rows, nothing, limits, refine=False)
    if solved.outcome is Outcome.FOUND:
        return task, solved
    task = _task(run, now)
    taste = Taste(dict.fromkeys(present, AVOID), run.seed)
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


def _task(run: Run, now: PlannedClass, without: frozenset[str] = frozenset()) -> WeekTask:
    problem = run.problem
    library, shape, sheet = problem.library, problem.plan.shape, problem.plan.sheet
    movements = tuple(
        m for m in pool(shape, library) if m.fetched_kit <= now.design.kit and m.id not in without
    )
    if without:
        movements = thinned(movements, Taste({}, run.seed), 0)
    theme = Theme(now.design.kit, movements)
    cell = Cell(now.slot, now.design.focus, variant_of(now.design, library), theme)
    week = now.slot.week
    reach = max(6, int(sheet["D4"].numbers["gap"]) + 1)
    around = [
        f for i, f in run.facts.items() if f.slot.week == week or abs(i - now.slot.index) <= reach
    ]
    scope = scope_of(
        [cell],
        around,
        sheet,
        shape.minutes * 60,
        volume_bounds(problem, run.facts.values(), week, 1),
        run.pool.floors,
        run.pool.day_floors,
        run.group(week),
    )
    rows = (*all_rows(scope, sheet), *_taught_here(run, now, scope))
    return WeekTask(week, {now.slot.index: cell}, scope, rows)


def _taught_here(run: Run, now: PlannedClass, scope: Scope) -> Iterator[Row]:
    """Yield rows that keep what later classes count on: what this class teaches the group (D8)."""
    line = run.problem.plan.sheet["D8"]
    if line.mode is Mode.OFF:
        return
    taught = set(now.design.movement_ids())
    known = set(run.problem.plan.known)
    first = min(slot.week for slot in run.problem.slots)
    for index, facts in sorted(run.facts.items()):
        own = {m.id: m for _, _, m in facts.work_movements()}
        if index > now.slot.index and facts.slot.week > first:
            new = {i for i, m in own.items() if i not in known and not m.foundation}
            short = len(new) - line.whole("most")
            if short > 0 and new & taught:
                terms = tuple((c.key, 1) for c in scope.bays[0].choices if c.movement.id in new)
                yield Row("D8", facts.slot.label, terms, low=short, weight=row_weight(line))
        known |= own.keys()
