"""The catalogue of rules, the sheet and the shape of a series."""

from __future__ import annotations

import datetime as dt
import unittest
from fractions import Fraction

from grike.core.errors import InvalidInput
from grike.core.kit import Kit, Room
from grike.core.rules import CATALOGUE, Facts, cost_by_rule, default_sheet, findings
from grike.core.sharing import usable_kit
from grike.core.sheet import Mode
from grike.core.sources import SOURCES
from tests.builders import MONDAY, a_class, a_library, a_plan, a_shape, circuit, work


class Catalogue(unittest.TestCase):
    def test_every_rule_is_complete(self) -> None:
        """Each has a statement that names its numbers, a reason and a known source."""
        for rule in CATALOGUE:
            self.assertEqual(set(rule.numbers), set(rule.default.numbers), rule.id)
            rule.statement.format(**rule.default.numbers)
            self.assertIn(rule.source, SOURCES)
            self.assertTrue(rule.reason.endswith("."))

    def test_ids_are_unique(self) -> None:
        """No two rules share an id."""
        self.assertEqual(len({rule.id for rule in CATALOGUE}), len(CATALOGUE))

    def test_a_rule_that_is_off_finds_nothing(self) -> None:
        """A sheet with every rule off has no findings on a class that breaks many."""
        sheet = default_sheet()
        for rule in CATALOGUE:
            sheet = sheet.with_line(rule.id, mode=Mode.OFF)
        plan = a_plan(a_class(work(circuit(60 // 3), "m", "m")), sheet=sheet)
        self.assertEqual(findings(Facts(plan, a_library("m"))), ())

    def test_musts_cost_nothing_and_aims_sum_up(self) -> None:
        """The total is the sum of the breakdown."""
        plan = a_plan(a_class(work(circuit(3), "m")), a_class(work(circuit(3), "m")))
        found = findings(Facts(plan, a_library("m")))
        self.assertTrue(all(f.cost == 0 for f in found if f.mode is Mode.MUST))
        self.assertEqual(sum(cost_by_rule(found).values()), sum(f.cost for f in found))

    def test_facts_of_unchanged_classes_are_kept(self) -> None:
        """After an edit only the changed class is worked out again."""
        library = a_library("a", "b", "c")
        plan = a_plan(*(a_class(work(circuit(), name)) for name in "abc"))
        before = Facts(plan, library)
        findings(before)
        changed = plan.with_class(
            type(plan.classes[1])(plan.classes[1].slot, a_class(work(circuit(), "c")))
        )
        after = Facts(changed, library, before=before)
        self.assertIs(after.classes[0], before.classes[0])
        self.assertIsNot(after.classes[1], before.classes[1])
        self.assertEqual(findings(after), findings(Facts(changed, library)))


class Sheet(unittest.TestCase):
    def test_numbers_can_be_edited(self) -> None:
        """A line keeps what was not given."""
        sheet = default_sheet().with_line("D4", numbers={"gap": 5})
        self.assertEqual(sheet["D4"].numbers, {"gap": Fraction(5), "per_week": Fraction(1)})

    def test_unknown_and_negative_numbers_are_refused(self) -> None:
        """The error names the number and those that there are."""
        with self.assertRaises(InvalidInput) as caught:
            default_sheet().with_line("D4", numbers={"gaps": 5})
        self.assertIn("It has: gap, per_week", caught.exception.line())
        with self.assertRaises(InvalidInput):
            default_sheet().with_line("D4", numbers={"gap": -1})


class Shape(unittest.TestCase):
    def test_slots_follow_the_calendar(self) -> None:
        """Days before the start and closed days have no slot."""
        wednesday = MONDAY + dt.timedelta(days=2)
        shape = a_shape((0, 2, 4), 2, start=wednesday, closed=frozenset({MONDAY + dt.timedelta(7)}))
        self.assertEqual(
            [(s.week, s.weekday) for s in shape.slots()], [(0, 2), (0, 4), (1, 2), (1, 4)]
        )
        self.assertEqual([s.index for s in shape.slots()], [0, 1, 2, 3])

    def test_every_bad_field_has_its_sentence(self) -> None:
        """No weeks, no days, 25 hours and no people are four errors at once."""
        with self.assertRaises(InvalidInput) as caught:
            a_shape((), 0, minutes=1500, heads=0)
        self.assertEqual(set(caught.exception.fields), {"weeks", "weekdays", "minutes", "heads"})

    def test_a_series_that_is_always_closed(self) -> None:
        """A series without any open day is refused."""
        with self.assertRaises(InvalidInput) as caught:
            a_shape((0,), 1, closed=frozenset({MONDAY}))
        self.assertIn("closed", caught.exception.fields)

    def test_kit_must_go_round(self) -> None:
        """Twelve people can use twelve steps, and six in turns; five chairs are too few."""
        shape = a_shape(room=Room("R", {Kit.STEP: 6, Kit.CHAIR: 5}, 20), heads=12)
        self.assertEqual(usable_kit(Kit, shape), {Kit.STEP})
