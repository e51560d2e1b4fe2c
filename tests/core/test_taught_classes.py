"""Kinds of class that practitioners teach, with totals worked by hand in the comments.

Sums are nominal unless said otherwise. Source of the kinds: common practice, no source; the
movements and their seconds a rep are made for the arithmetic.
"""

from __future__ import annotations

import unittest
from fractions import Fraction

from grike.core.anatomy import Muscle, Region
from grike.core.clock import ClassClock, class_clock
from grike.core.design import Block
from grike.core.formats import (
    AddOn,
    Breather,
    CountedCircuit,
    FinalRest,
    Flow,
    Ladder,
    LastBurst,
    NoRestCircuit,
    RepList,
    ShortIntervals,
    StrengthPulse,
    Superset,
    Talk,
    ThreePace,
    TimedCircuit,
)
from grike.core.item import Handling, Item, Level, Pass, Phase, RepPart
from grike.core.kit import Kit
from grike.core.movement import Pace, Position, Sides
from grike.core.purpose import Purpose
from grike.core.sides import side_ledger
from grike.core.volume import Yardstick, class_volume
from tests.builders import a_class, a_library, a_movement, circuit, flow, items, work

IDS = [f"m{number}" for number in range(20)]
LIBRARY = a_library(
    *(a_movement(name, seconds_per_rep=1.5) for name in IDS),
    a_movement("two-second", seconds_per_rep=2.0),
    a_movement("one", sides=Sides.ONE),
    a_movement("uno", sides=Sides.ONE, seconds_per_rep=1.5),
    a_movement("quick", pace=Pace.FAST),
    a_movement("hold", pace=Pace.STILL),
    a_movement("band", kit=(Kit.MINI_BAND,), seconds_per_rep=2.5),
    a_movement("bell", kit=(Kit.DUMBBELL_LIGHT,), seconds_per_rep=2.5),
    a_movement("floor", position=Position.SUPINE),
    a_movement("press", targets=(Muscle.CHEST,)),
    a_movement("brace", targets=(Muscle.ABDOMINALS,)),
)


def clock(*blocks: Block) -> ClassClock:
    return class_clock(a_class(*blocks), LIBRARY)


def breather(seconds: int) -> Block:
    return Block(Purpose.BREATHER, Breather(seconds))


def said(seconds: int) -> str:
    return f"{seconds // 60}:{seconds % 60:02d}"


class TaughtClasses(unittest.TestCase):
    def nominal(self, total: str, *blocks: Block) -> ClassClock:
        made = clock(*blocks)
        self.assertEqual(said(made.nominal_seconds), total)
        return made

    def test_lower_body_with_pairs_intervals_and_a_ladder(self) -> None:
        """Warm-up twice, two pairs of three sets, 20/10 and 10-8-6-4-2: 25:15."""
        # Warm-up 2 × 5 × 30 = 300. A pair: 3 × (40 + 10 + 40) + 2 × 30 = 330; two and 60 = 720.
        # 20/10: 8 × 20 + 7 × 10 = 230. Ladder: 30 reps at 1.5 s (15, 12, 9, 6, 3) = 45 and 30 at
        # 2 s = 60, with 4 × 10 between the rungs = 145. Breathers 2 × 60 = 120.
        made = self.nominal(
            "25:15",
            Block(Purpose.WARM_UP, Flow(30, rounds=2), items(*IDS[:5])),
            work(Superset(3, 30, 60, 10, work_seconds=40), *IDS[5:9]),
            breather(60),
            work(ShortIntervals(), *IDS[9:13]),
            breather(60),
            work(Ladder(rest_seconds=10), "m13", "two-second"),
        )
        rungs = [b.reps for b in made.bouts if b.block == 5]
        self.assertEqual((sum(r or 0 for r in rungs), rungs[:2]), (60, [10, 10]))

    def test_three_paces_with_sides_across_rounds(self) -> None:
        """Six rounds of three at 40/20, left in one round and right in the next: 17:40."""
        # 18 × 40 + 17 × 20 = 720 + 340 = 1060.
        rounds = [
            ("quick", Item("one", Handling.LEFT if n % 2 == 0 else Handling.RIGHT), "hold")
            for n in range(6)
        ]
        made = self.nominal("17:40", work(ThreePace(), *(i for own in rounds for i in own)))
        ledger = side_ledger(made.bouts)
        self.assertTrue(ledger.equal)
        self.assertEqual(ledger.left.seconds, 3 * 40)

    def test_twenty_core_movements(self) -> None:
        """Twenty at 40/20: 19:40; showings fit the rests but for the first one (10 s)."""
        made = self.nominal("19:40", work(circuit(1), *IDS))
        self.assertEqual(said(made.real_seconds), "19:50")

    def test_counted_with_slow_and_fast_and_a_one_leg_progression(self) -> None:
        """25 slow and 25 fast, then a bridge on two feet and on one: 6:10."""
        # 25 × 3 + 25 × 1 = 100, twice = 200; 20 × 2 = 40, twice = 80; between passes 60, and
        # 15 between movements twice = 30.
        slow_fast = Item(
            "m0",
            reps=50,
            phases=(
                Phase("slow", reps=25, seconds_per_rep=3),
                Phase("fast", reps=25, seconds_per_rep=1),
            ),
        )
        one_leg = Item("two-second", passes=(Pass(), Pass(level=Level.HARDER)))
        made = self.nominal("6:10", work(CountedCircuit(20, 2, 15, 60), slow_fast, one_leg))
        self.assertEqual([c.label for c in made.nominal[:2]], ["slow, 25 reps", "fast, 25 reps"])
        levels = [b.item.level for b in made.bouts if b.movement.id == "two-second"]
        self.assertEqual(levels, [Level.MAIN, Level.HARDER])

    def test_bands_and_dumbbells_in_supersets(self) -> None:
        """3 × 12 of each at 2.5 s: 4:50; with band and dumbbell fetched, and longer rests: 6:03."""
        # 6 × 30 + 3 × 10 + 2 × 40 = 290. Before the first: 8 for the band and 10 to show it, no
        # rest. Rests take half as long again, as nobody times them: 15 for each 10, which hold 4 of
        # fetching and 10 of showing, and 60 for each 40: 3 × 5 and 2 × 20 more.
        made = self.nominal("4:50", work(Superset(3, 40, 0, 10, reps=12), "band", "bell"))
        self.assertEqual(made.extra_seconds, 18 + 15 + 40)
        self.assertEqual(said(made.real_seconds), "6:03")

    def test_minutes_of_arms_and_legs_in_phases(self) -> None:
        """Twelve minutes of 30 s one at a time and 30 s both, 15 s rest: 14:45."""
        # 12 × 60 + 11 × 15 = 885.
        halves = (Phase("one arm at a time", 30), Phase("both", 30))
        made = self.nominal(
            "14:45", work(circuit(1, 60, 15), *(Item(name, phases=halves) for name in IDS[:12]))
        )
        self.assertEqual(sum(1 for cue in made.nominal if cue.label == "both"), 12)

    def test_eight_stations_in_three_rounds(self) -> None:
        """Seven movements, one of them left and right, 45/5, 30 s between: 20:45."""
        self.nominal("20:45", work(TimedCircuit(45, 5, 3, 30), *IDS[:6], "one"))

    def test_ten_stations_twice(self) -> None:
        """Nine movements, one of them left and right, 40/20, twice: 19:40."""
        # 20 × 40 + 19 × 20 = 1180.
        self.nominal("19:40", work(circuit(2), *IDS[:8], "one"))

    def test_a_quarter_of_an_hour(self) -> None:
        """Welcome, warm-up, two halves around an active rest, and a burst: 15:00."""
        # 10 + 3 × 30 + (6 × 40 + 5 × 20) + 60 + 340 + 60 = 900.
        easy = Block(Purpose.BREATHER, Breather(60, "Walk it off"), items("m19"))
        made = self.nominal(
            "15:00",
            Block(Purpose.WELCOME, Talk(10)),
            flow(Purpose.WARM_UP, *IDS[:3]),
            work(circuit(1), *IDS[3:9]),
            easy,
            work(circuit(1), *IDS[9:15]),
            work(LastBurst(work_seconds=60), "quick"),
        )
        volume = class_volume(a_class(easy, work(circuit(1), "m1")), LIBRARY)
        self.assertEqual(volume.total.seconds, 40)
        self.assertEqual(
            [c.kind.value for c in made.nominal if c.movement_id == "m19"], ["breather"]
        )

    def test_an_add_on_combination(self) -> None:
        """Four parts of 32 counts at 128 beats: a part is 15 s, the whole 8:00."""
        # Learn A, B: 4 × 15 each = 120; A+B twice = 60; the same for C, D = 180; all twice = 120.
        made = self.nominal("8:00", work(AddOn(), *IDS[:4]))
        order = "".join(str(IDS.index(bout.movement.id)) for bout in made.bouts)
        self.assertEqual(order, "01" + "0101" + "23" + "2323" + "01230123")

    def test_four_circuits_without_rest(self) -> None:
        """Four circuits of three at 30 s, twice, 45 s between: 12:00 of work, 14:15; real 14:25."""
        # 12 × 30 × 2 = 720, 3 × 45 = 135. The first is shown before (10), those of circuits two to
        # four inside the 45 s, and the layers on top of each while people keep moving.
        made = self.nominal("14:15", work(NoRestCircuit(30, 2, 45, 3), *IDS[:12]))
        self.assertEqual(sum(bout.seconds for bout in made.bouts), 720)
        self.assertEqual(said(made.real_seconds), "14:25")
        self.assertEqual([b.place for b in made.bouts[:7]], [0, 1, 2, 0, 1, 2, 3])

    def test_a_chair_class_of_three_regions_twice(self) -> None:
        """Three lower, three upper, three core at 40/20, a minute between: 18:20, thirds equal."""
        # 2 × (9 × 40 + 8 × 20) + 60 = 1100.
        nine = ["m0", "m1", "m2", *["press"] * 3, *["brace"] * 3]
        block = work(circuit(2, round_rest_seconds=60), *nine)
        self.nominal("18:20", block)
        regions = class_volume(a_class(block), LIBRARY).regions
        self.assertEqual({regions[region] for region in Region}, {Fraction(6)})

    def test_fifty_of_each_of_twelve(self) -> None:
        """600 reps at 1.5 s, 25 a side where one-sided: 15:01 with halves rounded; real 17:47."""
        # 11 × 75 = 825; 25 × 1.5 = 37.5, so 38 a side = 76; in all 901. Shown: 12 × 10, 11 × 4
        # on to the next without a rest, and 2 to change sides: 166 more.
        made = self.nominal("15:01", work(RepList(50), *IDS[:11], "uno"))
        self.assertEqual(sum(bout.reps or 0 for bout in made.bouts), 600)
        ledger = side_ledger(made.bouts)
        self.assertEqual((ledger.left.reps, ledger.right.reps), (25, 25))
        self.assertEqual(said(made.real_seconds), "17:47")

    def test_supersets_with_slow_lowering(self) -> None:
        """3 × 8 of two pairs, down in three and up in one: 11:54."""
        # 8 × 4 = 32; a pair: 3 × 64 + 2 × 60 = 312; two pairs and 90 between = 714.
        slow = (RepPart("down", 3), RepPart("up", 1))
        four = (Item(name, pattern=slow) for name in IDS[:4])
        self.nominal("11:54", work(Superset(3, 60, 90, reps=8), *four))

    def test_a_second_pass_of_harder_options(self) -> None:
        """Eight at 45/15, twice, the second time harder: 15:45; the demand shows in the volume."""
        # 16 × 45 + 15 × 15 = 945. Training volume: 8 × 45 × 1.0 + 8 × 45 × 1.2 = 792.
        passes = (Pass(), Pass(level=Level.HARDER))
        block = Block(Purpose.WORK, circuit(2, 45, 15), items(*IDS[:8]), passes=passes)
        self.nominal("15:45", block)
        volume = class_volume(a_class(block), LIBRARY)
        self.assertEqual(volume.training[Yardstick.SECONDS], 792)

    def test_strength_and_pulse_with_core_after_it(self) -> None:
        """Warm-up 1:30, three pairs of 40 + 20 in five rounds 15:00, core 8:00: 24:30."""
        core = circuit(2, 45, 15, final=FinalRest.KEPT)
        made = self.nominal(
            "24:30",
            flow(Purpose.WARM_UP, *IDS[:3]),
            work(StrengthPulse(rounds=5), *IDS[3:9]),
            work(core, *IDS[9:13]),
        )
        self.assertEqual([b.seconds for b in made.bouts if b.block == 1][:4], [40, 20, 40, 20])

    def test_every_movement_at_three_levels(self) -> None:
        """Six at 30/15 in three rounds, easier, main, harder: 13:15, demand one on the whole."""
        # 18 × 30 + 17 × 15 = 795. 6 × 30 × (0.8 + 1.0 + 1.2) = 540.
        passes = tuple(Pass(level=level) for level in Level)
        block = Block(Purpose.WORK, circuit(3, 30, 15), items(*IDS[:6]), passes=passes)
        self.nominal("13:15", block)
        volume = class_volume(a_class(block), LIBRARY)
        self.assertEqual(volume.training[Yardstick.SECONDS], 540)
