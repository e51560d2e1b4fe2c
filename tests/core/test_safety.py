"""What is said where people teach is said everywhere alike, and advice keeps nobody going."""

from __future__ import annotations

import re
import unittest
from dataclasses import replace
from itertools import combinations

from grike.core.advice.alternatives import candidates
from grike.core.cautions import Caution, breaks
from grike.core.editing import work_blocks
from grike.core.errors import InvalidInput
from grike.core.kit import LOADABLE, Kit
from grike.core.movement import Joint, Position, Role
from grike.core.options import as_done
from grike.core.planner import Problem, plan
from grike.core.planner.readiness import set_up_problems
from grike.core.rules import Facts, broken_musts, findings
from grike.core.safety import BEFORE, STOP
from grike.core.series import SeriesPlan
from grike.core.wishes import ClassCautions, Wishes
from grike.exchange.library import shipped_library
from scripts.paths import ROOT
from tests.builders import BARE, FULL, QUICK, a_plan, long

LIBRARY = shipped_library()
#: Positions in which the weight of the body rests on the hands.
ON_THE_HANDS = frozenset(
    {Position.ALL_FOURS, Position.HIGH_PLANK, Position.CRAB, Position.BEAR, Position.HANDS_RAISED}
)
PLANKS = frozenset({Position.HIGH_PLANK, Position.FOREARM_PLANK, Position.BEAR})
#: Positions in which it rests on a knee or on both.
ON_THE_KNEES = frozenset({Position.KNEELING, Position.HALF_KNEELING, Position.ALL_FOURS})


class Words(unittest.TestCase):
    def test_the_readme_says_what_the_pages_say(self) -> None:
        """Both sentences stand in it word for word."""
        text = re.sub(r"\s+", " ", (ROOT / "README.md").read_text(encoding="utf-8"))
        self.assertIn(STOP, text)
        self.assertIn(BEFORE, text)

    def test_the_readme_is_true_of_the_library(self) -> None:
        """What it says of options, stand-ins, relief and seated twins holds for every movement."""
        every = list(LIBRARY)
        self.assertIn(f"It knows {len(every)} movements", (ROOT / "README.md").read_text("utf-8"))
        for movement in every:
            self.assertTrue(movement.easier and movement.harder, movement.id)
            self.assertTrue(movement.impact < 2 or movement.low_impact, movement.id)
            self.assertTrue(not movement.kit or movement.stand_in, movement.id)
            self.assertEqual(set(movement.relief), set(movement.joints), movement.id)
        others = [m for m in every if m.position is not Position.SEATED_CHAIR]
        seated = sum(movement.seated is not None for movement in others)
        self.assertTrue(6 / 7 <= seated / len(others) < 7 / 8)

    def test_whoever_is_dizzy_stops(self) -> None:
        """No care names dizziness or breath without stopping, sitting or leaving it out."""
        for movement in LIBRARY:
            care = movement.care.lower()
            if "dizz" in care or "breathless" in care or "faint" in care:
                self.assertRegex(care, r"stop|sit|leave", movement.id)


class Frame(unittest.TestCase):
    def test_hands_and_knees_that_carry_are_loaded(self) -> None:
        """In warm-up and cool-down too, so that the cautions for them hold there."""
        for movement in LIBRARY:
            if movement.role is Role.WORK:
                continue
            if movement.position in ON_THE_HANDS:
                self.assertIn(Joint.WRIST, movement.joints, movement.id)
            if movement.position in ON_THE_KNEES:
                self.assertIn(Joint.KNEE, movement.joints, movement.id)

    def test_what_leaves_the_ground_says_so(self) -> None:
        """Impact 2 has contacts to count and a low-impact option."""
        for movement in LIBRARY:
            if movement.impact == 2:
                self.assertGreater(movement.contacts_per_rep, 0, movement.id)
                self.assertIsNotNone(movement.low_impact, movement.id)


#: What the hands hold all through a movement.
HELD = LOADABLE | {Kit.LONG_BAND}


class WaysOut(unittest.TestCase):
    def test_relief_is_possible(self) -> None:
        """Hands that hold something are not put on the thighs; no weight is left out of none."""
        for movement in LIBRARY:
            for text in movement.relief.values():
                words = text.lower()
                if "hands on the thighs" in words:
                    self.assertTrue(HELD.isdisjoint(movement.kit), movement.id)
                if "leave the weight" in words:
                    self.assertFalse(LOADABLE.isdisjoint(movement.kit), movement.id)
                if "as handles" in words:
                    self.assertTrue(LOADABLE.isdisjoint(movement.kit), movement.id)
                if "hips a little higher" in words:
                    self.assertIn(movement.position, PLANKS, movement.id)
                if movement.position in (Position.SUPINE, Position.SEATED_FLOOR):
                    self.assertNotIn("knees down", words, movement.id)

    def test_nobody_is_sent_onto_a_chair_with_the_feet(self) -> None:
        """A seated twin sits: nothing reads as if one stood on the seat."""
        for movement in LIBRARY:
            if movement.seated is not None:
                self.assertNotIn("feet on the seat", movement.seated.how, movement.id)

    def test_seated_twins_work_the_same(self) -> None:
        """A twin of the library works a target of the movement, as a target or an assist."""
        for movement in LIBRARY.of_role(Role.WORK):
            twin = movement.seated.movement_id if movement.seated is not None else None
            if twin is not None and movement.targets:
                other = {*LIBRARY[twin].targets, *LIBRARY[twin].assists}
                self.assertTrue(other & {*movement.targets}, f"{movement.id} and {twin}")


class Planned(unittest.TestCase):
    def test_no_part_of_any_class_goes_against_a_caution(self) -> None:
        """Each caution alone and pairs of them: warm-up, work and cool-down are all held."""
        # Off the floor the search for a plan takes long, so it is paired once.
        some = (Caution.NO_JUMPS, Caution.NO_WRISTS, Caution.KNEES)
        floor = (Caution.NO_FLOOR, Caution.NO_WRISTS)
        for cautions in [*((one,) for one in some), *combinations(some, 2), floor]:
            self.assertTrue(self.held(a_plan(weekdays=(0, 3), wishes=Wishes(cautions=cautions))))

    @long
    def test_every_caution_and_every_pair(self) -> None:
        """All fourteen and all their pairs, in a full hall: planned, with nothing against one."""
        for cautions in [*((one,) for one in Caution), *combinations(Caution, 2)]:
            wishes = Wishes(cautions=cautions)
            with self.subTest(cautions):
                self.assertTrue(self.held(a_plan(weekdays=(0, 3), room=FULL, wishes=wishes)))

    def held(self, request: SeriesPlan) -> bool:
        """Return whether there is a plan, after looking at each part of each class."""
        found = plan(Problem(request, LIBRARY), None, 1, QUICK).plan
        for planned in found.classes if found is not None else ():
            for done in as_done(planned.design, LIBRARY):
                held = [c for c in request.shape.wishes.cautions if done.goes_against(c)]
                self.assertEqual(held, [], done.words)
        return found is not None

    def test_a_class_of_its_own(self) -> None:
        """Cautions of a weekday or of one class hold there, in each part, and nowhere else."""
        monday = ClassCautions(0, (Caution.NO_WRISTS, Caution.NO_JUMPS))
        once = ClassCautions(3, (Caution.NO_FLOOR,), week=2)
        wishes = Wishes(cautions=(Caution.NECK,), class_cautions=(monday, once))
        request = a_plan(weekdays=(0, 3), room=FULL, weeks=2, wishes=wishes)
        made = plan(Problem(request, LIBRARY), None, 1, QUICK).plan
        assert made is not None
        facts = Facts(made, LIBRARY)
        self.assertEqual(broken_musts(findings(facts)), [])
        spared = [wishes.cautions_on(m.slot.week, m.slot.weekday) for m in facts.classes]
        self.assertEqual([len(cautions) for cautions in spared], [3, 1, 3, 2])
        broken_elsewhere = set()
        for member, cautions in zip(facts.classes, spared, strict=True):
            for done in member.done:
                self.assertFalse(any(map(done.goes_against, cautions)), done.words)
                broken_elsewhere |= {each for each in Caution if done.goes_against(each)}
            block = work_blocks(member.design)[0]
            for other in candidates(facts, member.slot.index, block, 0):
                self.assertFalse(any(breaks(other, each) for each in cautions), other.id)
        self.assertLessEqual({Caution.NO_WRISTS, Caution.NO_FLOOR}, broken_elsewhere)
        moved = replace(made.classes[0], design=made.classes[1].design)
        found = findings(Facts(made.with_class(moved), LIBRARY, before=facts))
        self.assertIn("a caution of this class", " ".join(f.what for f in found if f.rule == "G1"))

    def test_one_that_leaves_nothing_is_said_before(self) -> None:
        """Cautions of a class that leave too few movements are told with the set-up."""
        every = ClassCautions(3, tuple(Caution))
        request = a_plan(weekdays=(0, 3), room=BARE, wishes=Wishes(class_cautions=(every,)))
        with self.assertRaisesRegex(InvalidInput, "class on Thursday .* are needed"):
            set_up_problems(request, LIBRARY)
        for wrong, words in (
            ((), "spared nothing"),
            ((Caution.NECK, Caution.NECK), "one thing twice"),
        ):
            with self.assertRaisesRegex(InvalidInput, words):
                ClassCautions(0, wrong)
        twice = ClassCautions(0, (Caution.NECK,)), ClassCautions(0, (Caution.KNEES,))
        with self.assertRaisesRegex(InvalidInput, "named twice"):
            Wishes(class_cautions=twice)
        with self.assertRaisesRegex(InvalidInput, "Sunday of week 1 .* no day"):
            off = ClassCautions(6, (Caution.NECK,), week=1)
            a_plan(weekdays=(0, 3), wishes=Wishes(class_cautions=(off,)))


if __name__ == "__main__":
    unittest.main()
