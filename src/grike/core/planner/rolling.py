"""Rolling weeks: skeleton, then the movements of one week after the other, bands first."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from fractions import Fraction

from grike.core.planner.alone import hopeless
from grike.core.planner.bands import SPARED, in_bands, without
from grike.core.planner.laying import (
    assembled_week,
    cost_so_far,
    known_before,
    off_its_step,
    on_its_step,
    trouble,
)
from grike.core.planner.linear import Outcome
from grike.core.planner.patterns import Left, Tried, pattern
from grike.core.planner.problem import Progress
from grike.core.planner.run import Failure, Run, WeekAnswer, kept_facts
from grike.core.planner.seeds import Branch, branched
from grike.core.planner.selection import at_least_cost
from grike.core.planner.skeleton import Cell
from grike.core.planner.weeks import week_task
from grike.core.series import PlannedClass

#: From this week on (from 0) the week before is freed where one cannot be filled, so often a run.
FIRST_TO_GO_BACK, MOST_BACKS = 1, 3
#: How many patterns get a solve with soft bands, side by side, where one of them has a plan.
SOFT_PATTERNS = 2
#: How many patterns that failed with a part of the library are tried with all of it.
FULL_PATTERNS = 2
#: Patterns tried besides the first, once a week had to miss aims.
SOFT_RETRIES = 2


def plan_weeks(run: Run) -> Failure | None:
    """Fill every week in turn; return why not, or None when all are filled."""
    _take_kept(run)
    weeks = sorted({slot.week for slot in run.problem.slots})
    open_weeks = {slot.week for slot in run.problem.open_slots()}
    cells: dict[int, Cell] = {}
    costs = dict.fromkeys(weeks, 0)
    fresh: tuple[PlannedClass, ...] = ()
    back_from: dict[int, str] = {}
    stuck: dict[int, Failure] = {}
    number = 0
    while number < len(weeks):
        week = weeks[number]
        stage = f"Week {week + 1}{run.again}{back_from.get(week, '')}"
        report(run, stage, number, len(weeks), cost=sum(costs.values()), fresh=fresh)
        fresh = ()
        if week in open_weeks:
            answer = _week(run, week, cells)
            back = _why_back(run, answer, weeks[:number])
            if back:
                number -= 1
                back_from[weeks[number]] = f", again, since week {week + 1} {back}"
                cells = _back(run, cells, weeks[number])
                costs[weeks[number]] = 0
                stuck |= {weeks[number]: answer} if isinstance(answer, Failure) else {}
                continue
            if isinstance(answer, Failure):
                # A week that was filled once is not to blame, but the one for which it was freed.
                return stuck.get(week, answer)
            cells = dict(answer.task.cells)
            costs[week] = answer.solved.cost
            fresh = _take(run, answer)
        close_week(run, week)
        if run.most is not None and cost_so_far(run, week) > run.most:
            return Failure("cost", week, proven=False)
        number += 1
    report(run, "Done", len(weeks), len(weeks), cost=sum(costs.values()), fresh=fresh)
    return None


def _take_kept(run: Run) -> None:
    """Take the classes that stay into the history."""
    for facts in kept_facts(run.problem, run.settings).values():
        run.facts[facts.slot.index] = facts
        for movement_id in facts.design.movement_ids():
            run.used[movement_id] = run.used.get(movement_id, 0) + 1
    run.known = run.problem.plan.known


def _why_back(run: Run, answer: WeekAnswer | Failure, before: Sequence[int]) -> str:
    """Return why the week before this one is filled otherwise; "" where it stays.

    What a week misses first, those after it miss as well: then the one before is filled otherwise,
    once a run.
    """
    if run.stopped or not before:
        return ""
    if isinstance(answer, Failure):
        able = len(before) >= FIRST_TO_GO_BACK and run.backs < MOST_BACKS
        return "could not be filled" if able else ""
    first = answer.solved.cost > 0 and not run.soft_weeks and not run.backs
    filled = any(slot.week == before[-1] for slot in run.problem.open_slots())
    return "missed its aims" if first and filled else ""


def _back(run: Run, cells: Mapping[int, Cell], week: int) -> dict[int, Cell]:
    """Free a week again, for the sake of the one after it; return the cells before it."""
    run.backs += 1
    run.seed = branched(run.seed, Branch.WEEK_AGAIN, 1)
    run.forget(week)
    return {index: cell for index, cell in cells.items() if cell.slot.week < week}


def report(
    run: Run, stage: str, done: int, total: int, *, cost: int, fresh: tuple[PlannedClass, ...]
) -> None:
    """Tell the caller how far the run is, and which classes are new since the last word."""
    run.settings.on_progress(Progress(stage, done, total, cost, run.pool.bound, fresh))
    run.stopped = run.stopped or run.stop.requested()


def _take(run: Run, answer: WeekAnswer) -> tuple[PlannedClass, ...]:
    """Take the classes of a filled week into the history, and return them."""
    if answer.solved.cost > 0:
        run.soft_weeks.add(answer.task.week)
    run.cut = run.cut or answer.solved.cut_by_wall
    filled = answer.planned or assembled_week(run, answer.task, answer.solved)
    for planned in filled:
        run.known = known_before(run, planned.slot.index)
        run.remember(planned)
    return filled


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
    left: Left = ({}, {})
    cells: dict[int, Cell] | Failure = dict(before)
    if not any(cell.slot.week == week for cell in before.values()):
        cells = pattern(run, past, Tried(week), left)
    tried = Tried(week)
    # Where a week before had to miss aims, others will: their bands are tried with less patience.
    last = run.settings.retries if not run.soft_weeks else min(run.settings.retries, SOFT_RETRIES)
    for attempt in range(last + 1):
        if isinstance(cells, Failure):
            break
        task = week_task(run, week, cells, attempt)
        for spared in SPARED[min(attempt, len(SPARED) - 1)]:
            answer = in_bands(run, without(task, spared), run.settings.week_time)
            if answer is not None:
                return answer
        tried.cells.append(cells)
        run.stopped = run.stopped or run.stop.requested()
        if run.stopped:
            # Whoever stops keeps what there is, so the first pattern with any filling is taken.
            any_filling = _softly(run, week, tried.cells[-1:], None)
            if isinstance(any_filling, WeekAnswer):
                return any_filling
        if attempt < last:
            tried.alone += hopeless(run, week, cells)
            cells = pattern(run, past, tried, left)
    return _softly(run, week, tried.cells, cells if isinstance(cells, Failure) else None)


def _softly(
    run: Run, week: int, tried: Sequence[Mapping[int, Cell]], failure: Failure | None
) -> WeekAnswer | Failure:
    """Return the cheapest filling of the patterns tried, or why the musts let none through."""
    best: tuple[bool, int, WeekAnswer] | None = None
    undecided: Failure | None = None
    # The attempts chose from a part of the library; now from all of it.
    tasks = [week_task(run, week, cells) for cells in tried]
    patient = not run.stopped and not run.soft_weeks
    for task in tasks[:FULL_PATTERNS] if patient else ():
        answer = in_bands(run, without(task, SPARED[-1][-1]), run.settings.soft_time)
        if answer is not None:
            return answer
    limits = run.limits(run.settings.soft_time)
    with ThreadPoolExecutor(SOFT_PATTERNS) as executor:
        solves = list(executor.map(lambda t: at_least_cost(t.rows, limits), tasks[:SOFT_PATTERNS]))
    for number, task in enumerate(tasks):
        if best is not None and not best[0] and number >= SOFT_PATTERNS:
            break
        solved = solves[number] if number < len(solves) else at_least_cost(task.rows, limits)
        if solved.outcome is Outcome.FOUND:
            answer = WeekAnswer(task, solved, assembled_week(run, task, solved))
            if off_its_step(run, answer):
                answer = on_its_step(run, answer)
            found = (trouble(run, answer)[0] > 0, answer.solved.cost, answer)
            if best is None or found[:2] < best[:2]:
                best = found
            if best[:2] == (False, 0):
                break
        elif failure is None or undecided is None:
            proven = solved.outcome is Outcome.IMPOSSIBLE
            undecided = Failure("movements", task.week, task.rows, proven)
    return best[2] if best else undecided or failure or Failure("movements", None, (), False)
