"""Rows and checks say the same: a random filling costs as much by a rule's rows as by its check."""

from __future__ import annotations

import random
import unittest
from collections.abc import Iterable
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from grike.core.design import ClassDesign
from grike.core.movement import Role
from grike.core.planner import NeverStop, Problem, Settings
from grike.core.planner.laying import assembled_week
from grike.core.planner.linear import Limits, Outcome, Solved
from grike.core.planner.pool import pool_report
from grike.core.planner.rolling import close_week, plan_weeks
from grike.core.planner.run import Run, WeekTask, kept_facts
from grike.core.planner.selection import at_least_cost, build, structure_rows
from grike.core.planner.skeleton import Cell, SkeletonTask, skeleton
from grike.core.planner.weeks import week_task
from grike.core.rows.row import TWELFTHS, Key, Row
from grike.core.rows.scope import parts_of
from grike.core.rules import CATALOGUE, Facts, Rule
from grike.core.rules.p17_shoulders_back import hinge_reps, hinged
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import muscle_shares, region_shares
from grike.exchange.library import shipped_library
from tests.builders import FULL, a_plan
from tests.core.test_planner import LIBRARY
from tests.core.test_planner_faults import AfterSomeCalls

LIMITS = Limits(5, 60, 1)
#: Their rows are on the safe side, since what they ask is only known when a class is laid out: the
#: real clock (C2), the breathers (C11), what earlier classes of the week have taught (D8), and how
#: many movements the slots hold where some fill two, and which kit is left in the cupboard (P1, P2,
#: P10). Landings are rounded up movement by movement (W6).
SAFE = frozenset({"C2", "C11", "D8", "P1", "P2", "P10", "W6"})
#: Where a class does not fit its slot its rests are made shorter, and breathers become fewer (C11).
BY_RESTS = frozenset({"C11"})
#: How long the rounds under a time cap last is only known when they are laid out.
BY_TIME = frozenset({"P8"})
#: Their rows make an order possible; which one it is, is settled after the movements are chosen.
ORDER = frozenset({"C5", "C6", "P3", "P6", "P12", "P17"})
#: The formats of the series that are filled at random; none named: any.
FORMATS = ((), ("timed-circuit", "superset"), ("straight-sets", "ladder", "timed-circuit"))
#: Weeks that are filled at random after each planned one.
FILLINGS = 4


class Filled(NamedTuple):
    """A week filled at random: its task, what was chosen, the plan with it and the one without."""

    task: WeekTask
    chosen: frozenset[Key]
    plan: SeriesPlan
    before: SeriesPlan


def a_run(formats: tuple[str, ...], seed: int) -> tuple[Run, dict[int, Cell]]:
    """Return a run that has filled its first week of two, and the cells of its second."""
    request = a_plan(room=FULL, weeks=2, weekdays=(0, 1, 3, 4), formats=frozenset(formats))
    sheet = request.sheet
    for rule in CATALOGUE:
        if not rule.on(sheet):
            sheet = sheet.with_line(rule.id, mode=Mode.AIM)
    request = replace(request, sheet=sheet)
    problem = Problem(request, LIBRARY)
    # Whoever stops at once gets a first week that keeps the musts; its price is no matter here.
    alone = Problem(replace(request, shape=replace(request.shape, weeks=1)), LIBRARY)
    first = Run(alone, Settings(), AfterSomeCalls(0), seed, pool_report(alone))
    failure = plan_weeks(first)
    assert failure is None, failure
    run = Run(problem, Settings(), NeverStop(), seed, pool_report(problem))
    for facts in first.facts.values():
        run.remember(facts.planned)
    close_week(run, 0)
    kept = dict(run.facts)
    task = SkeletonTask(problem, kept, run.pool.grounds, week_training=dict(run.week_training))
    filled = tuple(facts.planned for facts in kept.values())
    past = replace(problem, plan=replace(problem.plan, classes=filled))
    locked = replace(
        past, plan=replace(past.plan, classes=tuple(replace(p, locked=True) for p in filled))
    )
    found = skeleton(replace(task, problem=locked), LIMITS)
    assert found.outcome is Outcome.FOUND
    return run, dict(found.cells)


def at_random(task: WeekTask, rng: random.Random) -> Solved:
    """Return a filling of a week that keeps to what is no rule, and is any of these."""
    model = build(row for row in structure_rows(task.scope) if row.weight is None)
    worth = {c.key: rng.randrange(100) for bay in task.scope.bays for c in bay.choices}
    for key in worth:
        model.choice(key)
    solved = model.solve(LIMITS, worth)
    assert solved.outcome is Outcome.FOUND
    return solved


@lru_cache
def fillings(formats: tuple[str, ...], seed: int) -> list[Filled]:
    """Return random fillings of a second week, whatever the rules say of them."""
    rng = random.Random(seed)
    run, cells = a_run(formats, seed)
    task = week_task(run, 1, cells)
    there = tuple(facts.planned for facts in run.facts.values())
    before = replace(run.problem.plan, classes=there)
    out: list[Filled] = []
    for _ in range(FILLINGS):
        solved = at_random(task, rng)
        classes = (*there, *assembled_week(run, task, solved))
        out.append(Filled(task, solved.chosen, replace(before, classes=classes), before))
    return out


def fresh(design: ClassDesign) -> ClassDesign:
    """Return a class that carries nothing on."""
    blocks = (
        replace(block, items=tuple(replace(item, carried=False) for item in block.items))
        for block in design.blocks
    )
    return replace(design, blocks=tuple(blocks))


@lru_cache
def between(seed: int) -> list[Filled]:
    """Return random fillings of a week between one that is planned and one filled at random."""
    rng = random.Random(seed)
    out: list[Filled] = []
    for filled in fillings((), seed):
        shape = replace(filled.plan.shape, weeks=3)
        last = {slot.weekday: slot for slot in shape.slots() if slot.week == 2}
        stay = tuple(
            replace(own, slot=last[own.slot.weekday], design=fresh(own.design))
            if own.slot.week
            else own
            for own in filled.plan.classes
        )
        before = replace(filled.plan, shape=shape, classes=stay)
        problem = Problem(before, LIBRARY)
        run = Run(problem, Settings(), NeverStop(), seed, pool_report(problem))
        run.facts.update(kept_facts(replace(problem, free=frozenset()), run.settings))
        task = week_task(run, 1, filled.task.cells)
        solved = at_random(task, rng)
        classes = (*stay, *assembled_week(run, task, solved))
        plan = replace(before, classes=tuple(sorted(classes, key=lambda own: own.slot.index)))
        out.append(Filled(task, solved.chosen, plan, before))
    return out


def by_rows(rule: Rule, line: RuleSetting, filled: Filled) -> Solved:
    """Return what the rows of a rule cost with the movements that were chosen."""
    assert rule.rows is not None
    choices = (c.key for bay in filled.task.scope.bays for c in bay.choices)
    given = [
        Row("given", "", ((key, 1),), low=int(key in filled.chosen), high=int(key in filled.chosen))
        for key in choices
    ]
    return at_least_cost([*given, *rule.rows(filled.task.scope, line)], LIMITS)


def by_check(rule: Rule, line: RuleSetting, filled: Filled) -> int:
    """Return what a week costs by the check; what the week before costs alone is not its doing."""

    def cost(plan: SeriesPlan) -> int:
        sheet = replace(plan.sheet, lines={**plan.sheet.lines, rule.id: line})
        facts = Facts(replace(plan, sheet=sheet), LIBRARY)
        return sum(finding.cost for finding in rule.check(facts, line))

    return cost(filled.plan) - cost(filled.before)


def of_hinges(rows: Iterable[Row]) -> list[Row]:
    """Return the rows of P17 that count loaded hinges."""
    return [row for row in rows if row.where.endswith("hinges")]


def fits(filled: Filled) -> bool:
    """Return whether the movements of a week fit their slots by the rows of C2."""
    (rule,) = (rule for rule in CATALOGUE if rule.id == "C2")
    line = replace(rule.line(filled.plan.sheet), mode=Mode.AIM, weight=1)
    return by_rows(rule, line, filled).cost == 0


class OneSet(unittest.TestCase):
    def test_it_gives_what_the_check_counts(self) -> None:
        """Twelfths of every movement, whichever was asked for first: hops work no region."""
        alike: dict[object, set[bool]] = {}
        for movement in shipped_library().of_role(Role.WORK):
            gives = parts_of(movement)
            regions = {r: TWELFTHS * share for r, share in region_shares(movement).items()}
            self.assertEqual(gives.regions, regions, movement.id)
            muscles = {m: TWELFTHS * share for m, share in muscle_shares(movement).items()}
            self.assertEqual(gives.muscles, muscles, movement.id)
            alike.setdefault((movement.targets, movement.assists), set()).add(bool(regions))
        # The case that is easy to get wrong is there: the same muscles, and conditioning or not.
        self.assertIn({True, False}, list(alike.values()))


class RowsAndChecks(unittest.TestCase):
    def test_they_cost_the_same(self) -> None:
        """Of every rule with rows, on random weeks after a planned one, in several formats."""
        cost_anything: set[str] = set()
        for seed, formats in enumerate(FORMATS, start=1):
            for filled in fillings(formats, seed):
                left_out = ORDER if formats else ORDER | BY_TIME
                left_out = left_out if fits(filled) else left_out | BY_RESTS
                for rule in (rule for rule in CATALOGUE if rule.rows and rule.id not in left_out):
                    line = replace(rule.line(filled.plan.sheet), mode=Mode.AIM, weight=1)
                    rows, check = by_rows(rule, line, filled), by_check(rule, line, filled)
                    self.assertIs(rows.outcome, Outcome.FOUND, rule.id)
                    same = rows.cost >= check if rule.id in SAFE else rows.cost == check
                    self.assertTrue(same, f"{rule.id}: {rows.cost} by rows, {check} by check")
                    cost_anything |= {rule.id} if check else set()
        self.assertGreater(len(cost_anything), 9, sorted(cost_anything))

    def test_what_comes_after_counts_as_well(self) -> None:
        """Within five classes before one that stays, carried on or not: D4 by rows and by check."""
        (rule,) = (rule for rule in CATALOGUE if rule.id == "D4")
        numbers = {"gap": Fraction(5), "per_week": Fraction(1)}
        costs = 0
        for filled in between(1) + between(2):
            line = RuleSetting(Mode.AIM, 1, numbers)
            check = by_check(rule, line, filled)
            self.assertEqual(by_rows(rule, line, filled).cost, check)
            must = replace(line, mode=Mode.MUST)
            holds = by_rows(rule, must, filled).outcome is Outcome.FOUND
            self.assertEqual(holds, check == 0)
            costs += check
        self.assertGreater(costs, 5)

    def test_loaded_hinges_are_counted_alike(self) -> None:
        """By the row of a class and by its bouts, with a number of each bout cut off (P17)."""
        (rule,) = (rule for rule in CATALOGUE if rule.id == "P17")
        assert rule.rows is not None
        there = 0
        for seed, formats in enumerate(FORMATS, start=1):
            for filled in fillings(formats, seed):
                facts = Facts(filled.plan, LIBRARY)
                rows = rule.rows(filled.task.scope, rule.line(filled.plan.sheet))
                for row, bay in zip(of_hinges(rows), filled.task.scope.bays, strict=True):
                    member = facts.class_at(bay.slot.index)
                    asked = sum(amount for key, amount in row.terms if key in filled.chosen)
                    hinges = sum(hinged(bout.movement) for bout in member.work_bouts)
                    self.assertLessEqual(abs(asked - hinge_reps(member)), hinges, bay.slot.label)
                    there += bool(hinges)
        self.assertGreater(there, 5)

    def test_a_must_lets_through_what_the_check_lets_through(self) -> None:
        """With a rule as a must, rows can be kept exactly where the check finds nothing."""
        kept = broken = 0
        for filled in fillings((), 1):
            for rule in (rule for rule in CATALOGUE if rule.rows and rule.id not in ORDER | SAFE):
                line = replace(rule.line(filled.plan.sheet), mode=Mode.MUST, weight=1)
                aim = replace(line, mode=Mode.AIM)
                holds = by_rows(rule, line, filled).outcome is Outcome.FOUND
                fine = by_check(rule, aim, filled) == 0
                self.assertEqual(holds, fine, rule.id)
                kept, broken = kept + fine, broken + (not fine)
        self.assertGreater(kept, 10)
        self.assertGreater(broken, 10)
