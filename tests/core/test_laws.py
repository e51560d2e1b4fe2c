"""Laws that hold for all inputs."""

from __future__ import annotations

import os
import unittest
from fractions import Fraction

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from grike.core.bouts import Side
from grike.core.clock import class_clock
from grike.core.codec import design_from, design_to
from grike.core.design import Block, ClassDesign
from grike.core.focus import Focus
from grike.core.formats import (
    AddOn,
    BetweenRounds,
    Breather,
    CircuitOrder,
    CountedCircuit,
    Direction,
    FinalRest,
    Flow,
    Ladder,
    NoRestCircuit,
    RepList,
    StraightSets,
    StrengthPulse,
    Superset,
    Talk,
    TimedCircuit,
)
from grike.core.item import Handling, Item, Level, Pass
from grike.core.movement import Role, Sides
from grike.core.planner import Problem, Settings, plan
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts, findings
from grike.core.sides import side_ledger
from grike.core.volume import Yardstick, class_volume, volume_of_bouts
from grike.exchange.library import shipped_library
from tests.builders import FULL, a_plan

LIBRARY = shipped_library()
WORK_IDS = [m.id for m in LIBRARY.of_role(Role.WORK)]
seconds = st.integers(5, 90)
rests = st.integers(0, 60)


@st.composite
def an_item(draw: st.DrawFn) -> Item:
    movement_id = draw(st.sampled_from(WORK_IDS))
    one = LIBRARY[movement_id].sides is Sides.ONE
    handling = draw(st.sampled_from(list(Handling))) if one else Handling.TWO_BOUTS
    return Item(movement_id, handling, draw(st.sampled_from(list(Level))), draw(st.integers(0, 3)))


circuits = st.builds(
    TimedCircuit,
    seconds,
    rests,
    st.integers(1, 4),
    st.none() | rests,
    st.sampled_from(list(CircuitOrder)),
    st.sampled_from(list(BetweenRounds)),
    st.sampled_from(list(FinalRest)),
)
counted = st.builds(StraightSets, st.integers(1, 4), rests, rests, reps=st.integers(1, 20))
supersets = st.builds(Superset, st.integers(1, 4), rests, rests, rests, work_seconds=seconds)
others = (
    st.builds(NoRestCircuit, seconds, st.integers(1, 3), rests, st.none() | st.integers(1, 4))
    | st.builds(CountedCircuit, st.integers(1, 20), st.integers(1, 3), rests, rests)
    | st.builds(RepList, st.integers(1, 50), rests)
    | st.builds(Ladder, st.sampled_from([(5, 3, 1), (2, 4)]), st.sampled_from(list(Direction)))
)
passes = st.lists(
    st.builds(
        Pass,
        seconds=st.none() | seconds,
        rest_seconds=st.none() | rests,
        level=st.none() | st.sampled_from(list(Level)),
        load_step=st.none() | st.integers(0, 3),
    ),
    max_size=2,
).map(tuple)
work_blocks = st.builds(
    Block,
    st.just(Purpose.WORK),
    circuits | counted | supersets | others,
    st.lists(an_item(), min_size=1, max_size=3).map(tuple),
    passes=passes,
) | st.builds(
    Block,
    st.just(Purpose.WORK),
    st.builds(StrengthPulse, st.integers(10, 60), st.integers(10, 60), st.integers(1, 3))
    | st.builds(AddOn, st.integers(4, 64), st.integers(60, 180), st.integers(1, 4)),
    st.tuples(an_item(), an_item()),
)
other_blocks = st.builds(
    Block, st.just(Purpose.WELCOME), st.builds(Talk, st.integers(5, 60))
) | st.builds(Block, st.just(Purpose.BREATHER), st.builds(Breather, st.integers(10, 60)))
flows = st.builds(
    Block,
    st.just(Purpose.WARM_UP),
    st.builds(Flow, st.integers(10, 60)),
    st.lists(an_item(), min_size=1, max_size=3).map(tuple),
)
designs = st.builds(
    ClassDesign,
    st.just("Any"),
    st.sampled_from(list(Focus)),
    st.integers(600, 5400),
    st.lists(work_blocks | other_blocks | flows, min_size=1, max_size=4).map(tuple),
)


class Laws(unittest.TestCase):
    @given(designs)
    @settings(max_examples=120, deadline=None)
    def test_cues_cover_the_class(self, design: ClassDesign) -> None:
        """On both clocks each cue begins where the one before ended, from 0:00 to the end."""
        clock = class_clock(design, LIBRARY)
        for cues in (clock.nominal, clock.real):
            at = 0
            for cue in cues:
                self.assertEqual(cue.start, at)
                self.assertGreater(cue.end, cue.start)
                at = cue.end
        self.assertEqual(clock.real_seconds, clock.nominal_seconds + clock.extra_seconds)

    @given(designs)
    @settings(max_examples=80, deadline=None)
    def test_a_class_is_the_sum_of_its_bouts(self, design: ClassDesign) -> None:
        """Volume of a class equals the sum over its work bouts, taken one by one."""
        bouts = [
            b
            for b in class_clock(design, LIBRARY).bouts
            if design.blocks[b.block].purpose is Purpose.WORK
        ]
        parts = [volume_of_bouts([bout]) for bout in bouts]
        whole = class_volume(design, LIBRARY)
        self.assertEqual(sum((p.total.sets for p in parts), Fraction(0)), whole.total.sets)
        for muscle, amount in whole.muscles.items():
            self.assertEqual(
                sum((p.muscle_sets((muscle,)) for p in parts), Fraction(0)), amount.sets
            )
        for yardstick in Yardstick:
            total = sum((p.training[yardstick] for p in parts), Fraction(0))
            self.assertEqual(total, whole.training[yardstick])

    @given(designs)
    @settings(max_examples=60, deadline=None)
    def test_mirrored_sides_change_nothing(self, design: ClassDesign) -> None:
        """Left for right: the same volume, and the ledger's columns change places."""
        mirror = {Side.LEFT: Side.RIGHT, Side.RIGHT: Side.LEFT}
        bouts = class_clock(design, LIBRARY).bouts
        mirrored = [b._replace(side=mirror.get(b.side, b.side)) for b in bouts]
        self.assertEqual(volume_of_bouts(bouts), volume_of_bouts(mirrored))
        splits = [b for b in bouts if b.side is Side.SPLIT and (b.seconds % 2 or (b.reps or 0) % 2)]
        if not splits:
            one, other = side_ledger(bouts), side_ledger(mirrored)
            self.assertEqual((one.left, one.right), (other.right, other.left))

    @given(designs)
    @settings(max_examples=60, deadline=None)
    def test_designs_survive_a_round_trip(self, design: ClassDesign) -> None:
        """To a dictionary and back: the same design."""
        self.assertEqual(design_from(design_to(design)), design)

    @given(
        st.integers(0, 10_000),
        st.sampled_from([(0, 2, 4), (0, 1, 3, 4), (1, 3)]),
        st.sampled_from([40, 45, 60]),
        st.integers(1, 3),
    )
    @settings(
        max_examples=int(os.environ.get("GRIKE_EXAMPLES", "2")),
        deadline=None,
        derandomize=True,
        suppress_health_check=[HealthCheck.too_slow],
    )
    def test_planned_series_keep_every_must(
        self, seed: int, days: tuple[int, ...], minutes: int, level: int
    ) -> None:
        """Whatever is asked for: a plan without a must finding, or no plan with a reason."""
        request = a_plan(weekdays=days, weeks=2, minutes=minutes, level=level, room=FULL)
        quick = Settings(retries=2, restarts=1)
        result = plan(Problem(request, LIBRARY), None, seed, quick)
        if result.plan is None:
            self.assertTrue(result.words)
        else:
            self.assertEqual(broken_musts(findings(Facts(result.plan, LIBRARY))), [])
