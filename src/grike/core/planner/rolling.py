"""Rolling weeks: skeleton, then the movements of one week after the other, bands first."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace
from fractions import Fraction

from grike.core.planner.assembly import assembled
from grike.core.planner.carrying import carries, items_of
from grike.core.planner.cells import Theme, pool
from grike.core.planner.linear import Outcome
from grike.core.planner.problem import Problem, Progress
from grike.core.planner.run import Failure, Run, WeekAnswer, WeekTask, kept_facts
from grike.core.planner.selection import (
    NOTHING_CARRIED,
    Carried,
    all_rows,
    at_least_cost,
    chosen_movements,
    scope_of,
    thinned,
    within_bands,
)
from grike.core.planner.skeleton import Cell, SkeletonTask, skeleton, training_guess
from grike.core.planner.volume_bounds import volume_bounds
from grike.core.sheet import Mode

#: How much of the share that is asked for each attempt at a week carries on, before it is filled
#: without.
CARRYING_PARTS = (1.2, 1.1, 1.0, 0.9, 0.8)
#: For so many open slots the time of the skeleton is meant.
USUAL_SLOTS = 24
#: How many patterns get a solve with soft bands once one of them has a plan.
SOFT_PATTERNS = 2
#: How many patterns that failed with a part of the library are tried with all of it.
FULL_PATTERNS = 2


def week_task(
    run: Run, week: int, cells: Mapping[int, Cell], attempt: int | None = None
) -> WeekTask:
    """Return the task of choosing the movements of one week, given its cells.

    ``attempt`` None: from all movements that the kit allows; else from some of them, and from
    others at the next attempt.
    """
    sheet, shape = run.problem.plan.sheet, run.problem.plan.shape
    own = [cell for cell in cells.values() if cell.slot.week == week]
    carried = _carried(run, own, attempt)
    if attempt is not None:
        taste = run.taste(run.seed + attempt)
        own = [
            replace(c, theme=replace(c.theme, movements=thinned(c.theme.movements, taste, n)))
            for n, c in enumerate(own)
        ]
    own = [_with_carried(cell, carried) for cell in own]
    reach = max(6, int(sheet["D4"].numbers["gap"]) + 1)
    near = {cell.slot.index for cell in own}
    around = [
        facts
        for index, facts in run.facts.items()
        if index not in near
        and (facts.slot.week == week or min(abs(index - n) for n in near) <= reach)
    ]
    scope = scope_of(
        own,
        around,
        sheet,
        shape.minutes * 60,
        volume_bounds(run.problem, run.facts.values(), week, len(own)),
        run.pool.floors,
        run.pool.day_floors,
        run.group(week),
        carried,
    )
    return WeekTask(week, cells, scope, tuple(all_rows(scope, sheet)), carried)


def _carried(run: Run, cells: Sequence[Cell], attempt: int | None) -> Carried:
    """Return what a week carries on; after some attempts nothing, unless it must."""
    must = run.problem.plan.sheet["D7"].mode is Mode.MUST
    if attempt is not None and attempt < len(CARRYING_PARTS):
        return carries(run, cells, CARRYING_PARTS[attempt])
    return carries(run, cells, CARRYING_PARTS[-1]) if must else NOTHING_CARRIED


def _with_carried(cell: Cell, carried: Carried) -> Cell:
    """Return a cell that offers what it carries itself and nothing that another class carries."""
    mine = carried.get(cell.slot.index, {})
    others = {name for slot, own in carried.items() if slot != cell.slot.index for name in own}
    kept = [m for m in cell.theme.movements if m.id not in others]
    there = {m.id for m in kept}
    kept += [carry.movement for name, carry in mine.items() if name not in there]
    return replace(cell, theme=replace(cell.theme, movements=tuple(kept)))


def plan_weeks(run: Run) -> Failure | None:
    """Fill every week in turn; return why not, or None when all are filled."""
    for facts in kept_facts(run.problem, run.settings).values():
        run.facts[facts.slot.index] = facts
        for movement_id in facts.design.movement_ids():
            run.used[movement_id] = run.used.get(movement_id, 0) + 1
    run.known = run.problem.plan.known
    weeks = sorted({slot.week for slot in run.problem.slots})
    open_weeks = {slot.week for slot in run.problem.open_slots()}
    cells: dict[int, Cell] = {}
    cost = 0
    for number, week in enumerate(weeks):
        report(run, f"Week {week + 1}", number, len(weeks), cost)
        if week in open_weeks:
            answer = _week(run, week, cells)
            if isinstance(answer, Failure):
                return answer
            cells = dict(answer.task.cells)
            cost += answer.solved.cost
            run.cut = run.cut or answer.solved.cut_by_wall
            _take(run, answer)
        close_week(run, week)
    report(run, "Done", len(weeks), len(weeks), cost)
    return None


def report(run: Run, stage: str, done: int, total: int, cost: int) -> None:
    """Tell the caller how far the run is."""
    run.settings.on_progress(Progress(stage, done, total, cost, run.pool.bound))
    run.stopped = run.stopped or run.stop.requested()


def _take(run: Run, answer: WeekAnswer) -> None:
    """Assemble the classes of a filled week and take them into the history."""
    chosen = chosen_movements(answer.task.scope, answer.solved)
    for index in sorted(chosen):
        earlier = [f.design.movement_ids() for i, f in run.facts.items() if i < index]
        run.known = run.problem.plan.known.union(*earlier)
        cell = answer.task.cells[index]
        items = items_of(answer.task.carried.get(index, {}))
        planned = assembled(
            run.problem, run.settings, cell, chosen[index], run.known, run.seed, items
        )
        run.remember(planned)


def close_week(run: Run, week: int) -> None:
    """Note the training volume that a week really holds."""
    yardstick = run.problem.plan.sheet.yardstick
    members = [f for f in run.facts.values() if f.slot.week == week]
    run.week_training[week] = sum(
        (f.volume.training.get(yardstick, Fraction(0)) for f in members), Fraction(0)
    )


def _week(run: Run, week: int, before: Mapping[int, Cell]) -> WeekAnswer | Failure:
    """Fill a week: patterns are tried with all bands hard, then the best one with soft bands."""
    past = {index: cell for index, cell in before.items() if cell.slot.week < week}
    cells: dict[int, Cell] | Failure = dict(before)
    if not any(cell.slot.week == week for cell in before.values()):
        cells = _skeleton(run, past, ())
    refused: list[Mapping[int, Cell]] = []
    tried: list[WeekTask] = []
    taste = run.taste(run.seed)
    for attempt in range(run.settings.retries + 1):
        if isinstance(cells, Failure):
            break
        task = week_task(run, week, cells, attempt)
        solved = within_bands(task.scope, task.rows, taste, run.limits(run.settings.week_time))
        if solved.outcome is Outcome.FOUND:
            return WeekAnswer(task, solved)
        tried.append(week_task(run, week, cells))
        refused.append({i: c for i, c in cells.items() if c.slot.week == week})
        run.stopped = run.stopped or run.stop.requested()
        if run.stopped:
            # Whoever stops keeps what there is, so the first pattern with any filling is taken.
            any_filling = _softly(run, tried[-1:], None)
            if isinstance(any_filling, WeekAnswer):
                return any_filling
        cells = _skeleton(run, past, tuple(refused))
    return _softly(run, tried, cells if isinstance(cells, Failure) else None)


def _softly(run: Run, tried: list[WeekTask], failure: Failure | None) -> WeekAnswer | Failure:
    """Return the cheapest filling of the patterns tried, or why the musts let none through."""
    best: WeekAnswer | None = None
    undecided: Failure | None = None
    taste = run.taste(run.seed)
    for task in () if run.stopped else tried[:FULL_PATTERNS]:
        # The attempts chose from a part of the library; now from all of it.
        solved = within_bands(task.scope, task.rows, taste, run.limits(run.settings.soft_time))
        if solved.outcome is Outcome.FOUND:
            return WeekAnswer(task, solved)
    for number, task in enumerate(tried):
        if best is not None and number >= SOFT_PATTERNS:
            break
        solved = at_least_cost(task.rows, run.limits(run.settings.soft_time))
        if solved.outcome is Outcome.FOUND:
            if best is None or solved.cost < best.solved.cost:
                best = WeekAnswer(task, solved)
            if best.solved.cost == 0:
                break
        elif failure is None or undecided is None:
            proven = solved.outcome is Outcome.IMPOSSIBLE
            undecided = Failure("movements", task.week, task.rows, proven)
    return best or undecided or failure or Failure("movements", None, (), False)


def _skeleton(
    run: Run, past: Mapping[int, Cell], refused: tuple[Mapping[int, Cell], ...]
) -> dict[int, Cell] | Failure:
    """Return cells for all open weeks; links that are only hoped for are dropped if need be."""
    # Past weeks are history now: their real classes count, not the cells from which they came.
    kept = dict(run.facts)
    task = SkeletonTask(
        _without_past(run.problem, past, run),
        kept,
        refused=refused,
        week_training=dict(run.week_training),
        calibration=_calibration(run, past),
    )
    outcome = Outcome.IMPOSSIBLE
    # A long series has a larger model: what is enough for six weeks is not for twelve.
    size = max(1.0, len(task.problem.open_slots()) / USUAL_SLOTS)
    limits = run.limits(run.settings.skeleton_time * size)
    for skip in _loosenings(run):
        found = skeleton(replace(task, skip=skip), limits)
        if found.outcome is Outcome.FOUND:
            return {**past, **found.cells}
        outcome = found.outcome
    return Failure("skeleton", None, (), outcome is Outcome.IMPOSSIBLE)


def _calibration(run: Run, past: Mapping[int, Cell]) -> float:
    """Return how much training volume past weeks really held against what was guessed for them.

    It is 1 for timed formats; where reps are counted it keeps guesses from drifting off.
    """
    yardstick = run.problem.plan.sheet.yardstick
    every = Theme(frozenset(), tuple(pool(run.problem.plan.shape, run.problem.library)))
    guessed = sum(training_guess(cell.variant, yardstick, every) for cell in past.values())
    held = sum(run.facts[index].volume.training[yardstick] for index in past)
    return float(100 * held / guessed) if guessed else 1.0


def _without_past(problem: Problem, past: Mapping[int, Cell], run: Run) -> Problem:
    """Return the problem with the classes of filled weeks in place, so that they are not open."""
    if not past:
        return problem
    plan = problem.plan
    for index in past:
        plan = plan.with_class(replace(run.facts[index].planned, locked=True))
    return replace(problem, plan=plan)


def _loosenings(run: Run) -> list[frozenset[str]]:
    """Return what may be left out of the skeleton, least first: aims, never musts."""
    sheet = run.problem.plan.sheet
    aims = [r for r in ("W2", "D3", "D2", "W8", "W7") if sheet[r].mode is Mode.AIM]
    steps = [frozenset(aims[:n]) for n in range(len(aims) + 1)]
    return steps if steps[0] == frozenset() else [frozenset(), *steps]
