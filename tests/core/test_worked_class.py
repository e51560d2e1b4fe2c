"""A class worked out by hand from warm-up to cool-down, second by second.

Source: worked by hand on paper from the definitions; the seconds are common practice, no source.
"""

from __future__ import annotations

import unittest
from fractions import Fraction

from grike.core.anatomy import Muscle, Region
from grike.core.clock import class_clock
from grike.core.design import Block
from grike.core.formats import Talk, TimedCircuit
from grike.core.movement import Position, Role, Sides
from grike.core.purpose import Purpose
from grike.core.sides import side_ledger
from grike.core.volume import Yardstick, class_volume
from tests.builders import a_class, a_library, a_movement, flow, work

LIBRARY = a_library(
    a_movement("march", role=Role.WARM_UP, targets=()),
    a_movement("squat", targets=(Muscle.QUADRICEPS, Muscle.GLUTES), assists=(Muscle.HAMSTRINGS,)),
    a_movement("kick", targets=(Muscle.GLUTES,), sides=Sides.ONE, position=Position.ALL_FOURS),
    a_movement("thigh-stretch", role=Role.COOL_DOWN, targets=(), sides=Sides.ONE),
)
DESIGN = a_class(
    Block(Purpose.WELCOME, Talk(30, "Welcome")),
    flow(Purpose.WARM_UP, "march", seconds=40),
    work(TimedCircuit(30, 10, 2, 20), "squat", "kick"),
    flow(Purpose.COOL_DOWN, "thigh-stretch", seconds=20),
    Block(Purpose.CLOSE, Talk(20, "Clear away")),
)
REAL = [
    (0, 30, "talk", None, None),
    (30, 70, "work", "march", "both"),
    (70, 80, "show", "squat", None),
    (80, 110, "work", "squat", "both"),
    (110, 115, "change", "kick", None),
    (115, 125, "show", "kick", None),
    (125, 155, "work", "kick", "left"),
    (155, 157, "switch", "kick", "right"),
    (157, 165, "rest", None, None),
    (165, 195, "work", "kick", "right"),
    (195, 199, "change", "squat", None),
    (199, 215, "rest", None, None),
    (215, 245, "work", "squat", "both"),
    (245, 250, "change", "kick", None),
    (250, 255, "rest", None, None),
    (255, 285, "work", "kick", "left"),
    (285, 287, "switch", "kick", "right"),
    (287, 295, "rest", None, None),
    (295, 325, "work", "kick", "right"),
    (325, 329, "change", "thigh-stretch", None),
    (329, 349, "work", "thigh-stretch", "left"),
    (349, 351, "switch", "thigh-stretch", "right"),
    (351, 371, "work", "thigh-stretch", "right"),
    (371, 391, "talk", None, None),
]


class WorkedClass(unittest.TestCase):
    def test_every_second_of_the_real_clock(self) -> None:
        """Each cue stands where it stands on paper."""
        clock = class_clock(DESIGN, LIBRARY)
        cues = [(c.start, c.end, c.kind.value, c.movement_id, c.side) for c in clock.real]
        self.assertEqual(cues, REAL)

    def test_totals(self) -> None:
        """370 s by the parameters; 10 s of showing, 5, 4 and 2 s of changes do not fit a rest."""
        clock = class_clock(DESIGN, LIBRARY)
        self.assertEqual(clock.nominal_seconds, 370)
        self.assertEqual(clock.real_seconds, 391)
        self.assertEqual(clock.extra_seconds, 10 + 5 + 4 + 2)

    def test_volume_by_muscle(self) -> None:
        """Two sets of squat and two of kick: left and right together are one set."""
        volume = class_volume(DESIGN, LIBRARY)
        sets = {muscle: amount.sets for muscle, amount in volume.muscles.items()}
        self.assertEqual(sets, {Muscle.QUADRICEPS: 2, Muscle.GLUTES: 4, Muscle.HAMSTRINGS: 1})
        self.assertEqual(volume.muscles[Muscle.GLUTES].seconds, 60 + 120)
        self.assertEqual(volume.regions, {Region.LOWER: 4})
        self.assertEqual(volume.training[Yardstick.SECONDS], 6 * 30)
        self.assertEqual(volume.muscles[Muscle.HAMSTRINGS].reps, Fraction(15))

    def test_both_sides_are_equal(self) -> None:
        """60 s of kicks and 20 s of stretch on either side."""
        ledger = side_ledger(class_clock(DESIGN, LIBRARY).bouts)
        self.assertTrue(ledger.equal)
        self.assertEqual((ledger.left.seconds, ledger.right.seconds), (80, 80))
