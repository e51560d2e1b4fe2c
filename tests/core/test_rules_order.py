"""Rules on joints and order within a class: kept, broken, and the boundary of each."""

from __future__ import annotations

import unittest
from typing import Any

from grike.core.anatomy import Muscle
from grike.core.design import Block
from grike.core.family import Family
from grike.core.formats import Breather, NoRestCircuit, StraightSets, Superset, TimedCircuit
from grike.core.movement import Joint, Pace
from grike.core.purpose import Purpose
from grike.core.rules import Finding
from tests.builders import a_class, a_library, a_movement, a_plan, check, circuit, only, work

KNEES = [
    a_movement(f"k{n}", joints={Joint.KNEE: 1 + n % 2}, targets=(list(Muscle)[n],))
    for n in range(6)
]
FREE = [a_movement(f"f{n}", targets=(list(Muscle)[n + 6],)) for n in range(6)]
LIBRARY = a_library(
    *KNEES,
    *FREE,
    a_movement("wrist", joints={Joint.WRIST: 2}),
    a_movement("wrist-too", joints={Joint.WRIST: 1}),
    *(a_movement(f"quick{n}", pace=Pace.FAST) for n in range(5)),
    a_movement("lift", family=Family.COMBINED),
    a_movement("curl", family=Family.ELBOW_FLEXION, targets=(Muscle.BICEPS,)),
)
PAUSE = Block(Purpose.BREATHER, Breather(45))


def found(rule: str, *blocks: Block, **numbers: Any) -> list[Finding]:
    plan = a_plan(a_class(*blocks), sheet=only(rule, **numbers))
    return check(rule, plan, LIBRARY)


class KneesInARow(unittest.TestCase):
    def test_three_in_a_row_and_not_four(self) -> None:
        """Three knee-loading movements in a row are kept, the fourth is found at its place."""
        self.assertEqual(found("C5", work(circuit(1), "k0", "k1", "k2", "f0")), [])
        (four,) = found("C5", work(circuit(1), "f0", "k0", "k1", "k2", "k3"))
        self.assertIn("4 movements in a row load the knees, from K0", four.what)
        self.assertEqual((four.place.block, four.place.item), (0, 4))

    def test_rounds_run_into_each_other(self) -> None:
        """Two at the end of a round and two at its start are four in a row from round two on."""
        ring = ("k0", "k1", "f0", "k2", "k3")
        self.assertEqual(found("C5", work(circuit(1), *ring)), [])
        self.assertEqual(len(found("C5", work(circuit(2), *ring))), 1)

    def test_what_comes_in_every_round_is_told_once(self) -> None:
        """Four in a row in each of three rounds, where one rests in between."""
        (run,) = found("C5", work(circuit(3), "k0", "k1", "k2", "k3", "f0"))
        self.assertIn("4 movements in a row", run.what)

    def test_sets_of_one_movement_count_once(self) -> None:
        """Three movements in straight sets are three; a pair in turn counts set by set."""
        straight = StraightSets(3, 30, 45, reps=10)
        self.assertEqual(found("C5", work(straight, "k0", "k1", "k2", "f0")), [])
        pair = Superset(2, 30, 45, reps=10)
        self.assertEqual(len(found("C5", work(pair, "k0", "k1"))), 1)
        self.assertEqual(found("C5", work(pair, "k0", "f0", "k1", "f1")), [])

    def test_a_breather_ends_the_run(self) -> None:
        """Two, a breather, two: kept."""
        two, more = work(circuit(1), "k0", "k1"), work(circuit(1), "k2", "k3")
        self.assertEqual(found("C5", two, PAUSE, more), [])
        self.assertEqual(len(found("C5", two, more)), 1)

    def test_layered_circuits_count_once_and_spare_the_next(self) -> None:
        """Three on one pattern are one station; the circuit after it must spare the knees."""
        fmt = NoRestCircuit(30, 2, 45, 3)
        self.assertEqual(found("C5", work(fmt, "k0", "k1", "k2", "f0", "f1", "f2")), [])
        (met,) = found("C5", work(fmt, "k0", "k1", "k2", "k3", "k0", "k1"))
        self.assertIn("straight after the circuit of K0", met.what)

    def test_a_circuit_without_rests_on_two_patterns_is_bout_after_bout(self) -> None:
        """Nothing is layered where a plank, a dip and a climber follow each other on the wrists."""
        library = a_library(
            *(
                a_movement(f"w{n}", family=family, joints={Joint.WRIST: 2})
                for n, family in enumerate(
                    (Family.ANTI_EXTENSION, Family.ELBOW_EXTENSION, Family.CRAWL)
                )
            ),
            a_movement("free"),
        )
        plan = a_plan(a_class(work(NoRestCircuit(50, 2), "w0", "w1", "w2", "free")))
        self.assertEqual(check("C6", plan, library), [])
        plan = a_plan(a_class(work(NoRestCircuit(50, 2), "w0", "w1", "w2")))
        (run,) = check("C6", plan, library)
        self.assertIn("6 movements in a row load the wrists", run.what)

    def test_wrists_have_their_own_rule(self) -> None:
        """Four wrist-loading movements in a row; the knees do not count."""
        row = ("wrist", "wrist-too", "wrist", "wrist-too")
        self.assertEqual(len(found("C6", work(circuit(1), *row))), 1)
        self.assertEqual(found("C6", work(circuit(1), "k0", "k1", "k2", "k3")), [])


class JointShares(unittest.TestCase):
    def test_half_of_the_sets(self) -> None:
        """Two of four are half; three of five are above, and a set in ten is over."""
        self.assertEqual(found("C5b", work(circuit(1), "k0", "f0", "k1", "f1")), [])
        (over,) = found("C5b", work(circuit(1), "k0", "f0", "k1", "f1", "k2"))
        self.assertIn("60 % of the sets load the knees", over.what)
        self.assertEqual(over.cost, 6)
        self.assertEqual(len(found("C6b", work(circuit(1), "wrist"), share=99)), 1)


class Neighbours(unittest.TestCase):
    def test_half_may_be_alike(self) -> None:
        """Of four neighbours two may have the same main muscle."""
        same = a_library(
            *(a_movement(f"a{n}", targets=(Muscle.CHEST,)) for n in range(4)),
            a_movement("b", targets=(Muscle.LATS, Muscle.CHEST)),
        )
        plan = a_plan(a_class(work(circuit(1), "a0", "a1", "a2", "b", "a3")), sheet=only("C7"))
        self.assertEqual(check("C7", plan, same), [])
        tight = a_plan(
            a_class(work(circuit(1), "a0", "a1", "a2", "b", "a3")), sheet=only("C7", most=49)
        )
        self.assertEqual(check("C7", tight, same)[0].cost, 1)


class FastBouts(unittest.TestCase):
    def test_three_fast_in_a_row(self) -> None:
        """Three are kept, four cost one; a breather between them ends the run."""
        fast = [f"quick{n}" for n in range(4)]
        self.assertEqual(found("C13", work(circuit(1), *fast[:3], "f0")), [])
        (run,) = found("C13", work(circuit(1), *fast))
        self.assertEqual((run.cost, run.place.item), (1, 3))
        self.assertEqual(
            found("C13", work(circuit(1), *fast[:2]), PAUSE, work(circuit(1), *fast[2:])), []
        )


class DemandingFirst(unittest.TestCase):
    def test_combined_lifts_before_isolation(self) -> None:
        """A lift after a curl is found; before it, or without it, it is not."""
        self.assertEqual(found("C14", work(circuit(1), "lift", "curl")), [])
        self.assertEqual(found("C14", work(circuit(1), "f0", "lift")), [])
        (late,) = found("C14", work(circuit(1), "curl", "lift"))
        self.assertIn("Lift comes after Curl", late.what)
        self.assertEqual(late.cost, 2)


class Breathers(unittest.TestCase):
    def test_ten_minutes_to_the_second(self) -> None:
        """Five bouts without rests, each shown first: 596 s are kept, 601 are not."""
        # Five are shown for 10 s each, and each but the first is gone to for 4 s, which no rest
        # holds: 4 × (106 + 14) + 106 + 10 = 596.
        five = TimedCircuit(106, 0, 1)
        ids = ("f0", "f1", "f2", "f3", "f4")
        self.assertEqual(found("C11", work(five, *ids)), [])
        longer = TimedCircuit(107, 0, 1)
        (over,) = found("C11", work(longer, *ids))
        self.assertIn("10:01 of work without a breather", over.what)

    def test_breathers_long_rests_and_easy_blocks(self) -> None:
        """A breather, half a minute between rounds, or rests of half the work: all are enough."""
        ids = ("f0", "f1", "f2", "f3")
        self.assertEqual(
            found("C11", work(circuit(2, 60, 0), *ids), PAUSE, work(circuit(2, 60, 0), *ids)), []
        )
        self.assertEqual(found("C11", work(TimedCircuit(60, 10, 3, 30), *ids)), [])
        self.assertEqual(len(found("C11", work(TimedCircuit(60, 10, 3, 29), *ids))), 1)
        self.assertEqual(found("C11", work(circuit(8, 40, 21), *ids)), [])
        self.assertEqual(len(found("C11", work(circuit(8, 40, 19), *ids))), 1)
