"""The kinds of error that a library can have, each looked for in every movement."""

from __future__ import annotations

import re
import unittest

from grike.core.anatomy import Muscle
from grike.core.kit import LOAD_WORDS, LOADABLE, Kit
from grike.core.movement import Movement, Pace, Position, Role
from grike.core.pattern import Demand, Pattern, Support, Tier
from grike.exchange.library import shipped_library
from grike.exchange.search import squashed

M = Muscle
LIBRARY = shipped_library()
WORK = LIBRARY.of_role(Role.WORK)
ABOUT = {Kit.MAT, Kit.WALL, Kit.CHAIR, Kit.TOWEL}
#: What works in a movement: its movers, and muscles that must at least assist.
#: Source: standard kinesiology teaching, from memory.
MOVERS: dict[str, tuple[set[Muscle], set[Muscle]]] = {
    "squat": ({M.QUADRICEPS, M.GLUTES}, {M.ADDUCTORS}),
    "split-squat": ({M.QUADRICEPS, M.GLUTES}, set()),
    "step-up": ({M.QUADRICEPS, M.GLUTES}, set()),
    "dumbbell-deadlift": ({M.HAMSTRINGS, M.GLUTES}, {M.LOW_BACK}),
    "kettlebell-swing": ({M.HAMSTRINGS, M.GLUTES}, {M.LOW_BACK}),
    "glute-bridge": ({M.GLUTES}, {M.HAMSTRINGS}),
    "slider-leg-curl": ({M.HAMSTRINGS}, set()),
    "seated-knee-extension": ({M.QUADRICEPS}, set()),
    "side-lying-leg-raise": ({M.SIDE_GLUTES}, set()),
    "inner-thigh-raise": ({M.ADDUCTORS}, set()),
    "calf-raise": ({M.CALVES}, set()),
    "toe-raise": ({M.SHINS}, set()),
    "push-up": ({M.CHEST, M.TRICEPS}, {M.FRONT_DELTOID}),
    "narrow-push-up": ({M.TRICEPS}, {M.CHEST}),
    "chest-fly": ({M.CHEST}, {M.FRONT_DELTOID}),
    "shoulder-press": ({M.FRONT_DELTOID}, {M.SIDE_DELTOID, M.TRICEPS}),
    "side-raise": ({M.SIDE_DELTOID}, set()),
    "bent-over-rear-raise": ({M.REAR_DELTOID}, {M.MID_BACK}),
    "bent-over-row": ({M.MID_BACK}, {M.LATS, M.BICEPS}),
    "inverted-row": ({M.MID_BACK}, {M.LATS, M.BICEPS}),
    "band-pull-down": ({M.LATS}, {M.BICEPS}),
    "lowered-pull-up": ({M.LATS}, {M.BICEPS}),
    "curl": ({M.BICEPS}, set()),
    "reverse-grip-curl": ({M.BICEPS, M.FOREARMS}, set()),
    "lying-triceps-extension": ({M.TRICEPS}, set()),
    "shrug": ({M.NECK}, set()),
    "crunch": ({M.ABDOMINALS}, set()),
    "forearm-plank": ({M.DEEP_CORE}, {M.ABDOMINALS}),
    "side-plank": ({M.OBLIQUES}, {M.SIDE_GLUTES}),
    "bicycle": ({M.OBLIQUES, M.ABDOMINALS}, set()),
    "superman": ({M.LOW_BACK}, {M.GLUTES}),
    "bird-dog": ({M.DEEP_CORE}, {M.GLUTES, M.LOW_BACK}),
    "farmer-carry": ({M.FOREARMS}, set()),
}


class Kinesiology(unittest.TestCase):
    def test_movers_and_helpers(self) -> None:
        """Movers are targets, and helpers at least assist."""
        for name, (movers, helpers) in MOVERS.items():
            movement = LIBRARY[name]
            self.assertLessEqual(movers, set(movement.targets), name)
            self.assertLessEqual(helpers, {*movement.targets, *movement.assists}, name)

    def test_the_opposite_muscle_never_helps(self) -> None:
        """Calves and shins, biceps and triceps alone, quadriceps and hamstrings alone."""
        for pattern, never in (
            (Pattern.ELBOW_EXTENSION, {M.BICEPS}),
            (Pattern.KNEE_EXTENSION, {M.HAMSTRINGS}),
        ):
            for movement in WORK:
                if movement.pattern is pattern:
                    self.assertFalse(never & {*movement.targets, *movement.assists}, movement.id)
        for movement in WORK:
            if movement.pattern is Pattern.CALF_SHIN:
                both = {M.CALVES, M.SHINS} & {*movement.targets, *movement.assists}
                self.assertEqual(len(both), 1, movement.id)


class Chains(unittest.TestCase):
    def test_one_level_at_a_time(self) -> None:
        """A library option is on the same level, or one up or down; it works a muscle of it."""
        for movement in WORK:
            for option, step in ((movement.easier, -1), (movement.harder, 1)):
                assert option is not None
                if option.movement_id is None:
                    continue
                other = LIBRARY[option.movement_id]
                self.assertIn((other.level - movement.level) * step, (0, 1), movement.id)
                self.assertIs(other.role, Role.WORK, movement.id)
                if Kit.CHAIR not in movement.kit and option is movement.easier:
                    self.assertIsNot(other.position, Position.SEATED_CHAIR, movement.id)

    def test_easier_chains_end(self) -> None:
        """Following the easier option never comes back, and nothing is both easier and harder."""
        for movement in WORK:
            here, seen = movement, {movement.id}
            while here.easier is not None and here.easier.movement_id is not None:
                here = LIBRARY[here.easier.movement_id]
                self.assertNotIn(here.id, seen)
                seen.add(here.id)
            if movement.easier and movement.harder and movement.easier.movement_id:
                self.assertNotEqual(movement.easier.movement_id, movement.harder.movement_id)

    def test_most_have_a_neighbour(self) -> None:
        """Nine of ten have a library movement on one side at least."""
        linked = [m for m in WORK if any(o and o.movement_id for o in (m.easier, m.harder))]
        self.assertGreater(len(linked) / len(WORK), 0.9)

    def test_options_say_what_kit_they_need_besides(self) -> None:
        """Kit that the movement does not have stands in the words of the option."""
        for movement in WORK:
            for option in (movement.easier, movement.harder, movement.low_impact):
                if option is not None and option.movement_id is not None:
                    more = set(LIBRARY[option.movement_id].kit) - set(movement.kit) - ABOUT
                    self.assertEqual(bool(more), ", with " in option.how, movement.id)


class Values(unittest.TestCase):
    def test_every_intensity_has_a_source(self) -> None:
        """A code of five figures, or what it is estimated from; and no value for all."""
        values = [movement.met for movement in WORK]
        for movement in LIBRARY:
            self.assertIsNotNone(movement.met, movement.id)
            self.assertRegex(movement.met_from, r"^\d{5}$|^estimated from \d{5}", movement.id)
        for value in set(values):
            self.assertLess(values.count(value) / len(values), 0.3, value)

    def test_published_intensities(self) -> None:
        """Compendium of Physical Activities 2011 (Ainsworth et al.), by code; from memory."""
        published = {
            "02020": 8.0, "02022": 3.8, "02024": 2.8, "02035": 4.3, "02040": 8.0, "02050": 6.0,
            "02052": 5.0, "02054": 3.5, "02101": 2.3, "03016": 7.5, "03020": 5.0, "03021": 7.3,
            "12025": 8.0,
        }  # fmt: skip
        for movement in LIBRARY:
            if movement.met_from.isdigit():
                self.assertEqual(movement.met, published[movement.met_from], movement.id)

    def test_repetitions_and_seconds_meet(self) -> None:
        """The usual repetitions last about as long as the usual seconds."""
        for movement in WORK:
            if movement.pace is not Pace.STILL:
                (few, many), (short, long) = movement.dose.reps, movement.dose.seconds
                self.assertGreaterEqual(many * movement.seconds_per_rep, short, movement.id)
                self.assertLessEqual(few * movement.seconds_per_rep, long, movement.id)

    def test_tiers(self) -> None:
        """Nothing for calves, grip or neck is a main lift; whole-body lifts are."""
        for movement in WORK:
            tiers = {movement.tier_for(level) for level in (1, 2, 3)}
            if movement.pattern in (Pattern.CALF_SHIN, Pattern.GRIP):
                self.assertEqual(tiers, {Tier.SMALL}, movement.id)
            if movement.pattern is Pattern.COMBINED:
                self.assertEqual(tiers, {Tier.MAIN}, movement.id)
        self.assertIs(LIBRARY["wall-push-up"].tier_for(1), Tier.MAIN)
        self.assertIs(LIBRARY["wall-push-up"].tier_for(3), Tier.SMALL)
        self.assertIs(LIBRARY["wall-plank"].tier_for(2), Tier.SUPPORTING)
        self.assertIs(LIBRARY["wall-plank"].tier_for(3), Tier.SMALL)


class Demands(unittest.TestCase):
    def test_positions_say_what_they_ask(self) -> None:
        """Kneeling ones say kneeling, holds that they are holds; jumps press in the belly."""
        kneeling = {Position.KNEELING, Position.HALF_KNEELING, Position.ALL_FOURS}
        for movement in LIBRARY:
            if movement.position in kneeling:
                self.assertIn(Demand.KNEELING, movement.demands, movement.id)
            if movement.impact == 2:
                self.assertIn(Demand.BELLY, movement.demands, movement.id)
            if movement.role is Role.WORK and movement.pace is Pace.STILL:
                self.assertIn(Demand.HOLD, movement.demands, movement.id)
            if "single-leg" in movement.id and movement.position is Position.STANDING:
                self.assertIn(Demand.BALANCE, movement.demands, movement.id)

    def test_supports_say_what_they_may_do(self) -> None:
        """Bands may snap; chairs that hands lean on may slide and tip; steps may slide."""
        for movement in WORK:
            kit = set(movement.kit)
            if kit & {Kit.LONG_BAND, Kit.MINI_BAND}:
                self.assertIn(Support.SNAPS, movement.support, movement.id)
            if Kit.CHAIR in kit and movement.position is Position.HANDS_RAISED:
                self.assertLessEqual({Support.SLIDES, Support.TIPS}, set(movement.support))
            if Kit.STEP in kit:
                self.assertIn(Support.SLIDES, movement.support, movement.id)

    def test_what_is_fastened_needs_an_anchor(self) -> None:
        """A band that is pulled from somewhere names the place as kit."""
        for movement in WORK:
            if re.search(r"fasten", movement.placing):
                self.assertIn(Kit.ANCHOR, movement.kit, movement.id)

    def test_load_is_told_for_all_that_loads(self) -> None:
        """Every kit that loads says how heavy, as effort."""
        for kit in LOADABLE:
            self.assertIn("effort", LOAD_WORDS[kit])


class Care(unittest.TestCase):
    def test_care_names_whom_a_position_does_not_suit(self) -> None:
        """Lying: pregnancy; jumps: the pelvic floor; holds: blood pressure or the breath."""
        lying = {Position.SUPINE, Position.PRONE, Position.SIDE_LYING}
        for movement in LIBRARY:
            care = movement.care.lower()
            if movement.position in lying:
                self.assertIn("pregnan", care, movement.id)
            if movement.impact == 2:
                self.assertIn("pelvic floor", care, movement.id)
            if movement.role is Role.WORK and movement.pace is Pace.STILL:
                self.assertRegex(care, "blood pressure|breath", movement.id)


class Names(unittest.TestCase):
    def test_most_have_another_name_and_none_is_shared(self) -> None:
        """Every work movement has another name; no name leads to two movements."""
        owners: dict[str, Movement] = {}
        for movement in LIBRARY:
            if movement.role is Role.WORK:
                self.assertTrue(movement.other_names, movement.id)
            for name in {squashed(n) for n in (movement.name, *movement.other_names)}:
                self.assertIs(owners.setdefault(name, movement), movement, name)

    def test_forms_are_named_by_themselves(self) -> None:
        """Ids differ in a movement, names in the library; no form is easier than its movement."""
        names = [form.name for movement in LIBRARY for form in movement.forms]
        self.assertEqual(len(names), len(set(names)))
        for movement in LIBRARY:
            ids = [form.id for form in movement.forms]
            self.assertEqual(len(ids), len(set(ids)), movement.id)
            for form in movement.forms:
                self.assertGreaterEqual(form.level, movement.level, form.name)
                self.assertIn(f"{movement.id}~{form.id}", LIBRARY)


if __name__ == "__main__":
    unittest.main()
