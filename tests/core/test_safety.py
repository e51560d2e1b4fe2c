"""What is said where people teach is said everywhere alike, and advice keeps nobody going."""

from __future__ import annotations

import re
import unittest

from grike.core.movement import Joint, Position, Role
from grike.core.safety import BEFORE, STOP
from grike.exchange.library import shipped_library
from scripts.paths import ROOT

LIBRARY = shipped_library()
#: Positions in which the weight of the body rests on the hands.
ON_THE_HANDS = frozenset(
    {Position.ALL_FOURS, Position.HIGH_PLANK, Position.CRAB, Position.BEAR, Position.HANDS_RAISED}
)
#: Positions in which it rests on a knee or on both.
ON_THE_KNEES = frozenset({Position.KNEELING, Position.HALF_KNEELING, Position.ALL_FOURS})


class Words(unittest.TestCase):
    def test_the_readme_says_what_the_pages_say(self) -> None:
        """Both sentences stand in it word for word."""
        text = re.sub(r"\s+", " ", (ROOT / "README.md").read_text(encoding="utf-8"))
        self.assertIn(STOP, text)
        self.assertIn(BEFORE, text)

    def test_whoever_is_dizzy_stops(self) -> None:
        """No care names dizziness or breath without stopping, sitting or leaving it out."""
        for movement in LIBRARY:
            care = movement.care.lower()
            if "dizz" in care or "breathless" in care or "faint" in care:
                self.assertRegex(care, r"stop|sit|leave", movement.id)


class Frame(unittest.TestCase):
    def test_hands_and_knees_that_carry_are_loaded(self) -> None:
        """In warm-up and cool-down too, so that the cautions for them hold there."""
        for movement in LIBRARY:
            if movement.role is Role.WORK:
                continue
            if movement.position in ON_THE_HANDS:
                self.assertIn(Joint.WRIST, movement.joints, movement.id)
            if movement.position in ON_THE_KNEES:
                self.assertIn(Joint.KNEE, movement.joints, movement.id)

    def test_what_leaves_the_ground_says_so(self) -> None:
        """Impact 2 has contacts to count and a low-impact option."""
        for movement in LIBRARY:
            if movement.impact == 2:
                self.assertGreater(movement.contacts_per_rep, 0, movement.id)
                self.assertIsNotNone(movement.low_impact, movement.id)


if __name__ == "__main__":
    unittest.main()
