"""Strange requests and bad moments: a clear answer each time, never a hang or a bare no.

Source of the cases: common practice, no source; what directors have tried.
"""

from __future__ import annotations

import datetime as dt
import os
import unittest
from dataclasses import replace
from functools import lru_cache
from unittest import mock

from hypothesis import HealthCheck, example, given, settings
from hypothesis import strategies as st

from grike.core.advice.alternatives import alternatives
from grike.core.editing import swapped, work_blocks
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.kit import Kit, Room
from grike.core.library import Library
from grike.core.planner import Problem, Progress, Settings, Status, plan
from grike.core.planner.grounds import Grounds
from grike.core.planner.improve import Judged, improved, judge, neighbourhoods
from grike.core.planner.linear import Limits, Outcome
from grike.core.planner.pool import PoolReport, pool_report
from grike.core.planner.problem import NeverStop
from grike.core.planner.readiness import set_up_problems
from grike.core.planner.run import Run
from grike.core.planner.selection import build
from grike.core.planner.skeleton import SkeletonTask, skeleton
from grike.core.planner.weeks import week_task
from grike.core.rules import BY_ID, Facts, broken_musts, cost_by_rule, findings
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode
from tests.builders import BARE, FULL, a_plan, locked, long
from tests.core.test_outside import solve_with_highs
from tests.core.test_planner import LIBRARY, YARD, empty, made, two_weeks

#: ./grike test --all tries more; GRIKE_EXAMPLES=500 takes about half an hour.
EXAMPLES = int(os.environ.get("GRIKE_EXAMPLES", "1"))
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
        """Planned all the same, an empty library says what it lacks, and no more than is proven."""
        for library in (Library([], "none"), Library([LIBRARY["squat"]], "one")):
            result = plan(Problem(empty(weeks=1), library), None, 1, QUICK)
            self.assertIs(result.status, Status.UNDECIDED)
            self.assertIn("the smallest class that is planned needs", result.words[0])

    def test_one_class_in_all(self) -> None:
        """One day, one week: a class."""
        result = plan(Problem(empty(weeks=1, weekdays=(2,)), LIBRARY), None, 1)
        self.assertEqual(len(made(result).classes), 1)

    def test_zero_kit_and_many_people(self) -> None:
        """A yard with nothing in it, for forty: two classes, and what they cannot give."""
        request = empty(weeks=1, weekdays=(0, 3), room=YARD, heads=40)
        set_up_problems(request, LIBRARY)
        result = plan(Problem(request, LIBRARY), None, 1, QUICK)
        found = made(result)
        self.assertEqual(broken_musts(findings(Facts(found, LIBRARY))), [])
        self.assertEqual(
            {LIBRARY[i].kit for c in found.classes for i in c.design.movement_ids()}, {()}
        )
        self.assertTrue(any("biceps" in note for note in result.notes))

    @long
    def test_a_year(self) -> None:
        """52 weeks, a class each: every class is there, and every must holds."""
        result = plan(Problem(empty(weeks=52, weekdays=(2,)), LIBRARY), None, 1, QUICK)
        self.assertEqual(len(made(result).classes), 52)
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])

    def test_contradictory_locks(self) -> None:
        """The same class locked on two days running: no plan, and the rule that they break."""
        before = made(two_weeks())
        # A class for the whole body has no group at its heart.
        heart = next(p.design for p in before.classes if p.design.focus is not Focus.WHOLE)
        twice = before
        for planned in before.classes[:2]:
            twice = twice.with_class(replace(planned, design=heart))
        result = plan(Problem(locked(twice, 0, 1), LIBRARY), None, 1, QUICK)
        self.assertIsNone(result.plan)
        self.assertIn("(D1)", result.words[0])


class Stopped(unittest.TestCase):
    def test_at_each_stage(self) -> None:
        """Stopped after any number of looks: all classes are there and every must holds."""
        for calls in (0, 1, 3):
            result = plan(Problem(empty(weeks=2), LIBRARY), AfterSomeCalls(calls), 2)
            with self.subTest(calls):
                self.assertEqual(len(made(result).classes), 8)
                self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])


@lru_cache
def damaged() -> tuple[Problem, SeriesPlan, PoolReport]:
    """Return a week that keeps every must and costs what one swap does, with its problem."""
    whole = made(plan(Problem(empty(weeks=1, weekdays=(0, 2, 4)), LIBRARY), None, 9))
    last = whole.classes[-1]
    block = work_blocks(last.design)[0]
    offered = alternatives(Facts(whole, LIBRARY), last.slot.index, block, 0, most=18)
    worst = max((a for a in offered if not a.musts_broken), key=lambda a: a.cost_change)
    assert worst.cost_change > 0
    design = swapped(last.design, block, 0, worst.movement.id, library=LIBRARY)
    problem = Problem(replace(whole, classes=()), LIBRARY)
    return problem, whole.with_class(replace(last, design=design)), pool_report(problem)


class Improving(unittest.TestCase):
    def better(self, heard: list[Progress] | None = None) -> Judged:
        problem, start, pool = damaged()
        tell = heard.append if heard is not None else lambda _: None
        settings_ = Settings(improve_rounds=2, on_progress=tell)
        return improved(Run(problem, settings_, NeverStop(), 3, pool), start, 3)

    def test_what_costs_is_made_to_cost_less(self) -> None:
        """A week with one bad swap comes back cheaper, with every must; the stage is named."""
        problem, start, pool = damaged()
        before = judge(problem, Settings(), start, None)
        heard: list[Progress] = []
        after = self.better(heard)
        self.assertTrue(after.valid)
        self.assertLess(after.cost, before.cost)
        self.assertEqual({p.stage for p in heard}, {"Improving"})
        self.assertEqual(heard[0].cost, before.cost)
        for progress in heard:
            assert progress.cost is not None
            self.assertGreater(progress.cost, pool.bound)

    def test_what_is_found_worse_is_not_taken(self) -> None:
        """Where every neighbourhood comes back worse, or breaks a must, the plan stays."""
        problem, start, pool = damaged()
        whole = judge(problem, Settings(), start, None).plan
        design = start.classes[0].design
        twice = start.with_class(replace(start.classes[1], design=design))
        for bad in (twice, None):
            with mock.patch("grike.core.planner.improve._planned_again", return_value=bad):
                stays = improved(Run(problem, Settings(), NeverStop(), 3, pool), start, 3)
            self.assertEqual(stays.plan, whole)

    def test_the_same_twice_although_two_work_side_by_side(self) -> None:
        """Threads change nothing: the same seed gives the same plan."""
        self.assertEqual(self.better().plan, self.better().plan)

    def test_neighbourhoods_are_where_the_cost_is(self) -> None:
        """Only slots that are open, widest last; none where nothing costs."""
        problem, start, _ = damaged()
        judged = judge(problem, Settings(), start, None)
        sizes: list[int] = []
        for width in (0, 1, 2):
            areas = neighbourhoods(judged, frozenset({0, 2}), width)
            self.assertTrue(areas)
            self.assertTrue(all(area and area <= {0, 2} for area in areas))
            sizes.append(max(map(len, areas)))
        self.assertEqual(sizes, sorted(sizes))
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
        """Whatever is asked: refused, told why not, or a plan whose musts hold or gave way."""
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
            self.assertTrue(result.words)
            return
        found = findings(Facts(result.plan, LIBRARY))
        broken = {finding.rule for finding in broken_musts(found)}
        self.assertEqual({own.rule for own in result.gave_way}, broken)
        self.assertTrue(all(BY_ID[rule].yields for rule in broken), broken)
        self.assertEqual(result.cost, sum(cost_by_rule(found).values()))
        self.assertLessEqual(result.bound, result.cost)


if __name__ == "__main__":
    unittest.main()
