"""Patterns: focus, format and kit of the classes of the weeks ahead, before their movements."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import TypeAlias

from grike.core.focus import Focus
from grike.core.planner.grounds import training_guess
from grike.core.planner.linear import Outcome
from grike.core.planner.loosening import loosenings
from grike.core.planner.problem import Problem
from grike.core.planner.run import Failure, Run
from grike.core.planner.skeleton import Cell, SkeletonTask, skeleton
from grike.core.planner.supply import PartSlots

# The skeleton chooses focus, format and kit for one week at a time; of later weeks it keeps only
# the volume within what formats can give, strength and endurance mixed. Two weeks at a time took
# twice as long and gave nothing; with all twelve weeks in full it was not solved to its end, and
# with no look ahead the first week took a volume from which later ones could not step on.

#: For so many open slots the time of the skeleton is meant.
USUAL_SLOTS = 24
#: Where days are promised, so many weeks are chosen at once after the first.
PROMISED_AHEAD = 2


#: What is left for the slots of a week, and for the parts of shapes; the next try has use of it.
Left: TypeAlias = tuple[
    dict[int, list[Mapping[Focus, int]]], dict[int, dict[tuple[int, str], PartSlots]]
]


@dataclass(slots=True)
class Tried:
    """What was tried of a week in vain: cells, and classes that could not be by themselves."""

    week: int
    cells: list[Mapping[int, Cell]] = field(default_factory=list)
    alone: list[Cell] = field(default_factory=list)

    @property
    def patterns(self) -> tuple[Mapping[int, Cell], ...]:
        """The cells of the week itself at each try."""
        return tuple(
            {i: cell for i, cell in own.items() if cell.slot.week == self.week}
            for own in self.cells
        )


def pattern(
    run: Run,
    past: Mapping[int, Cell],
    tried: Tried,
    left: Left,
) -> dict[int, Cell] | Failure:
    """Return cells for the weeks ahead; links that are only hoped for are dropped if need be."""
    # Past weeks are history now: their real classes count, not the cells from which they came.
    kept = dict(run.facts)
    task = SkeletonTask(
        _without_past(run.problem, past, run),
        kept,
        run.pool.grounds,
        refused=tried.patterns,
        hopeless=tuple(tried.alone),
        week_training=dict(run.week_training),
        calibration=_calibration(run, past),
        horizon=_horizon(run, past),
        left=left[0],
        parts=left[1],
    )
    outcome = Outcome.IMPOSSIBLE
    size = 1.0
    if task.horizon is None:
        # A long series has a larger model: what is enough for six weeks is not for twelve.
        size = max(1.0, len(task.problem.open_slots()) / USUAL_SLOTS)
    limits = run.limits(run.settings.skeleton_time * size)
    for skip, harder in loosenings(run):
        found = skeleton(replace(task, skip=skip, harder=harder), limits)
        if found.outcome is Outcome.FOUND:
            return {**past, **found.cells}
        outcome = found.outcome
    return Failure("skeleton", None, (), outcome is Outcome.IMPOSSIBLE)


def _horizon(run: Run, past: Mapping[int, Cell]) -> int | None:
    """Return for how many weeks cells are chosen at once; None: for all.

    Promises for days of later weeks may collide with each other, which the first skeleton shows;
    after it they only collide with what comes just before them.
    """
    if not run.problem.plan.shape.wishes.pins:
        return run.horizon
    return max(run.horizon, PROMISED_AHEAD) if past else None


def _calibration(run: Run, past: Mapping[int, Cell]) -> float:
    """Return how much training volume counted classes really held against what was guessed.

    Timed formats hold what they say; where reps are counted it keeps guesses from drifting off.
    """
    yardstick = run.problem.plan.sheet.yardstick
    every = run.pool.grounds.every
    counted = {index: cell for index, cell in past.items() if cell.variant.counted}
    guessed = sum(training_guess(cell.variant, yardstick, every) for cell in counted.values())
    held = sum(run.facts[index].volume.training[yardstick] for index in counted)
    return float(100 * held / guessed) if guessed else 1.0


def _without_past(problem: Problem, past: Mapping[int, Cell], run: Run) -> Problem:
    """Return the problem with the classes of filled weeks in place, so that they are not open."""
    if not past:
        return problem
    plan = problem.plan
    for index in past:
        plan = plan.with_class(replace(run.facts[index].planned, locked=True))
    return replace(problem, plan=plan)
