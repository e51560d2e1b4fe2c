"""What each caution keeps out, and what one member does instead."""

from __future__ import annotations

import unittest
from dataclasses import replace
from itertools import product

from grike.core.advice.for_members import for_members
from grike.core.cautions import CAUTIONS, Caution, breaks
from grike.core.errors import InvalidInput
from grike.core.movement import Pace, Position, Role
from grike.core.wishes import Member, Wishes
from grike.exchange.library import shipped_library
from tests.builders import a_movement

LIBRARY = shipped_library()
#: What a caution keeps out, and what it lets through. Source: common practice, no source.
KEPT_OUT: dict[Caution, tuple[str, ...]] = {
    Caution.NO_JUMPS: ("jumping-jack", "full-burpee", "plank-jack", "fast-feet"),
    Caution.NO_FLOOR: ("push-up", "crunch", "half-kneeling-press", "bird-dog"),
    Caution.NO_WRISTS: ("push-up", "bird-dog", "chair-dip", "wall-plank"),
    Caution.KNEES: ("jump-squat", "raised-split-squat", "fire-hydrant", "kneeling-lean-back"),
    Caution.LOW_BACK: ("kettlebell-swing", "sit-up", "double-leg-lower", "heavy-deadlift"),
    Caution.SHOULDERS: ("shoulder-press", "chair-dip", "overhead-extension", "dead-hang"),
    Caution.NECK: ("crunch", "shrug", "shoulder-press", "bicycle"),
    Caution.PREGNANCY: ("crunch", "superman", "jumping-jack", "forearm-plank", "pike-push-up"),
    Caution.AFTER_BIRTH: ("sit-up", "jumping-jack", "heavy-deadlift", "climber"),
    Caution.HEART: ("wall-sit", "pike-push-up", "full-burpee", "heavy-deadlift", "forearm-plank"),
    Caution.BALANCE: ("single-leg-deadlift", "curtsy-lunge", "skater-jump", "clock-reach"),
    Caution.PELVIC_FLOOR: ("jumping-jack", "sit-up", "double-leg-lower", "heavy-deadlift"),
    Caution.RETURN: ("jumping-jack", "kettlebell-swing", "chair-dip", "hop-onto-step"),
    Caution.CHAIR: ("squat", "push-up", "wall-push-up"),
}
LET_THROUGH: dict[Caution, tuple[str, ...]] = {
    Caution.NO_JUMPS: ("step-jack", "knee-lifts"),
    Caution.NO_FLOOR: ("squat", "wall-plank", "seated-press"),
    Caution.NO_WRISTS: ("forearm-plank", "bent-over-row"),
    Caution.KNEES: ("glute-bridge", "good-morning", "sit-to-stand"),
    Caution.LOW_BACK: ("glute-bridge", "bird-dog", "dumbbell-deadlift"),
    Caution.SHOULDERS: ("single-arm-row", "wall-push-up", "band-pull-apart"),
    Caution.NECK: ("forearm-plank", "squat", "toe-tap-lying"),
    Caution.PREGNANCY: ("squat", "wall-push-up", "seated-dumbbell-row", "clamshell"),
    Caution.AFTER_BIRTH: ("glute-bridge", "good-morning", "single-arm-row"),
    Caution.HEART: ("squat", "single-arm-row", "glute-bridge"),
    Caution.BALANCE: ("squat", "glute-bridge", "seated-press"),
    Caution.PELVIC_FLOOR: ("glute-bridge", "good-morning", "single-arm-row"),
    Caution.RETURN: ("squat", "glute-bridge", "wall-push-up"),
    Caution.CHAIR: ("seated-press", "seated-knee-extension"),
}


class KeptOut(unittest.TestCase):
    def test_what_practice_keeps_out_and_lets_through(self) -> None:
        """Both lists hold for every caution."""
        self.assertEqual(set(KEPT_OUT), set(Caution))
        self.assertEqual(set(LET_THROUGH), set(Caution))
        for table, expected in ((KEPT_OUT, True), (LET_THROUGH, False)):
            for caution, names in table.items():
                for name in names:
                    self.assertIs(breaks(LIBRARY[name], caution), expected, f"{caution}: {name}")

    def test_each_says_what_why_and_when_to_ask(self) -> None:
        """Three sentences each, none of them empty."""
        for facts in CAUTIONS.values():
            for sentence in (facts.keeps_out, facts.instead, facts.ask):
                self.assertGreater(len(sentence), 20)
                self.assertTrue(sentence.endswith("."), sentence)

    def test_jumps_are_spared_where_it_says_so(self) -> None:
        """A caution that spares jumps keeps every jump out."""
        for caution, facts in CAUTIONS.items():
            for movement in LIBRARY:
                if facts.jumps and movement.impact >= 2:
                    self.assertTrue(breaks(movement, caution), (caution, movement.id))


class ForOneMember(unittest.TestCase):
    def test_the_way_out_spares_them(self) -> None:
        """For every movement and caution: another one that keeps it, relief, or leave it out."""
        for movement, caution in product(LIBRARY.of_role(Role.WORK), Caution):
            member = Member("J. K.", (caution,))
            found = list(for_members(movement, (member,), LIBRARY))
            self.assertEqual(bool(found), breaks(movement, caution), movement.id)
            for one in found:
                if one.movement_id is not None:
                    self.assertFalse(breaks(LIBRARY[one.movement_id], caution), movement.id)
                elif one.how != "Leave it out":
                    self.assertIn(one.how, movement.relief.values())
                    self.assertFalse(breaks(replace(movement, joints={}), caution), movement.id)

    def test_nobody_who_must_not_kneel_is_told_to_pad_the_knee(self) -> None:
        """The bear hover loads the knee and may be eased; all fours on a mat may not."""
        member = Member("J. K.", (Caution.KNEES,))
        for movement in LIBRARY:
            for one in for_members(movement, (member,), LIBRARY):
                self.assertNotRegex(one.how.lower(), "under the knee", movement.id)

    def test_cautions_hold_for_movements_of_ones_own(self) -> None:
        """An entry that says nothing of what it demands is judged by position, impact and pace."""
        for own, caution in (
            (a_movement(position=Position.ALL_FOURS), Caution.KNEES),
            (a_movement(impact=2, contacts_per_rep=1), Caution.PELVIC_FLOOR),
            (a_movement(impact=2, contacts_per_rep=1), Caution.BALANCE),
            (a_movement(pace=Pace.STILL), Caution.HEART),
        ):
            self.assertTrue(breaks(own, caution), caution)

    def test_worked_examples(self) -> None:
        """A jump for somebody who must not jump; a kneeling one for bad knees; nothing fitting."""
        jack, knees = LIBRARY["jumping-jack"], Member("A.", (Caution.KNEES,))
        spared = Member("B.", (Caution.NO_JUMPS,))
        self.assertEqual(
            list(for_members(jack, (spared, knees), LIBRARY)),
            [("B.", "Step jack", "no jumps", "step-jack")],
        )
        [hydrant] = for_members(LIBRARY["fire-hydrant"], (knees,), LIBRARY)
        self.assertEqual(hydrant.how, "Clamshell")
        [shin] = for_members(LIBRARY["kneeling-shin-stretch"], (knees,), LIBRARY)
        self.assertEqual(shin.how, "Standing shin stretch")
        everything = Member("C.", (Caution.CHAIR, Caution.SHOULDERS))
        [hang] = for_members(LIBRARY["dead-hang"], (everything,), LIBRARY)
        self.assertEqual(hang.how, "Leave it out")

    def test_members_are_told_apart(self) -> None:
        """No name twice, none without a caution, none without a name."""
        one = Member("J. K.", (Caution.KNEES,))
        for wrong in (
            lambda: Wishes(members=(one, Member("j. k.", (Caution.NECK,)))),
            lambda: Member("J. K.", ()),
            lambda: Member(" ", (Caution.KNEES,)),
        ):
            with self.assertRaises(InvalidInput):
                wrong()


if __name__ == "__main__":
    unittest.main()
