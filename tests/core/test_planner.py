"""The planner: determinism, locks, stop, colliding rules, and plans that keep what they must."""

from __future__ import annotations

import datetime as dt
import json
import unittest
from dataclasses import replace
from functools import lru_cache
from pathlib import Path
from unittest import mock

from grike.core.advice.alternatives import alternatives
from grike.core.errors import Conflict, InvalidInput
from grike.core.focus import Focus
from grike.core.judging.finding import Place
from grike.core.kit import Kit, Room
from grike.core.library import Library
from grike.core.planner import PlanResult, Problem, Progress, Settings, Status, plan
from grike.core.planner.readiness import set_up_problems
from grike.core.planner.refill import refill
from grike.core.planner.standing import variant_of
from grike.core.planner.variants import frame_seconds, planned_kinds, variants
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding, broken_musts, cost_by_rule, default_sheet, findings
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode
from grike.core.volume import Yardstick
from grike.exchange.library import shipped_library
from grike.exchange.plans import plan_to, request_from
from tests.builders import BARE, a_plan, a_shape, locked, only

LIBRARY = shipped_library()
HALL = Room(
    "Hall",
    {
        Kit.MAT: 20,
        Kit.WALL: 20,
        Kit.CHAIR: 20,
        Kit.TOWEL: 20,
        Kit.DUMBBELL_LIGHT: 16,
        Kit.DUMBBELL_MEDIUM: 16,
        Kit.MINI_BAND: 20,
        Kit.LONG_BAND: 18,
    },
    20,
)
#: Nothing in the hands and no floor to lie on.
YARD = Room("Yard", {}, 60)


def empty(**shape: object) -> SeriesPlan:
    values: dict[str, object] = {"room": HALL, "weeks": 2, "weekdays": (0, 1, 3, 4)}
    return a_plan(**(values | shape))  # type: ignore[arg-type]


@lru_cache
def two_weeks() -> PlanResult:
    """Return one plan that several tests look at."""
    return plan(Problem(empty(), LIBRARY), None, 7)


def made(result: PlanResult) -> SeriesPlan:
    assert result.plan is not None, result.words
    return result.plan


class Plans(unittest.TestCase):
    def test_every_must_holds_and_the_cost_is_the_checks(self) -> None:
        """The rule checks find no must, and their cost is the planner's."""
        result = two_weeks()
        found = findings(Facts(made(result), LIBRARY))
        self.assertEqual(broken_musts(found), [])
        self.assertEqual(result.cost, sum(cost_by_rule(found).values()))
        self.assertEqual(dict(result.by_rule), cost_by_rule(found))

    def test_an_ordinary_request_costs_nothing_and_is_proven_best(self) -> None:
        """All aims in their bands: cost 0, which nothing can beat."""
        self.assertEqual((two_weeks().status, two_weeks().cost), (Status.BEST, 0))

    def test_the_same_request_gives_the_same_plan(self) -> None:
        """Twice the same seed: the same document to the letter. Another seed: another plan."""
        again = plan(Problem(empty(), LIBRARY), None, 7)
        self.assertEqual(plan_to(made(again)), plan_to(made(two_weeks())))
        other = plan(Problem(empty(), LIBRARY), None, 8)
        self.assertNotEqual(plan_to(made(other)), plan_to(made(two_weeks())))

    def test_locked_classes_stay(self) -> None:
        """A locked class comes back as it was; the others are planned around it."""
        before = locked(made(two_weeks()), 2)
        result = plan(Problem(before, LIBRARY), None, 3)
        self.assertEqual(made(result).classes[2], before.classes[2])
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])

    def test_closed_days_have_no_class(self) -> None:
        """A closed day leaves its slot out, and the week is compared per class."""
        shape = a_shape((0, 1, 3, 4), 2, room=HALL)
        closed = replace(shape, closed=frozenset({shape.start + dt.timedelta(days=8)}))
        result = plan(Problem(SeriesPlan(closed, default_sheet()), LIBRARY), None, 1)
        self.assertEqual(len(made(result).classes), 7)
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])

    def test_menus_are_obeyed(self) -> None:
        """A day that may only be core is core."""
        result = plan(Problem(empty(weeks=1, menus={3: frozenset({Focus.CORE})}), LIBRARY), None, 1)
        thursday = next(p for p in made(result).classes if p.slot.weekday == 3)
        self.assertIs(thursday.design.focus, Focus.CORE)

    def test_beginners_get_their_level(self) -> None:
        """Nothing above level 1 for beginners."""
        result = plan(Problem(empty(weeks=1, level=1), LIBRARY), None, 1)
        ids = {i for p in made(result).classes for i in p.design.movement_ids()}
        self.assertEqual({LIBRARY[i].level for i in ids}, {1})

    def test_classes_end_just_before_their_slot(self) -> None:
        """Every class leaves some seconds, and none leaves more than 90."""
        facts = Facts(made(two_weeks()), LIBRARY)
        spare = [c.design.slot_seconds - c.clock.real_seconds for c in facts.classes]
        self.assertTrue(all(0 <= seconds <= 90 for seconds in spare), spare)

    def test_progress_is_told_week_by_week(self) -> None:
        """Stage, weeks done, cost and bound arrive in order."""
        heard: list[Progress] = []
        plan(Problem(empty(weeks=2), LIBRARY), None, 1, Settings(on_progress=heard.append))
        self.assertEqual([p.done for p in heard], [0, 1, 2])
        self.assertEqual((heard[-1].stage, heard[-1].total), ("Done", 2))

    def test_stopping_keeps_a_complete_plan(self) -> None:
        """Stopped at once, the rest is filled quickly and every must still holds."""

        class Now:
            def requested(self) -> bool:
                return True

        result = plan(Problem(empty(weeks=3), LIBRARY), Now(), 1)
        self.assertEqual(len(made(result).classes), 12)
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])
        self.assertIn(result.status, {Status.STOPPED, Status.BEST})

    def test_other_yardsticks(self) -> None:
        """Reps and sets as yardstick keep the volume steps as well."""
        for yardstick in (Yardstick.SETS, Yardstick.REPS):
            sheet = replace(default_sheet(), yardstick=yardstick)
            request = replace(empty(weeks=2), sheet=sheet)
            result = plan(Problem(request, LIBRARY), None, 1)
            found = findings(Facts(made(result), LIBRARY))
            self.assertEqual([f.what for f in broken_musts(found)], [], yardstick)


class NarrowKits(unittest.TestCase):
    def test_body_weight_only_names_what_is_missing(self) -> None:
        """Without any kit the plan exists, and the notes say what it cannot give."""
        result = plan(Problem(empty(room=BARE, weeks=1), LIBRARY), None, 1)
        self.assertTrue(any("biceps" in note for note in result.notes))
        self.assertGreaterEqual(result.cost, result.bound)
        self.assertEqual(broken_musts(findings(Facts(made(result), LIBRARY))), [])


class NoPlan(unittest.TestCase):
    def collide(self, plan_: SeriesPlan, *, gives: bool = False) -> PlanResult:
        """Return what came of rules that collide; ``gives``: some of them may give way."""
        result = plan(Problem(plan_, LIBRARY), None, 1, Settings(retries=1, restarts=0))
        self.assertEqual(result.plan is not None, gives)
        self.assertEqual(result.status is Status.NEAREST, gives)
        return result

    def test_a_rise_above_its_cap(self) -> None:
        """A rise of 20 % under a cap of 10 % is proven impossible."""
        sheet = default_sheet().with_line("W7", numbers={"rise": 20})
        result = self.collide(replace(empty(), sheet=sheet))
        self.assertIs(result.status, Status.IMPOSSIBLE)
        self.assertIn("above its cap", result.words[0])

    def test_the_same_focus_on_neighbouring_days(self) -> None:
        """Lower body on Monday and on Tuesday collides with 48 hours of rest."""
        lower = frozenset({Focus.LOWER})
        result = self.collide(empty(weekdays=(0, 1), weeks=1, menus={0: lower, 1: lower}))
        self.assertIn("D1", " ".join(result.words))
        self.assertIn("clear day", " ".join(result.words))

    def test_a_gap_that_the_pool_cannot_bear(self) -> None:
        """A gap of 30 classes in a bare yard collides with filling the classes."""
        sheet = default_sheet().with_line("D4", numbers={"gap": 30})
        for rule in ("W1", "W2", "W3"):
            # Two classes are asked for the balance of a whole week, so that it is the filling that
            # fails, not the choice of focuses before it.
            sheet = sheet.with_line(rule, numbers={"classes": 1})
        result = self.collide(
            replace(empty(weeks=3, weekdays=(0, 3), room=YARD, level=1), sheet=sheet), gives=True
        )
        self.assertIn("D4", " ".join(result.words))
        # Which classes it is that cannot be filled is told by their day.
        self.assertRegex(result.words[0], r" on (Monday|Thursday)")

    def test_a_plan_that_breaks_a_must_is_never_called_best(self) -> None:
        """Whatever the cost: it is a plan to mend, with what it does not keep in its notes."""
        request = replace(empty(weeks=1), sheet=only("D1", mode=Mode.MUST))
        found = Finding("D1", Mode.MUST, Place(0), "Two days run into each other.", "Move one.")
        with mock.patch("grike.core.planner.broken_musts", return_value=[found]):
            result = plan(Problem(request, LIBRARY), None, 1)
        self.assertIs(result.status, Status.UNKNOWN)
        self.assertIn("Not kept: Two days run into each other. (D1)", result.notes)

    def test_the_examples_of_the_docs_collide_as_they_say(self) -> None:
        """docs/formats: a promise on two days running, and a rise above its cap, by their rules."""
        folder = Path(__file__).parents[2] / "docs" / "formats"
        for name, rules in (("promise", {"D2", "G4"}), ("rise", {"W7"})):
            text = (folder / f"impossible-{name}.json").read_text(encoding="utf-8")
            result = self.collide(request_from(json.loads(text)), gives=name == "promise")
            self.assertEqual(result.colliding, rules)
            self.assertTrue(any("Way out" in line for line in result.words), name)

    def test_a_price_for_each_rule_that_collides(self) -> None:
        """Sixty sets a week for every major group: how many sets too many is told."""
        sheet = default_sheet().with_line("W1b", numbers={"least": 60})
        two = replace(empty(weeks=1, weekdays=(0, 3)), sheet=sheet)
        result = self.collide(two, gives=True)
        self.assertIn("W1b", result.colliding)
        price = next(line for line in result.words if "alone gives way by" in line)
        self.assertRegex(price, r"by \d+(\.\d)? sets")

    def test_set_ups_are_refused_before_planning(self) -> None:
        """A handful of movements, or a focus that the kit cannot serve, is said by field."""
        few = Library(list(LIBRARY)[:5], "few")
        with self.assertRaises(InvalidInput) as caught:
            set_up_problems(empty(heads=18, room=Room("Hut", {Kit.MAT: 3}, 30)), few)
        self.assertIn("For 18 people the kit of Hut", caught.exception.fields["room"])
        chest = empty(room=Room("Hut", {}, 30), menus={0: frozenset({Focus.CHEST_SHOULDERS})})
        with self.assertRaises(InvalidInput) as caught:
            set_up_problems(chest, LIBRARY)
        self.assertIn("Monday may only be chest", caught.exception.fields["menus"])
        set_up_problems(empty(), LIBRARY)


class Editing(unittest.TestCase):
    def test_refill_keeps_the_frame_and_changes_the_movements(self) -> None:
        """Focus, format and kit stay and no must breaks; most movements change in the first week.

        In the second the group knows few movements yet, and D8 lets only two new ones in.
        """
        before = made(two_weeks())
        for slot in (0, 3, 6):
            now = before.classes[slot].design
            design = refill(Problem(before, LIBRARY), slot, seed=5).design
            self.assertEqual(
                (design.focus, design.main_format(), design.kit),
                (now.focus, now.main_format(), now.kit),
            )
            kept = set(design.movement_ids()) & set(now.movement_ids())
            if slot < 4:
                self.assertLess(len(kept), len(now.movement_ids()) // 2 + 1)
            self.assertLess(len(kept), len(now.movement_ids()))
            changed = before.with_class(replace(before.classes[slot], design=design))
            self.assertEqual(broken_musts(findings(Facts(changed, LIBRARY))), [])

    def test_refill_of_locked_and_empty_slots(self) -> None:
        """Both are refused in words."""
        before = made(two_weeks())
        with self.assertRaises(Conflict):
            refill(Problem(locked(before, 0), LIBRARY), 0, seed=1)
        with self.assertRaises(Conflict):
            refill(Problem(empty(), LIBRARY), 0, seed=1)

    def test_variant_is_read_back_from_a_class(self) -> None:
        """A planned class stands in one of the variants that it was planned from."""
        for planned in made(two_weeks()).classes:
            variant = variant_of(planned.design, LIBRARY)
            self.assertIn(variant, variants(planned.design.slot_seconds))

    def test_alternatives_put_what_breaks_a_must_last(self) -> None:
        """The ranking is by musts broken, then by cost; none stands in the class already."""
        facts = Facts(made(two_weeks()), LIBRARY)
        design = facts.class_at(1).design
        block, place, _ = next(iter(design.items(Purpose.WORK)))
        found = alternatives(facts, 1, block, place)
        keys = [(a.musts_broken, a.cost_change) for a in found]
        self.assertEqual(keys, sorted(keys))
        self.assertFalse({a.movement.id for a in found} & set(design.movement_ids()))

    def test_alternatives_say_what_they_do(self) -> None:
        """The first finding that an alternative announces is what the checks find after it."""
        facts = Facts(made(two_weeks()), LIBRARY)
        design = facts.class_at(1).design
        block, place, _ = next(iter(design.items(Purpose.WORK)))
        for entry in alternatives(facts, 1, block, place):
            self.assertTrue(entry.effects or not entry.breaks, entry.movement.id)


class Variants(unittest.TestCase):
    def test_lengths_have_variants_in_every_format(self) -> None:
        """A class of 45 minutes can be in all formats but one, whose rounds are too short."""
        for minutes in (30, 45, 60, 75):
            kinds = {variant.kind for variant in variants(minutes * 60)}
            self.assertLessEqual({"timed-circuit", "superset", "straight-sets"}, kinds, minutes)
        missing = set(planned_kinds()) - {kind for v in variants(2700) for kind in v.kinds}
        self.assertEqual(missing, {"three-pace"})

    def test_variants_fit_their_slot(self) -> None:
        """Work, rest, breathers and reserve lie inside what the frame leaves."""
        for minutes in (20, 45, 90):
            shortest, longest = frame_seconds(minutes * 60)
            for variant in variants(minutes * 60):
                self.assertTrue(shortest <= variant.main_seconds() <= longest)
                self.assertTrue(variant.block_slots % 2 == 0 or not variant.doubles)

    def test_off_rules_are_not_enforced(self) -> None:
        """With variety off nothing keeps formats apart, and the plan still comes."""
        sheet = default_sheet().with_line("D2", mode=Mode.OFF).with_line("D3", mode=Mode.OFF)
        result = plan(Problem(replace(empty(weeks=1), sheet=sheet), LIBRARY), None, 1)
        self.assertIsNotNone(result.plan)
