"""Energy, effort, load, pulse and strength, by hand from the equations and by a package."""

from __future__ import annotations

import unittest

import acwr
import numpy as np
import pandas as pd
from hypothesis import given, settings
from hypothesis import strategies as st

from grike.core import load
from grike.core.advice.class_load import class_load, week_load
from grike.core.clock import class_clock
from grike.core.design import Block
from grike.core.errors import InvalidInput
from grike.core.family import Family
from grike.core.formats import StraightSets, Talk
from grike.core.movement import Joint
from grike.core.purpose import Purpose
from grike.core.rules import Facts
from tests.builders import a_class, a_library, a_movement, a_plan, circuit, flow, work

LIBRARY = a_library("m", a_movement("run", family=Family.RUN))
daily = st.lists(st.integers(0, 900), min_size=28, max_size=60)


class Energy(unittest.TestCase):
    def test_the_formula(self) -> None:
        """8 MET for 70 kg are 9.8 kcal a minute (2011 Compendium, Ainsworth et al.)."""
        self.assertAlmostEqual(load.kilocalories(8.0, 70, 1), 9.8)
        self.assertAlmostEqual(load.kilocalories(3.5, 60, 45), 165.375)

    def energy(self, *blocks: Block) -> load.Energy:
        design = a_class(*blocks)
        return load.class_energy(design, class_clock(design, LIBRARY), LIBRARY)

    def test_a_class_is_a_range(self) -> None:
        """Ten minutes of talk, then of circuit: 1.3 MET, then 4.3 to 8.0, for 60 and 90 kg."""
        talk = self.energy(Block(Purpose.WELCOME, Talk(300)))
        self.assertAlmostEqual(talk.low, load.kilocalories(1.3, 60, 5))
        # 10 rounds of 40 s and 9 rests of 20 s after 10 s of showing: 590 s.
        ring = self.energy(work(circuit(10), "m"))
        self.assertAlmostEqual(ring.low, load.kilocalories(4.3, 60, 590 / 60))
        self.assertAlmostEqual(ring.high, load.kilocalories(8.0, 90, 590 / 60))
        self.assertIn("60 kg", ring.assumptions)

    def test_what_is_done_counts(self) -> None:
        """Running on the spot is aerobics, stretching is easy, heavy sets are moderate."""
        run = self.energy(work(circuit(1), "run"))
        self.assertAlmostEqual(
            run.high, load.kilocalories(7.3, 90, 40 / 60) + load.kilocalories(8, 90, 10 / 60)
        )
        easy = self.energy(flow(Purpose.COOL_DOWN, "m"))
        self.assertAlmostEqual(easy.low, load.kilocalories(2.3, 60, 0.5))
        sets = self.energy(work(StraightSets(1, 0, 0, reps=10), "m"))
        self.assertAlmostEqual(sets.high, load.kilocalories(5.0, 90, 0.5))

    def test_planned_effort(self) -> None:
        """Resistance 6.5, endurance 8, half and half between. Source: common practice."""

        def effort(*blocks: Block) -> float:
            design = a_class(*blocks)
            return load.planned_effort(design, class_clock(design, LIBRARY), LIBRARY)

        self.assertEqual(effort(work(circuit(1), "m")), 6.5)
        self.assertEqual(effort(work(circuit(1), "run")), 8.0)
        self.assertEqual(effort(work(circuit(1), "m", "run")), 7.25)
        self.assertEqual(effort(flow(Purpose.COOL_DOWN, "m")), 3.0)


class SessionLoad(unittest.TestCase):
    """Source of the measures: Foster et al., J Strength Cond Res 2001;15:109-15."""

    def test_effort_times_minutes(self) -> None:
        """45 minutes at effort 7 are 315; an effort of 11 is refused."""
        self.assertEqual(load.session_load(7, 45), 315)
        with self.assertRaises(InvalidInput):
            load.session_load(11, 45)

    def test_a_week_by_hand(self) -> None:
        """300, 0, 300, 0, 300, 0, 0: mean 900 / 7, deviation 160.36, so 0.80 and 721.5."""
        week = [300.0, 0, 300, 0, 300, 0, 0]
        monotony, strain = load.monotony(week), load.strain(week)
        assert monotony is not None and strain is not None
        self.assertAlmostEqual(monotony, 0.8018, places=4)
        self.assertAlmostEqual(strain, 721.6, places=0)

    def test_no_spread_has_no_monotony(self) -> None:
        """Seven equal days, or one day, have none."""
        self.assertIsNone(load.monotony([100.0] * 7))
        self.assertIsNone(load.strain([100.0]))

    @given(daily)
    @settings(max_examples=40, deadline=None)
    def test_against_the_package_acwr(self, days: list[int]) -> None:
        """Monotony, strain and the ratio of means equal those of the package acwr 0.1.1."""
        index = pd.date_range("2026-01-01", periods=len(days))
        series = pd.Series([float(day) for day in days], index=index)
        week = [float(day) for day in days[-7:]]
        pairs = (
            (load.monotony(week), acwr.monotony(series).iloc[-1]),
            (load.strain(week), acwr.strain(series).iloc[-1]),
            (load.acute_to_chronic(days), acwr.acwr(series, method="rac").iloc[-1]),
        )
        for ours, theirs in pairs:
            if ours is None:
                self.assertFalse(np.isfinite(theirs))
            else:
                self.assertAlmostEqual(ours, theirs, places=6)

    def test_the_ratio_needs_four_weeks(self) -> None:
        """27 days are too few, and 28 days of rest have no ratio."""
        self.assertIsNone(load.acute_to_chronic([100.0] * 27))
        self.assertIsNone(load.acute_to_chronic([0.0] * 28))
        self.assertEqual(load.acute_to_chronic([100.0] * 28), 1.0)


class PulseAndStrength(unittest.TestCase):
    def test_highest_pulse(self) -> None:
        """At 40 it is 180 (Tanaka et al., J Am Coll Cardiol 2001;37:153-6)."""
        self.assertAlmostEqual(load.highest_pulse(40), 180)
        self.assertAlmostEqual(load.highest_pulse(65), 162.5)

    def test_reserve(self) -> None:
        """At 40 with a resting pulse of 60, half the reserve is 120; zones do not overlap."""
        self.assertAlmostEqual(load.pulse_of_reserve(0.5, 40, 60), 120)
        for place in (0, 1):
            self.assertLess(load.ZONES["moderate"][place][1], load.ZONES["vigorous"][place][0])

    def test_one_repetition_maximum(self) -> None:
        """100 kg for 5 and 10 reps: Epley 116.7 and 133.3, Brzycki 112.5 and 133.3."""
        self.assertAlmostEqual(load.epley(100, 5), 116.67, places=2)
        self.assertAlmostEqual(load.epley(100, 10), 133.33, places=2)
        self.assertAlmostEqual(load.brzycki(100, 5), 112.5)
        self.assertAlmostEqual(load.brzycki(100, 10), load.epley(100, 10), places=2)
        self.assertEqual((load.epley(80, 1), load.brzycki(80, 1)), (80, 80))
        with self.assertRaises(InvalidInput):
            load.brzycki(100, 37)


class Classes(unittest.TestCase):
    def test_loads_of_a_class_and_a_week(self) -> None:
        """Joint seconds times their load, runs, landings, and the week with its rest days."""
        library = a_library(
            a_movement("k", joints={Joint.KNEE: 2}),
            a_movement("j", joints={Joint.KNEE: 1}, impact=2, contacts_per_rep=1),
        )
        design = a_class(work(circuit(2), "k", "j"))
        members = Facts(a_plan(design, None, design), library).classes
        loads = class_load(members[0])
        self.assertEqual(loads.joint_seconds[Joint.KNEE], 2 * (2 * 40 + 40))
        self.assertEqual((loads.knee_run, loads.wrist_run, loads.contacts), (4, 0, 40))
        self.assertFalse(loads.strength)
        # 4 bouts of 40 s, 3 rests of 20 s, 10 s of the first showing: 230 s at effort 6.5.
        self.assertAlmostEqual(loads.session_load, 6.5 * 230 / 60)
        week = week_load(members)
        self.assertAlmostEqual(week.total, 2 * loads.session_load)
        # Two equal days of seven: mean 2/7, deviation 0.488 of a day.
        assert week.monotony is not None and week.strain is not None
        self.assertAlmostEqual(week.monotony, 0.5855, places=4)
        self.assertAlmostEqual(week.strain, week.total * week.monotony)
