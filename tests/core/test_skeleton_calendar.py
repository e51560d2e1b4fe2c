"""What a skeleton keeps of the calendar: finishes, what is seldom, promised shapes; and of kit."""

from __future__ import annotations

import unittest
from collections import Counter
from typing import Any
from unittest.mock import patch

from grike.core.design import Role
from grike.core.planner import Problem
from grike.core.planner.grounds import Grounds
from grike.core.planner.linear import Limits, Outcome
from grike.core.planner.skeleton import Cell, SkeletonTask, skeleton
from grike.core.rules.p10_load import WEIGHTS
from grike.core.rules.p18_calendar import SELDOM
from grike.core.sheet import Mode, RuleSheet
from grike.exchange.shapes import shipped_shapes
from tests.builders import FULL, a_plan, only
from tests.core.test_planner import LIBRARY

LIMITS = Limits(5.0, 60.0, 1)


def cells(sheet: RuleSheet, **shape: Any) -> list[Cell]:
    """Return the skeleton of four weeks of three classes in shapes, in order."""
    own = {"class_shapes": shipped_shapes()} | shape
    request = a_plan(weeks=4, room=FULL, sheet=sheet, **own)
    problem = Problem(request, LIBRARY)
    found = skeleton(SkeletonTask(problem, {}, Grounds(problem)), LIMITS)
    assert found.outcome is Outcome.FOUND, found.outcome
    return [cell for _, cell in sorted(found.cells.items())]


class Calendar(unittest.TestCase):
    calendar = only("P18", Mode.AIM)

    def test_finishes_and_what_a_week_has_once(self) -> None:
        """A third of the classes end with a finish, half at the most, the last one does."""
        found = cells(self.calendar)
        finishes = [cell.variant.finishes for cell in found]
        self.assertTrue(4 <= sum(finishes) <= 6, finishes)
        self.assertTrue(finishes[-1])
        for fmt in SELDOM:
            weeks = Counter(c.slot.week for c in found if fmt.kind in c.variant.kinds)
            self.assertLessEqual(max(weeks.values(), default=0), 1, fmt)

    def test_what_comes_back_leaves_room_for_finishes(self) -> None:
        """In a week whose shapes stay for four weeks one day of three ends with one, the last."""
        sheet = self.calendar.with_line("P7", mode=Mode.AIM)
        first = [cell.variant.finishes for cell in cells(sheet)[:3]]
        self.assertEqual(first, [False, False, True])

    def test_promised_and_kept_shapes(self) -> None:
        """Monday has what it asks for, Wednesday what it had; Friday changes from week to week."""
        asked = frozenset({"legs-arms-trunk", "stations"})
        sheet = self.calendar.with_line("G8", mode=Mode.MUST)
        found = cells(sheet, shape_days={0: asked}, kept_days=frozenset({2}))
        looks = {(c.slot.week, c.slot.weekday): c.variant.shape_id for c in found}
        self.assertLessEqual({looks[week, 0] for week in range(4)}, asked)
        self.assertEqual(len({looks[week, 2] for week in range(4)}), 1)
        for week in range(3):
            self.assertNotEqual(looks[week, 4], looks[week + 1, 4])


class Kit(unittest.TestCase):
    def test_most_classes_have_something_to_lift(self) -> None:
        """In no week of three classes more than one is done without weights and bands."""
        self.assertLessEqual(self.lightest(), 1)
        with patch("grike.core.planner.skeleton.taste.BARE", 0):
            self.assertGreater(self.lightest(), 1)

    def test_what_is_for_lifts_has_a_load(self) -> None:
        """No class with a part for lifts is without weights and bands, as some would be."""
        self.assertEqual(self.bare_lifts(), 0)
        with patch("grike.core.planner.skeleton.taste.BARE", 0):
            self.assertGreater(self.bare_lifts(), 1)

    @staticmethod
    def bare_lifts() -> int:
        """Return how many classes for lifts have neither where nobody asks for them."""
        lifting = tuple(s for s in shipped_shapes() if Role.LIFT in {p.role for p in s.parts})
        found = cells(only("P18", Mode.OFF), class_shapes=lifting)
        assert all(cell.variant.lifts for cell in found)
        return sum(cell.theme.kit.isdisjoint(WEIGHTS) for cell in found)

    @staticmethod
    def lightest() -> int:
        """Return how many classes of a week have neither where nobody asks for them."""
        found = cells(only("P18", Mode.OFF))
        bare = Counter(c.slot.week for c in found if c.theme.kit.isdisjoint(WEIGHTS))
        return max(bare.values(), default=0)


if __name__ == "__main__":
    unittest.main()
