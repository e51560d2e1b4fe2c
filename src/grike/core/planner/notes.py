"""What is to be known of a plan beside its cost, in sentences."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from grike.core.item import Level
from grike.core.judging.finding import Finding
from grike.core.planner.problem import Problem
from grike.core.planner.run import Run
from grike.core.planner.variants import variants_of
from grike.core.purpose import Purpose
from grike.core.rules.w8_strength_days import STRENGTH_REPS, W8, strength_counts
from grike.core.series import SeriesPlan

NO_SHAPES = "Shapes and the other rules do not go together here, so each class has one format."
#: So many broken musts are named in a plan that could not keep them all.
MOST_TOLD = 5


def notes(run: Run, plan: SeriesPlan, broken: Sequence[Finding]) -> Iterator[str]:
    """Yield what is to be known of a plan, a sentence each."""
    yield from run.pool.notes
    yield from harder_weeks(run.problem, plan)
    yield from left_shapes(plan)
    yield from one_kind(plan)
    if run.cut:
        yield "The machine was slow: a solve was cut short, so another run may differ."
    for finding in broken[:MOST_TOLD]:
        yield f"Not kept: {finding.what} ({finding.rule})"


def left_shapes(plan: SeriesPlan) -> Iterator[str]:
    """Yield that classes have no shapes, where they were to have some."""
    if plan.shape.class_shapes and not any(member.design.shape for member in plan.classes):
        yield NO_SHAPES


def one_kind(plan: SeriesPlan) -> Iterator[str]:
    """Yield why weeks cannot have both strength and endurance, where all there is to choose is one.

    W8 costs as much in each week then, whatever is planned.
    """
    shape = plan.shape
    kinds = {own.strength for own in variants_of(plan)}
    if not W8.on(plan.sheet) or len(kinds) != 1 or len(shape.weekdays) < 2:
        return
    line = W8.line(plan.sheet)
    inside = strength_counts(len(shape.weekdays), line)
    if len(shape.weekdays) * min(kinds) in inside:
        return
    which = f"{'Every' if True in kinds else 'No'} {'shape' if shape.class_shapes else 'format'}"
    yield (
        f"{which} that may be used in {shape.minutes} minutes is counted to {STRENGTH_REPS} reps "
        "or fewer, so strength and endurance cannot share a week (W8). Allow another, or take that "
        "rule off."
    )


def harder_weeks(problem: Problem, plan: SeriesPlan) -> Iterator[str]:
    """Yield a sentence for the weeks whose step is reached by harder options."""
    planned = {slot.index for slot in problem.open_slots()}
    weeks = {
        member.slot.week + 1
        for member in plan.classes
        if member.slot.index in planned
        for _, _, item in member.design.items(Purpose.WORK)
        if item.level is Level.HARDER and not item.carried
    }
    if weeks:
        names = ", ".join(map(str, sorted(weeks)))
        yield (
            f"The slot holds no more work in week {names}: there the step is made with the harder "
            "options of the movements."
        )
