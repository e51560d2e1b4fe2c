"""A week that misses its aims first: the one before is filled otherwise, once."""

from __future__ import annotations

import unittest
from collections.abc import Mapping
from dataclasses import replace
from unittest.mock import patch

from grike.core.planner import NeverStop, Problem, Settings, rolling
from grike.core.planner.bands import LATER
from grike.core.planner.pool import pool_report
from grike.core.planner.run import Failure, Run, WeekAnswer
from grike.core.planner.skeleton import Cell
from grike.core.planner.weeks import week_task
from grike.core.rules.p22_one_pattern import P22
from grike.core.sheet import Mode
from tests.builders import FULL, a_plan
from tests.core.test_planner import LIBRARY


class WeekBefore(unittest.TestCase):
    def told(self, misses: tuple[tuple[int, int], ...], weeks: int = 2) -> tuple[list[str], Run]:
        """Fill some weeks; which (week, turn) misses an aim is given. Return what was told."""
        stages: list[str] = []
        shape = a_plan(room=FULL, weeks=weeks, weekdays=(0, 3))
        problem = Problem(shape, LIBRARY)
        settings = Settings(on_progress=lambda progress: stages.append(progress.stage))
        run = Run(problem, settings, NeverStop(), 1, pool_report(problem))
        turns, fill = dict.fromkeys(range(weeks), 0), rolling._week

        def filled(run: Run, week: int, before: Mapping[int, Cell]) -> WeekAnswer | Failure:
            answer = fill(run, week, before)
            assert isinstance(answer, WeekAnswer), answer
            turns[week] += 1
            cost = 9 if (week, turns[week]) in misses else 0
            return replace(answer, solved=replace(answer.solved, cost=cost))

        with patch.object(rolling, "_week", filled):
            self.assertIsNone(rolling.plan_weeks(run))
        self.assertEqual(len(run.filled().classes), 2 * weeks)
        return stages, run

    def test_the_week_before_is_filled_otherwise(self) -> None:
        """Then both keep their aims, and nothing of the first filling is left."""
        stages, run = self.told(((1, 1),))
        again = "Week 1, again, since week 2 missed its aims"
        self.assertEqual(stages, ["Week 1", "Week 2", again, "Week 2", "Done"])
        self.assertEqual(run.soft_weeks, set())
        used = [m for facts in run.facts.values() for m in facts.design.movement_ids()]
        self.assertEqual({m: used.count(m) for m in used}, run.used)

    def test_once_and_not_for_the_first(self) -> None:
        """A week that misses them again is taken, as is a first week, and weeks after either."""
        stages, run = self.told(((1, 1), (1, 2), (2, 1)), weeks=3)
        self.assertEqual(sum("again" in stage for stage in stages), 1)
        self.assertEqual(run.soft_weeks, {1, 2})
        stages, _ = self.told(((0, 1), (1, 1)))
        self.assertEqual(stages, ["Week 1", "Week 2", "Done"])


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
