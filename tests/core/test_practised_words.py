"""What practised classes need besides plain circuits, each with a class worked by hand.

Common practice, no source; the sums are worked in the comments from the definitions.
"""

from __future__ import annotations

import random
import unittest

from grike.core.cautions import Caution
from grike.core.clock import ClassClock, class_clock
from grike.core.codec import check_against_library, design_from, design_to, stored_design_from
from grike.core.cues import CueKind
from grike.core.design import Block, Role
from grike.core.dose import changes_text
from grike.core.errors import InvalidInput
from grike.core.formats import (
    AddOn,
    Breather,
    CountedCircuit,
    Flow,
    NoRestCircuit,
    StraightSets,
    ThreePace,
    TimedCircuit,
)
from grike.core.item import Handling, Item, Level, Pass, Phase
from grike.core.movement import Pace, Position, Sides
from grike.core.pace import Pace as ClassPace
from grike.core.pace_learning import BREATHER, REST, Record, learned_pace
from grike.core.purpose import Purpose
from grike.core.record import measures
from grike.core.sides import halves, side_ledger
from grike.core.wishes import Wishes
from tests.builders import a_class, a_library, a_movement, a_plan, check, items, only, work

LIBRARY = a_library(
    "squat",
    "hinge",
    a_movement("lunge", sides=Sides.ONE),
    a_movement("other-lunge", sides=Sides.ONE),
    a_movement("quick", pace=Pace.FAST),
    a_movement("slow"),
    a_movement("hold", pace=Pace.STILL),
    a_movement("march", met=3.5, pace=Pace.FAST),
    a_movement("hop", impact=2, met=8.0),
    a_movement("floor", position=Position.SUPINE, foundation=False),
)
A, B, C, D = "squat", "hinge", "quick", "slow"


def clock(*blocks: Block) -> ClassClock:
    return class_clock(a_class(*blocks), LIBRARY)


class APassChanges(unittest.TestCase):
    def test_left_then_right_then_half_and_half(self) -> None:
        """A leg in each of two passes and both in the third: 3 × 40 + 2 × 20 = 160 s, and even."""
        passes = tuple(Pass(handling=h) for h in (Handling.LEFT, Handling.RIGHT, Handling.SPLIT))
        made = clock(work(TimedCircuit(40, 20, 3), Item("lunge", passes=passes)))
        self.assertEqual(made.nominal_seconds, 160)
        self.assertEqual([b.side.value for b in made.bouts], ["left", "right", "split"])
        ledger = side_ledger(made.bouts)
        self.assertTrue(ledger.equal)
        self.assertEqual((ledger.left.seconds, ledger.right.seconds), (60, 60))

    def test_a_hold_in_place_of_reps(self) -> None:
        """10 reps of 2 s, then held for 15 s: 20 + 15 and 30 s of rest between."""
        held = Item("squat", passes=(Pass(), Pass(seconds=15, pace=Pace.STILL)))
        made = clock(work(StraightSets(2, 30, 30, reps=10), held))
        self.assertEqual([(b.seconds, b.reps) for b in made.bouts], [(20, 10), (15, None)])
        self.assertEqual(made.nominal_seconds, 65)

    def test_phases_of_one_pass(self) -> None:
        """The second pass is 15 s full and 15 s of pulses; the first is not in phases."""
        pulses = (Phase("full", 15), Phase("pulses", 15))
        made = clock(
            work(TimedCircuit(30, 10, 2), Item("squat", passes=(Pass(), Pass(phases=pulses))))
        )
        labels = [cue.label for cue in made.nominal if cue.kind is CueKind.WORK]
        self.assertEqual(labels, ["", "full", "pulses"])

    def test_another_movement(self) -> None:
        """What a pass brings counts for volume, for the cautions, for what is left out."""
        item = Item("squat", passes=(Pass(), Pass(movement="hop")))
        design = a_class(work(TimedCircuit(40, 20, 2), item))
        self.assertEqual(design.movement_ids(), ["squat", "hop"])
        bouts = class_clock(design, LIBRARY).bouts
        self.assertEqual([b.movement.id for b in bouts], ["squat", "hop"])
        for wishes, rule in (
            (Wishes(cautions=(Caution.NO_JUMPS,)), "G1"),
            (Wishes(never=("hop",)), "G2"),
        ):
            plan = a_plan(design, sheet=only(rule), wishes=wishes)
            self.assertEqual(len(check(rule, plan, LIBRARY)), 1, rule)

    def test_a_whole_block_cannot_change_movement(self) -> None:
        """A pass of the block would put the same movement into every place."""
        with self.assertRaisesRegex(InvalidInput, "cannot change its movements"):
            Block(Purpose.WORK, TimedCircuit(40, 20, 2), items("squat"), passes=(Pass(movement=B),))

    def test_read_and_written(self) -> None:
        """Documents carry all of it, and what they name is looked up."""
        item = Item("lunge", passes=(Pass(handling=Handling.LEFT), Pass(movement="squat")))
        design = a_class(work(TimedCircuit(40, 20, 2), item))
        self.assertEqual(design_from(design_to(design)), design)
        check_against_library(design, LIBRARY)
        bad = a_class(work(TimedCircuit(40, 20, 2), Item("squat", passes=(Pass(movement="sqat"),))))
        with self.assertRaises(InvalidInput) as caught:
            check_against_library(bad, LIBRARY)
        self.assertEqual(caught.exception.place, "blocks[0].items[0].passes[0].movement")
        self.assertIn("squat", caught.exception.fix)

    def test_the_sheet_says_what_a_round_changes(self) -> None:
        """By round, and nothing where nothing changes."""
        harder, same = Pass(level=Level.HARDER), Pass(level=Level.MAIN)
        for passes, said in (
            ((Pass(), harder, Pass(movement="hop")), "round 2: harder; round 3: Hop"),
            ((harder, same), "round 1: harder"),
            ((harder,), "harder"),
            ((), ""),
        ):
            item = Item("squat", passes=passes)
            made = clock(work(TimedCircuit(40, 20, 3), item))
            self.assertEqual(changes_text(item, made.bouts), said)
        sides = (Pass(handling=Handling.LEFT), Pass(handling=Handling.RIGHT))
        leg = Item("lunge", passes=sides)
        made = clock(work(TimedCircuit(40, 20, 2), leg))
        self.assertEqual(changes_text(leg, made.bouts), "round 1: left side; round 2: right side")


class ShownAhead(unittest.TestCase):
    def test_the_whole_next_round_is_shown_in_the_break(self) -> None:
        """Two rounds of three; 10 s each: 30 before the first, and 30 in the break of 40."""
        # 6 × 40 + 4 × 20 + 40 = 360, and the 30 s before the first round.
        fmt = ThreePace(40, 20, round_rest_seconds=40)
        block = work(fmt, C, A, "hold", "march", D, "hold")
        shown = Block(block.purpose, fmt, block.items, shows_ahead=True)
        real = clock(shown).real
        shows = [(cue.start, cue.movement_id) for cue in real if cue.kind is CueKind.SHOW]
        self.assertEqual([start for start, _ in shows][:3], [0, 10, 20])
        second = next(cue.start for cue in real if cue.kind is CueKind.WORK and cue.round == 2)
        self.assertTrue(all(second - 40 <= start < second for start, _ in shows[3:]))
        self.assertEqual(len({movement for _, movement in shows}), 5)

    def test_it_costs_nothing_more(self) -> None:
        """Shown at once or one by one: where rests hold either, only the start is longer."""
        block = work(TimedCircuit(40, 20, 2), A, B)
        ahead = Block(block.purpose, block.format, block.items, shows_ahead=True)
        self.assertEqual(clock(block).extra_seconds + 10, clock(ahead).extra_seconds)


class Combinations(unittest.TestCase):
    def test_parts_of_unequal_counts(self) -> None:
        """16 and 32 counts at 120: learned twice (8 + 16 = 24 s, 16 + 16), then together once."""
        # A twice 32 counts, B twice 64, then 16 + 32: 144 counts at 120 a minute = 72 s.
        fmt = AddOn(32, 120, learn=2, repeat=1)
        made = clock(work(fmt, Item(A, counts=16), B))
        self.assertEqual([b.seconds for b in made.bouts], [16, 32, 8, 16])
        self.assertEqual(made.nominal_seconds, 72)

    def test_three_parts_before_they_are_joined(self) -> None:
        """A, B, C, then A+B+C; with two to a group it is A, B, A+B, C, all."""
        three = clock(work(AddOn(8, 120, learn=1, repeat=1, join=3), A, B, C))
        self.assertEqual([b.movement.id for b in three.bouts], [A, B, C, A, B, C])
        two = clock(work(AddOn(8, 120, learn=1, repeat=1), A, B, C))
        self.assertEqual([b.movement.id for b in two.bouts], [A, B, A, B, C, A, B, C])

    def test_all_parts_again_without_learning(self) -> None:
        """A second block of what was learned: all of it, so often as it is repeated."""
        made = clock(work(AddOn(8, 120, learn=0, repeat=2), A, B, C))
        self.assertEqual([b.movement.id for b in made.bouts], [A, B, C] * 2)

    def test_one_sided_parts_are_halved(self) -> None:
        """A combination takes a one-sided movement: half of its counts on each leg."""
        made = clock(work(AddOn(32, 120, learn=2, repeat=1), "lunge", A))
        self.assertTrue(side_ledger(made.bouts).equal)


class ActiveRest(unittest.TestCase):
    def test_kept_up_in_the_rests_and_no_work(self) -> None:
        """The clock is the same, the rests say what to do, and the volume does not change."""
        block = work(TimedCircuit(40, 20, 2), A, B)
        active = Block(block.purpose, block.format, block.items, active_rest="march")
        plain, moving = clock(block), clock(active)
        self.assertEqual(plain.real_seconds, moving.real_seconds)
        rests = {cue.label for cue in moving.nominal if cue.kind is CueKind.REST}
        self.assertEqual(rests, {"March, easily"})
        self.assertEqual(plain.bouts, moving.bouts)

    def test_cautions_hold_for_it(self) -> None:
        """A group that sits does not march in its rests; what is left out is found there too."""
        block = Block(Purpose.WORK, TimedCircuit(40, 20, 2), items(A), active_rest="march")
        never = a_plan(a_class(block), wishes=Wishes(never=("march",)))
        self.assertEqual(len(check("G2", never, LIBRARY)), 1)
        seated = a_plan(a_class(block), wishes=Wishes(cautions=(Caution.CHAIR,)))
        found = [f.what for f in check("G1", seated, LIBRARY)]
        self.assertTrue(any("March, in the rests" in what for what in found))

    def test_a_jump_is_no_rest(self) -> None:
        """Refused with its place."""
        block = Block(Purpose.WORK, TimedCircuit(40, 20, 2), items(A), active_rest="hop")
        with self.assertRaisesRegex(InvalidInput, "Hop is no rest") as caught:
            check_against_library(a_class(block), LIBRARY)
        self.assertEqual(caught.exception.place, "blocks[0].active_rest")


class ShortAndOdd(unittest.TestCase):
    def test_holds_of_five_seconds_and_a_class_of_five_minutes(self) -> None:
        """Six holds of 5 s, both sides of one of them."""
        block = Block(Purpose.COOL_DOWN, Flow(5), items(A, "lunge"))
        self.assertEqual(clock(block).nominal_seconds, 15)
        self.assertEqual(a_class(block, slot_seconds=300).slot_seconds, 300)

    def test_circuits_of_unlike_sizes(self) -> None:
        """Circuits of one and of three at 30 s with 20 s between: 30 + 20 + 90."""
        fmt = NoRestCircuit(30, 1, 20, sizes=(1, 3))
        self.assertEqual(clock(work(fmt, A, B, C, D)).nominal_seconds, 140)
        self.assertIn("of 1 and 3", fmt.summary())
        with self.assertRaisesRegex(InvalidInput, "hold 4 movements, and the block has 2"):
            clock(work(fmt, A, B))

    def test_odd_seconds_are_23_and_22_and_the_other_way_about(self) -> None:
        """45 s a pass, halved: 23 and 22, then 22 and 23; in one pass a second is no fault."""
        for rounds, sides in ((1, (23, 22)), (2, (45, 45)), (3, (68, 67))):
            made = clock(work(TimedCircuit(45, 15, rounds), Item("lunge", Handling.SPLIT)))
            ledger = side_ledger(made.bouts)
            self.assertEqual((ledger.left.seconds, ledger.right.seconds), sides)
            self.assertTrue(ledger.equal)

    def test_clock_and_ledger_agree(self) -> None:
        """On random splits what the cues give each side is what the ledger books."""
        for seed in range(60):
            draw = random.Random(seed)
            fmt = TimedCircuit(draw.randint(20, 59), 10, draw.randint(1, 5))
            made = clock(work(fmt, Item("lunge", Handling.SPLIT), Item("other-lunge")))
            cued = {"left": 0, "right": 0}
            for cue in made.nominal:
                if cue.kind is CueKind.WORK and cue.side is not None:
                    cued[cue.side.value] += cue.seconds
            ledger = side_ledger(made.bouts)
            self.assertEqual(cued, {"left": ledger.left.seconds, "right": ledger.right.seconds})
            for bout in made.bouts:
                self.assertEqual(sum(part[1] for part in halves(bout)), bout.seconds)

    def test_two_seconds_are_a_fault(self) -> None:
        """Left for 40 s and right for 42 is told by C4."""
        design = a_class(
            work(circuit_of(40), Item("lunge", Handling.LEFT)),
            work(circuit_of(42), Item("lunge", Handling.RIGHT)),
        )
        self.assertEqual(len(check("C4", a_plan(design), LIBRARY)), 1)


def circuit_of(seconds: int) -> TimedCircuit:
    return TimedCircuit(seconds, 20, 1)


class Roles(unittest.TestCase):
    def test_a_block_says_what_it_is_for(self) -> None:
        """Written, read, and refused where a block is no work."""
        block = Block(Purpose.WORK, circuit_of(40), items(A), role=Role.LIFT)
        self.assertEqual(design_from(design_to(a_class(block))).blocks[0].role, Role.LIFT)
        with self.assertRaisesRegex(InvalidInput, "no role besides"):
            Block(Purpose.WARM_UP, Flow(), items(A), role=Role.LIFT)


class Faults(unittest.TestCase):
    def test_what_was_stored_before_opens_as_it_was_read(self) -> None:
        """Reps counted, and seconds beside them never did: in items, their passes, the block's."""
        both: dict[str, object] = {"reps": 10, "seconds": 30}
        item = {"movement": A, **both, "passes": [both]}
        fmt = {"kind": "counted-circuit", "reps": 8, "passes": 2}
        block = {"purpose": "work", "format": fmt, "items": [item], "passes": [both]}
        stored = {"name": "Old", "focus": "lower", "slot_seconds": 2700, "blocks": [block]}
        with self.assertRaisesRegex(InvalidInput, "either timed or counted"):
            design_from(stored)
        (read,) = stored_design_from(stored).blocks
        self.assertEqual((read.items[0].reps, read.items[0].seconds), (10, None))
        self.assertEqual(read.passes, (Pass(reps=10),))
        self.assertEqual(read.items[0].passes, (Pass(reps=10),))

    def test_seconds_and_reps_at_once(self) -> None:
        """Neither is dropped without a word."""
        for make in (lambda: Item(A, seconds=30, reps=10), lambda: Pass(seconds=30, reps=10)):
            with self.assertRaisesRegex(InvalidInput, "either timed or counted"):
                make()

    def test_errors_in_phases_name_the_item(self) -> None:
        """Which block, which movement."""
        bad = Item(B, phases=(Phase("slow", 10),))
        with self.assertRaises(InvalidInput) as caught:
            clock(Block(Purpose.BREATHER, Breather(30)), work(circuit_of(40), A, bad))
        self.assertEqual(caught.exception.place, "blocks[1].items[1].phases")
        self.assertIn("Hinge", caught.exception.what)


class WhatClassesReallyTake(unittest.TestCase):
    """Starting values: common practice, no source; records take their place."""

    def test_rests_after_counted_bouts_run_over(self) -> None:
        """3 × 10 at 2 s with 30 s: 120 as said; rests of 45 s, and 10 to show it: 160."""
        made = clock(work(StraightSets(3, 30, 30, reps=10), A))
        self.assertEqual((made.nominal_seconds, made.real_seconds), (120, 160))

    def test_rests_that_a_timer_keeps_do_not(self) -> None:
        """3 × 40 with 20 s: as said, but for the first showing."""
        made = clock(work(TimedCircuit(40, 20, 3), A))
        self.assertEqual(made.real_seconds - made.nominal_seconds, 10)

    def test_a_breather_is_not_for_showing(self) -> None:
        """30 s take 43; the movement after it is shown on top of that, and the floor is reached."""
        pause = Block(Purpose.BREATHER, Breather(30))
        made = clock(work(circuit_of(40), A), pause, work(circuit_of(40), "floor"))
        kinds = [(cue.kind.value, cue.seconds) for cue in made.real][2:]
        self.assertEqual(kinds, [("breather", 43), ("change", 5), ("show", 20), ("work", 40)])

    def test_extra_is_the_difference_of_the_clocks(self) -> None:
        """On random blocks nominal and extra make real, whatever fills the rests."""
        for seed in range(80):
            draw = random.Random(seed)
            ids = draw.sample([A, B, "lunge", D, "floor", "march"], 4)
            fmt = draw.choice(
                [
                    StraightSets(3, draw.randint(0, 60), 45, reps=8),
                    CountedCircuit(12, 2, draw.randint(0, 30), 60),
                    TimedCircuit(30, draw.randint(0, 30), 2, 45),
                    NoRestCircuit(30, 2, 45, 2),
                ]
            )
            pause = Block(Purpose.BREATHER, Breather(draw.randint(10, 90)), items("march"))
            made = clock(work(fmt, *ids), pause, work(circuit_of(40), "hold"))
            self.assertEqual(made.nominal_seconds + made.extra_seconds, made.real_seconds, fmt)
            self.assertTrue(all(cue.extra >= 0 for cue in made.real))

    def test_what_was_taken_is_learned(self) -> None:
        """Eight evenings on which 30 s of rest took 60 and 30 s of water 90: twice, three times."""
        pause = Block(Purpose.BREATHER, Breather(30))
        made = clock(work(StraightSets(2, 30, 30, reps=10), A), pause, work(circuit_of(40), A))
        told = {m.kind: m.planned for m in measures(made, LIBRARY, ClassPace()) if m is not None}
        self.assertEqual((told[REST], told[BREATHER]), (30, 30))
        records = [
            Record(kind, took, evening, planned=30)
            for evening in range(8)
            for kind, took in ((REST, 60), (BREATHER, 90))
        ]
        pace = learned_pace(records).pace
        self.assertEqual((pace.rest_factor, pace.breather_factor), (2.0, 3.0))


if __name__ == "__main__":
    unittest.main()
