"""Sets, seconds and reps of bouts, shares and demand."""

from __future__ import annotations

import unittest
from fractions import Fraction

from hypothesis import given
from hypothesis import strategies as st

from grike.core.anatomy import FACTS, MAJOR_GROUPS, PULL, PUSH, Muscle, Region
from grike.core.exact import exact_sum
from grike.core.formats import Format, StraightSets, Superset
from grike.core.item import Handling, Item, Level
from grike.core.movement import Movement, Pace, Plane, Sides
from grike.core.purpose import Purpose
from grike.core.volume import Volume, Yardstick, add_volumes, class_volume
from tests.builders import a_class, a_library, a_movement, circuit, flow, work


def of(item: Item, fmt: Format, **movement: object) -> Volume:
    library = a_library(a_movement(item.movement_id, **movement))
    return class_volume(a_class(work(fmt, item)), library)


class ExactSums(unittest.TestCase):
    @given(st.lists(st.fractions(min_value=0, max_value=100, max_denominator=60), max_size=30))
    def test_as_if_added_one_by_one(self, parts: list[Fraction]) -> None:
        """Grouped by denominator the sum is the same fraction as added in turn."""
        self.assertEqual(exact_sum(parts), sum(parts, Fraction(0)))


class SetsOfABout(unittest.TestCase):
    """Source of the fractional count: Pelland et al. 2025 (from memory); the rest is practice."""

    def test_twenty_seconds_are_a_set(self) -> None:
        """At the boundary of 20 s a bout is a full set, below it is less in proportion."""
        self.assertEqual(of(Item("m"), circuit(1, 20)).total.sets, 1)
        self.assertEqual(of(Item("m"), circuit(1, 60)).total.sets, 1)
        self.assertEqual(of(Item("m"), circuit(1, 15)).total.sets, Fraction(3, 4))

    def test_five_reps_are_a_set(self) -> None:
        """Five reps are a set, three are three fifths."""
        self.assertEqual(of(Item("m"), StraightSets(1, 0, 0, reps=5)).total.sets, 1)
        self.assertEqual(of(Item("m"), StraightSets(1, 0, 0, reps=3)).total.sets, Fraction(3, 5))

    def test_left_and_right_are_one_set(self) -> None:
        """Two bouts on either side make one set and twice the seconds."""
        volume = of(Item("m"), circuit(1), sides=Sides.ONE)
        self.assertEqual((volume.total.sets, volume.total.seconds), (1, 80))

    def test_split_bouts_are_judged_by_side(self) -> None:
        """A split bout of 30 s is 15 s a side, three quarters of a set."""
        split = Item("m", handling=Handling.SPLIT)
        self.assertEqual(of(split, circuit(1, 30), sides=Sides.ONE).total.sets, Fraction(3, 4))
        self.assertEqual(of(split, circuit(1, 40), sides=Sides.ONE).total.sets, 1)

    def test_assisting_muscles_count_half(self) -> None:
        """A target gets the set, an assisting muscle half of it."""
        volume = of(Item("m"), circuit(2), assists=(Muscle.GLUTES,))
        self.assertEqual(volume.muscles[Muscle.QUADRICEPS].sets, 2)
        self.assertEqual(volume.muscles[Muscle.GLUTES].sets, 1)

    def test_a_bout_counts_once_for_the_regions(self) -> None:
        """Three targets in two regions share one bout."""
        volume = of(Item("m"), circuit(1), targets=(Muscle.QUADRICEPS, Muscle.GLUTES, Muscle.CHEST))
        self.assertEqual(
            volume.regions, {Region.LOWER: Fraction(2, 3), Region.UPPER: Fraction(1, 3)}
        )

    def test_holds_count_a_rep_every_three_seconds(self) -> None:
        """30 s of holding are 10 reps where reps are the yardstick."""
        self.assertEqual(of(Item("m"), circuit(1, 30), pace=Pace.STILL).total.reps, 10)
        self.assertEqual(of(Item("m"), circuit(1, 30), seconds_per_rep=1.5).total.reps, 20)


class TrainingVolume(unittest.TestCase):
    def test_option_and_load_change_the_demand(self) -> None:
        """0.8 for the easier option, 1.2 for the harder, 0.05 more for each load step."""
        for item, factor in (
            (Item("m", level=Level.EASIER), Fraction(8, 10)),
            (Item("m"), Fraction(1)),
            (Item("m", level=Level.HARDER, load_step=2), Fraction(13, 10)),
        ):
            volume = of(item, circuit(1))
            self.assertEqual(volume.training[Yardstick.SECONDS], 40 * factor)
            self.assertEqual(volume.training[Yardstick.SETS], factor)

    def test_longer_work_and_more_reps_both_show(self) -> None:
        """30 to 40 s and 3 × 8 to 3 × 10 both raise the seconds."""
        self.assertEqual(of(Item("m"), circuit(3, 40)).training[Yardstick.SECONDS], 120)
        eight = of(Item("m"), StraightSets(3, 0, 0, reps=8)).training[Yardstick.SECONDS]
        ten = of(Item("m"), StraightSets(3, 0, 0, reps=10)).training[Yardstick.SECONDS]
        self.assertEqual((eight, ten), (48, 60))

    def test_warm_up_is_left_out(self) -> None:
        """Only work blocks count."""
        library = a_library("m")
        warm = a_class(flow(Purpose.WARM_UP, "m"), work(circuit(1), "m"))
        self.assertEqual(class_volume(warm, library).total.sets, 1)

    def test_pairs_and_planes(self) -> None:
        """Push, pull, knee, hip and plane come from muscles and movement."""
        press = of(Item("m"), circuit(2), targets=(Muscle.CHEST,), plane=Plane.FRONTAL)
        self.assertEqual((press.push, press.pull, press.front, press.back), (2, 0, 2, 0))
        self.assertEqual(press.planes, {Plane.FRONTAL: 2})
        both = of(Item("m"), circuit(1), targets=(Muscle.QUADRICEPS, Muscle.HAMSTRINGS))
        self.assertEqual((both.knee, both.hip), (1, 1))

    def test_sums_of_nothing(self) -> None:
        """No classes: nothing, and no error."""
        self.assertEqual(add_volumes([]).total.sets, 0)

    def test_supersets_count_every_set(self) -> None:
        """3 sets of a pair are 3 sets of each."""
        library = a_library("a", "b")
        block = work(Superset(3, 40, 60, work_seconds=40), "a", "b")
        self.assertEqual(class_volume(a_class(block), library).total.sets, 6)


class Anatomy(unittest.TestCase):
    """Source: standard kinesiology; push and pull as common practice has them."""

    def test_all_groups_have_facts(self) -> None:
        """22 groups, each with a name of its own."""
        self.assertEqual(set(FACTS), set(Muscle))
        self.assertEqual(len({facts.name for facts in FACTS.values()}), 22)

    def test_push_and_pull_share_nothing(self) -> None:
        """No muscle both pushes and pulls."""
        self.assertFalse(PUSH & PULL)

    def test_eight_major_groups(self) -> None:
        """Chest, back, shoulders, abdominals, low back, glutes, quadriceps, hamstrings."""
        self.assertEqual(len(MAJOR_GROUPS), 8)
        movement: Movement = a_movement("x", targets=(Muscle.LATS,))
        self.assertIn(movement.targets[0], MAJOR_GROUPS["back"])
