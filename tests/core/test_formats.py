"""Formats one by one: limits, what each pass changes, sides, and how much is said of each."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grike.core.bouts import Bout, Gap, Side
from grike.core.clock import class_clock
from grike.core.codec import item_from, item_to
from grike.core.codec_formats import format_from, format_to
from grike.core.design import Block
from grike.core.dose import dose_text, phases_text
from grike.core.errors import InvalidInput
from grike.core.expansion import steps
from grike.core.formats import (
    FORMATS,
    AddOn,
    Breather,
    Check,
    CountedCircuit,
    Direction,
    Flow,
    Format,
    Ladder,
    LastBurst,
    NoRestCircuit,
    OnTheMinute,
    RepList,
    ShortIntervals,
    StraightSets,
    StrengthPulse,
    Superset,
    Talk,
    ThreePace,
    TimeCap,
)
from grike.core.item import Handling, Item, Level, Manner, Pass, Phase, RepPart, Travel, Unit
from grike.core.movement import Pace, Position, Sides
from grike.core.pace import Pace as Tempo
from grike.core.purpose import Purpose
from grike.core.sides import side_ledger
from tests.builders import a_class, a_library, a_movement, circuit, flow, items, work

LIBRARY = a_library(
    *("a", "b", "c", "d", "e"),
    a_movement("one", sides=Sides.ONE),
    a_movement("uno", sides=Sides.ONE),
    a_movement("floor", position=Position.SUPINE),
    a_movement("new", foundation=False),
)
ALL: tuple[Format, ...] = (
    circuit(),
    NoRestCircuit(30, 2, 45, 3),
    CountedCircuit(12),
    StraightSets(3, 30, 45, reps=10),
    Superset(3, 40, 60, group=3, work_seconds=40),
    ShortIntervals(),
    Ladder(direction=Direction.BOTH),
    RepList(),
    ThreePace(),
    StrengthPulse(rounds=5),
    AddOn(),
    OnTheMinute(10, 8),
    TimeCap(8),
    LastBurst(reps=10),
    Flow(30, 2),
    Talk(60, "Welcome"),
    Breather(45, check=Check.EFFORT, check_low=6, check_high=7),
)


def bouts(*blocks: Block) -> list[Bout]:
    return [step for step in steps(a_class(*blocks), LIBRARY) if isinstance(step, Bout)]


def rests(block: Block) -> list[int]:
    return [step.seconds for step in steps(a_class(block), LIBRARY) if isinstance(step, Gap)]


def path(found: list[Bout]) -> list[str]:
    marks = {Side.BOTH: "", Side.LEFT: "<", Side.RIGHT: ">", Side.SPLIT: "|"}
    return [bout.movement.id + marks[bout.side] for bout in found]


class Catalogue(unittest.TestCase):
    def test_there_are_seventeen(self) -> None:
        """Every format has a name, a summary, and comes back from its document."""
        self.assertEqual([fmt.kind for fmt in ALL], list(FORMATS))
        self.assertEqual(len({cls.name for cls in FORMATS.values()}), 17)
        self.assertEqual(len({cls.letters for cls in FORMATS.values()}), 17)
        self.assertEqual(len(FORMATS), 17)
        self.assertEqual(len({fmt.summary() for fmt in ALL}), 17)
        for fmt in ALL:
            self.assertEqual(format_from(format_to(fmt)), fmt)

    def test_every_number_has_limits(self) -> None:
        """A count or a time that is far out of range is refused by every format that has one."""
        for fmt in ALL:
            for name, value in format_to(fmt).items():
                if isinstance(value, int) and not isinstance(value, bool):
                    with self.subTest(f"{fmt.kind} {name}"), self.assertRaises(InvalidInput):
                        format_from({**format_to(fmt), name: 100_000})

    def test_numbers_of_movements(self) -> None:
        """Each format says how many movements it holds."""
        for fmt, count in (
            (Ladder(), 4),
            (LastBurst(work_seconds=60), 2),
            (ThreePace(), 4),
            (StrengthPulse(), 3),
            (AddOn(), 9),
        ):
            with self.subTest(fmt.kind), self.assertRaises(InvalidInput):
                work(fmt, *["a"] * count)


class Running(unittest.TestCase):
    def test_intervals_share_their_bouts(self) -> None:
        """Eight bouts over four movements, or over one on each side; not over three."""
        self.assertEqual(path(bouts(work(ShortIntervals(), *"abcd"))), [*"abcd", *"abcd"])
        self.assertEqual(path(bouts(work(ShortIntervals(), "one"))), ["one<", "one>"] * 4)
        with self.assertRaises(InvalidInput) as caught:
            bouts(work(ShortIntervals(), *"abc"))
        self.assertEqual(caught.exception.place, "blocks[0].items")

    def test_ladders_climb_both_ways(self) -> None:
        """Down and up again passes the turn once; reps of its own are refused."""
        self.assertEqual(Ladder((2, 6, 4), Direction.UP).rungs(), (2, 4, 6))
        self.assertEqual(Ladder((6, 4, 2), Direction.BOTH).rungs(), (6, 4, 2, 4, 6))
        with self.assertRaises(InvalidInput):
            bouts(work(Ladder(), Item("a", reps=5)))

    def test_on_the_minute_rests_for_what_is_left(self) -> None:
        """8 reps of 2 s leave 44 s; 40 reps do not fit a minute; the last rest may be dropped."""
        self.assertEqual(rests(work(OnTheMinute(2, 8), "a", "b")), [44, 44])
        self.assertEqual(rests(work(OnTheMinute(2, 8, keep_last_minute=False), "a")), [44])
        with self.assertRaises(InvalidInput) as caught:
            bouts(work(OnTheMinute(2, 40), "a"))
        self.assertIn("longer than its minute", caught.exception.what)

    def test_rounds_in_a_time_cap(self) -> None:
        """The class clock is the cap, whatever the changes take; rounds come from the reps."""
        block = work(TimeCap(5, 10), "a", "floor")
        # Two showings of 20 s are kept back: 260 s. A round is 20 + 5 + 20 + 4 (up again), the
        # first without getting up: 45, then 49, 49, 49, 49 make 241; the next 24 do not fit.
        found = bouts(block)
        self.assertEqual(len(found), 10)
        clock = class_clock(a_class(block), LIBRARY)
        self.assertEqual((clock.nominal_seconds, clock.real_seconds), (300, 300))
        with self.assertRaises(InvalidInput):
            bouts(work(TimeCap(2, 100), "a"))

    def test_three_paces_are_all_there(self) -> None:
        """A round without a held movement is refused; the pace of a bout counts before its own."""
        fast, held = Item("a", pace=Pace.FAST), Item("b", pace=Pace.STILL)
        self.assertEqual(len(bouts(work(ThreePace(), fast, held, "c"))), 3)
        with self.assertRaises(InvalidInput) as caught:
            bouts(work(ThreePace(), fast, "b", "c"))
        self.assertIn("Round 1 lacks a pace", caught.exception.what)

    def test_pulse_follows_each_side(self) -> None:
        """Left, pulse, right, pulse."""
        self.assertEqual(
            path(bouts(work(StrengthPulse(rounds=1), "one", "a"))), ["one<", "a", "one>", "a"]
        )

    def test_add_on_ends_on_the_beat(self) -> None:
        """Seconds are rounded where bouts end, not for each of them."""
        fmt = AddOn(8, 100, learn=2, repeat=1)
        found = bouts(work(fmt, *"abcd"))
        # 8 + 4 + 4 = 16 parts of 4.8 s: 76.8.
        self.assertEqual(sum(bout.seconds for bout in found), 77)
        counted = bouts(work(fmt, Item("a", beats_per_rep=4), "b"))
        self.assertEqual(counted[0].reps, 4)

    def test_a_burst_may_be_a_challenge(self) -> None:
        """Ten reps a side."""
        found = bouts(work(LastBurst(reps=10), "one"))
        self.assertEqual([(b.side, b.reps) for b in found], [(Side.LEFT, 10), (Side.RIGHT, 10)])

    def test_breathers_may_hold_easy_movements_and_checks(self) -> None:
        """Easy movements share the seconds; a check needs its range, a range its check."""
        block = Block(Purpose.BREATHER, Breather(50), items("a", "one", "b"))
        self.assertEqual([b.seconds for b in bouts(block)], [16, 16, 18])
        for wrong in (
            {"check": Check.PULSE},
            {"check_low": 6},
            {"check": Check.EFFORT, "check_low": 7, "check_high": 6},
            {"check": Check.EFFORT, "check_low": 7, "check_high": 60},
        ):
            with self.subTest(wrong), self.assertRaises(InvalidInput):
                Breather(45, **wrong)


class Passes(unittest.TestCase):
    def test_reps_rest_and_load_by_pass(self) -> None:
        """Light, then heavier with fewer reps and more rest; the last entry stays in force."""
        passes = (Pass(), Pass(reps=8, load_step=1, rest_seconds=60))
        block = Block(
            Purpose.WORK, StraightSets(3, 30, 45, reps=12), items("a", "b"), passes=passes
        )
        found = bouts(block)
        self.assertEqual([b.reps for b in found[:3]], [12, 8, 8])
        self.assertEqual([b.item.load_step for b in found[:3]], [0, 1, 1])
        self.assertEqual(rests(block), [30, 60, 45, 30, 60])
        self.assertEqual(dose_text(found[:3]), "12-8-8")

    def test_item_goes_before_block(self) -> None:
        """What the movement says of a pass goes before what the block says."""
        own = Item("a", passes=(Pass(seconds=20),))
        block = Block(Purpose.WORK, circuit(2), items(own, "b"), passes=(Pass(seconds=30),))
        self.assertEqual([b.seconds for b in bouts(block)], [20, 30, 20, 30])

    def test_a_finish_is_part_of_a_timed_bout_and_on_top_of_a_counted_one(self) -> None:
        """40 s end with 10 s of pulses; 10 reps get 5 more and a hold."""
        pulses = Item("a", passes=(Pass(), Pass(finish=Phase("pulses", 10))))
        first, second = bouts(work(circuit(2), pulses))
        self.assertEqual((first.seconds, second.seconds), (40, 40))
        self.assertEqual(phases_text(second), "last 10 s pulses")
        more = Item("a", passes=(Pass(finish=Phase("quick", reps=5, seconds_per_rep=1)),))
        (only,) = bouts(work(StraightSets(1, 0, 0, reps=10), more))
        self.assertEqual((only.seconds, only.reps), (25, 15))
        with self.assertRaises(InvalidInput):
            bouts(work(circuit(1, 10), Item("a", passes=(Pass(finish=Phase("hold", 10)),))))


class Doses(unittest.TestCase):
    def only(self, item: Item, reps: int = 10) -> Bout:
        (found,) = bouts(work(StraightSets(1, 0, 0, reps=reps), item))
        return found

    def test_clock_uses_the_upper_end_of_a_range(self) -> None:
        """12 planned in 10 to 15 reps of 2 s: 30 s on the clock, 12 reps in the volume."""
        found = self.only(Item("a", reps=12, reps_range=(10, 15)))
        self.assertEqual((found.seconds, found.reps), (30, 12))
        self.assertEqual(dose_text([found]), "10 to 15")
        tired = self.only(Item("a", reps_range=(10, 15), manner=Manner.FATIGUE))
        self.assertEqual(dose_text([tired]), "10 to 15 to fatigue")
        with self.assertRaises(InvalidInput):
            Item("a", reps=16, reps_range=(10, 15))

    def test_steps_and_lengths(self) -> None:
        """20 steps are counted; 4 lengths of 8 m take a second a metre."""
        walked = self.only(Item("a", reps=20, travel=Travel(Unit.STEPS, 10)))
        self.assertEqual((walked.seconds, dose_text([walked])), (40, "20 steps"))
        carried = self.only(Item("a", reps=4, travel=Travel(Unit.LENGTHS, 8)))
        self.assertEqual((carried.seconds, carried.reps), (32, None))
        self.assertEqual(dose_text([carried]), "4 lengths of 8 m")

    def test_music_pattern_and_pace_set_the_seconds_of_a_rep(self) -> None:
        """Beats go before pattern, pattern before pace, pace before the movement's own."""
        slow = (RepPart("down", 3), RepPart("up", 1))
        self.assertEqual(self.only(Item("a", pattern=slow)).seconds, 40)
        self.assertEqual(self.only(Item("a", pace=Pace.CONTROLLED, seconds_per_rep=5)).seconds, 50)
        self.assertEqual(self.only(Item("a", pace=Pace.FAST)).seconds, 12)
        music = replace(
            work(StraightSets(1, 0, 0, reps=10), Item("a", pattern=slow, beats_per_rep=4)),
            beats_a_minute=120,
        )
        self.assertEqual(bouts(music)[0].seconds, 20)

    def test_phases_add_up(self) -> None:
        """15 full and 10 pulses are 25 reps; phases that do not add up are refused."""
        parts = (Phase("full", reps=15), Phase("pulses", reps=10, seconds_per_rep=1))
        self.assertEqual(self.only(Item("a", reps=25, phases=parts)).seconds, 40)
        for item in (Item("a", reps=20, phases=parts), Item("a", seconds=40, phases=parts)):
            with self.subTest(item), self.assertRaises(InvalidInput):
                self.only(item)
        with self.assertRaises(InvalidInput):
            Phase("both", seconds=5, reps=5)

    def test_words_for_sides(self) -> None:
        """Each side, half each side, by round, one side only."""
        for handling, words in (
            (Handling.TWO_BOUTS, "2 × 40 s each side"),
            (Handling.SPLIT, "2 × 40 s, half each side"),
            (Handling.BY_ROUND, "2 × 40 s, sides by round"),
            (Handling.LEFT, "2 × 40 s, left side"),
        ):
            self.assertEqual(dose_text(bouts(work(circuit(2), Item("one", handling)))), words)
        self.assertEqual(dose_text([]), "")


class SideChains(unittest.TestCase):
    def test_a_chain_runs_left_then_right(self) -> None:
        """Two neighbours in a chain: both on the left, both on the right, in every round."""
        chained = (Item("one", Handling.CHAIN), Item("uno", Handling.CHAIN))
        for fmt in (circuit(1), NoRestCircuit(30), CountedCircuit(8, 1), StraightSets(1, 9, 9, 8)):
            with self.subTest(fmt.kind):
                found = bouts(work(fmt, "a", *chained, "b"))
                self.assertEqual(path(found), ["a", "one<", "uno<", "one>", "uno>", "b"])
                self.assertTrue(side_ledger(found).equal)

    def test_sides_in_two_blocks(self) -> None:
        """Left in one block and right in a later one are equal; left alone is not."""
        left = work(circuit(1), Item("one", Handling.LEFT), Item("uno", Handling.LEFT))
        right = work(circuit(1), Item("one", Handling.RIGHT), Item("uno", Handling.RIGHT))
        self.assertTrue(side_ledger(bouts(left, right)).equal)
        self.assertFalse(side_ledger(bouts(left)).equal)

    def test_changing_sides_in_a_chain_takes_its_seconds(self) -> None:
        """Left to right in a chain without rests is one change of two seconds."""
        block = work(NoRestCircuit(30), Item("one", Handling.CHAIN), Item("uno", Handling.CHAIN))
        warm = flow(Purpose.WARM_UP, "a")
        clock = class_clock(a_class(warm, block), LIBRARY, pace=Tempo(show_first_today_seconds=0))
        self.assertEqual(clock.extra_seconds, 2)


class Documents(unittest.TestCase):
    def test_items_come_back_as_they_were(self) -> None:
        """Every field of an item survives; defaults are left out."""
        rich = Item(
            "a",
            Handling.CHAIN,
            Level.HARDER,
            2,
            None,
            12,
            (Phase("full", reps=12),),
            (10, 15),
            Manner.OWN_PACE,
            Pace.FAST,
            (RepPart("down", 3.5),),
            4,
            2.5,
            Travel(Unit.STEPS, 10),
            (Pass(level=Level.EASIER, finish=Phase("hold", 5)),),
        )
        self.assertEqual(item_from(item_to(rich)), rich)
        self.assertEqual(item_to(Item("a")), {"movement": "a"})

    def test_wrong_documents_are_refused_with_their_place(self) -> None:
        """Unknown, missing and ill-typed values name themselves."""
        for data, place in (
            ({"movement": "a", "speed": 3}, "speed"),
            ({"reps": 3}, "movement"),
            ({"movement": "a", "reps": "three"}, "reps"),
            ({"movement": "a", "handling": "sideways"}, "handling"),
            ({"movement": "a", "phases": [{"label": "x", "seconds": 1}, {}]}, "phases[1].label"),
            ({"movement": "a", "reps_range": [1, 2, 3]}, "reps_range"),
            ({"movement": "a", "phases": 3}, "phases"),
        ):
            with self.subTest(data), self.assertRaises(InvalidInput) as caught:
                item_from(data)
            self.assertEqual(caught.exception.place, place)
        with self.assertRaises(InvalidInput):
            format_from({"kind": "ladder", "reps": [1, True]})
