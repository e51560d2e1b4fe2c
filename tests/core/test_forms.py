"""Forms of a movement, and movements joined in one repetition."""

from __future__ import annotations

import random
import unittest
from itertools import combinations

from grike.core.clock import class_clock
from grike.core.errors import InvalidInput, NotFound
from grike.core.formats import StraightSets
from grike.core.movement import Joint, Pace, Role, Sides
from grike.core.pattern import Pattern, Tier
from grike.core.wishes import Wishes
from grike.exchange.library import shipped_library
from tests.builders import a_class, a_plan, check, work

LIBRARY = shipped_library()
SETS = StraightSets(2, 60, 60, reps=10)


class Forms(unittest.TestCase):
    def test_a_form_has_its_own_figures(self) -> None:
        """Its name, seconds and dose; muscles where they differ, else those of the movement."""
        heels = LIBRARY["glute-bridge~heels"]
        self.assertEqual(heels.name, "Bridge on the heels")
        self.assertIn("hamstrings", heels.targets)
        pulses = LIBRARY["squat~pulses"]
        self.assertEqual(pulses.seconds_per_rep, 1.0)
        self.assertEqual(pulses.targets, LIBRARY["squat"].targets)
        self.assertEqual(pulses.cues[0], "Stay low, small pulses")

    def test_a_form_that_is_not_there_says_which_are(self) -> None:
        """The message lists the forms; one without forms says so."""
        with self.assertRaisesRegex(NotFound, "no form 'upside-down'") as caught:
            LIBRARY["squat~upside-down"]
        self.assertIn("pulses", caught.exception.fix)
        self.assertNotIn("squat~upside-down", LIBRARY)

    def test_two_forms_in_a_class_are_two_items(self) -> None:
        """C3 finds a movement that comes twice, and not two forms of it."""
        for second, found in (("squat~pulses", []), ("squat", ["C3"])):
            plan = a_plan(a_class(work(SETS, "squat", second)))
            self.assertEqual([f.rule for f in check("C3", plan, LIBRARY)], found)

    def test_unknown_movements_come_with_a_suggestion(self) -> None:
        """A letter too few is enough for the name that was meant."""
        with self.assertRaises(NotFound) as caught:
            LIBRARY["gobelt-squat"]
        self.assertIn("goblet-squat", caught.exception.fix)


class OneSide(unittest.TestCase):
    def test_curls_one_arm_at_a_time(self) -> None:
        """Two sets of ten curls a side: four bouts of 16 s, left and right equal."""
        clock = class_clock(a_class(work(SETS, "curl~one-side")), LIBRARY)
        self.assertEqual([bout.seconds for bout in clock.bouts], [16, 16, 16, 16])
        self.assertEqual([bout.side.value for bout in clock.bouts], ["left", "right"] * 2)
        plan = a_plan(a_class(work(SETS, "curl~one-side")))
        self.assertEqual(check("C4", plan, LIBRARY), [])

    def test_only_where_the_movement_says_so(self) -> None:
        """A crunch has no sides."""
        self.assertIn("lateral-lunge~one-side", LIBRARY)
        self.assertNotIn("crunch~one-side", LIBRARY)


class Joined(unittest.TestCase):
    def test_a_worked_example(self) -> None:
        """Squat of 1.5 s with an upright row of 2.2 s: 3.7 s a rep, what both ask of the body."""
        both = LIBRARY["squat+upright-row"]
        self.assertEqual(both.name, "Squat with upright row")
        self.assertEqual(both.seconds_per_rep, 3.7)
        self.assertIs(both.pattern, Pattern.COMBINED)
        self.assertEqual(both.level, 2)
        self.assertEqual(both.joints[Joint.KNEE], 1)
        self.assertEqual(both.joints[Joint.SHOULDER], 2)
        self.assertEqual(both.kit, LIBRARY["upright-row"].kit)

    def test_ten_repetitions_take_as_long_as_both(self) -> None:
        """The class clock counts 10 × 3.7 s for the set."""
        clock = class_clock(a_class(work(SETS, "squat+upright-row")), LIBRARY)
        self.assertEqual([bout.seconds for bout in clock.bouts], [37, 37])

    def test_a_hold_is_held_meanwhile(self) -> None:
        """A held squat against the wall takes no time of its own."""
        self.assertEqual(LIBRARY["wall-sit+curl"].seconds_per_rep, LIBRARY["curl"].seconds_per_rep)

    def test_what_cannot_be_joined_is_refused(self) -> None:
        """Two positions, a movement with itself, four of them, a stretch."""
        for bad in ("squat+crunch", "squat+squat", "squat+curl+shrug+side-raise"):
            with self.assertRaises(InvalidInput):
                LIBRARY[bad]
        with self.assertRaisesRegex(InvalidInput, "only work"):
            LIBRARY["squat+calf-stretch"]

    def test_what_is_never_wanted_is_not_wanted_joined(self) -> None:
        """Nor as a form of it."""
        for name, found in (("squat+upright-row", 1), ("upright-row+squat", 1), ("shrug", 0)):
            plan = a_plan(a_class(work(SETS, name)), wishes=Wishes(never=("upright-row",)))
            self.assertEqual(len(check("G2", plan, LIBRARY)), found, name)
        plan = a_plan(a_class(work(SETS, "squat~pulses")), wishes=Wishes(never=("squat",)))
        self.assertEqual(len(check("G2", plan, LIBRARY)), 1)

    def test_any_two_of_a_position_can_be_joined(self) -> None:
        """On random pairs: sides, tier, level, joints and muscles are those of the two."""
        work = LIBRARY.of_role(Role.WORK)
        pairs = [(a, b) for a, b in combinations(work, 2) if a.position is b.position]
        for a, b in random.Random(5).sample(pairs, 400):
            both = LIBRARY[f"{a.id}+{b.id}"]
            self.assertLessEqual({*both.targets}, {*a.targets, *b.targets}, both.id)
            self.assertEqual(
                {*both.targets, *both.assists},
                {*a.targets, *a.assists, *b.targets, *b.assists},
                both.id,
            )
            self.assertEqual(set(both.relief), set(both.joints), both.id)
            self.assertEqual(both.level, max(a.level, b.level))
            if Tier.MAIN in (a.tier, b.tier):
                self.assertIs(both.tier, Tier.MAIN, both.id)
            if both.sides is Sides.BOTH:
                self.assertEqual({a.sides, b.sides}, {Sides.BOTH})
            if Pace.STILL not in (a.pace, b.pace):
                self.assertAlmostEqual(both.seconds_per_rep, a.seconds_per_rep + b.seconds_per_rep)


if __name__ == "__main__":
    unittest.main()
