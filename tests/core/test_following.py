"""From what was done: weeks worked by hand, and random records on a series that was planned."""

from __future__ import annotations

import random
import unittest
from dataclasses import replace
from fractions import Fraction

from grike.core.advice.following import Because, Proposal, Unmet, following
from grike.core.anatomy import Muscle
from grike.core.bouts import Bout, Side
from grike.core.cautions import Caution
from grike.core.design import ClassDesign
from grike.core.done import Complaint, Otherwise
from grike.core.done_weeks import Taught, work_done
from grike.core.expansion import steps
from grike.core.fixes import applied
from grike.core.formats import StraightSets
from grike.core.item import Item
from grike.core.movement import Joint
from grike.core.planner import Problem, plan
from grike.core.record import SessionRecord
from grike.core.rules import Facts, broken_musts, findings
from grike.core.rules.d7_carrying import asked_of
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode, RuleSheet
from grike.exchange.library import shipped_library
from tests.builders import FULL, QUICK, a_class, a_plan, locked, only, work

LIBRARY = shipped_library()
#: Of all rules only this one is on: what is carried asks for more.
PROGRESS = only("D7b", Mode.MUST)


def sets_of(reps: int, *ids: str | Item) -> ClassDesign:
    """Return a class of three sets of each movement."""
    return a_class(work(StraightSets(3, 30, 60, reps=reps), *ids))


def bouts_of(design: ClassDesign, movement: str) -> list[Bout]:
    found = (step for step in steps(design, LIBRARY) if isinstance(step, Bout))
    return [bout for bout in found if bout.movement.id == movement]


def left_out(bouts: list[Bout]) -> tuple[Otherwise, ...]:
    return tuple(Otherwise(b.block, b.place, b.round, b.side, b.movement.id) for b in bouts)


def record(*otherwise: Otherwise, sore: tuple[Complaint, ...] = ()) -> SessionRecord:
    return SessionRecord(45, 6, otherwise=otherwise, complaints=sore)


def facts_of(*designs: ClassDesign | None, sheet: RuleSheet = PROGRESS, **shape: object) -> Facts:
    return Facts(a_plan(*designs, sheet=sheet, **shape), LIBRARY)


def proposed(facts: Facts, *taught: Taught, answered: tuple[str, ...] = ()) -> list[Proposal]:
    days = {member.slot.day for member in facts.classes}
    found = following(facts, taught, days, answered)
    return [own for own in found if isinstance(own, Proposal)]


class Missed(unittest.TestCase):
    """Monday squats and rows, Wednesday press-ups and plank rows; three sets of each."""

    def setUp(self) -> None:
        self.monday = sets_of(10, "squat", "bent-over-row")
        self.wednesday = sets_of(10, "push-up", "plank-row")
        self.facts = facts_of(self.monday, self.wednesday)
        self.squats = Taught(0, self.monday, record(*left_out(bouts_of(self.monday, "squat"))))

    def test_what_was_left_out_comes_on_the_next_day(self) -> None:
        """Three sets for the quadriceps are missing, and a swap on Wednesday gives three."""
        found = proposed(self.facts, self.squats)
        (own,) = [one for one in found if "missed:0:quadriceps" in one.keys]
        self.assertIs(own.because, Because.MISSED)
        self.assertIn("0 of 3 sets done", own.why)
        after = Facts(applied(self.facts, own.fix.edit), LIBRARY)
        self.assertEqual(after.classes[1].volume.muscle_sets((Muscle.QUADRICEPS,)), Fraction(3))
        self.assertEqual(after.classes[0].design, self.monday)

    def test_by_plan_nothing_is_proposed(self) -> None:
        """A class that went as planned asks for nothing, and so does one with ten seconds less."""
        self.assertEqual(proposed(self.facts, Taught(0, self.monday, record())), [])

    def test_one_set_of_many_is_noise(self) -> None:
        """Of nine sets of the quadriceps one was not done: nothing changes for that."""
        long = sets_of(10, "squat", "goblet-squat", "sumo-squat")
        one = left_out(bouts_of(long, "squat")[:1])
        facts = facts_of(long, self.wednesday)
        found = proposed(facts, Taught(0, long, record(*one)))
        self.assertFalse([own for own in found if "missed:0:quadriceps" in own.keys])

    def test_made_up_meanwhile(self) -> None:
        """Squats that were put in for press-ups on Wednesday have made up for Monday's."""
        instead = tuple(
            one._replace(instead="squat") for one in left_out(bouts_of(self.wednesday, "push-up"))
        )
        facts = facts_of(self.monday, self.wednesday, self.wednesday)
        found = proposed(facts, self.squats, Taught(2, self.wednesday, record(*instead)))
        self.assertFalse([own for own in found if "missed:0:quadriceps" in own.keys])

    def test_an_answer_holds_and_locked_classes_stay(self) -> None:
        """What was taken or left is not asked again; a locked class is not touched."""
        keys = proposed(self.facts, self.squats)[0].keys
        found = proposed(self.facts, self.squats, answered=keys)
        self.assertFalse([own for own in found if set(keys) & set(own.keys)])
        held = Facts(locked(self.facts.plan, 1), LIBRARY)
        self.assertEqual(following(held, [self.squats], {0, 2}), ())
        self.assertEqual(following(self.facts, [self.squats], set()), ())


class Anchors(unittest.TestCase):
    """Squats on four Mondays: 3 × 8, 3 × 10, 3 × 12, 3 × 14."""

    def setUp(self) -> None:
        doses = (8, 10, 12, 14)
        self.weeks = [
            sets_of(reps, Item("squat", carried=number > 0)) for number, reps in enumerate(doses)
        ]
        self.facts = facts_of(*self.weeks, weeks=4, weekdays=(0,))
        self.assertEqual(findings(self.facts), ())

    def words(self, facts: Facts) -> list[str]:
        asked = [asked_of(member, "squat") for member in facts.classes]
        return [one.words if one is not None else "" for one in asked]

    def test_what_was_not_reached_is_asked_again(self) -> None:
        """3 × 10 was two sets: the third week has it again, and 3 × 12 comes in the fourth."""
        short = record(*left_out(bouts_of(self.weeks[1], "squat")[2:]))
        found = proposed(
            self.facts, Taught(0, self.weeks[0], record()), Taught(7, self.weeks[1], short)
        )
        (own,) = [one for one in found if one.because is Because.ANCHOR]
        self.assertIn("2 of 3 sets of 3 × 10", own.why)
        after = Facts(applied(self.facts, own.fix.edit), LIBRARY)
        self.assertEqual(self.words(after), ["3 × 8", "3 × 10", "3 × 10", "3 × 12"])
        self.assertEqual(broken_musts(findings(after)), [])
        again = [item.again for member in after.classes for item in member.design.blocks[0].items]
        self.assertEqual(again, [False, False, True, False])
        # Once it is asked for again, nothing more is proposed for it.
        taught = Taught(7, self.weeks[1], short)
        kinds = {one.because for one in proposed(after, taught)}
        self.assertNotIn(Because.ANCHOR, kinds)

    def test_again_is_not_less(self) -> None:
        """Marked so, a movement may stay as it was; asking for less breaks the rule."""
        kept = replace(self.weeks[2].blocks[0].items[0], again=True, reps=10)
        less = replace(kept, reps=9)
        for item, broken in ((kept, 0), (less, 1)):
            designs = [*self.weeks[:2], sets_of(12, item)]
            facts = facts_of(*designs, weeks=4, weekdays=(0,))
            self.assertEqual(len(broken_musts(findings(facts))), broken, item.reps)


class SidesAndJoints(unittest.TestCase):
    def setUp(self) -> None:
        self.design = sets_of(10, "staggered-bridge", "squat")
        self.facts = facts_of(self.design, self.design, self.design)

    def test_the_side_that_did_less_begins(self) -> None:
        """Without the right side of one set, the next class has a note that says by how much."""
        right = [b for b in bouts_of(self.design, "staggered-bridge") if b.side is Side.RIGHT][:1]
        found = proposed(self.facts, Taught(0, self.design, record(*left_out(right))))
        (own,) = [one for one in found if one.because is Because.SIDES]
        seconds = right[0].seconds
        self.assertIn(f"the right side did {seconds} s less", own.why)
        note = applied(self.facts, own.fix.edit).classes[1].design.note
        self.assertIn(f"begin on the right and hold it {seconds} s longer", note)

    def test_one_sore_knee_is_told(self) -> None:
        """The next class with something for the knees gets a note; no movement is changed."""
        sore = record(sore=(Complaint(Joint.KNEE, "squat"),))
        (own,) = proposed(self.facts, Taught(0, self.design, sore))
        self.assertIn("is for a doctor first", own.why)
        after = applied(self.facts, own.fix.edit).classes[1].design
        self.assertIn("A sore knee in week 1 Monday. Squat:", after.note)
        self.assertEqual(after.blocks, self.design.blocks)

    def test_two_evenings_of_them_change_the_plan(self) -> None:
        """What goes deep on the knees gives way to what does the same without."""
        deep = sets_of(10, "forward-lunge", "push-up")
        facts = facts_of(deep, deep, deep)
        strained = {m.id for m in facts.classes[2].movement_sets if m.joints.get(Joint.KNEE, 0) > 1}
        self.assertTrue(strained)
        sore = record(sore=(Complaint(Joint.KNEE, "forward-lunge"),))
        found = proposed(facts, Taught(0, deep, sore), Taught(2, deep, sore))
        (own,) = [one for one in found if one.because is Because.COMPLAINT]
        after = Facts(applied(facts, own.fix.edit), LIBRARY).classes[2]
        self.assertFalse([m for m in after.movement_sets if m.joints.get(Joint.KNEE, 0) > 1])

    def test_then_the_caution_itself_is_proposed(self) -> None:
        """With the classes to come free of what strains, they are spared it when planned anew."""
        deep, easy = sets_of(10, "forward-lunge", "push-up"), sets_of(10, "glute-bridge", "push-up")
        facts = facts_of(deep, deep, easy, easy, weeks=2, weekdays=(0, 2))
        sore = record(sore=(Complaint(Joint.KNEE, "forward-lunge"),))
        taught = (Taught(0, deep, sore), Taught(2, deep, sore))
        (own,) = [one for one in proposed(facts, *taught) if one.because is Because.COMPLAINT]
        after = applied(facts, own.fix.edit).shape.wishes
        spared = [after.cautions_on(slot.week, slot.weekday) for slot in facts.shape.slots()]
        self.assertEqual(spared, [(), (), (Caution.KNEES,), (Caution.KNEES,)])
        again = Facts(applied(facts, own.fix.edit), LIBRARY)
        self.assertEqual(
            [one for one in proposed(again, *taught) if one.because is Because.COMPLAINT], []
        )


class OnAPlan(unittest.TestCase):
    """On a series that was planned: whatever was recorded, what is proposed can be taken."""

    planned: SeriesPlan

    @classmethod
    def setUpClass(cls) -> None:
        empty = a_plan(room=FULL, weeks=3, weekdays=(0, 2, 4))
        found = plan(Problem(empty, LIBRARY), None, 5, QUICK).plan
        assert found is not None
        cls.planned = found

    def test_random_records(self) -> None:
        """No must is broken, what was taught stays, and the answer is gone once it is taken."""
        facts = Facts(self.planned, LIBRARY)
        before = {found.key for found in findings(facts)}
        chance = random.Random(3)
        proposals = 0
        for _ in range(3):
            taught = [
                self.at_random(member.design, member.slot.day, chance)
                for member in facts.classes[:4]
            ]
            days = {member.slot.day for member in facts.classes}
            found = following(facts, taught, days)
            self.assertEqual(found, following(facts, reversed(taught), days))
            self.assertTrue(all(isinstance(own, (Proposal, Unmet)) for own in found))
            told = proposed(facts, *taught)
            last = told[-1] if told else None
            for own in told:
                proposals += 1
                after = Facts(applied(facts, own.fix.edit), LIBRARY)
                new = [f for f in broken_musts(findings(after)) if f.key not in before]
                self.assertEqual(new, [], own.fix.text)
                self.assertEqual(after.plan.classes[:4], facts.plan.classes[:4])
                self.assertNotEqual(after.plan, facts.plan)
                if own is not last:
                    continue
                left = proposed(after, *taught, answered=own.keys)
                self.assertFalse([one for one in left if set(one.keys) & set(own.keys)])
        self.assertGreater(proposals, 6)

    def at_random(self, design: ClassDesign, day: int, chance: random.Random) -> Taught:
        """Return a class of which a movement or two were left out, and something was sore."""
        one = Taught(day, design, record())
        bouts, _ = work_done(one, LIBRARY)
        ids = sorted({bout.movement.id for bout in bouts})
        gone = set(chance.sample(ids, min(2, len(ids))))
        out = left_out([b for b in bouts if b.movement.id in gone and chance.random() < 0.8])
        sore = (Complaint(chance.choice(list(Joint)), chance.choice(ids)),)
        return replace(one, record=record(*out, sore=sore * chance.randint(0, 1)))
