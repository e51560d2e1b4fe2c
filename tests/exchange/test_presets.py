"""Presets: each is explained, fills the sheet, and can be planned."""

from __future__ import annotations

import unittest
from dataclasses import replace

from grike.core.kit import Room
from grike.core.movement import Position
from grike.core.planner import Problem, plan
from grike.core.rules import Facts, broken_musts, default_sheet, findings
from grike.exchange.presets import presets
from tests.core.test_planner import HALL, LIBRARY, empty, made


class Presets(unittest.TestCase):
    def test_seven_with_a_sentence_each(self) -> None:
        """Seven ways of working; the first is the default sheet."""
        self.assertEqual(
            [preset.id for preset in presets()],
            [
                "blend",
                "steady-build",
                "always-fresh",
                "main-lifts",
                "joint-kind",
                "short-lunch",
                "chair-and-band",
            ],
        )
        self.assertEqual(presets()[0].sheet(), default_sheet())
        self.assertTrue(all(preset.sentence.endswith(".") for preset in presets()))

    def test_each_can_be_planned(self) -> None:
        """A week of each breaks no must rule, and does what its sentence says."""
        for preset in presets():
            with self.subTest(preset.id):
                room = Room("Hall", preset.kit, 20) if preset.kit else HALL
                request = empty(
                    weeks=1,
                    room=room,
                    minutes=preset.minutes or 45,
                    level=preset.level or 2,
                )
                request = replace(request, sheet=preset.sheet())
                result = plan(Problem(request, LIBRARY), None, 1)
                facts = Facts(made(result), LIBRARY)
                self.assertEqual(broken_musts(findings(facts)), [])
                movements = [m for c in facts.classes for _, _, m in c.work_movements]
                if preset.id in ("joint-kind", "chair-and-band"):
                    self.assertFalse([m.name for m in movements if m.impact == 2])
                if preset.id == "chair-and-band":
                    upright = {Position.STANDING, Position.SEATED_CHAIR, Position.HANDS_RAISED}
                    self.assertLessEqual({m.position for m in movements}, upright)
