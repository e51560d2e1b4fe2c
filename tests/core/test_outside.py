"""The planner and its plans against things outside: HiGHS, brute force, published advice."""

from __future__ import annotations

import unittest
from itertools import combinations

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from grike.core.anatomy import MAJOR_GROUPS, Muscle
from grike.core.focus import Focus
from grike.core.library import Library
from grike.core.planner import Problem, plan
from grike.core.planner.cells import Theme
from grike.core.planner.linear import Limits, Outcome
from grike.core.planner.selection import all_rows, build, chosen_movements, scope_of
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants.timed_circuit import CircuitVariant
from grike.core.purpose import Purpose
from grike.core.rows.row import Key, Row
from grike.core.rows.scope import Group, Scope, WeekSteps
from grike.core.rules import Facts, cost_by_rule, default_sheet, findings
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.sheet import Mode, RuleSheet
from grike.core.volume import add_volumes
from grike.exchange.library import shipped_library
from tests.builders import a_class, a_library, a_movement, a_plan, a_shape, circuit, work
from tests.core.test_planner import LIBRARY, empty, made, two_weeks

LIMITS = Limits(5.0, 60.0, 1)
WEEK_RULES = ("W1", "W2", "W3", "C1", "C3")


def sheet_with(*rules: str) -> RuleSheet:
    sheet = default_sheet()
    for rule in sheet.lines:
        if rule not in rules:
            sheet = sheet.with_line(rule, mode=Mode.OFF)
    return sheet


def scope_for(library: Library, slots: int, sheet: RuleSheet, focus: Focus) -> Scope:
    """Return the scope of one circuit class of three rounds."""
    variant = CircuitVariant(circuit(3), 1, slots)
    shape = a_shape((0,))
    theme = Theme(frozenset(), tuple(library))
    cell = Cell(shape.slots()[0], focus, variant, theme)
    return scope_of(
        [cell], [], sheet, 2700, steps=WeekSteps(), floors={}, day_floors={}, group=Group()
    )


def solve_with_highs(rows: list[Row]) -> float:
    """Write the rows for HiGHS and return the least cost; every key is a yes-or-no choice."""
    keys: list[Key] = list(dict.fromkeys(key for row in rows for key, _ in row.terms))
    place = {key: number for number, key in enumerate(keys)}
    soft = [(row, sign) for row in rows if row.weight for sign in (1, -1)]
    width = len(keys) + len(soft)
    matrix: list[np.ndarray] = []
    lows: list[float] = []
    costs = np.zeros(width)
    slack = {(id(row), sign): len(keys) + n for n, (row, sign) in enumerate(soft)}
    for row in rows:
        for bound, sign in ((row.low, 1), (row.high, -1)):
            if bound is None:
                continue
            line = np.zeros(width)
            for key, value in row.terms:
                line[place[key]] += sign * value
            if row.weight:
                line[slack[id(row), sign]] = row.scale
                costs[slack[id(row), sign]] = row.weight
            matrix.append(line)
            lows.append(sign * bound)
    upper = np.concatenate([np.ones(len(keys)), np.full(len(soft), np.inf)])
    answer = milp(
        costs,
        integrality=np.ones(width, dtype=int),
        bounds=Bounds(np.zeros(width), upper),
        constraints=LinearConstraint(np.array(matrix), np.array(lows), np.inf),
    )
    assert answer.success, answer.message
    return float(answer.fun)


class AgainstHighs(unittest.TestCase):
    """Source: HiGHS through scipy.optimize.milp, which shares no code with CP-SAT."""

    def test_a_class_has_the_same_optimum(self) -> None:
        """A whole-body class of ten slots costs the same by both solvers."""
        library = Library([m for m in shipped_library() if m.targets and not m.fetched_kit][:60])
        scope = scope_for(library, 10, sheet_with(*WEEK_RULES), Focus.WHOLE)
        rows = all_rows(scope, sheet_with(*WEEK_RULES))
        ours = build(rows).solve(LIMITS)
        self.assertIs(ours.outcome, Outcome.FOUND)
        self.assertEqual(ours.cost, ours.bound)
        self.assertGreater(ours.cost, 0)
        self.assertEqual(ours.cost, round(solve_with_highs(rows)))


class AgainstBruteForce(unittest.TestCase):
    def test_eight_movements(self) -> None:
        """Of all ways to choose four of eight movements none costs less by the rule checks."""
        muscles = (
            "quadriceps",
            "chest",
            "lats",
            "abdominals",
            "glutes",
            "biceps",
            "obliques",
            "calves",
        )
        library = a_library(
            *(
                a_movement(f"m{n}", targets=(Muscle(name), Muscle("triceps"))[: 1 + n % 2])
                for n, name in enumerate(muscles)
            )
        )
        sheet = sheet_with("W1", "W2", "W3")
        scope = scope_for(library, 4, sheet, Focus.WHOLE)
        solved = build(all_rows(scope, sheet)).solve(LIMITS)
        costs: dict[tuple[str, ...], int] = {
            ids: self.cost(library, sheet, ids) for ids in combinations([m.id for m in library], 4)
        }
        self.assertEqual(len(costs), 70)
        self.assertEqual(solved.cost, min(costs.values()))
        chosen = tuple(m.id for m in chosen_movements(scope, solved)[0])
        self.assertEqual(costs[chosen], solved.cost)

    @staticmethod
    def cost(library: Library, sheet: RuleSheet, ids: tuple[str, ...]) -> int:
        week = a_plan(a_class(work(circuit(3), *ids)), sheet=sheet, weekdays=(0,))
        return sum(cost_by_rule(findings(Facts(week, library))).values())


class AgainstPublishedAdvice(unittest.TestCase):
    """A generated week held against published advice; each source is named, from memory."""

    def setUp(self) -> None:
        self.facts = Facts(made(two_weeks()), LIBRARY)

    def test_two_days_a_week_for_every_major_group(self) -> None:
        """WHO 2020; Garber et al., ACSM 2011: each major group on two or more days of the week."""
        for members in self.facts.weeks.values():
            for group, muscles in MAJOR_GROUPS.items():
                days = {c.slot.date for c in members if c.volume.muscle_sets(muscles) >= 2}
                self.assertGreaterEqual(len(days), 2, group)

    def test_forty_eight_hours_between_main_focuses(self) -> None:
        """ACSM 2011: 48 h between hard sessions of a group."""
        for one, other in combinations(self.facts.classes, 2):
            if abs((one.slot.date - other.slot.date).days) < 2:
                self.assertFalse(one.main_groups & other.main_groups)

    def test_weekly_sets_in_the_graded_range(self) -> None:
        """Schoenfeld et al. 2017 grades weekly sets: what carries the body has at least 4."""
        for members in self.facts.weeks.values():
            volume = add_volumes(c.volume for c in members)
            carries = (*MAJOR_GROUPS.values(), {Muscle.BICEPS}, {Muscle.TRICEPS}, {Muscle.OBLIQUES})
            for muscles in (*carries, {Muscle.SIDE_GLUTES}):
                self.assertGreaterEqual(volume.muscle_sets(muscles), 4, muscles)

    def test_stretches_are_held_ten_to_thirty_seconds(self) -> None:
        """ACSM 2011: static stretches of 10 to 30 s a side."""
        for member in self.facts.classes:
            for bout in member.clock.bouts:
                block = member.design.blocks[bout.block]
                if block.purpose is Purpose.COOL_DOWN:
                    self.assertTrue(10 <= bout.seconds <= 30, bout.movement.id)

    def test_a_locked_class_from_outside_is_judged_too(self) -> None:
        """A plan with a foreign class in it is checked by the same rules."""
        own = a_class(work(circuit(3), "squat", "push-up", "crunch"))
        first = empty(weeks=1)
        slot = first.shape.slots()[0]
        fixed = SeriesPlan(first.shape, first.sheet, (PlannedClass(slot, own, True),))
        result = plan(Problem(fixed, LIBRARY), None, 1)
        self.assertEqual(made(result).classes[0].design, own)
