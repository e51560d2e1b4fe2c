"""Strange requests and bad moments: a clear answer each time, never a hang or a bare no.

Source of the cases: common practice, no source; what directors have tried.
"""

from __future__ import annotations

import datetime as dt
import os
import unittest
from dataclasses import replace

from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from grike.core.errors import InvalidInput
from grike.core.kit import Kit, Room
from grike.core.movement import Library
from grike.core.planner import PlanResult, Problem, Progress, Settings, Status, plan
from grike.core.planner.grounds import Grounds
from grike.core.planner.improve import judge, neighbourhoods
from grike.core.planner.linear import Limits, Outcome
from grike.core.planner.pool import pool_report
from grike.core.planner.readiness import set_up_problems
from grike.core.planner.run import Run
from grike.core.planner.selection import build
from grike.core.planner.skeleton import SkeletonTask, skeleton
from grike.core.planner.weeks import week_task
from grike.core.rules import Facts, broken_musts, cost_by_rule, findings
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode
from tests.builders import BARE, FULL, a_plan, locked
from tests.core.test_outside import solve_with_highs
from tests.core.test_planner import LIBRARY, empty, made, two_weeks

#: More are tried with GRIKE_EXAMPLES=500, which takes about half an hour.
EXAMPLES = int(os.environ.get("GRIKE_EXAMPLES", "6"))
QUICK = Settings(retries=2, restarts=0, improve_rounds=0)


class AfterSomeCalls:
    """Asks to stop once it has been asked so many times."""

    def __init__(self, calls: int) -> None:
        self.left = calls

    def requested(self) -> bool:
        self.left -= 1
        return self.left < 0


class Strange(unittest.TestCase):
    def refused(self, request: SeriesPlan, library: Library = LIBRARY) -> str:
        with self.assertRaises(InvalidInput) as caught:
            set_up_problems(request, library)
        return " ".join(caught.exception.fields.values())

    def test_an_empty_library_and_one_of_one_movement(self) -> None:
        """Both are refused with the number that there is and the number that is needed."""
        self.assertIn("allows 0 movements", self.refused(empty(), Library([], "none")))
        one = Library([LIBRARY["squat"]], "one")
        self.assertIn("allows 1 movements", self.refused(empty(), one))

    def test_past_the_set_up_they_still_get_an_answer(self) -> None:
        """Planned all the same, an empty library says what it lacks; it does not fail."""
        for library in (Library([], "none"), Library([LIBRARY["squat"]], "one")):
            result = plan(Problem(empty(weeks=1), library), None, 1, QUICK)
            self.assertIs(result.status, Status.IMPOSSIBLE)
            self.assertIn("the smallest class needs", result.collisions[0])

    def test_one_class_in_all(self) -> None:
        """One day, one week: a class."""
        result = plan(Problem(empty(weeks=1, weekdays=(2,)), LIBRARY), None, 1)
        self.assertEqual(len(made(result).classes), 1)

    def test_zero_kit_and_many_people(self) -> None:
        """A room with nothing in it, for forty: refused, or planned on the feet alone."""
        request = empty(weeks=1, room=Room("Yard", {}, 60), heads=40)
        try:
            set_up_problems(request, LIBRARY)
        except InvalidInput as error:
            self.assertIn("movements", error.line())
            return
        result = plan(Problem(request, LIBRARY), None, 1, QUICK)
        self.assertTrue(result.plan is not None or result.collisions)

    def test_a_year(self) -> None:
        """52 weeks, stopped at once: every class is there, in one go."""
        result = plan(Problem(empty(weeks=52, weekdays=(2,)), LIBRARY), AfterSomeCalls(0), 1, QUICK)
        if result.plan is None:
            self.assertTrue(result.collisions)
        else:
            self.assertEqual(len(result.plan.classes), 52)

    def test_contradictory_locks(self) -> None:
        """The same class locked on two days running: an answer that names the rules."""
        before = made(two_weeks())
        twice = before.with_class(replace(before.classes[1], design=before.classes[0].design))
        result = plan(Problem(locked(twice, 0, 1), LIBRARY), None, 1, QUICK)
        if result.plan is None:
            self.assertTrue(result.collisions)
        else:
            facts = Facts(result.plan, LIBRARY)
            places = {f.place.slot for f in broken_musts(findings(facts))}
            self.assertLessEqual(places, {0, 1, None})


class Stopped(unittest.TestCase):
    def test_at_each_stage(self) -> None:
        """Stopped after any number of looks: all classes are there and every must holds."""
        for calls in (0, 1, 3):
            result = plan(Problem(empty(weeks=3), LIBRARY), AfterSomeCalls(calls), 2)
            with self.subTest(calls):
                self.assertEqual(len(made(result).classes), 12)
                self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])


class Improving(unittest.TestCase):
    def narrow(self, rounds: int, seed: int = 2) -> PlanResult:
        request = empty(room=BARE, weeks=2, weekdays=(0, 2, 4))
        return plan(Problem(request, LIBRARY), None, seed, Settings(improve_rounds=rounds))

    def test_it_never_gets_worse(self) -> None:
        """With rounds or without: every must holds, and more rounds never cost more."""
        costs = [self.narrow(rounds).cost for rounds in (0, 2)]
        self.assertEqual(costs, sorted(costs, reverse=True))

    def test_the_same_twice_although_two_work_side_by_side(self) -> None:
        """Threads change nothing: the same seed gives the same plan."""
        self.assertEqual(self.narrow(2).plan, self.narrow(2).plan)

    def test_it_says_that_it_improves(self) -> None:
        """Progress names the stage with cost and bound, until the bound is met."""
        heard: list[Progress] = []
        request = empty(room=BARE, weeks=1)
        plan(Problem(request, LIBRARY), None, 1, Settings(on_progress=heard.append))
        improving = [p for p in heard if p.stage == "Improving"]
        self.assertTrue(all(p.cost is not None and p.cost > p.bound for p in improving))

    def test_neighbourhoods_are_where_the_cost_is(self) -> None:
        """Only slots that are open, widest last; none where nothing costs."""
        result = self.narrow(0)
        problem = Problem(made(result), LIBRARY)
        judged = judge(problem, Settings(), made(result), None)
        for width in (0, 1, 2):
            areas = neighbourhoods(judged, frozenset({0, 1, 2}), width)
            self.assertTrue(all(area <= {0, 1, 2} for area in areas))
        whole = judge(Problem(made(two_weeks()), LIBRARY), Settings(), made(two_weeks()), None)
        self.assertEqual(neighbourhoods(whole, frozenset(range(8)), 1), [])


class AgainstOtherSolvers(unittest.TestCase):
    """Source: HiGHS through scipy.optimize.milp, which shares no code with CP-SAT."""

    def test_a_week_has_the_same_optimum(self) -> None:
        """One whole week on body weight, all rules that are linear: the same least cost."""
        request = empty(room=BARE, weeks=1, weekdays=(0, 2, 4))
        sheet = request.sheet
        for rule in sheet.lines:
            if rule not in ("W1", "W2", "W3", "C1", "D4"):
                sheet = sheet.with_line(rule, mode=Mode.OFF)
        problem = Problem(replace(request, sheet=sheet), LIBRARY)
        run = Run(problem, Settings(), AfterSomeCalls(10**6), 1, pool_report(problem))
        cells = skeleton(SkeletonTask(problem, {}, Grounds(problem)), Limits(2.0, 60.0, 1)).cells
        task = week_task(run, 0, cells, 0)
        ours = build(task.rows).solve(Limits(20.0, 120.0, 1))
        self.assertIs(ours.outcome, Outcome.FOUND)
        self.assertEqual(ours.cost, ours.bound)
        self.assertEqual(ours.cost, round(solve_with_highs(list(task.rows))))


rooms = st.sampled_from(
    [FULL, BARE, Room("Bands", {Kit.MAT: 20, Kit.MINI_BAND: 20, Kit.LONG_BAND: 20}, 20)]
)


class AnyRequest(unittest.TestCase):
    @given(
        weeks=st.integers(1, 3),
        weekdays=st.sets(st.integers(0, 6), min_size=1, max_size=5),
        minutes=st.sampled_from([30, 40, 45, 60, 75]),
        level=st.integers(1, 3),
        room=rooms,
        gap=st.integers(0, 6),
        closed=st.sets(st.integers(0, 20), max_size=3),
        seed=st.integers(0, 10**6),
    )
    # Found among 500: a bout more in a time cap took the one class of a week off its step.
    @example(weeks=2, weekdays={0}, minutes=40, level=1, room=BARE, gap=2, closed={10}, seed=2).via(
        "W7 missed in a time cap"
    )
    @example(
        weeks=2, weekdays={0}, minutes=30, level=3, room=BARE, gap=6, closed=set(), seed=259
    ).via("W7 missed in a time cap")
    @settings(
        max_examples=EXAMPLES,
        deadline=None,
        derandomize=True,
        suppress_health_check=list(HealthCheck),
    )
    def test_no_must_is_ever_broken(
        self,
        weeks: int,
        weekdays: set[int],
        minutes: int,
        level: int,
        room: Room,
        gap: int,
        closed: set[int],
        seed: int,
    ) -> None:
        """Whatever is asked: refused in words, or told why not, or a plan that keeps every must."""
        start = dt.date(2026, 11, 30)
        days = frozenset(start + dt.timedelta(days=n) for n in closed)
        try:
            request = a_plan(
                weekdays=sorted(weekdays),
                weeks=weeks,
                minutes=minutes,
                level=level,
                room=room,
                closed=days,
            )
            sheet = request.sheet.with_line("D4", numbers={"gap": gap})
            request = replace(request, sheet=sheet)
            set_up_problems(request, LIBRARY)
        except InvalidInput as error:
            self.assertTrue(error.fields)
            return
        result = plan(Problem(request, LIBRARY), None, seed, QUICK)
        if result.plan is None:
            self.assertTrue(result.collisions)
            return
        found = findings(Facts(result.plan, LIBRARY))
        self.assertEqual([f.what for f in broken_musts(found)], [])
        self.assertEqual(result.cost, sum(cost_by_rule(found).values()))
        self.assertLessEqual(result.bound, result.cost)


if __name__ == "__main__":
    unittest.main()
