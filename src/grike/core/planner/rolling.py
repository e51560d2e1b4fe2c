"""Rolling weeks: skeleton, then the movements of one week after the other, bands first."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from concurrent.futures import ThreadPoolExecutor
from fractions import Fraction
from typing import NamedTuple

from grike.core.planner.alone import hopeless
from grike.core.planner.bands import SPARED, in_bands, without
from grike.core.planner.laying import (
    assembled_week,
    known_before,
    off_its_step,
    on_its_step,
    standing,
    trouble,
)
from grike.core.planner.linear import Outcome
from grike.core.planner.patterns import Left, Tried, pattern
from grike.core.planner.problem import Progress
from grike.core.planner.refill import as_they_stand
from grike.core.planner.run import Failure, Held, Run, WeekAnswer, WeekTask, kept_facts
from grike.core.planner.seeds import Branch, branched
from grike.core.planner.selection import at_least_cost
from grike.core.planner.skeleton import Cell
from grike.core.planner.weeks import week_task
from grike.core.series import PlannedClass

#: So often a run the week before is freed where one cannot be filled.
MOST_BACKS = 3
#: How many patterns get a solve with soft bands, side by side, where one of them has a plan.
SOFT_PATTERNS = 2
#: How many patterns that failed with a part of the library are tried with all of it.
FULL_PATTERNS = 2
#: Patterns tried besides the first, once a week had to miss aims.
SOFT_RETRIES = 2


def plan_weeks(run: Run) -> Failure | None:
    """Fill every week in turn; return why not, or None when all are filled."""
    _take_kept(run)
    return _Filling(run).all()


class _Before(NamedTuple):
    """What stood when a week had missed its aims, and the one before it was freed for that."""

    week: int
    cost: int
    held: Held
    cells: dict[int, Cell]
    standing: tuple[int, int]


class _Filling:
    """Weeks filled in turn; where one goes ill, the week before it is filled otherwise."""

    def __init__(self, run: Run) -> None:
        self.run = run
        self.weeks = sorted({slot.week for slot in run.problem.slots})
        self.open_weeks = {slot.week for slot in run.problem.open_slots()}
        self.cells: dict[int, Cell] = {}
        self.costs = dict.fromkeys(self.weeks, 0)
        self.fresh: tuple[PlannedClass, ...] = ()
        self.number = 0
        self.told: dict[int, str] = {}
        self.stuck: dict[int, Failure] = {}
        self.before: _Before | None = None

    def all(self) -> Failure | None:
        """Fill all weeks; return why not."""
        while self.number < len(self.weeks):
            week = self.weeks[self.number]
            if week in self.open_weeks:
                self._report(f"Week {week + 1}{self.run.again}{self.told.get(week, '')}")
                answer = _week(self.run, week, self.cells)
                if isinstance(answer, Failure) and self.before is not None:
                    self._put_back(self.before)
                    self.number += 1
                    continue
                back = _why_back(self.run, answer, self.weeks[: self.number])
                if back:
                    self._go_back(answer, back)
                    continue
                if isinstance(answer, Failure):
                    # A week that was filled once is not to blame; that for which it was freed is.
                    return self.stuck.get(week, answer)
                self._take(answer)
            close_week(self.run, week)
            self._settle(week)
            if self.run.most is not None and standing(self.run, week) > (0, self.run.most):
                return Failure("cost", week, proven=False)
            self.number += 1
        self._report("Done")
        return None

    def _report(self, stage: str) -> None:
        total, cost = len(self.weeks), sum(self.costs.values())
        report(self.run, stage, self.number, total, cost=cost, fresh=self.fresh)
        self.fresh = ()

    def _take(self, answer: WeekAnswer) -> None:
        self.cells = dict(answer.task.cells)
        self.costs[answer.task.week] = answer.solved.cost
        self.fresh += _take(self.run, answer)

    def _go_back(self, answer: WeekAnswer | Failure, why: str) -> None:
        """Free the week before the one that failed, or that missed its aims."""
        run, week, freed = self.run, self.weeks[self.number], self.weeks[self.number - 1]
        if isinstance(answer, Failure):
            self.stuck[freed] = answer
        else:
            self._take(answer)
            close_week(run, week)
            cost, stands = answer.solved.cost, standing(run, week)
            self.before = _Before(week, cost, run.held(), self.cells, stands)
        run.backs += 1
        run.seed = branched(run.seed, Branch.WEEK_AGAIN, 1)
        for own in (week, freed):
            run.forget(own)
            self.costs[own] = 0
        self.cells = {i: cell for i, cell in self.cells.items() if cell.slot.week < freed}
        self.told[freed] = f", again, since week {week + 1} {why}"
        self.number -= 1

    def _settle(self, week: int) -> None:
        """Take back what stood before a week was freed, where it was freed for nothing."""
        before = self.before
        if before is None or week != before.week:
            return
        if standing(self.run, week) < before.standing:
            self.before = None
        else:
            self._put_back(before)

    def _put_back(self, before: _Before) -> None:
        """Hold again what stood before: the week that had missed its aims is the last filled."""
        self.run.hold(before.held)
        self.cells, self.before = before.cells, None
        self.number = self.weeks.index(before.week)
        own = self.weeks[self.number - 1 : self.number + 1]
        self.costs |= {own[0]: 0, before.week: before.cost}
        facts = self.run.facts.values()
        self.fresh = tuple(f.planned for f in facts if f.slot.week in own)


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
    once a run. A week in which nothing is open stays as it is.
    """
    free = before and any(slot.week == before[-1] for slot in run.problem.open_slots())
    if run.stopped or not free:
        return ""
    if isinstance(answer, Failure):
        return "could not be filled" if run.backs < MOST_BACKS else ""
    first = answer.solved.cost > 0 and not run.soft_weeks and not run.backs
    return "missed its aims" if first else ""


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
    tried, tasks = Tried(week), _Tasks(run, week)
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
            any_filling = _softly(run, tasks, tried.cells[-1:], None)
            if isinstance(any_filling, WeekAnswer):
                return any_filling
        if attempt < last:
            tried.alone += hopeless(run, tasks.of(cells))
            cells = pattern(run, past, tried, left)
    # What stood there was filled once: where nothing else can be, that is tried with others.
    part = run.problem.free is not None
    stood = as_they_stand(run, [s for s in run.problem.open_slots() if part and s.week == week])
    every = [{**past, **stood}, *tried.cells] if stood else tried.cells
    return _softly(run, tasks, every, cells if isinstance(cells, Failure) else None)


class _Tasks:
    """The tasks of a week from all that the kit allows, each made once and when it is asked for."""

    def __init__(self, run: Run, week: int) -> None:
        self.run, self.week = run, week
        self._made: list[WeekTask] = []

    def of(self, cells: Mapping[int, Cell]) -> WeekTask:
        """Return the task of some cells."""
        made = next((task for task in self._made if task.cells is cells), None)
        if made is None:
            made = week_task(self.run, self.week, cells)
            self._made.append(made)
        return made


def _softly(
    run: Run, tasks: _Tasks, tried: Sequence[Mapping[int, Cell]], failure: Failure | None
) -> WeekAnswer | Failure:
    """Return the cheapest filling of the patterns tried, or why the musts let none through."""
    best: tuple[bool, int, WeekAnswer] | None = None
    undecided: Failure | None = None
    # The attempts chose from a part of the library; now from all of it.
    patient = not run.stopped and not run.soft_weeks
    for cells in tried[:FULL_PATTERNS] if patient else ():
        answer = in_bands(run, without(tasks.of(cells), SPARED[-1][-1]), run.settings.soft_time)
        if answer is not None:
            return answer
    limits = run.limits(run.settings.soft_time)
    with ThreadPoolExecutor(SOFT_PATTERNS) as executor:
        first = [tasks.of(cells) for cells in tried[:SOFT_PATTERNS]]
        solves = list(executor.map(lambda t: at_least_cost(t.rows, limits), first))
    for number, cells in enumerate(tried):
        if best is not None and not best[0] and number >= SOFT_PATTERNS:
            break
        task = tasks.of(cells)
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
