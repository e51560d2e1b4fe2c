"""The planner and its plans against things outside: HiGHS, brute force, published advice."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import combinations

import numpy as np
from scipy.optimize import Bounds, LinearConstraint, milp

from grike.core.anatomy import MAJOR_GROUPS, Muscle
from grike.core.class_shape import ClassShape, ShapePart
from grike.core.design import Role
from grike.core.focus import Focus
from grike.core.formats import StraightSets
from grike.core.library import Library
from grike.core.pattern import Pattern, Tier
from grike.core.planner import Problem, plan
from grike.core.planner.cells import Theme
from grike.core.planner.linear import Limits, Outcome
from grike.core.planner.selection import FILLS, all_rows, build, chosen_movements, scope_of
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants.catalogue import part_variant, sizes_of
from grike.core.planner.variants.shaping import shaped
from grike.core.planner.variants.timed_circuit import CircuitVariant
from grike.core.purpose import Purpose
from grike.core.rows.row import Key, Row
from grike.core.rows.scope import Group, Scope, WeekSteps
from grike.core.rules import Facts, cost_by_rule, default_sheet, findings
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.sheet import Mode, RuleSheet
from grike.core.volume import add_volumes
from grike.exchange.library import shipped_library
from grike.exchange.shapes import chosen_shapes
from tests.builders import a_class, a_library, a_movement, a_plan, a_shape, circuit, work
from tests.core.test_planner import LIBRARY, empty, made, two_weeks

LIMITS = Limits(5.0, 60.0, 1)
PART_RULES = ("P1", "P2", "P3", "P6", "P17")
WEEK_RULES = ("W1", "W2", "W3", "C1", "C3")


def sheet_with(*rules: str) -> RuleSheet:
    sheet = default_sheet()
    for rule in sheet.lines:
        if rule not in rules:
            sheet = sheet.with_line(rule, mode=Mode.OFF)
    return sheet


def as_aims(*rules: str) -> RuleSheet:
    sheet = sheet_with(*rules)
    for rule in rules:
        sheet = sheet.with_line(rule, mode=Mode.AIM)
    return sheet


def scope_of_cells(cells: list[Cell], sheet: RuleSheet) -> Scope:
    return scope_of(
        cells, [], sheet, 2700, steps=WeekSteps(), floors={}, day_floors={}, group=Group()
    )


def scope_for(library: Library, slots: int, sheet: RuleSheet, focus: Focus) -> Scope:
    """Return the scope of one circuit class of three rounds."""
    variant = CircuitVariant(circuit(3), 1, slots)
    shape = a_shape((0,))
    theme = Theme(frozenset(), tuple(library))
    cell = Cell(shape.slots()[0], focus, variant, theme)
    return scope_of_cells([cell], sheet)


def shaped_scope(library: Library, sheet: RuleSheet, looks: dict[str, Focus]) -> Scope:
    """Return the scope of a week of classes of 45 minutes in the largest sizes of some shapes."""
    shape = a_shape(tuple(2 * n for n in range(len(looks))))
    theme = Theme(frozenset(), tuple(library))
    cells = [
        Cell(slot, focus, sizes_of(chosen_shapes([name])[0], 45, level=2)[-1], theme)
        for slot, (name, focus) in zip(shape.slots(), looks.items(), strict=True)
    ]
    return scope_of_cells(cells, sheet)


#: Pattern, what it works, tier: of each three can be chosen in 56 ways.
EIGHT = a_library(
    *(
        a_movement(f"m{n}", pattern=Pattern(pattern), targets=(Muscle(muscle),), tier=tier)
        for n, (pattern, muscle, tier) in enumerate(
            (
                ("squat", "quadriceps", Tier.MAIN),
                ("hinge", "hamstrings", Tier.MAIN),
                ("single-leg", "glutes", Tier.MAIN),
                ("bridge", "glutes", Tier.SUPPORTING),
                ("horizontal-press", "chest", Tier.MAIN),
                ("horizontal-pull", "mid-back", Tier.MAIN),
                ("trunk-flexion", "abdominals", Tier.SUPPORTING),
                ("calf-shin", "calves", Tier.SMALL),
            )
        )
    )
)


def solve_with_highs(rows: list[Row]) -> float:
    """Write the rows for HiGHS and return the least cost.

    Every key is a yes-or-no choice, but for the helpers of rows, which have bounds of their own.
    """
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
    lower = np.zeros(width)
    upper = np.concatenate([np.ones(len(keys)), np.full(len(soft), np.inf)])
    for key, least, most in (aux for row in rows for aux in row.aux):
        lower[place[key]], upper[place[key]] = least, most
    answer = milp(
        costs,
        integrality=np.ones(width, dtype=int),
        bounds=Bounds(lower, upper),
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

    def test_a_week_with_parts_has_the_same_optimum(self) -> None:
        """A lower, an upper and a whole-body class in shapes, with all their rules as aims."""
        sheet = as_aims(*WEEK_RULES, *PART_RULES)
        # More than a week of three classes can give, so that something is left to pay.
        sheet = sheet.with_line("W1", numbers={"least": 16})
        pool = [m for m in shipped_library() if m.targets and m.level <= 2]
        library = Library(pool[::8])
        scope = shaped_scope(
            library,
            sheet,
            {"lift-then-core": Focus.LOWER, "counted-pairs": Focus.UPPER, "own-dose": Focus.WHOLE},
        )
        rows = all_rows(scope, sheet)
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

    def test_a_part_of_three_from_eight(self) -> None:
        """Of all ways to fill a lift part of three, none costs less by the checks of its rules."""
        part = ShapePart(Role.LIFT, "three lifts", StraightSets(3, 60, 60, reps=10), (3,))
        shape = ClassShape("three", "Three lifts", "A trial.", (part,))
        (fitted,) = shaped(shape, 2, part_variant)
        sheet = as_aims("P1", "P2", "P3", "W1", "W3", "C1")
        slot = a_shape((0,)).slots()[0]
        for focus in (Focus.WHOLE, Focus.LOWER, Focus.UPPER):
            scope = scope_of_cells(
                [Cell(slot, focus, fitted, Theme(frozenset(), tuple(EIGHT)))], sheet
            )
            # That the class is too short for its slot is the same for all, and no rule of these.
            rows = [row for row in all_rows(scope, sheet) if row.rule != FILLS]
            solved = build(rows).solve(LIMITS)
            costs: dict[tuple[str, ...], int] = {}
            for ids in combinations([m.id for m in EIGHT], 3):
                (group,) = fitted.in_blocks([EIGHT[own] for own in ids])
                design = replace(a_class(fitted.block_for(group, {}), focus=focus), shape="three")
                week = a_plan(design, sheet=sheet, weekdays=(0,), class_shapes=(shape,))
                costs[ids] = sum(cost_by_rule(findings(Facts(week, EIGHT))).values())
            self.assertEqual(len(costs), 56)
            self.assertGreater(len(set(costs.values())), 5)
            self.assertEqual(solved.cost, min(costs.values()), focus)
            chosen = tuple(sorted(m.id for m in chosen_movements(scope, solved)[0]))
            self.assertEqual(costs[chosen], solved.cost, focus)

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
