"""A week that misses its aims first: the one before is filled otherwise, once."""

from __future__ import annotations

import unittest
from collections.abc import Callable, Mapping
from dataclasses import replace
from functools import partial
from unittest.mock import patch

from grike.core.planner import NeverStop, Problem, Settings, rolling
from grike.core.planner.bands import LATER
from grike.core.planner.laying import assembled_week
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import Progress
from grike.core.planner.run import Failure, Run, WeekAnswer
from grike.core.planner.skeleton import Cell
from grike.core.planner.weeks import week_task
from grike.core.rules.p22_one_pattern import P22
from grike.core.series import PlannedClass
from grike.core.sheet import Mode
from tests.builders import FULL, a_plan
from tests.core.test_class_shapes import planned
from tests.core.test_planner import LIBRARY


class WeekBefore(unittest.TestCase):
    def told(
        self, costs: Mapping[tuple[int, int], int | None], weeks: int = 2
    ) -> tuple[list[str], Run, dict[tuple[int, int], WeekAnswer]]:
        """Fill some weeks; what each (week, turn) costs is given, None where it fails.

        Return the stages that were told, the run, and how each turn was filled.
        """
        stages: list[str] = []
        shown: dict[int, PlannedClass] = {}

        def hear(progress: Progress) -> None:
            stages.append(progress.stage)
            shown.update({planned.slot.index: planned for planned in progress.filled})

        problem = Problem(a_plan(room=FULL, weeks=weeks, weekdays=(0, 3)), LIBRARY)
        run = Run(problem, Settings(on_progress=hear), NeverStop(), 1, pool_report(problem))
        turns, fill = dict.fromkeys(range(weeks), 0), rolling._week
        filled: dict[tuple[int, int], WeekAnswer] = {}
        latest: dict[int, int] = {}

        def week(run: Run, week: int, before: Mapping[int, Cell]) -> WeekAnswer | Failure:
            turns[week] += 1
            turn = week, turns[week]
            cost = costs.get(turn, 0)
            if cost is None:
                return Failure("movements", week, proven=False)
            answer = fill(run, week, before)
            assert isinstance(answer, WeekAnswer), answer
            latest[week] = cost
            planned = assembled_week(run, answer.task, answer.solved)
            solved = replace(answer.solved, cost=cost)
            filled[turn] = replace(answer, solved=solved, planned=planned)
            return filled[turn]

        def stands(_: Run, week: int) -> tuple[int, int]:
            return 0, sum(cost for own, cost in latest.items() if own <= week)

        with patch.object(rolling, "_week", week), patch.object(rolling, "standing", stands):
            self.assertIsNone(rolling.plan_weeks(run))
        classes = run.filled().classes
        self.assertEqual(len(classes), 2 * weeks)
        self.assertEqual([shown[own.slot.index] for own in classes], list(classes))
        used = [m for facts in run.facts.values() for m in facts.design.movement_ids()]
        self.assertEqual({m: used.count(m) for m in used}, run.used)
        return stages, run, filled

    def test_the_week_before_is_filled_otherwise(self) -> None:
        """Then both keep their aims, and nothing of the first filling is left."""
        stages, run, filled = self.told({(1, 1): 9})
        again = "Week 1, again, since week 2 missed its aims"
        self.assertEqual(stages, ["Week 1", "Week 2", again, "Week 2", "Done"])
        self.assertEqual(run.soft_weeks, set())
        self.assertEqual(run.filled().classes, filled[0, 2].planned + filled[1, 2].planned)

    def test_what_is_worse_is_put_back(self) -> None:
        """As it was filled first, where the second filling costs more or fails."""
        seconds: list[dict[tuple[int, int], int | None]] = [
            {(1, 2): 10},
            {(1, 2): None},
            {(0, 2): None},
        ]
        for second in seconds:
            with self.subTest(second=second):
                _, run, filled = self.told({(1, 1): 9, **second}, weeks=3)
                first = filled[0, 1].planned + filled[1, 1].planned + filled[2, 1].planned
                self.assertEqual(run.filled().classes, first)
                self.assertEqual(run.soft_weeks, {1})
                self.assertEqual(sorted(run.week_training), [0, 1, 2])

    def test_once_and_not_for_the_first(self) -> None:
        """A week that misses them again is taken, as is a first week, and weeks after either."""
        stages, run, _ = self.told({(1, 1): 9, (1, 2): 9, (2, 1): 9}, weeks=3)
        self.assertEqual(sum("again" in stage for stage in stages), 1)
        self.assertEqual(run.soft_weeks, {1, 2})
        stages, _, _ = self.told({(0, 1): 9, (1, 1): 9})
        self.assertEqual(stages, ["Week 1", "Week 2", "Done"])


class NothingOpen(unittest.TestCase):
    def test_a_week_of_which_nothing_is_planned_stays(self) -> None:
        """The week after it fails at once, and is not tried again from other seeds."""
        stages: list[str] = []
        own = planned()
        settings = Settings(on_progress=lambda progress: stages.append(progress.stage))
        for free, turns in ((3, 4, 5), 1), ((2, 3, 4, 5), 4):
            stages.clear()
            problem = Problem(own, LIBRARY, free=frozenset(free))
            run = Run(problem, settings, NeverStop(), 1, pool_report(problem))
            with patch.object(rolling, "_week", partial(_first_only, rolling._week)):
                self.assertIsInstance(rolling.plan_weeks(run), Failure)
            self.assertEqual(stages.count("Week 2"), turns, stages)


def _first_only(
    fill: Callable[[Run, int, Mapping[int, Cell]], WeekAnswer | Failure],
    run: Run,
    week: int,
    before: Mapping[int, Cell],
) -> WeekAnswer | Failure:
    """Fill the first week, and fail at any other."""
    return fill(run, week, before) if week == 0 else Failure("movements", week, proven=False)


class Later(unittest.TestCase):
    def asked(self, mode: Mode, later: frozenset[str]) -> bool:
        """Return whether the weeks of a run are asked to spread kinds of lifts."""
        shape = a_plan(room=FULL, weeks=1, weekdays=(0,))
        problem = Problem(replace(shape, sheet=shape.sheet.with_line(P22.id, mode=mode)), LIBRARY)
        run = Run(problem, Settings(), NeverStop(), 1, pool_report(problem), later=later)
        with patch.object(rolling, "week_task", wraps=week_task) as asked:
            self.assertIsNone(rolling.plan_weeks(run))
            tasks = [week_task(*call.args) for call in list(asked.call_args_list)]
        return any(row.rule == P22.id for task in tasks for row in task.rows)

    def test_an_aim_waits_and_a_must_does_not(self) -> None:
        """Filling leaves it to mending, which asks for it, as both do for a must."""
        self.assertFalse(self.asked(Mode.AIM, LATER))
        self.assertTrue(self.asked(Mode.AIM, frozenset()))
        self.assertTrue(self.asked(Mode.MUST, LATER))


if __name__ == "__main__":
    unittest.main()
