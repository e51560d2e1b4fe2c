"""A filled week laid out in classes: whether it stands then, and what is done where it does not."""

from __future__ import annotations

from collections.abc import Container, Iterable
from dataclasses import replace
from fractions import Fraction

from grike.core.planner.assembly import assembled
from grike.core.planner.carrying import items_of
from grike.core.planner.linear import Outcome, Solved
from grike.core.planner.run import Run, WeekAnswer, WeekTask
from grike.core.planner.selection import at_least_cost, chosen_movements
from grike.core.rows.row import Key, Row
from grike.core.rules import CATALOGUE, Facts, broken_musts, findings
from grike.core.rules.rule import Reach
from grike.core.rules.w7_steps import W7
from grike.core.series import PlannedClass
from grike.core.sheet import Mode

#: The rules that can be judged by a week alone.
LAID_OUT_RULES = tuple(rule for rule in CATALOGUE if rule.reach is not Reach.SERIES)


def known_before(run: Run, index: int) -> frozenset[str]:
    """Return the movements that the group has met before a class."""
    earlier = [f.design.movement_ids() for i, f in run.facts.items() if i < index]
    return run.problem.plan.known.union(*earlier)


def standing(run: Run, week: int) -> tuple[int, int]:
    """Return how many musts the classes up to a week break, and what they cost, by the checks."""
    filled = {i for i, facts in run.facts.items() if facts.slot.week <= week}
    found = [
        own
        for own in findings(Facts(run.filled(), run.problem.library, run.settings.paces))
        if own.place.slot in filled or (own.place.week is not None and own.place.week <= week)
    ]
    return len(broken_musts(found)), sum(own.cost for own in found)


def assembled_week(run: Run, task: WeekTask, solved: Solved) -> tuple[PlannedClass, ...]:
    """Return the classes of a filled week, each in order and in its frame."""
    chosen = chosen_movements(task.scope, solved)
    out: list[PlannedClass] = []
    for index in sorted(chosen):
        known = known_before(run, index).union(*(p.design.movement_ids() for p in out))
        items = items_of(task.carried.get(index, {}))
        cell = task.cells[index]
        out.append(
            assembled(
                run.problem,
                run.settings,
                cell,
                chosen[index],
                known=known,
                seed=run.seed,
                items=items,
            )
        )
    return tuple(out)


def trouble(run: Run, answer: WeekAnswer) -> tuple[int, int]:
    """Return (musts broken, cost) of a week once it is laid out.

    Order and clock only show here, and a time cap may hold a bout more than was planned. What is
    wrong with classes that stay, or with a week because of them, is not counted.
    """
    sheet, week = run.problem.plan.sheet, answer.task.week
    there = [f.planned for f in run.facts.values() if f.slot.week == week]
    known = known_before(run, answer.planned[0].slot.index) if answer.planned else frozenset()
    classes = sorted((*there, *answer.planned), key=lambda planned: planned.slot.index)
    plan = replace(run.problem.plan, classes=tuple(classes), known=known)
    facts = Facts(plan, run.problem.library, run.settings.paces)
    rules = [rule for rule in LAID_OUT_RULES if sheet[rule.id].mode is not Mode.OFF]
    own = {planned.slot.index for planned in answer.planned} | ({None} if not there else set())
    every = (finding for rule in rules for finding in rule.check(facts, sheet[rule.id]))
    found = [finding for finding in every if finding.place.slot in own]
    broken = len(broken_musts(found)) + off_its_step(run, answer)
    return broken, sum(finding.cost for finding in found)


def off_its_step(run: Run, answer: WeekAnswer) -> bool:
    """Return whether a week misses its step (W7) once laid out: caps move reps a little."""
    bounds = answer.task.scope.steps.bounds.get(answer.task.week)
    if W7.line(run.problem.plan.sheet).mode is not Mode.MUST or bounds is None:
        return False
    return not bounds[0] - 1 <= _held(run, answer) <= bounds[1] + 1


def _held(run: Run, answer: WeekAnswer) -> Fraction:
    """Return the training volume of a week as it is laid out, in hundredths."""
    plan = replace(run.problem.plan, classes=tuple(answer.planned))
    members = Facts(plan, run.problem.library, run.settings.paces).classes
    yardstick = plan.sheet.yardstick
    return sum((100 * m.volume.training.get(yardstick, Fraction(0)) for m in members), Fraction(0))


def on_its_step(run: Run, answer: WeekAnswer) -> WeekAnswer:
    """Return a filling that is asked for as much less, or more, as the one before missed it by."""
    task = answer.task
    rows = asked_otherwise(task.rows, answer.solved.chosen, round(_held(run, answer)))
    solved = at_least_cost(rows, run.limits(run.settings.soft_time))
    if solved.outcome is not Outcome.FOUND:
        return answer
    return WeekAnswer(task, solved, assembled_week(run, task, solved))


def asked_otherwise(rows: Iterable[Row], chosen: Container[Key], held: int) -> list[Row]:
    """Return rows whose step (W7) is moved by what classes hold beyond what was chosen for them."""
    out: list[Row] = []
    for row in rows:
        if row.rule == W7.id and row.low is not None and row.high is not None:
            beyond = held - sum(amount for key, amount in row.terms if key in chosen)
            row = replace(row, low=row.low - beyond, high=row.high - beyond)
        out.append(row)
    return out
