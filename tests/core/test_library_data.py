"""The movement library that ships with Grike, held against checks and against kinesiology."""

from __future__ import annotations

import unittest
from collections import Counter
from itertools import product

from grike.core.anatomy import FACTS, Face, Muscle, Region, face_of, region_of
from grike.core.cautions import Caution
from grike.core.family import Family
from grike.core.judging.pool import frame_pool
from grike.core.kit import Kit
from grike.core.movement import Joint, Movement, Plane, Position, Role, Sides
from grike.core.wishes import Wishes
from grike.exchange.library import shipped_library
from tests.builders import FULL, a_shape

M = Muscle
#: Target muscles by family. Source: standard kinesiology teaching, from memory. At least one of
#: the named groups is a target of every movement of the family.
KINESIOLOGY: dict[Family, set[Muscle]] = {
    Family.SQUAT: {M.QUADRICEPS},
    Family.LUNGE: {M.QUADRICEPS, M.GLUTES},
    Family.STEP_UP: {M.QUADRICEPS},
    Family.HIP_HINGE: {M.HAMSTRINGS},
    Family.BRIDGE: {M.GLUTES},
    Family.HIP_ABDUCTION: {M.SIDE_GLUTES},
    Family.HIP_ADDUCTION: {M.ADDUCTORS},
    Family.HIP_EXTENSION: {M.GLUTES},
    Family.KNEE_FLEXION: {M.HAMSTRINGS},
    Family.CALF_SHIN: {M.CALVES, M.SHINS},
    Family.HORIZONTAL_PUSH: {M.CHEST},
    Family.VERTICAL_PUSH: {M.FRONT_DELTOID},
    Family.SHOULDER_RAISE: {M.FRONT_DELTOID, M.SIDE_DELTOID, M.REAR_DELTOID},
    Family.HORIZONTAL_PULL: {M.MID_BACK},
    Family.VERTICAL_PULL: {M.LATS},
    Family.SHRUG: {M.NECK},
    Family.ELBOW_FLEXION: {M.BICEPS},
    Family.ELBOW_EXTENSION: {M.TRICEPS},
    Family.TRUNK_FLEXION: {M.ABDOMINALS},
    Family.ANTI_EXTENSION: {M.DEEP_CORE},
    Family.TRUNK_ROTATION: {M.OBLIQUES},
    Family.ANTI_ROTATION: {M.DEEP_CORE},
    Family.SIDE_FLEXION: {M.OBLIQUES},
    Family.BACK_EXTENSION: {M.LOW_BACK},
}
BOTH: dict[Family, set[Muscle]] = {Family.HIP_HINGE: {M.HAMSTRINGS, M.GLUTES}}
#: Eponyms and trade terms that are ordinary words of the trade.
HOUSEHOLD = {Kit.CHAIR, Kit.WALL, Kit.TOWEL, Kit.MAT}


class Library(unittest.TestCase):
    library = shipped_library()
    work = library.of_role(Role.WORK)

    def test_sizes(self) -> None:
        """At least 260 movements: 200 for work and 60 for warm-up and cool-down."""
        counts = Counter(movement.role for movement in self.library)
        self.assertGreaterEqual(len(self.library), 260)
        self.assertGreaterEqual(counts[Role.WORK], 200)
        self.assertGreaterEqual(counts[Role.WARM_UP] + counts[Role.COOL_DOWN], 60)

    def test_what_any_regular_knows_is_foundation(self) -> None:
        """A hundred or so, beside what is simply done on a chair. Common practice, no source."""
        on_feet = [m for m in self.work if m.position is not Position.SEATED_CHAIR]
        known = sum(1 for movement in on_feet if movement.foundation)
        self.assertTrue(90 <= known <= 125, known)

    def test_families_have_levels_and_kits(self) -> None:
        """Each family of work has three levels and two kits; stepping up needs its step."""
        families = {m.family for m in self.work}
        for family in families:
            own = [m for m in self.work if m.family is family]
            self.assertEqual({m.level for m in own}, {1, 2, 3}, family)
            kits = {tuple(sorted(m.fetched_kit)) for m in own}
            self.assertGreaterEqual(len(kits), 2, family)

    def test_everything_has_a_seated_twin(self) -> None:
        """Work that is not seated itself says what to do on a chair, with seated movements."""
        for movement in self.work:
            if movement.position is Position.SEATED_CHAIR:
                self.assertIsNone(movement.seated, movement.id)
                continue
            assert movement.seated is not None, movement.id
            twin = movement.seated.movement_id
            if twin is not None:
                self.assertIs(self.library[twin].position, Position.SEATED_CHAIR, movement.id)

    def test_everything_is_populated(self) -> None:
        """Every family, region, face, plane, kit and muscle group occurs."""
        self.assertEqual({m.family for m in self.library}, set(Family))
        targets = {muscle for m in self.work for muscle in m.targets}
        self.assertEqual(targets, set(Muscle))
        self.assertEqual({region_of(m) for m in targets}, set(Region))
        self.assertEqual({face_of(m) for m in targets}, set(Face))
        self.assertEqual({m.plane for m in self.work}, set(Plane))
        self.assertEqual({kit for m in self.work for kit in m.kit}, set(Kit))
        used = {m.position for m in self.library}
        self.assertEqual(used, set(Position))

    def test_targets_agree_with_kinesiology(self) -> None:
        """Each movement of a family has the family's muscle as a target."""
        for movement in self.work:
            wanted = KINESIOLOGY.get(movement.family)
            if wanted:
                self.assertTrue(wanted & set(movement.targets), movement.id)
            self.assertLessEqual(
                BOTH.get(movement.family, set()), set(movement.targets), movement.id
            )

    def test_bent_knee_raises_spare_the_straight_one(self) -> None:
        """Straight or bent, the calf is the target of a calf raise."""
        for name in ("calf-raise", "bent-knee-calf-raise"):
            self.assertEqual(self.library[name].targets, (M.CALVES,))

    def test_options_are_never_missing(self) -> None:
        """Every movement has an easier and a harder option; every jump a low-impact one."""
        for movement in self.library:
            self.assertIsNotNone(movement.easier, movement.id)
            self.assertIsNotNone(movement.harder, movement.id)
            if movement.impact == 2:
                low = movement.low_impact
                assert low is not None and low.movement_id is not None
                self.assertLess(self.library[low.movement_id].impact, 2, movement.id)

    def test_jumps_say_how_often_they_land(self) -> None:
        """Ground contacts are given where there is impact, and only there."""
        for movement in self.library:
            self.assertEqual(movement.impact > 0, movement.contacts_per_rep > 0, movement.id)

    def test_chains_have_no_cycle_and_never_fall(self) -> None:
        """Following the harder option never comes back, and the level never falls."""
        for movement in self.library:
            seen = [movement.id]
            here: Movement = movement
            while here.harder is not None and here.harder.movement_id is not None:
                after = self.library[here.harder.movement_id]
                self.assertGreaterEqual(after.level, here.level, here.id)
                self.assertNotIn(after.id, seen)
                seen.append(after.id)
                here = after

    def test_easier_options_are_not_harder(self) -> None:
        """An easier neighbour has at most the same level."""
        for movement in self.library:
            if movement.easier and movement.easier.movement_id:
                easier = self.library[movement.easier.movement_id]
                self.assertLessEqual(easier.level, movement.level, movement.id)

    def test_kit_has_a_stand_in(self) -> None:
        """Whatever needs kit says what to do without it."""
        for movement in self.library:
            if set(movement.kit):
                self.assertIsNotNone(movement.stand_in, movement.id)

    def test_loaded_joints_have_relief(self) -> None:
        """A joint that is loaded has a sentence for when it speaks up."""
        for movement in self.library:
            self.assertEqual(set(movement.relief), set(movement.joints), movement.id)
            self.assertLessEqual(set(movement.joints), set(Joint))

    def test_every_group_is_prepared_and_stretched(self) -> None:
        """Warm-up and cool-down reach all 22 groups with mats alone, and with chairs and a wall."""
        for kit in ({Kit.MAT}, {Kit.CHAIR, Kit.WALL}):
            free = [m for m in self.library if set(m.kit) <= kit]
            prepared = {x for m in free if m.role is Role.WARM_UP for x in m.prepares}
            stretched = {x for m in free if m.role is Role.COOL_DOWN for x in m.stretches}
            for have, name in ((prepared, "prepared"), (stretched, "stretched")):
                missing = [FACTS[m].name for m in Muscle if m not in have]
                self.assertEqual(missing, [], name)

    def test_a_group_that_stays_off_the_floor_or_on_chairs_reaches_all(self) -> None:
        """With chairs, towels and a wall all 22 groups are reached standing, or sitting."""
        for caution, level in product((Caution.NO_FLOOR, Caution.CHAIR), (1, 2)):
            shape = a_shape(room=FULL, level=level, wishes=Wishes(cautions=(caution,)))
            for role in (Role.WARM_UP, Role.COOL_DOWN):
                allowed = frame_pool(shape, self.library, role)
                reached = {muscle for movement in allowed for muscle in movement.serves(role)}
                self.assertEqual(set(Muscle) - reached, set(), f"{caution}, {role}")

    def test_stretches_hold_as_published(self) -> None:
        """Stretches are held within 10 to 60 s (Garber et al., ACSM 2011; from memory)."""
        for movement in self.library.of_role(Role.COOL_DOWN):
            if movement.family is Family.STRETCH:
                low, high = movement.dose.seconds
                self.assertTrue(10 <= low < high <= 60, movement.id)

    def test_teaching_notes_are_short(self) -> None:
        """Two to four cues, one to four faults, none longer than a breath."""
        for movement in self.library:
            self.assertTrue(2 <= len(movement.cues) <= 4, movement.id)
            self.assertTrue(1 <= len(movement.faults) <= 4, movement.id)
            for line in (*movement.cues, *movement.faults):
                self.assertLessEqual(len(line), 60, (movement.id, line))

    def test_cues_do_not_ask_for_faults(self) -> None:
        """No cue is one of the movement's own faults."""
        for movement in self.library:
            cues = {cue.casefold() for cue in movement.cues}
            self.assertFalse(cues & {fault.casefold() for fault in movement.faults}, movement.id)

    def test_names_are_unique(self) -> None:
        """Names differ even when case is ignored."""
        names = [movement.name.casefold() for movement in self.library]
        self.assertEqual(len(names), len(set(names)))

    def test_common_paces(self) -> None:
        """Seconds per rep as they are counted in classes. Source: common practice, no source."""
        for name, seconds in (
            ("climber", 0.8),
            ("chair-dip", 1.2),
            ("squat", 1.5),
            ("curl", 1.6),
            ("donkey-kick", 2.0),
            ("lateral-lunge", 2.5),
            ("glute-bridge", 2.9),
        ):
            self.assertEqual(self.library[name].seconds_per_rep, seconds)

    def test_each_level_has_work_without_kit(self) -> None:
        """Body weight alone offers work on every level and in every region."""
        for level in (1, 2, 3):
            own = [m for m in self.work if m.level == level and not m.fetched_kit]
            regions = {region_of(m) for movement in own for m in movement.targets}
            self.assertEqual(regions, set(Region), level)

    def test_one_sided_and_alternating_both_occur(self) -> None:
        """All three ways to use the sides are there."""
        self.assertEqual({m.sides for m in self.work}, set(Sides))
