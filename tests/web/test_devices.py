"""Devices behind their ports: what a strap sends, how a pulse is judged, when beats fall."""

from __future__ import annotations

import itertools
import random
import unittest
from typing import Any

from grike.api.library.catalogue import the_catalogue
from grike.core.errors import InvalidInput
from grike.core.load import PULSE_SPREAD, highest_pulse, zone_of
from tests.web.node import Call, called

HEART_RATE, PULSE = "shared/devices/heartRate", "features/teach/pulse"
METRONOME = "features/teach/metronome"


class Strap(unittest.TestCase):
    def test_measurements_by_the_specification(self) -> None:
        """Bluetooth SIG, Heart Rate Service 1.0, 3.1: flags, then the pulse in one byte or two.

        0x00 is one byte; 0x01 two, the low one first; 0x06 on the skin, 0x04 not; 0x08 has two
        bytes of energy to be skipped; 0x10 intervals in parts of 1,024 of a second. By hand.
        """
        cases: list[tuple[list[int], dict[str, Any]]] = [
            ([0x00, 72], {"pulse": 72, "contact": None, "between": []}),
            ([0x01, 0x2C, 0x01], {"pulse": 300, "contact": None, "between": []}),
            ([0x06, 140], {"pulse": 140, "contact": True, "between": []}),
            ([0x04, 140], {"pulse": 140, "contact": False, "between": []}),
            ([0x18, 60, 0xFF, 0xFF, 0x00, 0x04], {"pulse": 60, "contact": None, "between": [1.0]}),
            ([0x10, 120, 0x00, 0x02, 0x00, 0x02], {"pulse": 120, "between": [0.5, 0.5]}),
        ]
        found = called([Call(HEART_RATE, "fromBytes", (bytes_,)) for bytes_, _ in cases])
        for (_, told), own in zip(cases, found, strict=True):
            self.assertEqual(own, {"contact": None} | told)
        cut_off = called([Call(HEART_RATE, "fromBytes", (own,)) for own in ([], [0x01, 1])])
        self.assertEqual(cut_off, [None, None])

    def test_the_stand_in_sends_what_it_measures(self) -> None:
        """Any pulse survives the way over the air, but for a part in 1,024 of its intervals."""
        rng = random.Random(1)
        told: list[dict[str, Any]] = [
            {
                "pulse": rng.randint(30, 400),
                "contact": rng.choice([True, False, None]),
                "between": [rng.uniform(0.2, 2) for _ in range(rng.randrange(4))],
            }
            for _ in range(50)
        ]
        for own, heard in zip(
            told, called([Call(HEART_RATE, "overTheAir", (one,)) for one in told]), strict=True
        ):
            self.assertEqual((heard["pulse"], heard["contact"]), (own["pulse"], own["contact"]))
            self.assertEqual(len(heard["between"]), len(own["between"]))
            for ours, theirs in zip(own["between"], heard["between"], strict=True):
                self.assertAlmostEqual(ours, theirs, delta=1 / 1024)


class Judged(unittest.TestCase):
    def test_the_phone_judges_as_the_core(self) -> None:
        """Zone and spread of 300 random pulses, ages and resting pulses; none without a reserve."""
        by = the_catalogue().pulse.model_dump(mode="json")
        rng = random.Random(2)
        given = [
            (rng.randint(50, 200), rng.randint(16, 95), rng.randint(40, 150)) for _ in range(300)
        ]
        zones = called([Call(PULSE, "zoneOf", (*one, by)) for one in given])
        spreads = called([Call(PULSE, "zonesWithin", (*one, by)) for one in given])
        seen = set()
        for one, zone, spread in zip(given, zones, spreads, strict=True):
            try:
                wanted = zone_of(*one)
            except InvalidInput:
                self.assertIsNone(zone)
                continue
            self.assertEqual(zone["name"], wanted, one)
            seen.add(wanted)
            pulse, age, resting = one
            # A highest pulse that is ten beats higher is that of somebody 100 / 7 years younger.
            years = PULSE_SPREAD / (highest_pulse(0) - highest_pulse(1))
            ends = []
            for off in (-years, years):
                try:
                    ends.append(zone_of(pulse, age + off, resting))
                except InvalidInput:
                    continue
            self.assertEqual(spread, list(dict.fromkeys(ends)), one)
        self.assertEqual(seen, {"easy", "moderate", "vigorous", "hardest"})

    def test_a_worked_example(self) -> None:
        """By hand: at 40, 208 - 28 = 180; from 60 a reserve of 120; 0.4 of it is 108, 0.6 is 132.

        Zones by reserve as in ACSM's guidelines: moderate from 40 %, vigorous from 60 % to 89 %.
        """
        for pulse, zone in ((107, "easy"), (108, "moderate"), (132, "vigorous"), (167, "hardest")):
            self.assertEqual(zone_of(pulse, 40, 60), zone)


class Metronome(unittest.TestCase):
    def test_beats_come_once_and_on_time(self) -> None:
        """Looked after at any moments, a beat every half second falls once, on its half second."""
        rng = random.Random(4)
        until = [0.0]
        while until[-1] < 20:
            until.append(until[-1] + rng.uniform(0.05, 0.4))
        calls = [
            Call(METRONOME, "beatsUntil", (0.25, 0.5, before, after))
            for before, after in itertools.pairwise(until)
        ]
        beats = [beat for some in called(calls) for beat in some]
        wanted = [0.25 + 0.5 * n for n in range(len(beats))]
        self.assertGreater(len(beats), 38)
        for beat, own in zip(beats, wanted, strict=True):
            self.assertAlmostEqual(beat, own, places=9)
