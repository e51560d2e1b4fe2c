"""Rules on the spread of a week, on jumps and on what is carried: kept, broken, boundary."""

from __future__ import annotations

import unittest
from dataclasses import replace
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import StraightSets
from grike.core.item import Item, Level, Pass
from grike.core.judging.facts import Facts
from grike.core.kit import Kit
from grike.core.movement import Option, Plane, StandIn
from grike.core.planner.linear import Limits, Outcome
from grike.core.planner.selection import build, fixed_class
from grike.core.progression import asked, progressed
from grike.core.rows.row import Row
from grike.core.rows.scope import Bay, Choice, Scope
from grike.core.rules import Finding
from grike.core.rules.w6_landings import W6
from grike.core.sheet import RuleSheet
from tests.builders import a_class, a_library, a_movement, a_plan, check, circuit, only, work

LIBRARY = a_library(
    *(a_movement(f"m{n}") for n in range(6)),
    *(a_movement(f"new{n}", foundation=False) for n in range(4)),
    a_movement("side", plane=Plane.FRONTAL),
    a_movement("round", plane=Plane.TRANSVERSE),
    a_movement("jump", impact=2, contacts_per_rep=1, low_impact=Option("step", "impact")),
    a_movement("run", family=Family.RUN),
    a_movement("bridge", family=Family.BRIDGE, targets=(Muscle.GLUTES,)),
    a_movement("hard", easier=None),
    a_movement("hop", impact=2, contacts_per_rep=1),
    a_movement("bell", kit=(Kit.KETTLEBELL,)),
    a_movement("bag", kit=(Kit.KETTLEBELL,), stand_in=StandIn("A bag")),
)


def one(*ids: str | Item, rounds: int = 3) -> ClassDesign:
    return a_class(work(circuit(rounds), *ids))


def found(
    rule: str, *designs: ClassDesign, sheet: RuleSheet | None = None, **shape: Any
) -> list[Finding]:
    plan = a_plan(*designs, sheet=sheet or only(rule), **shape)
    return check(rule, plan, LIBRARY)


class Planes(unittest.TestCase):
    def test_fifteen_percent_each(self) -> None:
        """3 of 20 sets are enough in either plane, 2 of 20 are a set short."""
        even = a_class(work(circuit(14), "m0"), work(circuit(3), "side"), work(circuit(3), "round"))
        self.assertEqual(found("W5", even), [])
        short = a_class(
            work(circuit(15), "m0"), work(circuit(2), "side"), work(circuit(3), "round")
        )
        (only_one,) = found("W5", short)
        self.assertIn("10 % of the sets go in the frontal plane", only_one.what)
        self.assertEqual(only_one.cost, 12)


class Jumps(unittest.TestCase):
    def test_contacts_of_a_class(self) -> None:
        """40 s of jumps at 2 s each are 20 contacts a round: six rounds are the cap of 120."""
        self.assertEqual(found("W6", one("jump", rounds=6)), [])
        (over,) = found("W6", one("jump", rounds=7))
        self.assertIn("140 ground contacts in the class; 120 are the most", over.what)

    def test_the_cap_follows_the_level(self) -> None:
        """Beginners have 100, advanced groups 140 (NSCA, 4th ed., from memory)."""
        self.assertEqual(len(found("W6", one("jump", rounds=6), level=1)), 1)
        self.assertEqual(found("W6", one("jump", rounds=5), level=1), [])
        self.assertEqual(found("W6", one("jump", rounds=7), level=3), [])

    def test_a_week_has_twice_the_cap(self) -> None:
        """Two classes of 120 fill the week; a third with one round is too many."""
        full = one("jump", rounds=6)
        self.assertEqual(found("W6", full, one("m0"), full), [])
        (over,) = found("W6", full, full, one("jump", rounds=1), weekdays=(0, 2, 4))
        self.assertIn("260 ground contacts in week 1", over.what)

    def test_a_day_between(self) -> None:
        """Monday and Tuesday are found, Monday and Wednesday are not."""
        jump = one("jump")
        self.assertEqual(len(found("W6", jump, jump, weekdays=(0, 1))), 1)
        self.assertEqual(found("W6", jump, jump, weekdays=(0, 2)), [])

    def test_the_planner_counts_a_whole_week(self) -> None:
        """By hand: 2 x 120 for the week, 120 of them landed on Monday, leave 120 for two days.

        70 contacts on one of them and 60 on the other are too many, 70 and 50 are not.
        """
        plan = a_plan(one("jump", rounds=6), weekdays=(0, 2, 4))
        _, *free = plan.shape.slots()
        fixed = fixed_class(Facts(plan, LIBRARY).classes[0], 2)
        self.assertEqual(fixed.contacts, 120)
        for amounts, outcome in (((70, 60), Outcome.IMPOSSIBLE), ((70, 50), Outcome.FOUND)):
            bays = [
                Bay(slot.index, slot, Focus.WHOLE, 1, None, (choice,))
                for slot, amount in zip(free, amounts, strict=True)
                for choice in [Choice(LIBRARY["jump"], slot.index, 1, 12, 100, 0, amount)]
            ]
            rows = W6.rows
            assert rows is not None
            asked_for = [Row("BOTH", "", ((b.choices[0].key, 1),), low=1) for b in bays]
            model = build([*rows(Scope(bays, [fixed]), only("W6")["W6"]), *asked_for])
            self.assertIs(model.solve(Limits(1.0, 60.0, 1)).outcome, outcome, amounts)


class StrengthAndEndurance(unittest.TestCase):
    def test_each_has_its_place(self) -> None:
        """One of three is in 20 to 80 %, none and all are not; a single class says nothing."""
        strong = a_class(work(StraightSets(3, 30, 45, reps=10), "m0"))
        long = a_class(work(StraightSets(3, 30, 45, reps=16), "m0"))
        self.assertEqual(found("W8", strong, one("m1"), long), [])
        self.assertIn("0 of 3 classes", found("W8", long, one("m1"), long)[0].what)
        self.assertEqual(len(found("W8", strong, strong, strong)), 1)
        self.assertEqual(found("W8", long), [])


class Families(unittest.TestCase):
    def test_uses_of_a_family(self) -> None:
        """Three squats a week are kept, four in two classes are one too many."""
        self.assertEqual(found("D5", one("m0", "m1"), one("m2")), [])
        (over,) = found("D5", one("m0", "m1"), one("m2", "m3"))
        self.assertEqual(over.cost, 2)

    def test_owned_families_and_groups(self) -> None:
        """Bridges belong to Wednesday, so Monday has none; a group is owned by its target."""
        for key in ("bridge", "glutes"):
            sheet = replace(only("D6"), owned={key: 2})
            self.assertEqual(found("D6", one("m0"), one("bridge"), sheet=sheet), [])
            (taken,) = found("D6", one("bridge"), one("m0"), sheet=sheet)
            self.assertIn("is kept for another day", taken.what)


class NewMovements(unittest.TestCase):
    def test_two_a_class_after_the_first_week(self) -> None:
        """The first week may teach many; later two are kept, three are found."""
        many = one("new0", "new1", "new2")
        self.assertEqual(found("D8", many), [])
        self.assertEqual(found("D8", one("m0"), one("new0", "new1", "m1"), **WEEKS), [])
        (third,) = found("D8", one("m0"), one("new0", "new1", "new2"), **WEEKS)
        self.assertIn("New2 among them", third.what)
        self.assertEqual(found("D8", many, many, **WEEKS), [])


class WaysOut(unittest.TestCase):
    def test_easier_low_impact_and_stand_in(self) -> None:
        """What lacks one of the three is found by name; what has them is not."""
        self.assertEqual(found("C12", one("m0", "jump", "bag")), [])
        said = [f.what for f in found("C12", one("hard", "hop", "bell"))]
        self.assertEqual(len(said), 3)
        self.assertIn("easier", said[0])
        self.assertIn("low-impact", said[1])
        self.assertIn("stand-in", said[2])


class Conditioning(unittest.TestCase):
    def test_sixty_percent_of_work_seconds(self) -> None:
        """A conditioning class counts work seconds in running, jumping and the like."""

        def of(run: int, other: int) -> list[Finding]:
            blocks = (work(circuit(1, run), "run"), work(circuit(1, other), "m0"))
            return found("C1", a_class(*blocks, focus=Focus.CONDITIONING))

        self.assertEqual(of(60, 40), [])
        self.assertIn("of the work seconds", of(59, 41)[0].what)

    def test_regions_leave_conditioning_out(self) -> None:
        """Running on the spot is not leg work where regions are weighed."""
        facts = Facts(a_plan(one("run", "m0")), LIBRARY)
        self.assertEqual(sum(facts.classes[0].volume.regions.values()), 3)


WEEKS: dict[str, Any] = {"weekdays": (0,), "weeks": 3}


class Carried(unittest.TestCase):
    def carried(self, block: Block) -> list[Finding]:
        first = a_class(work(circuit(3), "m0", "m1"))
        return found("D7b", first, a_class(block), sheet=only("D7b"), **WEEKS)

    def test_the_share_of_the_week(self) -> None:
        """A third is inside 20 to 40 %, none and all are outside; the first week is left out."""
        first = one("m0", "m1", "m2")
        again = Item("m0", seconds=50, carried=True)
        self.assertEqual(found("D7", first, one(again, "m3", "m4"), **WEEKS), [])
        self.assertIn("0 %", found("D7", first, one("m3", "m4", "m5"), **WEEKS)[0].what)
        self.assertEqual(len(found("D7", first, one(again), **WEEKS)), 1)

    def test_what_is_carried_may_come_back(self) -> None:
        """D4 leaves carried movements out, the same movement without the mark is found."""
        again = Item("m0", seconds=50, carried=True)
        self.assertEqual(found("D4", one("m0"), one(again), **WEEKS), [])
        self.assertEqual(len(found("D4", one("m0"), one("m0"), **WEEKS)), 1)

    def test_each_lever_is_progress(self) -> None:
        """Seconds, rounds, load, a harder option and less rest; the same again is not."""
        same = Item("m0", carried=True)
        for block in (
            work(circuit(3), replace(same, seconds=45)),
            work(circuit(4), same),
            work(circuit(3), replace(same, load_step=1)),
            work(circuit(3), replace(same, level=Level.HARDER)),
            work(circuit(3, 40, 15), same),
        ):
            self.assertEqual(self.carried(block), [])
        (nothing,) = self.carried(work(circuit(3), same))
        self.assertIn("without anything added", nothing.what)

    def test_one_lever_up_and_another_down_is_no_progress(self) -> None:
        """More seconds with a round less is a change."""
        block = work(circuit(2), Item("m0", seconds=50, carried=True))
        self.assertEqual(len(self.carried(block)), 1)

    def test_across_formats_demand_counts(self) -> None:
        """120 s in a circuit, then 3 × 21 reps of 2 s: 126 s are progress, 120 s are not."""
        item = Item("m0", carried=True)
        more = work(StraightSets(3, 30, 45, reps=21), item)
        self.assertEqual(self.carried(more), [])
        self.assertEqual(len(self.carried(work(StraightSets(3, 30, 45, reps=20), item))), 1)

    def test_marks_without_a_week_before(self) -> None:
        """A carried movement that the week before does not have is found."""
        (lost,) = self.carried(work(circuit(3), Item("m5", carried=True)))
        self.assertIn("the week before does not have it", lost.what)
        (first,) = found("D7b", one(Item("m0", carried=True)), **WEEKS)
        self.assertIn("no week before", first.what)

    def test_passes_count_by_their_highest(self) -> None:
        """A last pass with the harder option is a lever up."""
        passes = (Pass(), Pass(level=Level.HARDER))
        member = Facts(a_plan(one("m0"), one(Item("m0", passes=passes))), LIBRARY).classes
        then, now = (asked(m.design, m.work_bouts) for m in member)
        assert then is not None and now is not None
        self.assertTrue(progressed(then, now))
        self.assertFalse(progressed(now, then))
        with self.assertRaises(InvalidInput):
            Pass(load_step=99)
