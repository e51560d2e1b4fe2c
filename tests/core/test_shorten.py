"""Shortening a late class: the stated order, equal sides, the focus and the cool-down."""

from __future__ import annotations

import unittest

from grike.core.advice.shorten import ORDER, shorten
from grike.core.anatomy import Muscle
from grike.core.bouts import Bout
from grike.core.clock import class_clock
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.focus import Focus
from grike.core.formats import AddOn, Breather, LastBurst, OnTheMinute, ShortIntervals
from grike.core.item import Handling, Item
from grike.core.movement import Sides
from grike.core.purpose import Purpose
from grike.core.sides import side_ledger
from tests.builders import a_class, a_library, a_movement, circuit, flow, work
from tests.core.test_planner import LIBRARY, made, two_weeks

OWN = a_library(
    *(a_movement(f"q{n}") for n in range(4)),
    a_movement("chest", targets=(Muscle.CHEST,)),
    a_movement("one", sides=Sides.ONE),
)
LATE = a_class(
    flow(Purpose.WARM_UP, "q0", "q1"),
    work(circuit(3), "q0", "q1", "chest", "q2"),
    Block(Purpose.BREATHER, Breather(60)),
    work(LastBurst(work_seconds=60), "q3"),
    flow(Purpose.COOL_DOWN, "q0", "q1"),
    focus=Focus.LOWER,
)


def length(design: ClassDesign) -> int:
    return class_clock(design, OWN).real_seconds


class Shortening(unittest.TestCase):
    def test_nothing_to_do(self) -> None:
        """A class that fits is left alone."""
        kept = shorten(LATE, OWN, length(LATE))
        self.assertEqual((kept.design, kept.cuts, kept.reached), (LATE, (), True))

    def test_the_order_is_kept(self) -> None:
        """The breather first; then rests; the burst; then a round; then what is off the focus."""
        # A breather takes 1.41 times what was announced: 60 s are 85, and 20 are 29.
        first = shorten(LATE, OWN, length(LATE) - 56)
        self.assertEqual(first.cuts, ("Breather 20 s",))
        more = shorten(LATE, OWN, length(LATE) - 57)
        self.assertEqual(more.cuts, ("Breather 20 s", "Rest 15 s in block 2"))
        far = shorten(LATE, OWN, 5)
        self.assertFalse(far.reached)
        words = " ".join(far.cuts)
        marks = ["Breather", "Rest 10 s", "Warm-up 15 s", "No last burst", "1 rounds", "Without"]
        places = [words.index(mark) for mark in marks]
        self.assertEqual(places, sorted(places))

    def test_another_order(self) -> None:
        """A director who would rather lose the burst says so; an unknown lever is refused."""
        cut = shorten(LATE, OWN, length(LATE) - 30, order=("burst", "breathers"))
        self.assertEqual(cut.cuts, ("No last burst",))
        with self.assertRaises(InvalidInput):
            shorten(LATE, OWN, 600, order=("cool-down",))
        self.assertNotIn("cool-down", ORDER)

    def test_off_the_focus_goes_first(self) -> None:
        """Of four movements the one off the focus is left out."""
        cut = shorten(LATE, OWN, length(LATE) - 60, order=("movements",))
        self.assertEqual(cut.cuts[0], "Without Chest")

    def test_what_is_behind_stays(self) -> None:
        """With two blocks done only the breather and the burst can go."""
        cut = shorten(LATE, OWN, 5, done=2)
        self.assertEqual(cut.design.blocks[:2], LATE.blocks[:2])
        self.assertEqual(cut.cuts, ("Breather 20 s", "No last burst"))

    def test_sides_stay_equal(self) -> None:
        """Left and right by round: a single round less would leave one side over, so none goes."""
        by_round = a_class(work(circuit(2), Item("one", Handling.BY_ROUND), "q0"))
        cut = shorten(by_round, OWN, length(by_round) - 100, order=("rounds",))
        self.assertEqual((cut.cuts, cut.reached), ((), False))

    def test_minutes_and_combinations(self) -> None:
        """On the minute every movement loses one; a combination is repeated, then learned, less."""
        minutes = a_class(work(OnTheMinute(6, 8), "q0", "q1"))
        cut = shorten(minutes, OWN, length(minutes) - 61, order=("rounds",))
        self.assertEqual((cut.cuts, cut.reached), (("4 minutes in block 1",), True))
        music = a_class(work(AddOn(learn=2, repeat=2), "q0", "q1"))
        cut = shorten(music, OWN, 0, order=("rounds",))
        self.assertEqual(cut.cuts, ("1 repeat in block 1", "1 learn in block 1"))

    def test_a_whole_block_goes_where_no_movement_can(self) -> None:
        """Of two blocks of hard bouts, four movements each, the second goes with its breather."""
        pairs = [work(ShortIntervals(), "q0", "q1"), work(ShortIntervals(), "q2", "q3")]
        hard = a_class(pairs[0], Block(Purpose.BREATHER, Breather(45)), pairs[1])
        cut = shorten(hard, OWN, length(hard) - 100, order=("movements",))
        self.assertTrue(cut.reached)
        self.assertEqual(cut.design.blocks, (pairs[0],))
        self.assertEqual(cut.cuts, ("Without block 3, intervals, 8 bouts of 20/10 s",))

    def test_planned_classes_at_any_length(self) -> None:
        """Any planned class, 3, 8 and 15 minutes late: sides equal, cool-down whole, and said."""
        for planned in made(two_weeks()).classes:
            design = planned.design
            whole = class_clock(design, LIBRARY).real_seconds
            for minutes in (3, 8, 15):
                cut = shorten(design, LIBRARY, whole - 60 * minutes)
                bouts = [s for s in steps(cut.design, LIBRARY) if isinstance(s, Bout)]
                self.assertTrue(side_ledger(bouts).equal)
                self.assertEqual(
                    [b for b in cut.design.blocks if b.purpose is Purpose.COOL_DOWN],
                    [b for b in design.blocks if b.purpose is Purpose.COOL_DOWN],
                )
                self.assertTrue(cut.cuts)
                self.assertTrue(cut.reached, (design.name, minutes, cut.cuts))
