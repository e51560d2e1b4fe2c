"""What is planned anew teaches what later classes count on (D8)."""

from __future__ import annotations

import unittest
from collections.abc import Collection
from unittest.mock import patch

from grike.core.planner import Problem, plan, weeks
from grike.core.planner.run import Run
from grike.core.planner.taught import Need, later_needs
from grike.core.rules import Facts, broken_musts, findings
from grike.core.series import SeriesPlan, Slot
from tests.builders import QUICK
from tests.core.test_class_shapes import planned
from tests.core.test_planner import LIBRARY, made


class Taught(unittest.TestCase):
    """A series of two weeks with shapes, three classes each, of which some are planned again."""

    def again(self, *free: int, seed: int = 1) -> tuple[SeriesPlan, set[tuple[int, int, int]]]:
        """Return the plan with some slots planned again, and what was asked of them.

        That is a set of (their week, slot of a later class, how many movements it counts on).
        """
        asked: set[tuple[int, int, int]] = set()

        def ask(run: Run, here: Collection[Slot]) -> list[Need]:
            needs = later_needs(run, here)
            week = min(slot.week for slot in here)
            asked.update((week, need.slot.index, need.least) for need in needs)
            return needs

        with patch.object(weeks, "later_needs", ask):
            result = plan(Problem(planned(), LIBRARY, free=frozenset(free)), None, seed, QUICK)
        return made(result), asked

    def test_the_first_week_again(self) -> None:
        """Two classes of the second count on it: unasked, it broke D8 with each seed."""
        for seed in (1, 2):
            again, asked = self.again(0, 1, 2, seed=seed)
            self.assertNotEqual(again.classes[:3], planned().classes[:3])
            self.assertEqual(again.classes[3:], planned().classes[3:])
            self.assertEqual({(week, least) for week, _, least in asked}, {(0, 1)})
            self.assertEqual(broken_musts(findings(Facts(again, LIBRARY))), [])

    def test_others_can_still_teach(self) -> None:
        """Where the second week is planned again but for its last class, each does its part."""
        again, asked = self.again(0, 1, 2, 3, 4)
        self.assertLessEqual({slot for _, slot, _ in asked}, {5})
        self.assertEqual(broken_musts(findings(Facts(again, LIBRARY))), [])

    def test_nothing_is_asked_where_nothing_follows(self) -> None:
        """Of the last week, and of a series that is planned as a whole."""
        for free in ((3, 4, 5), tuple(range(6))):
            self.assertEqual(self.again(*free)[1], set())


if __name__ == "__main__":
    unittest.main()
