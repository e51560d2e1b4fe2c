"""Day-to-day rules: kept, broken, and the boundary of each."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grike.core.anatomy import Muscle
from grike.core.design import ClassDesign
from grike.core.focus import Focus
from grike.core.formats import StraightSets
from grike.core.item import Item
from grike.core.kit import Kit
from grike.core.planner.selection import fixed_class
from grike.core.rows.row import ChoiceKey
from grike.core.rows.scope import Bay, Choice, Scope
from grike.core.rules import Facts
from grike.core.rules.d4_returns import D4
from tests.builders import a_class, a_library, a_movement, a_plan, check, circuit, only, work

LIBRARY = a_library(
    a_movement("q", targets=(Muscle.QUADRICEPS,)),
    a_movement("c", targets=(Muscle.CHEST,)),
    a_movement("l", targets=(Muscle.LATS,)),
    a_movement("b", targets=(Muscle.BICEPS,)),
)


def lower(*ids: str) -> ClassDesign:
    return a_class(work(circuit(3), *ids), focus=Focus.LOWER)


class Recovery(unittest.TestCase):
    """Source: ACSM 2011, 48 h between sessions for a muscle group (from memory)."""

    def test_a_clear_day_between(self) -> None:
        """Monday and Wednesday are 48 h apart, Monday and Tuesday are not."""
        designs = (lower("q"), lower("q"))
        self.assertEqual(check("D1", a_plan(*designs, weekdays=(0, 2)), LIBRARY), [])
        found = check("D1", a_plan(*designs, weekdays=(0, 1)), LIBRARY)
        self.assertEqual(len(found), 1)
        self.assertIn(
            "Quadriceps: main focus on week 1 Monday and again on week 1 Tuesday", found[0].what
        )

    def test_sunday_and_monday_are_neighbours(self) -> None:
        """Recovery runs over the end of the week."""
        plan = a_plan(None, lower("q"), lower("q"), weekdays=(0, 6), weeks=2)
        self.assertEqual(len(check("D1", plan, LIBRARY)), 1)

    def test_main_focus_begins_at_fifteen_percent(self) -> None:
        """3 of 20 sets are a main focus, 3 of 21 are not."""

        def pair(others: int) -> int:
            mixed = a_class(work(circuit(3), "q"), work(circuit(others), "c"), focus=Focus.UPPER)
            return len(check("D1", a_plan(lower("q"), mixed, weekdays=(0, 1)), LIBRARY))

        self.assertEqual(pair(17), 1)
        self.assertEqual(pair(18), 0)

    def test_whole_body_classes_have_no_main_focus(self) -> None:
        """A whole-body class may follow any class."""
        whole = a_class(work(circuit(3), "q"), focus=Focus.WHOLE)
        self.assertEqual(check("D1", a_plan(lower("q"), whole, weekdays=(0, 1)), LIBRARY), [])


class Variety(unittest.TestCase):
    def test_formats_differ(self) -> None:
        """Two circuits in a row are found; a circuit and straight sets are not."""
        straight = a_class(work(StraightSets(3, 30, 30, reps=8), "c"))
        self.assertEqual(check("D2", a_plan(lower("q"), straight), LIBRARY), [])
        found = check("D2", a_plan(lower("q"), lower("c")), LIBRARY)
        self.assertEqual([f.cost for f in found], [12])

    def test_the_format_with_most_movements_decides(self) -> None:
        """One circuit movement beside three in straight sets is a straight-sets class."""
        mixed = a_class(work(circuit(), "q"), work(StraightSets(3, 30, 30, reps=8), "c", "l", "b"))
        self.assertEqual(mixed.main_format(), "straight-sets")

    def test_kit_differs(self) -> None:
        """The same kit in a row is found, body weight included."""
        bands = a_class(work(circuit(), "q"), kit=(Kit.MINI_BAND,))
        bare = a_class(work(circuit(), "q"))
        self.assertEqual(check("D3", a_plan(bands, bare), LIBRARY), [])
        self.assertEqual(len(check("D3", a_plan(bands, bands), LIBRARY)), 1)
        self.assertIn("body weight", check("D3", a_plan(bare, bare), LIBRARY)[0].what)


class CarriedRows(unittest.TestCase):
    """What is carried on in a class that stays binds what comes after it, not what comes before."""

    def forbidden(self, *, carried: bool, first: bool) -> bool:
        """Return whether "a" may not be chosen in the class before or after one that holds it."""
        library = a_library("a", "b")
        plan = a_plan(a_class(work(circuit(1), Item("a", carried=carried))), weekdays=(0, 1))
        slots = plan.shape.slots()
        fixed = fixed_class(Facts(plan, library).classes[0], 2)
        there, free = (slots[1], slots[0]) if first else (slots[0], slots[1])
        choices = tuple(Choice(m, free.index, 1, 12, 100, 0) for m in library)
        bay = Bay(free.index, free, Focus.WHOLE, 1, None, choices)
        rows = D4.rows
        assert rows is not None
        scope = Scope([bay], [replace(fixed, slot=there)])
        return any(
            row.high == 0 and dict(row.terms).keys() == {ChoiceKey("a", free.index)}
            for row in rows(scope, only("D4")["D4"])
        )

    def test_before_and_after(self) -> None:
        """Not carried it binds both ways; carried on it binds only the later class."""
        self.assertTrue(self.forbidden(carried=False, first=True))
        self.assertTrue(self.forbidden(carried=False, first=False))
        self.assertFalse(self.forbidden(carried=True, first=True))
        self.assertTrue(self.forbidden(carried=True, first=False))


class Repeats(unittest.TestCase):
    def found(self, *days: str, gap: int = 3, per_week: int = 7) -> int:
        designs = [lower(*day.split()) for day in days]
        sheet = only("D4", gap=gap, per_week=per_week)
        plan = a_plan(*designs, weekdays=(0, 1, 2, 3, 4, 5), weeks=2, sheet=sheet)
        return len(check("D4", plan, LIBRARY))

    def test_three_classes_between_are_enough(self) -> None:
        """q, three others, q: kept. q, two others, q: broken."""
        self.assertEqual(self.found("q", "c", "l", "b", "q"), 0)
        self.assertEqual(self.found("q", "c", "l", "q"), 1)

    def test_no_gap_at_all(self) -> None:
        """With a gap of 0 a movement may come every day."""
        self.assertEqual(self.found("q", "q", "q", gap=0), 0)

    def test_once_a_week(self) -> None:
        """A second use in the week is found even after its gap."""
        self.assertEqual(self.found("q", "c", "l", "b", "q", per_week=1), 1)
        self.assertEqual(self.found("q", "c", "l", "b", "q", "c", per_week=1), 2)

    def test_a_repeat_within_a_class_is_not_this_rules_business(self) -> None:
        """Twice in one class is what C3 finds."""
        self.assertEqual(self.found("q q"), 0)

    def test_empty_slots_count_as_classes_between(self) -> None:
        """The gap is judged by slots of the board, planned or not."""
        plan = a_plan(
            lower("q"), None, None, None, lower("q"), weekdays=(0, 1, 2), weeks=2, sheet=only("D4")
        )
        self.assertEqual(check("D4", plan, LIBRARY), [])
