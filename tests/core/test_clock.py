"""The class clock: arithmetic facts, sides, transitions and showings."""

from __future__ import annotations

import unittest

from grike.core.bouts import Side
from grike.core.clock import class_clock
from grike.core.cues import CueKind
from grike.core.design import Block
from grike.core.errors import InvalidInput, NotFound
from grike.core.formats import (
    BetweenRounds,
    Breather,
    CircuitOrder,
    FinalRest,
    StraightSets,
    Superset,
    Talk,
    TimedCircuit,
)
from grike.core.item import Handling, Item, Phase
from grike.core.kit import Kit
from grike.core.movement import Position, Sides
from grike.core.pace import Pace
from grike.core.purpose import Purpose
from grike.core.work import counted_seconds
from tests.builders import a_class, a_library, a_movement, circuit, flow, work

IDS = [f"m{number}" for number in range(20)]
LIBRARY = a_library(*IDS, a_movement("one", sides=Sides.ONE), a_movement("uno", sides=Sides.ONE))


def minutes(seconds: int) -> str:
    return f"{seconds // 60}:{seconds % 60:02d}"


def nominal(*blocks: Block) -> str:
    return minutes(class_clock(a_class(*blocks), LIBRARY).nominal_seconds)


class ArithmeticFacts(unittest.TestCase):
    """Totals that instructors know by heart. Source: common practice, no source."""

    def test_twenty_movements_of_forty_and_twenty(self) -> None:
        """20 movements at 40 s and 20 s: 19:40 with the last rest dropped, 20:00 with it kept."""
        self.assertEqual(nominal(work(circuit(1), *IDS)), "19:40")
        self.assertEqual(nominal(work(circuit(1, final=FinalRest.KEPT), *IDS)), "20:00")

    def test_four_movements_twice_with_last_rests_kept(self) -> None:
        """4 movements at 45 s and 15 s, 2 rounds: 8:00."""
        fmt = circuit(2, 45, 15, final=FinalRest.KEPT)
        self.assertEqual(nominal(work(fmt, *IDS[:4])), "8:00")

    def test_three_pairs_with_core_and_warm_up(self) -> None:
        """15:00 of strength and jogging, 8:00 of core and 3 × 30 s of warm-up are 24:30."""
        pairs = circuit(5, 30, 0, final=FinalRest.KEPT)
        core = circuit(2, 45, 15, final=FinalRest.KEPT)
        warm = flow(Purpose.WARM_UP, *IDS[:3])
        total = nominal(warm, work(pairs, *IDS[:6]), work(core, *IDS[6:10]))
        self.assertEqual(total, "24:30")

    def test_eight_bouts_of_twenty_and_ten(self) -> None:
        """8 bouts of 20 s with 10 s rest: 4:00 kept, 3:50 dropped (Tabata et al. 1996)."""
        self.assertEqual(nominal(work(circuit(1, 20, 10, final=FinalRest.KEPT), *IDS[:8])), "4:00")
        self.assertEqual(nominal(work(circuit(1, 20, 10), *IDS[:8])), "3:50")

    def test_eight_stations_three_rounds(self) -> None:
        """8 stations with one done left and right, 45/5, three rounds, 30 s between."""
        stations = [*IDS[:6], "one"]
        for between, final, total in (
            (BetweenRounds.ADDS, FinalRest.KEPT, "21:00"),
            (BetweenRounds.ADDS, FinalRest.DROPPED, "20:55"),
            (BetweenRounds.REPLACES, FinalRest.DROPPED, "20:45"),
        ):
            fmt = TimedCircuit(45, 5, 3, 30, between=between, final=final)
            self.assertEqual(nominal(work(fmt, *stations)), total)

    def test_four_circuits_without_rest(self) -> None:
        """4 circuits of 3 movements, 30 s, 2 rounds, 45 s between: 12:00 of work, 14:15."""
        blocks: list[Block] = []
        for start in range(0, 12, 3):
            if blocks:
                blocks.append(Block(Purpose.BREATHER, Breather(45)))
            blocks.append(work(circuit(2, 30, 0), *IDS[start : start + 3]))
        clock = class_clock(a_class(*blocks), LIBRARY)
        self.assertEqual(minutes(clock.nominal_seconds), "14:15")
        self.assertEqual(sum(bout.seconds for bout in clock.bouts), 720)

    def test_second_sides_count(self) -> None:
        """10 bouts twice: 19:40. 12 movements, two of them left and right, once: 13:40."""
        self.assertEqual(nominal(work(circuit(2), *IDS[:8], "one")), "19:40")
        self.assertEqual(nominal(work(circuit(1), *IDS[:10], "one", "uno")), "13:40")


class Formats(unittest.TestCase):
    def test_straight_sets_count_reps_and_both_rests(self) -> None:
        """3 sets of 10 at 2 s with 30 s rest, 60 s before the next movement, last rest dropped."""
        fmt = StraightSets(3, 30, 60, reps=10)
        self.assertEqual(nominal(work(fmt, "m0", "m1")), minutes(6 * 20 + 4 * 30 + 60))

    def test_supersets_alternate_their_movements(self) -> None:
        """A pair goes one, other, rest; one, other."""
        clock = class_clock(
            a_class(work(Superset(2, 40, 60, 10, work_seconds=30), *IDS[:2])), LIBRARY
        )
        self.assertEqual([b.movement.id for b in clock.bouts], ["m0", "m1", "m0", "m1"])
        self.assertEqual(clock.nominal_seconds, 4 * 30 + 2 * 10 + 40)

    def test_all_sets_of_a_station_first(self) -> None:
        """In station order a movement has its rounds one after the other."""
        fmt = circuit(2, order=CircuitOrder.STATIONS)
        clock = class_clock(a_class(work(fmt, "m0", "m1")), LIBRARY)
        self.assertEqual([b.movement.id for b in clock.bouts], ["m0", "m0", "m1", "m1"])

    def test_rest_without_pause_runs_on_between_rounds(self) -> None:
        """Without a rest between rounds the ordinary rest runs on."""
        self.assertEqual(nominal(work(circuit(2), "m0", "m1")), "3:40")

    def test_counted_bouts_are_rounded_up_exactly(self) -> None:
        """10 reps of 1.6 s are 16 s, and 3 reps of 0.7 s are 3 s."""
        self.assertEqual(counted_seconds(10, 1.6), 16)
        self.assertEqual(counted_seconds(3, 0.7), 3)

    def test_limits_are_said_in_words(self) -> None:
        """A parameter out of range names itself, its value and its limits."""
        with self.assertRaises(InvalidInput) as caught:
            TimedCircuit(-5, 20)
        self.assertIn("Work seconds is -5 s. Give 5 to 600 s.", caught.exception.line())
        with self.assertRaises(InvalidInput):
            StraightSets(3, 30, 30)
        with self.assertRaises(InvalidInput):
            StraightSets(3, 30, 30, reps=10, work_seconds=30)

    def test_summaries_are_plain_words(self) -> None:
        """Each format says what it is."""
        said = {
            circuit(3, round_rest_seconds=45).summary(),
            StraightSets(3, 30, 45, reps=10).summary(),
            Superset(3, 40, 60, group=3, work_seconds=40).summary(),
            Talk(60).summary(),
            Breather(45).summary(),
        }
        self.assertEqual(
            said,
            {
                "Circuit, 40 s work and 20 s rest, 3 rounds, 45 s between rounds",
                "Straight sets, 3 × 10, 30 s rest",
                "Tri-set, 3 × 40 s of each, 40 s rest after the group",
                "Talk, 1:00",
                "Breather, 45 s",
            },
        )


class SidesAndPhases(unittest.TestCase):
    def test_split_halves_one_bout(self) -> None:
        """A split bout of 40 s is 20 s left and 20 s right."""
        item = Item("one", handling=Handling.SPLIT)
        clock = class_clock(a_class(work(circuit(1), item)), LIBRARY)
        self.assertEqual(
            [(c.side, c.seconds) for c in clock.nominal], [(Side.LEFT, 20), (Side.RIGHT, 20)]
        )

    def test_by_round_alternates(self) -> None:
        """Left in odd rounds, right in even ones."""
        item = Item("one", handling=Handling.BY_ROUND)
        clock = class_clock(a_class(work(circuit(2), item)), LIBRARY)
        self.assertEqual([b.side for b in clock.bouts], [Side.LEFT, Side.RIGHT])

    def test_phases_cut_a_bout(self) -> None:
        """30 s full and 10 s of pulses are two cues of one bout."""
        item = Item("m0", phases=(Phase("full", 30), Phase("pulses", 10)))
        clock = class_clock(a_class(work(circuit(1), item)), LIBRARY)
        self.assertEqual(
            [(c.label, c.seconds) for c in clock.nominal], [("full", 30), ("pulses", 10)]
        )
        self.assertEqual(len(clock.bouts), 1)

    def test_phases_must_fill_their_bout(self) -> None:
        """Phases of 30 s in a bout of 40 s are an error that says both figures."""
        item = Item("m0", phases=(Phase("full", 30),))
        with self.assertRaises(InvalidInput) as caught:
            class_clock(a_class(work(circuit(1), item)), LIBRARY)
        self.assertIn("last 30 s, its bout 40 s", caught.exception.line())

    def test_unknown_movement(self) -> None:
        """An id that the library has not is named."""
        with self.assertRaises(NotFound) as caught:
            class_clock(a_class(work(circuit(1), "nothing")), LIBRARY)
        self.assertIn("nothing", caught.exception.line())


class RealClock(unittest.TestCase):
    def setUp(self) -> None:
        self.library = a_library(
            a_movement("stand", foundation=True),
            a_movement("floor", position=Position.SUPINE, foundation=True),
            a_movement("fresh", foundation=False),
            a_movement("band", kit=(Kit.MINI_BAND,), foundation=True),
            a_movement("side", sides=Sides.ONE, foundation=True),
        )

    def extra(self, *blocks: Block, known: frozenset[str] = frozenset()) -> int:
        clock = class_clock(a_class(*blocks), self.library, known=known)
        self.assertEqual(clock.real_seconds, clock.nominal_seconds + clock.extra_seconds)
        return clock.extra_seconds

    def test_first_showing_has_no_rest_to_hide_in(self) -> None:
        """The first movement of a class is shown in 10 s of extra time, a new one in 20 s."""
        self.assertEqual(self.extra(work(circuit(1), "stand")), 10)
        self.assertEqual(self.extra(work(circuit(1), "fresh")), 20)
        self.assertEqual(self.extra(work(circuit(1), "fresh"), known=frozenset({"fresh"})), 10)

    def test_showing_and_change_fit_into_the_rest(self) -> None:
        """Getting down (5 s) and a showing (10 s) fit 20 s of rest, and not 10 s: 5 s are extra."""
        self.assertEqual(self.extra(work(circuit(1), "stand", "floor")), 10)
        self.assertEqual(self.extra(work(circuit(1, rest=10), "stand", "floor")), 15)

    def test_without_rest_all_of_it_is_extra(self) -> None:
        """extra = max(0, needed - rest), with no rest at all."""
        self.assertEqual(self.extra(work(circuit(1, rest=0), "stand", "floor")), 10 + 15)

    def test_rehearsed_movements_are_not_shown(self) -> None:
        """What the warm-up rehearsed needs no showing."""
        warm = flow(Purpose.WARM_UP, "fresh")
        self.assertEqual(self.extra(warm, work(circuit(1), "fresh")), 0)

    def test_bands_and_sides_take_their_seconds(self) -> None:
        """A band is placed in 8 s; the other side takes 2 s inside the rest."""
        self.assertEqual(self.extra(work(circuit(1), "band")), 18)
        clock = class_clock(a_class(work(circuit(1), "side")), self.library)
        self.assertEqual([c.seconds for c in clock.real if c.kind is CueKind.SWITCH], [2])

    def test_neither_breathers_nor_talks_absorb(self) -> None:
        """A breather is for water and runs over by two fifths; lying down comes on top of it."""
        # 30 s take 42.3, so 43; 5 to the floor and 10 to show it: 13 + 15.
        pause = Block(Purpose.BREATHER, Breather(30))
        talk = Block(Purpose.WELCOME, Talk(30))
        self.assertEqual(self.extra(pause, work(circuit(1), "floor")), 13 + 15)
        self.assertEqual(self.extra(talk, work(circuit(1), "floor")), 15)

    def test_a_slower_group_takes_longer_over_counted_bouts(self) -> None:
        """A counted factor of 1.5 makes 10 reps of 2 s 30 s on the real clock only."""
        block = work(StraightSets(1, 30, 30, reps=10), "stand")
        clock = class_clock(a_class(block), self.library, pace=Pace(counted_factor=1.5))
        self.assertEqual(clock.nominal_seconds, 20)
        self.assertEqual(clock.real_seconds, 40)


if __name__ == "__main__":
    unittest.main()
