"""Second choices: other classes for a slot, each judged as if it stood there."""

from __future__ import annotations

import unittest
from dataclasses import replace
from functools import cache
from itertools import combinations

from grike.core.errors import Conflict
from grike.core.planner import Settings
from grike.core.planner.refill import OTHER_MOVEMENTS
from grike.core.planner.second import SHOWN, WORTH_A_LOOK, SecondChoice, second_choices, staying
from grike.core.rules import Facts, broken_musts, findings
from grike.core.sheet import Mode
from tests.core.test_anchors import in_shapes

SLOTS = (1, 4, 5)


@cache
def choices_of(slot: int) -> tuple[SecondChoice, ...]:
    """Return the second choices of a slot of a series in shapes."""
    facts = in_shapes()
    return second_choices(facts, findings(facts), slot, seed=3, settings=Settings())


class Choices(unittest.TestCase):
    def test_each_is_what_the_checks_say(self) -> None:
        """Cost and broken musts are those of the whole plan, worked out from nothing."""
        facts = in_shapes()
        before = findings(facts)
        for slot in SLOTS:
            for choice in choices_of(slot):
                after = findings(Facts(facts.plan.with_class(choice.planned), facts.library))
                cost = sum(f.cost for f in after) - sum(f.cost for f in before)
                self.assertEqual(choice.cost_change, cost)
                new = {f.key for f in broken_musts(after)} - {f.key for f in broken_musts(before)}
                self.assertEqual(choice.broken, len(new))
                self.assertEqual(choice.as_good, not new and cost <= 0)

    def test_other_movements_and_another_shape(self) -> None:
        """The focus stays; some keep the shape, some have another, and each is worth a look."""
        built: set[bool] = set()
        for slot in SLOTS:
            member = next(m for m in in_shapes().classes if m.slot.index == slot)
            found = choices_of(slot)
            self.assertLessEqual(len(found), SHOWN)
            built |= {choice.other_shape for choice in found}
            for choice in found:
                design = choice.planned.design
                self.assertIs(design.focus, member.design.focus)
                self.assertEqual(design.shape != member.design.shape, choice.other_shape)
                self.assertNotEqual(set(design.movement_ids()), set(member.design.movement_ids()))
            same = [choice.planned.design for choice in found if not choice.other_shape]
            for one, other in combinations([member.design, *same], 2):
                more = set(other.movement_ids()) - set(one.movement_ids())
                self.assertGreaterEqual(len(more), OTHER_MOVEMENTS)
            marks = [(choice.broken, choice.cost_change) for choice in found]
            self.assertEqual(marks, sorted(marks))
            self.assertLessEqual(marks[-1][1], marks[0][1] + WORTH_A_LOOK)
        self.assertEqual(built, {True, False})

    def test_what_later_classes_ask_more_of_stays(self) -> None:
        """It is told, and each choice has it; nothing must stay where it need not progress."""
        facts = in_shapes()
        held = {slot: staying(facts, slot) for slot in SLOTS}
        self.assertTrue(any(held.values()))
        for slot in SLOTS:
            for choice in choices_of(slot):
                self.assertLessEqual(set(held[slot]), set(choice.planned.design.movement_ids()))
        for mode in (Mode.OFF, Mode.AIM):
            free = replace(facts.plan, sheet=facts.sheet.with_line("D7b", mode=mode))
            self.assertEqual({staying(Facts(free, facts.library), slot) for slot in SLOTS}, {()})

    def test_a_locked_class_has_none(self) -> None:
        """Nor has a slot without a class."""
        facts = in_shapes()
        locked = replace(facts.classes[0].planned, locked=True)
        plan = Facts(facts.plan.with_class(locked), facts.library)
        for slot in (locked.slot.index, 99):
            with self.assertRaises(Conflict):
                second_choices(plan, findings(plan), slot, seed=1, settings=Settings())


if __name__ == "__main__":
    unittest.main()
