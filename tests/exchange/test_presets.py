"""Presets: each is explained, fills the sheet, and can be planned."""

from __future__ import annotations

import unittest
from dataclasses import replace

from bench.bench_corpus import FOLDER, request_of
from grike.core.kit import Room
from grike.core.movement import Position
from grike.core.planner import Problem, plan
from grike.core.rules import BY_ID, Facts, broken_musts, default_sheet, findings
from grike.core.sheet import Mode
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from tests.core.test_planner import HALL, LIBRARY, empty, made


class Presets(unittest.TestCase):
    def test_seven_with_a_sentence_each(self) -> None:
        """Seven ways of working; the last is the default sheet, the others build on the first."""
        self.assertEqual(
            [preset.id for preset in presets()],
            [
                "blend",
                "steady-build",
                "always-fresh",
                "joint-kind",
                "short-lunch",
                "chair-and-band",
                "balance-only",
            ],
        )
        self.assertEqual(presets()[-1].sheet(), default_sheet())
        blend, *others = (preset.sheet() for preset in presets()[:-1])
        self.assertIs(blend["P2"].mode, Mode.MUST)
        for sheet in others:
            self.assertIs(sheet["P11"].mode, Mode.MUST)

    def test_what_is_measured_is_what_is_used(self) -> None:
        """The requests with shapes that are measured ask for what a new series in *Blend* does."""
        blend = presets()[0].sheet()
        names = [own.stem for own in FOLDER.glob("t-*.json")]
        self.assertEqual(len(names), 12)
        for name in names:
            asked = request_of(name).sheet
            self.assertEqual([asked[rule] for rule in BY_ID], [blend[rule] for rule in BY_ID], name)

    def test_they_differ_by_what_comes_back(self) -> None:
        """Two lifts of a class for four weeks, four for six, none."""
        lines = {own.id: own.sheet()["P7"] for own in presets()}
        asked = {name: (line.whole("mains"), line.whole("weeks")) for name, line in lines.items()}
        self.assertEqual(asked["blend"], (2, 4))
        self.assertEqual(asked["steady-build"], (4, 6))
        self.assertIs(lines["always-fresh"].mode, Mode.OFF)

    def test_sentences(self) -> None:
        """Each is explained in whole sentences."""
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
                shapes = shipped_shapes() if preset.shaped else ()
                shape = replace(request.shape, class_shapes=shapes)
                request = replace(request, sheet=preset.sheet(), shape=shape)
                result = plan(Problem(request, LIBRARY), None, 1)
                facts = Facts(made(result), LIBRARY)
                self.assertEqual(broken_musts(findings(facts)), [])
                movements = [m for c in facts.classes for _, _, m in c.work_movements]
                if preset.id in ("joint-kind", "chair-and-band"):
                    self.assertFalse([m.name for m in movements if m.impact == 2])
                if preset.id == "chair-and-band":
                    upright = {Position.STANDING, Position.SEATED_CHAIR, Position.HANDS_RAISED}
                    self.assertLessEqual({m.position for m in movements}, upright)
