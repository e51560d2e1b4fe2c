"""A filled week laid out in classes: whether it stands then, and what is done where it does not."""

from __future__ import annotations

from collections.abc import Container, Iterable
from dataclasses import replace
from fractions import Fraction

from grike.core.planner.assembly import ORDER_RULES, assembled
from grike.core.planner.carrying import items_of
from grike.core.planner.linear import Outcome, Solved
from grike.core.planner.run import Run, WeekAnswer, WeekTask
from grike.core.planner.selection import at_least_cost, chosen_movements
from grike.core.rules import Facts, broken_musts
from grike.core.rules.base import Key, Row
from grike.core.rules.classes import C2, C4
from grike.core.rules.teaching import C11
from grike.core.series import PlannedClass
from grike.core.sheet import Mode

#: The rules that only show once a class is laid out.
LAID_OUT_RULES = (C2, C4, C11, *ORDER_RULES)


def known_before(run: Run, index: int) -> frozenset[str]:
    """Return the movements that the group has met before a class."""
    earlier = [f.design.movement_ids() for i, f in run.facts.items() if i < index]
    return run.problem.plan.known.union(*earlier)


def assembled_week(run: Run, task: WeekTask, solved: Solved) -> tuple[PlannedClass, ...]:
    """Return the classes of a filled week, each in order and in its frame."""
    chosen = chosen_movements(task.scope, solved)
    out: list[PlannedClass] = []
    for index in sorted(chosen):
        known = known_before(run, index).union(*(p.design.movement_ids() for p in out))
        items = items_of(task.carried.get(index, {}))
        cell = task.cells[index]
        out.append(
            assembled(run.problem, run.settings, cell, chosen[index], known, run.seed, items)
        )
    return tuple(out)


def trouble(run: Run, answer: WeekAnswer) -> tuple[int, int]:
    """Return (musts broken, cost) of the rules that only order and clock of a class decide."""
    sheet, planned = run.problem.plan.sheet, answer.planned
    known = known_before(run, planned[0].slot.index) if planned else frozenset()
    plan = replace(run.problem.plan, classes=tuple(planned), known=known)
    facts = Facts(plan, run.problem.library, run.settings.paces)
    rules = [rule for rule in LAID_OUT_RULES if sheet[rule.id].mode is not Mode.OFF]
    found = [finding for rule in rules for finding in rule.check(facts, sheet[rule.id])]
    broken = len(broken_musts(found)) + off_its_step(run, answer)
    return broken, sum(finding.cost for finding in found)


def off_its_step(run: Run, answer: WeekAnswer) -> bool:
    """Return whether a week misses its step (W7) once laid out: caps move reps a little."""
    bounds = answer.task.scope.steps.bounds.get(answer.task.week)
    if run.problem.plan.sheet["W7"].mode is not Mode.MUST or bounds is None:
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
        if row.rule == "W7" and row.low is not None and row.high is not None:
            beyond = held - sum(amount for key, amount in row.terms if key in chosen)
            row = replace(row, low=row.low - beyond, high=row.high - beyond)
        out.append(row)
    return out
