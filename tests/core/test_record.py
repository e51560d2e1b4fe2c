"""Records of sessions, what each cue would tell of the pace, and the pace of each class."""

from __future__ import annotations

import unittest

from grike.core.advice.class_load import week_load
from grike.core.clock import class_clock
from grike.core.cues import CueKind
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.formats import OnTheMinute, StraightSets, Superset, TimeCap
from grike.core.item import Handling, Item
from grike.core.kit import Kit
from grike.core.movement import Position, Sides
from grike.core.pace import DEFAULT_PACE, Pace, Paces
from grike.core.pace_learning import FACTORS, KIND_NAMES, KINDS, REPS, require_possible
from grike.core.planner import Problem, Settings, plan
from grike.core.planner.refill import refill
from grike.core.record import Measure, SessionRecord, measures
from grike.core.rules import Facts, broken_musts, findings
from grike.exchange.library import shipped_library
from tests.builders import FULL, a_class, a_library, a_movement, a_plan, circuit, work

LIBRARY = a_library(
    "up",
    "also-up",
    a_movement("down", position=Position.SUPINE),
    a_movement("bell", kit=(Kit.KETTLEBELL,)),
    a_movement("down-with-bell", position=Position.SUPINE, kit=(Kit.KETTLEBELL,)),
    a_movement("band", kit=(Kit.MINI_BAND,)),
    a_movement("one", sides=Sides.ONE),
    a_movement("strange", foundation=False),
)


class Records(unittest.TestCase):
    def test_load_is_effort_times_minutes(self) -> None:
        """Session load: 6 for 50 minutes is 300. Source: Foster et al. 2001, from memory."""
        self.assertEqual(SessionRecord(50, 6).load, 300)
        self.assertIsNone(SessionRecord(50).load)

    def test_each_impossible_value_is_told_by_field(self) -> None:
        """Minutes, effort and people have their limits; the limits themselves are fine."""
        with self.assertRaises(InvalidInput) as caught:
            SessionRecord(0, 11, 201)
        self.assertEqual(set(caught.exception.fields), {"minutes", "effort", "heads"})
        SessionRecord(1, 0, 0)
        SessionRecord(180, 10, 200)

    def test_a_recorded_day_takes_the_place_of_the_planned_one(self) -> None:
        """Monday as recorded (400), Wednesday as planned."""
        design = a_class(work(circuit(3), "up", "also-up"))
        facts = Facts(a_plan(design, design), LIBRARY)
        planned = week_load(facts.classes)
        half = planned.total / 2
        self.assertAlmostEqual(week_load(facts.classes, {0: 400}).total, 400 + half)

    def test_marks_must_be_possible(self) -> None:
        """Unknown kinds, negative times and twenty times the plan are mistakes, not a pace."""
        require_possible("to_floor_seconds", 9, 0)
        require_possible(REPS, 30, 20)
        for kind, took, plan_seconds in (
            ("to_the_moon", 5, 0),
            ("to_floor_seconds", -1, 0),
            (REPS, 401, 20),
            (REPS, 20, 0),
        ):
            with self.assertRaises(InvalidInput):
                require_possible(kind, took, plan_seconds)

    def test_every_kind_has_a_name(self) -> None:
        """What is learned can be shown in words."""
        self.assertEqual(set(KIND_NAMES), {*KINDS, *FACTORS})


class Measures(unittest.TestCase):
    def told(self, *blocks: Block) -> list[tuple[CueKind, Measure | None]]:
        clock = class_clock(a_class(*blocks), LIBRARY)
        found = measures(clock, LIBRARY, DEFAULT_PACE)
        self.assertEqual(len(found), len(clock.real))
        return [(cue.kind, measure) for cue, measure in zip(clock.real, found, strict=True)]

    def test_one_thing_at_a_time(self) -> None:
        """Down to the floor tells; down to the floor with a kettlebell to fetch does not."""
        told = self.told(work(circuit(1), "up", "down"))
        self.assertIn((CueKind.CHANGE, Measure("to_floor_seconds", "", 5)), told)
        told = self.told(work(circuit(1), "up", "down-with-bell"))
        self.assertIn((CueKind.CHANGE, None), told)

    def test_kit_is_told_by_its_kind(self) -> None:
        """A kettlebell is fetched, a mini-band is put on."""
        told = self.told(work(circuit(1), "up", "bell", "band"))
        changes = [measure for kind, measure in told if kind is CueKind.CHANGE]
        self.assertEqual(
            changes,
            [Measure("fetch_kit_seconds", "", 4), Measure("place_band_seconds", "", 8)],
        )

    def test_showings_are_told_apart(self) -> None:
        """A movement that nobody has met is one kind, a known one another."""
        told = self.told(work(circuit(1), "up", "strange"))
        shows = [measure.kind for kind, measure in told if kind is CueKind.SHOW and measure]
        self.assertEqual(shows, ["show_first_today_seconds", "show_new_seconds"])

    def test_counted_bouts_with_their_seconds(self) -> None:
        """Ten reps at two seconds: 20 s of a movement; timed bouts tell nothing."""
        told = self.told(work(StraightSets(2, 30, 30, reps=10), "up"))
        bouts = [measure for kind, measure in told if kind is CueKind.WORK]
        self.assertEqual(bouts, [Measure(REPS, "up", 20)] * 2)
        timed = self.told(work(circuit(2), "up"))
        self.assertEqual({m for kind, m in timed if kind is CueKind.WORK}, {None})

    def test_halves_of_a_bout_are_not_measured(self) -> None:
        """A counted bout that is split between the sides would be two measures of one thing."""
        item = Item("one", Handling.SPLIT)
        told = self.told(work(Superset(2, 30, 30, reps=10), item, "up"))
        names = {m.movement_id for kind, m in told if kind is CueKind.WORK and m}
        self.assertEqual(names, {"up"})

    def test_the_other_side(self) -> None:
        """Changing sides is told by itself."""
        told = self.told(work(circuit(1, 40, 0), "one"))
        self.assertIn((CueKind.SWITCH, Measure("other_side_seconds", "", 2)), told)


class OwnPaces(unittest.TestCase):
    SLOW = Pace(to_floor_seconds=20, show_first_today_seconds=30, counted_factor=1.5)

    def design(self) -> ClassDesign:
        return a_class(work(StraightSets(2, 30, 30, reps=10), "up", "down"))

    def test_each_slot_has_its_own(self) -> None:
        """A slow instructor on Wednesday makes Wednesday longer, and no other day."""
        week = a_plan(self.design(), self.design(), self.design())
        usual = Facts(week, LIBRARY)
        slow = Facts(week, LIBRARY, Paces(own={1: self.SLOW}), before=usual)
        before, after = ([c.clock.real_seconds for c in f.classes] for f in (usual, slow))
        self.assertEqual((after[0], after[2]), (before[0], before[2]))
        self.assertGreater(after[1], before[1])
        self.assertIs(slow.classes[0], usual.classes[0])

    def test_the_nominal_clock_is_as_planned(self) -> None:
        """Pace changes what really happens, never what is planned."""
        clock = class_clock(self.design(), LIBRARY, pace=self.SLOW)
        self.assertEqual(clock.nominal_seconds, class_clock(self.design(), LIBRARY).nominal_seconds)

    def test_a_slow_group_breaks_no_format(self) -> None:
        """What fits its minute or its cap as planned runs on when a group is slower."""
        slowest = Pace(counted_factor=4.0, show_new_seconds=300)
        for fmt in (OnTheMinute(4, 20), TimeCap(2, 10)):
            design = a_class(work(fmt, "up", "also-up"))
            slow = class_clock(design, LIBRARY, pace=slowest)
            self.assertGreater(slow.real_seconds, 0)
            self.assertEqual(slow.nominal_seconds, class_clock(design, LIBRARY).nominal_seconds)

    def test_the_planner_plans_at_the_pace_of_the_instructor(self) -> None:
        """A week with a slow Monday still ends every class in its slot, and so does a re-fill."""
        library = shipped_library()
        paces = Paces(own={0: Pace(show_new_seconds=35, show_first_today_seconds=18)})
        settings = Settings(paces=paces)
        result = plan(Problem(a_plan(room=FULL), library), None, 4, settings)
        assert result.plan is not None
        facts = Facts(result.plan, library, paces)
        self.assertEqual(broken_musts(findings(facts)), [])
        again = refill(Problem(result.plan, library), 0, 9, settings, facts=facts)
        changed = Facts(result.plan.with_class(again), library, paces)
        self.assertEqual(broken_musts(findings(changed)), [])
        self.assertLessEqual(changed.classes[0].clock.real_seconds, 2700)


if __name__ == "__main__":
    unittest.main()
