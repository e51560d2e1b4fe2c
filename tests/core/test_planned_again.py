"""What is planned again keeps what later classes count on: what they carry on, what was taught."""

from __future__ import annotations

import unittest
from collections.abc import Collection
from dataclasses import replace
from typing import ClassVar
from unittest.mock import patch

from grike.core.planner import Problem, Settings, plan, weeks
from grike.core.planner.onward import all_onward, serves
from grike.core.planner.run import Run
from grike.core.planner.taught import Need, later_needs
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts, findings
from grike.core.series import PlannedClass, SeriesPlan, Slot
from grike.core.wishes import Wishes
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from tests.builders import FULL, QUICK, a_plan
from tests.core.test_class_shapes import planned
from tests.core.test_planner import LIBRARY, made


class Taught(unittest.TestCase):
    """A series of two weeks with shapes, three classes each, of which some are planned again."""

    def again(
        self, *free: int, seed: int = 1, settings: Settings = QUICK
    ) -> tuple[SeriesPlan, set[tuple[int, int, int]]]:
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
            result = plan(Problem(planned(), LIBRARY, free=frozenset(free)), None, seed, settings)
        return made(result), asked

    def test_the_first_week_again(self) -> None:
        """Classes of the second count on it: unasked, it broke D8 with each seed."""
        for seed in (1, 2):
            again, asked = self.again(0, 1, 2, seed=seed)
            self.assertNotEqual(again.classes[:3], planned().classes[:3])
            self.assertEqual(again.classes[3:], planned().classes[3:])
            self.assertEqual({(week, least > 0) for week, _, least in asked}, {(0, True)})
            self.assertEqual(broken_musts(findings(Facts(again, LIBRARY))), [])

    def test_others_can_still_teach(self) -> None:
        """Where the second week is planned again but for its last class, each does its part.

        What is mended in the first week is asked by those of the second that stand by then.
        """
        again, asked = self.again(0, 1, 2, 3, 4, settings=Settings())
        self.assertLessEqual({slot for _, slot, _ in asked}, {3, 4, 5})
        self.assertEqual(broken_musts(findings(Facts(again, LIBRARY))), [])

    def test_nothing_is_asked_where_nothing_follows(self) -> None:
        """Of the last week, and of a series that is planned as a whole."""
        for free in ((3, 4, 5), tuple(range(6))):
            self.assertEqual(self.again(*free)[1], set())


class CarriedOn(unittest.TestCase):
    """Three weeks in which lifts come back and ask for more: any of them is planned again."""

    plan: ClassVar[SeriesPlan]

    @classmethod
    def setUpClass(cls) -> None:
        sheet = next(own for own in presets() if own.id == "blend").sheet()
        shapes = shipped_shapes()
        asked = a_plan(weeks=3, room=FULL, weekdays=(0, 2), class_shapes=shapes)
        problem = Problem(replace(asked, sheet=sheet), LIBRARY)
        cls.plan = made(plan(problem, None, 1, QUICK))

    def test_each_week_again(self) -> None:
        """Every must is kept, and what the week after carries on is still there."""
        for week in range(3):
            free = {p.slot.index for p in self.plan.classes if p.slot.week == week}
            again = made(plan(Problem(self.plan, LIBRARY, free=frozenset(free)), None, 1, QUICK))
            self.assertEqual(broken_musts(findings(Facts(again, LIBRARY))), [])
            for old, new in zip(self.plan.classes, again.classes, strict=True):
                if new.slot.index in free:
                    self.assertNotEqual(new, old)
                    self.assertLessEqual(self.carried_from(old), set(new.design.movement_ids()))

    def carried_from(self, before: PlannedClass) -> set[str]:
        """Return what the week after a class carries on from it."""
        after = [p for p in self.plan.classes if p.slot.week == before.slot.week + 1]
        items = [item for p in after for _, _, item in p.design.items(Purpose.WORK)]
        return {i.movement_id for i in items if i.carried} & set(before.design.movement_ids())

    def test_it_looks_no_further_than_it_must(self) -> None:
        """Not beyond the next full week, planned anew or not; not at what nobody may do now."""
        facts = {m.slot.index: m for m in Facts(self.plan, LIBRARY).classes}
        slots = [p.slot for p in self.plan.classes if p.slot.week == 0]
        after = {i: own for i, own in facts.items() if own.slot.week}
        needs = all_onward(self.plan, after, slots, LIBRARY)
        self.assertTrue(needs)
        last = {i: own for i, own in facts.items() if own.slot.week == 2}
        self.assertEqual(all_onward(self.plan, last, slots, LIBRARY), {})
        never = tuple({name for needed in needs.values() for name in needed})
        shape = replace(self.plan.shape, wishes=Wishes(never=never))
        without = replace(self.plan, shape=shape)
        self.assertEqual(all_onward(without, after, slots, LIBRARY), {})

    def test_what_asks_for_too_much_is_not_taken(self) -> None:
        """Rows that a class is asked for hold only what the week after still goes beyond."""
        facts = Facts(self.plan, LIBRARY)
        stay = {m.slot.index: m for m in facts.classes if m.slot.week}
        first = [p.slot for p in self.plan.classes if p.slot.week == 0]
        for needed in all_onward(self.plan, stay, first, LIBRARY).values():
            for later in needed.values():
                (own,) = later
                less = replace(own.asked, reps=own.asked.reps and 1, seconds=1)
                self.assertTrue(serves(less, later))
                self.assertFalse(serves(own.asked, later))
                self.assertTrue(serves(own.asked, [own._replace(again=True)]))
                self.assertFalse(serves(None, later))


if __name__ == "__main__":
    unittest.main()
