"""Two plans side by side: figures, days and rules that differ."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grike.core.advice.compare import compare
from grike.core.rules import Facts, cost_by_rule, findings
from tests.builders import a_class, a_library, a_plan, circuit, work
from tests.core.test_planner import LIBRARY, made, two_weeks


class Comparing(unittest.TestCase):
    def test_a_plan_with_itself(self) -> None:
        """Nothing differs, and the figures are those of the checks."""
        facts = Facts(made(two_weeks()), LIBRARY)
        found = compare(facts, facts)
        self.assertEqual(found.one, found.other)
        self.assertTrue(all(day.same for day in found.days))
        self.assertEqual(found.rules, ())
        self.assertEqual(found.one.by_rule, cost_by_rule(findings(facts)))

    def test_days_are_matched_by_week_and_weekday(self) -> None:
        """A day less is a day without a class; movements in both are counted."""
        library = a_library("a", "b", "c")
        three = a_plan(*(a_class(work(circuit(2), "a", "b")) for _ in range(3)))
        two = a_plan(*(a_class(work(circuit(2), "b", "c")) for _ in range(2)), weekdays=(0, 4))
        found = compare(Facts(three, library), Facts(two, library))
        days = {day.weekday: day for day in found.days}
        self.assertEqual((days[0].shared, days[2].other, days[4].same), (1, None, False))
        self.assertEqual((found.one.classes, found.other.classes), (3, 2))
        # Three classes of 2 rounds of two movements at 40 s: 160 s of work a class.
        self.assertEqual(found.one.training, 160)

    def test_rules_that_differ_are_told_in_words(self) -> None:
        """Only what differs: the mode, and the numbers by what they mean."""
        plan = a_plan(a_class(work(circuit(2), "a", "b")), weekdays=(0,))
        sheet = plan.sheet.with_line("D4", numbers={"gap": 5})
        library = a_library("a", "b")
        found = compare(Facts(plan, library), Facts(replace(plan, sheet=sheet), library))
        (rule,) = found.rules
        self.assertEqual(rule.rule, "D4")
        self.assertEqual(rule.one, "must, classes between two uses: 3")
        self.assertEqual(rule.other, "must, classes between two uses: 5")

    def test_nothing_planned_yet(self) -> None:
        """An empty series compares as one without classes."""
        empty = a_plan()
        found = compare(Facts(empty, LIBRARY), Facts(made(two_weeks()), LIBRARY))
        self.assertEqual((found.one.classes, found.one.training), (0, 0.0))
        self.assertTrue(all(day.one is None for day in found.days))


if __name__ == "__main__":
    unittest.main()
