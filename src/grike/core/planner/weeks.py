"""The task of one week: its cells, what each may choose from, what it carries on, and the rows."""

from __future__ import annotations

from collections.abc import Mapping, Sequence, Set
from dataclasses import replace

from grike.core.composition import Doses
from grike.core.movement import Movement
from grike.core.planner.carrying import asks_of, carries
from grike.core.planner.onward import all_onward, onward_rows
from grike.core.planner.run import Run, WeekTask
from grike.core.planner.selection import Carried, all_rows, scope_of
from grike.core.planner.skeleton import Cell
from grike.core.planner.taste import thinned
from grike.core.planner.taught import later_needs, teaching_rows
from grike.core.planner.volume_bounds import volume_bounds
from grike.core.rows.scope import Scope
from grike.core.rules.d4_returns import D4


def week_task(
    run: Run, week: int, cells: Mapping[int, Cell], attempt: int | None = None
) -> WeekTask:
    """Return the task of choosing the movements of one week, given its cells.

    ``attempt`` None: from all movements that the kit allows; else from some of them, and from
    others at the next attempt.
    """
    sheet = run.problem.plan.sheet
    own = [cell for cell in cells.values() if cell.slot.week == week]
    carried = carries(run, own)
    slots = [cell.slot for cell in own]
    needs = later_needs(run, slots)
    leans = all_onward(run.problem.plan, run.facts, slots, run.problem.library)
    kept = {name for need in needs for name in need.movements}.union(*leans.values())
    own = [_with_carried(cell, carried) for cell in _offered(run, own, attempt, kept)]
    scope = scope_beside(run, week, own, carried)
    asks = asks_of(run, {cell.slot.index: cell for cell in own}, carried)
    firm = not run.problem.eased
    later = (*teaching_rows(scope, needs), *onward_rows(sheet, scope, leans, asks, firm=firm))
    rows = (r for r in all_rows(scope, sheet) if r.weight is None or r.rule not in run.later)
    return WeekTask(week, cells, scope, (*rows, *later), carried)


def scope_beside(run: Run, week: int, cells: Sequence[Cell], carried: Carried) -> Scope:
    """Return the scope of some classes of a week beside those that stand, as far as rules look."""
    sheet, own = run.problem.plan.sheet, {cell.slot.index for cell in cells}
    reach = max(6, D4.line(sheet).whole("gap") + 1)
    return scope_of(
        cells,
        [
            facts
            for index, facts in run.facts.items()
            if index not in own
            and (facts.slot.week == week or min(abs(index - n) for n in own) <= reach)
        ],
        sheet,
        run.problem.plan.shape.minutes * 60,
        steps=volume_bounds(run.problem, run.facts.values(), week, len(cells)),
        floors=run.pool.floors,
        day_floors=run.pool.day_floors,
        group=run.group(week),
        carried=carried,
    )


def _offered(run: Run, cells: Sequence[Cell], attempt: int | None, kept: Set[str]) -> list[Cell]:
    """Return cells with the movements that they can use, some of them for an attempt.

    ``kept``: what is always among them (ids).
    """
    doses = run.problem.doses
    suited = [_suited(cell, doses) for cell in cells]
    if attempt is not None:
        taste = run.taste(run.seed + attempt)
        taste = replace(taste, wanted=taste.wanted | kept)
        pairs = enumerate(zip(cells, suited, strict=True))
        suited = [thinned(movements, taste, n, cell.focus) for n, (cell, movements) in pairs]
    return [_with_movements(c, m) for c, m in zip(cells, suited, strict=True)]


def _suited(cell: Cell, doses: Doses) -> tuple[Movement, ...]:
    """Return the movements of a cell that its format can use, each in its own dose."""
    variant, focus = cell.variant, cell.focus
    able = (m for m in cell.theme.movements if variant.on(focus, m))
    return tuple(m for m in able if variant.takes(m, doses))


def _with_movements(cell: Cell, movements: tuple[Movement, ...]) -> Cell:
    return replace(cell, theme=replace(cell.theme, movements=movements))


def _with_carried(cell: Cell, carried: Carried) -> Cell:
    """Return a cell that offers what it could carry on, whatever else was left out."""
    there = {m.id for m in cell.theme.movements}
    mine = carried.get(cell.slot.index, {})
    more = (carry.movement for name, carry in mine.items() if name not in there)
    return _with_movements(cell, (*cell.theme.movements, *more))
