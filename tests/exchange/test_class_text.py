"""Classes as people type them: parts, amounts, and movements by names that are nearly right."""

from __future__ import annotations

import random
import unittest

from grike.exchange.class_text import Kind, read_class
from grike.exchange.library import shipped_library

LIBRARY = shipped_library()
#: As a class may stand in a notebook; written for this test.
NOTEBOOK = """
Warm up:
- march with arm swing 30s
STRENGTH 3 x 10
1. Goblet squats 3x10
2) bent over row, 12 reps each side
Abs
plank (40 sec)
crunchs
Bring your own bottle to the xylophone
"""


class ClassText(unittest.TestCase):
    def test_a_notebook(self) -> None:
        """Parts by any of their names, amounts in any place, plurals and slips of the pen."""
        lines = read_class(NOTEBOOK, LIBRARY)
        kinds = [(line.kind, line.part) for line in lines]
        self.assertEqual(
            [part for kind, part in kinds if kind is Kind.PART], ["warm-up", "lift", "core"]
        )
        found = {
            line.guesses[0].movement_id: (line.sets, line.reps, line.seconds)
            for line in lines
            if line.kind is Kind.MOVEMENT and line.guesses
        }
        self.assertEqual(found["march-with-arm-swing"], (None, None, 30))
        self.assertEqual(found["goblet-squat"], (3, 10, None))
        self.assertEqual(found["bent-over-row"], (None, 12, None))
        self.assertEqual(found["crunch"], (None, None, None))
        self.assertEqual([line.sets for line in lines if line.part == "lift"], [3])

    def test_every_name_is_itself(self) -> None:
        """Each movement of the library is found for sure by its own name, with any amount."""
        draw = random.Random(3)
        for movement in LIBRARY:
            amount = draw.choice(["", " 12", " 3 x 8", " 40 s"])
            line = read_class(movement.name + amount, LIBRARY)[0]
            if line.kind is Kind.PART:
                continue
            names = [guess.name for guess in line.guesses]
            self.assertEqual(names[:1], [movement.name], movement.name + amount)
            self.assertTrue(line.sure, movement.name)

    def test_cells_of_a_table(self) -> None:
        """Tabs and semicolons part words and figures as spaces do; lines of figures say nothing."""
        lines = read_class("Movement;reps\nPush-up;15\n;;\n12\t30\nSquat\t20\n", LIBRARY)
        said = [(line.guesses[0].movement_id, line.reps) for line in lines if line.sure]
        self.assertEqual(said, [("push-up", 15), ("squat", 20)])

    def test_nothing_breaks_it(self) -> None:
        """Any text gives lines, and never more than a class could have."""
        draw = random.Random(5)
        for _ in range(40):
            text = "".join(draw.choice("ab 3x:;\n\t(é💪-") for _ in range(300))
            self.assertLessEqual(len(read_class(text, LIBRARY)), 200)
