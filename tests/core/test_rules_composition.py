"""What a class is made of: patterns, main lifts, small movements, their order, doses, cousins.

Source of the figures: common practice, no source, unless a check names one.
"""

from __future__ import annotations

import unittest
from fractions import Fraction

from grike.core.anatomy import Muscle
from grike.core.composition import Doses, most_reps, most_seconds, movers_share, patterns_of
from grike.core.design import ClassDesign
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import CountedCircuit, RepList, StraightSets, Superset
from grike.core.item import Item
from grike.core.judging.finding import Finding
from grike.core.kit import Kit
from grike.core.library import Library
from grike.core.movement import Dose, Movement, Option, Sides
from grike.core.pattern import Pattern, Tier
from grike.core.planner import Problem, plan
from grike.core.planner.profile import BOTH_WAYS, profile, reached_by
from grike.core.planner.variants.rep_list import RepListVariant
from grike.core.rules import CATALOGUE, Facts, broken_musts, default_sheet, findings
from grike.core.rules.w1_muscles import W1, least_sets
from grike.core.sheet import Mode
from grike.exchange.library import shipped_library
from grike.exchange.presets import presets
from tests.builders import FULL, a_class, a_library, a_movement, a_plan, check, circuit, only, work

#: Four of each, so that no need is left out because the kit holds too few.
KINDS = {
    "squat": (Pattern.SQUAT, Tier.MAIN, (Muscle.QUADRICEPS, Muscle.GLUTES)),
    "hinge": (Pattern.HINGE, Tier.MAIN, (Muscle.HAMSTRINGS, Muscle.GLUTES)),
    "lunge": (Pattern.SINGLE_LEG, Tier.MAIN, (Muscle.QUADRICEPS,)),
    "press": (Pattern.HORIZONTAL_PRESS, Tier.MAIN, (Muscle.CHEST,)),
    "row": (Pattern.HORIZONTAL_PULL, Tier.MAIN, (Muscle.LATS, Muscle.MID_BACK)),
    "triceps": (Pattern.ELBOW_EXTENSION, Tier.SUPPORTING, (Muscle.TRICEPS,)),
    "curl": (Pattern.ELBOW_FLEXION, Tier.SUPPORTING, (Muscle.BICEPS,)),
    "plank": (Pattern.ANTI_EXTENSION, Tier.SUPPORTING, (Muscle.ABDOMINALS,)),
    "side": (Pattern.HIP_SIDE, Tier.SUPPORTING, (Muscle.SIDE_GLUTES,)),
    "calf": (Pattern.CALF_SHIN, Tier.SMALL, (Muscle.CALVES,)),
}
LIBRARY = a_library(
    *(
        a_movement(f"{kind}-{n}", pattern=pattern, tier=tier, targets=targets)
        for kind, (pattern, tier, targets) in KINDS.items()
        for n in range(4)
    )
)


def of(*ids: str, focus: Focus = Focus.LOWER) -> ClassDesign:
    return a_class(work(circuit(3), *ids), focus=focus)


def found(rule: str, design: ClassDesign, library: Library = LIBRARY) -> list[Finding]:
    return check(rule, a_plan(design, sheet=only(rule, mode=Mode.MUST)), library)


def _row(number: int) -> Movement:
    pattern, tier, targets = KINDS["row"]
    return a_movement(f"row-{number}", pattern=pattern, tier=tier, targets=targets)


class Patterns(unittest.TestCase):
    def test_lower_body(self) -> None:
        """A squat, a hinge or bridge and one leg; what is missing is told, each by itself."""
        self.assertEqual(found("P1", of("squat-0", "hinge-0", "lunge-0")), [])
        (lacks,) = found("P1", of("squat-0", "hinge-0", "side-0"))
        self.assertIn("movement on one leg", lacks.what)

    def test_no_press_among_legs(self) -> None:
        """A press and a row have no place there; each is told where it stands."""
        bad = found("P1", of("squat-0", "hinge-0", "lunge-0", "press-0", "row-0"))
        self.assertEqual([f.place.item for f in bad], [3, 4])

    def test_whole_body_needs_five(self) -> None:
        """Knee, hip, press, pull and trunk."""
        five = ("squat-0", "hinge-0", "press-0", "row-0", "plank-0")
        self.assertEqual(found("P1", of(*five, focus=Focus.WHOLE)), [])
        bad = found("P1", of(*five[:4], "side-0", focus=Focus.WHOLE))
        self.assertEqual(len(bad), 1)

    def test_short_classes_and_narrow_kits_are_not_asked(self) -> None:
        """Two movements cannot have three patterns; three rows in all are too few for a rule."""
        self.assertEqual(found("P1", of("squat-0", "side-0")), [])
        few = Library([m for m in LIBRARY if m.id not in ("lunge-3",)], "few")
        self.assertEqual(found("P1", of("squat-0", "hinge-0", "side-0"), few), [])

    def test_a_combined_lift_stands_for_what_it_joins(self) -> None:
        """A squat to press is both; a fly is no press."""
        lift = a_movement(
            "lift",
            pattern=Pattern.COMBINED,
            family=Family.COMBINED,
            targets=(Muscle.QUADRICEPS, Muscle.FRONT_DELTOID),
        )
        self.assertLessEqual({Pattern.SQUAT, Pattern.VERTICAL_PRESS}, patterns_of(lift))
        shipped = shipped_library()
        self.assertNotIn(Pattern.HORIZONTAL_PRESS, patterns_of(shipped["chest-fly"]))
        for name, is_one, is_none in (
            ("lunge-to-curl", Pattern.SINGLE_LEG, Pattern.SQUAT),
            ("deadlift-to-row", Pattern.HORIZONTAL_PULL, Pattern.VERTICAL_PULL),
        ):
            self.assertIn(is_one, patterns_of(shipped[name]))
            self.assertNotIn(is_none, patterns_of(shipped[name]))


class Mains(unittest.TestCase):
    def test_two_among_six_three_among_eight(self) -> None:
        """The boundaries of 6 and 8; in a class for the trunk its movements are the mains."""
        side, calf = ("side-0", "side-1", "side-2", "side-3"), ("calf-0", "calf-1", "calf-2")
        self.assertEqual(found("P2", of("squat-0", "hinge-0", *side)), [])
        self.assertEqual(len(found("P2", of("squat-0", *side, "calf-0"))), 1)
        self.assertEqual(len(found("P2", of("squat-0", "hinge-0", *side, *calf[:2]))), 1)
        trunk = of("plank-0", "plank-1", "plank-2", *side, focus=Focus.CORE)
        self.assertEqual(found("P2", trunk), [])


class Small(unittest.TestCase):
    def test_one_of_five_and_never_first(self) -> None:
        """One calf raise is enough, and the work does not begin with it."""
        self.assertEqual(found("P3", of("squat-0", "hinge-0", "lunge-0", "side-0", "calf-0")), [])
        two = found("P3", of("squat-0", "hinge-0", "lunge-0", "calf-1", "calf-0"))
        self.assertEqual(len(two), 1)
        first = found("P3", of("calf-0", "hinge-0", "lunge-0", "side-0", "squat-0"))
        self.assertIn("begins with", first[0].what)


class Order(unittest.TestCase):
    """Several joints before one, large before small: ACSM position stand 2009, from memory."""

    def test_one_smaller_between_two_lifts_is_rest(self) -> None:
        """Squat, outer hip, lunge lets the knee rest; after two of them the lifts are over."""
        self.assertEqual(found("P5", of("squat-0", "side-0", "lunge-0", "side-1")), [])
        self.assertEqual(len(found("P5", of("squat-0", "side-0", "side-1", "lunge-0"))), 1)
        self.assertEqual(len(found("P5", of("side-0", "squat-0", "lunge-0"))), 1)

    def test_nothing_tires_what_a_lift_needs(self) -> None:
        """No triceps before a press, no curl before a row, no plank before a hinge."""
        for early, late in (("triceps-0", "press-0"), ("curl-0", "row-0"), ("plank-0", "hinge-0")):
            self.assertEqual(found("P5", of("squat-0", late, early)), [], early)
            self.assertEqual(len(found("P5", of("squat-0", early, late))), 1, early)

    def test_pairs_are_judged_by_what_leads_them(self) -> None:
        """A main with a core movement, twice: the second main is not late."""
        block = work(Superset(3, 40, 60, reps=10), "squat-0", "side-0", "lunge-0", "side-1")
        self.assertEqual(found("P5", a_class(block, focus=Focus.LOWER)), [])


class DoseOfAMovement(unittest.TestCase):
    def test_a_third_over_the_top(self) -> None:
        """Of a movement of 5 to 20 reps 26 are asked for, and not 27; 78 s of 20 to 60, not 79."""
        for most, fmt, over in (
            (26, CountedCircuit(26, 1), CountedCircuit(27, 1)),
            (78, circuit(1, 78), circuit(1, 79)),
        ):
            self.assertEqual(found("P11", a_class(work(fmt, "squat-0"))), [], most)
            self.assertEqual(len(found("P11", a_class(work(over, "squat-0")))), 1, most)

    def test_by_the_dozen_with_body_weight(self) -> None:
        """Twice the reps from level 2 on, and not with a weight in the hand."""
        easy = a_movement("easy", high_reps=True)
        self.assertEqual((most_reps(easy, 2), most_reps(easy, 1)), (40, 26))
        self.assertEqual(
            most_reps(a_movement("held", high_reps=True, kit=(Kit.KETTLEBELL,)), 3), 26
        )
        self.assertEqual(most_seconds(a_movement(dose=Dose((5, 8), (10, 30)))), 39)

    def test_the_planner_asks_the_same(self) -> None:
        """A list of fifty is no list for what goes to twenty; a side of it is half."""
        fifty = RepListVariant(RepList(50), 1, 4)
        quick = a_movement(seconds_per_rep=1.0)
        self.assertFalse(fifty.takes(quick, Doses(2)))
        self.assertTrue(fifty.takes(a_movement(seconds_per_rep=1.0, sides=Sides.ONE), Doses(2)))
        self.assertTrue(fifty.takes(quick, Doses()))


class Cousins(unittest.TestCase):
    def test_beside_its_own_option(self) -> None:
        """Found whichever of the two names the other; others are not kin."""
        easier = Option("sit down to a chair", "range", movement_id="chair-squat")
        library = a_library(a_movement("squat", easier=easier), "chair-squat", "hinge")
        for pair in (("squat", "chair-squat"), ("chair-squat", "squat")):
            self.assertEqual(len(found("P19", of(*pair), library)), 1)
        self.assertEqual(found("P19", of("squat", "hinge"), library), [])


class OnePattern(unittest.TestCase):
    def test_one_in_four_and_one_besides(self) -> None:
        """Two squats of four lifts, three of eight; what is no lift counts for neither."""
        four = ("squat-0", "squat-1", "hinge-0", "lunge-0")
        self.assertEqual(found("P22", of(*four, "calf-0")), [])
        (bad,) = found("P22", of(*four[:3], "squat-2", "calf-0"))
        self.assertEqual(bad.place.item, 3)
        self.assertTrue(bad.what.startswith("3 of 4 main lifts are squats"), bad.what)
        eight = (*four, "squat-2", "hinge-1", "lunge-1", "hinge-2")
        self.assertEqual(found("P22", of(*eight)), [])
        self.assertEqual(len(found("P22", of(*eight[:-1], "squat-3"))), 1)

    def test_asked_where_the_kit_has_others(self) -> None:
        """Four rows are too few to do without presses; a class for the trunk has no such lifts."""
        presses = ("press-0", "press-1", "press-2", "row-0")
        self.assertEqual(found("P22", of(*presses, focus=Focus.UPPER)), [])
        self.assertEqual(len(found("P22", of(*presses, focus=Focus.WHOLE))), 1)
        self.assertEqual(found("P22", of("squat-0", "squat-1", "squat-2", focus=Focus.CORE)), [])

    def test_a_combined_lift_is_of_each_pattern(self) -> None:
        """A squat to press among squats is a squat; among presses it is a press."""
        lift = a_movement(
            "lift",
            pattern=Pattern.COMBINED,
            tier=Tier.MAIN,
            targets=(Muscle.QUADRICEPS, Muscle.CHEST),
        )
        library = Library([*LIBRARY, lift], "lifts")
        for kind in ("squat", "press"):
            two = of(f"{kind}-0", f"{kind}-1", "hinge-0", "lift", focus=Focus.WHOLE)
            self.assertEqual(len(found("P22", two, library)), 1, kind)

    def test_of_one_joint_two_of_six_are_for_one_muscle(self) -> None:
        """Two curls of two or four, not three; what is for another muscle is of another kind."""
        self.assertEqual(found("P22", of("curl-0", "curl-1")), [])
        self.assertEqual(found("P22", of("curl-0", "curl-1", "side-0", "calf-0")), [])
        (bad,) = found("P22", of("squat-0", "curl-0", "curl-1", "side-0", "curl-2"))
        self.assertEqual(bad.place.item, 4)
        says = "3 of 4 movements of one joint are for the biceps"
        self.assertTrue(bad.what.startswith(says), bad.what)
        self.assertTrue(bad.what.endswith("; 2 are the most."), bad.what)
        six = ("curl-0", "curl-1", "curl-2", "side-0", "side-1", "calf-0")
        self.assertEqual(len(found("P22", of(*six))), 1)
        self.assertEqual(found("P22", of(*six, "calf-1")), [])
        raises = [
            a_movement(f"raise-{n}", pattern=Pattern.RAISE, tier=Tier.SUPPORTING, targets=(muscle,))
            for n, muscle in enumerate((Muscle.FRONT_DELTOID, Muscle.SIDE_DELTOID))
        ]
        library = Library([*LIBRARY, *raises], "raises")
        three = of("raise-0", "raise-1", "curl-0", focus=Focus.UPPER)
        self.assertEqual(found("P22", three, library), [])

    def test_of_the_trunk_by_kinds(self) -> None:
        """Three planks of five may be, four not; where all there is are planks, as many as come."""
        twists = [
            a_movement(f"twist-{n}", pattern=Pattern.ROTATION, targets=(Muscle.OBLIQUES,))
            for n in range(8)
        ]
        library = Library([*LIBRARY, *twists], "twists")
        planks = [f"plank-{n}" for n in range(4)]
        three = of(*planks[:3], "twist-0", "twist-1", focus=Focus.CORE)
        self.assertEqual(found("P22", three, library), [])
        (bad,) = found("P22", of(*planks, "twist-0", focus=Focus.CORE), library)
        self.assertIn("4 of 5 movements of the trunk are planks", bad.what)
        self.assertEqual(found("P22", of(*planks, focus=Focus.CORE)), [])


class BothHalves(unittest.TestCase):
    def test_one_in_three_and_of_two_one(self) -> None:
        """One of two, three and four lifts is for legs or hips, two of five; no lift does not."""
        up, whole = ("press-0", "row-0", "press-1", "row-1"), Focus.WHOLE
        for many, least in ((2, 1), (3, 1), (4, 1)):
            (bad,) = found("P23", of(*up[:many], "side-0", focus=whole))
            begins = f"0 of {many} main lifts of a class for the whole body are for legs or hips; "
            self.assertEqual(bad.what, f"{begins}{least} is the least.")
            self.assertEqual(found("P23", of(*up[: many - 1], "squat-0", focus=whole)), [])
        (bad,) = found("P23", of(*up, "hinge-0", focus=whole))
        self.assertTrue(bad.what.endswith("; 2 are the least."), bad.what)
        self.assertEqual(found("P23", of(*up[:3], "hinge-0", "lunge-0", focus=whole)), [])
        self.assertEqual(found("P23", of("press-0", "side-0", focus=whole)), [])

    def test_the_halves_of_a_focus(self) -> None:
        """Legs, and a row, for legs and back; nothing is asked where a class has one half."""
        legs = ("squat-0", "lunge-0", "hinge-0")
        self.assertEqual(len(found("P23", of(*legs, "press-0", focus=Focus.LEGS_BACK))), 0)
        rows = Library([*LIBRARY, *(_row(n) for n in range(4, 8))], "rows")
        (bad,) = found("P23", of(*legs, "press-0", focus=Focus.LEGS_BACK), rows)
        self.assertIn("0 of 3 main lifts", bad.what)
        self.assertEqual(len(found("P23", of("hinge-0", "hinge-1"))), 1)
        for focus in (Focus.GLUTES_ABS, Focus.CHEST_SHOULDERS, Focus.CORE):
            self.assertEqual(found("P23", of(*legs, focus=focus), rows), [])

    def test_one_lift_may_be_for_both(self) -> None:
        """A squat to press among presses is what a class for the whole body has for the legs."""
        both = (Muscle.QUADRICEPS, Muscle.CHEST)
        lift = a_movement("lift", pattern=Pattern.COMBINED, tier=Tier.MAIN, targets=both)
        library = Library([*LIBRARY, lift], "lifts")
        three = of("press-0", "row-0", "lift", focus=Focus.WHOLE)
        self.assertEqual(found("P23", three, library), [])


class Focused(unittest.TestCase):
    def test_what_carries_a_focus(self) -> None:
        """Calves are lower body and carry nothing: 3 of 4 sets, where 80 % are asked."""
        sheet = only("C1", movers=80)
        design = of("squat-0", "hinge-0", "lunge-0", "calf-0")
        (bad,) = check("C1", a_plan(design, sheet=sheet), LIBRARY)
        self.assertIn("75 % of the sets are for the muscles that carry", bad.what)
        kept = a_plan(design, sheet=only("C1", movers=75))
        self.assertEqual(check("C1", kept, LIBRARY), [])
        half = a_movement(targets=(Muscle.CALVES, Muscle.GLUTES))
        self.assertEqual(movers_share(half, Focus.LOWER), Fraction(1, 2))

    def test_floors_are_those_of_what_carries_the_body(self) -> None:
        """Four sets, two for calves and for the parts of the shoulders, none for neck and grip."""
        line = default_sheet()[W1.id]
        asked = {m: least_sets(line, m, 3) for m in Muscle}
        self.assertEqual((asked[Muscle.GLUTES], asked[Muscle.BICEPS]), (4, 4))
        self.assertEqual((asked[Muscle.CALVES], asked[Muscle.REAR_DELTOID]), (2, 2))
        self.assertEqual({asked[m] for m in (Muscle.NECK, Muscle.FOREARMS, Muscle.SHINS)}, {0})

    def test_a_week_of_few_classes_owes_its_part_of_the_floor(self) -> None:
        """A third of it for one class, two thirds for two, all of it for three and for six."""
        line = default_sheet()[W1.id]
        owed = [least_sets(line, Muscle.GLUTES, classes) for classes in (1, 2, 3, 6)]
        self.assertEqual(owed, [Fraction(4, 3), Fraction(8, 3), 4, 4])


class Planned(unittest.TestCase):
    def test_a_series_of_main_lifts_first(self) -> None:
        """Two weeks by that preset: every must of it is kept."""
        library = shipped_library()
        sheet = next(p for p in presets() if p.id == "blend").sheet()
        result = plan(Problem(a_plan(room=FULL, weeks=2, sheet=sheet), library), None, 1)
        assert result.plan is not None, result.words
        facts = Facts(result.plan, library)
        self.assertEqual(broken_musts(findings(facts)), [])
        on = [rule.id for rule in CATALOGUE if rule.id.startswith("P") and rule.on(sheet)]
        self.assertEqual(on, [rule.id for rule in CATALOGUE if rule.id.startswith("P")])

    def test_what_a_focus_must_add(self) -> None:
        """Chest and shoulders push more than they can pull; a whole body can do either."""
        library = shipped_library()
        pool: list[Movement] = [m for m in library if m.targets and m.level <= 2]
        numbers = {"share": Fraction(70), "movers": Fraction(50), "whole": Fraction(20)}
        most = Fraction(5, 4)
        chest = profile(Focus.CHEST_SHOULDERS, pool, 2, numbers=numbers, most=most)
        whole = profile(Focus.WHOLE, pool, 2, numbers=numbers, most=most)
        assert chest is not None and whole is not None
        self.assertGreater(chest["push", "pull"], whole["push", "pull"])
        self.assertTrue(all(whole[way] < 0 for way in BOTH_WAYS))
        self.assertNotIn("quadriceps", reached_by(Focus.UPPER))

    def test_a_class_of_one_movement(self) -> None:
        """Too short for all that its focus is made of, and nothing is held against it."""
        design = a_class(work(StraightSets(3, 30, 30, reps=10), Item("squat-0")), focus=Focus.CORE)
        for rule in ("P1", "P2", "P3", "P5", "P11", "P19"):
            self.assertEqual(found(rule, design), [], rule)


if __name__ == "__main__":
    unittest.main()
