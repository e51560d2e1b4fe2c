"""Movements are found by any of their names, by pattern and muscle, and with a letter wrong."""

from __future__ import annotations

import unittest

from grike.exchange.library import shipped_library
from grike.exchange.search import By, search

LIBRARY = shipped_library()
#: What people type, and the movement that they mean. Source: common practice, no source.
TYPED = {
    "mountain climber": "climber",
    "Romanian deadlift": "dumbbell-deadlift",
    "lateral raise": "side-raise",
    "pushup": "push-up",
    "russian twist": "seated-twist",
    "reverse fly": "bent-over-rear-raise",
    "skull crusher": "lying-triceps-extension",
    "hamstring curl": "slider-leg-curl",
    "jumping jacks": "jumping-jack",
    "box jump": "hop-onto-step",
    "leg extension": "seated-knee-extension",
}


class Search(unittest.TestCase):
    def test_what_people_type_is_found(self) -> None:
        """Each is there, by one of its names."""
        for text, wanted in TYPED.items():
            found = {hit.movement_id: hit.by for hit in search(LIBRARY, text)}
            self.assertIn(wanted, found, text)
            self.assertIn(found[wanted], (By.NAME, By.OTHER_NAME), text)

    def test_it_says_which_name_matched(self) -> None:
        """The other name comes back with the movement."""
        hit = next(h for h in search(LIBRARY, "mountain climb") if h.movement_id == "climber")
        self.assertEqual(hit.words.casefold(), "mountain climber")

    def test_spelling_is_forgiven(self) -> None:
        """A letter lost, doubled or swapped still finds it, and comes last."""
        for text, wanted in (
            ("montain climber", "climber"),
            ("goblet sqaut", "goblet-squat"),
            ("glutte bridge", "glute-bridge"),
            ("biceps crul", "curl"),
            ("calf rase", "calf-raise"),
        ):
            self.assertIn(wanted, [hit.movement_id for hit in search(LIBRARY, text)], text)
        self.assertIs(search(LIBRARY, "goblet sqaut")[-1].by, By.SPELLING)

    def test_patterns_and_muscles_are_found(self) -> None:
        """A pattern finds its movements; a muscle those that work it."""
        hinges = {hit.movement_id for hit in search(LIBRARY, "hinge")}
        own = {m.id for m in LIBRARY if m.pattern.value == "hinge"}
        self.assertLessEqual(own, hinges)
        self.assertIn("side-plank", {hit.movement_id for hit in search(LIBRARY, "obliques")})

    def test_nothing_finds_nothing(self) -> None:
        """Signs alone and words from elsewhere find nothing, and nothing breaks."""
        for text in ("", "  ", "--", "qqqqzzzz", "💥", "%_'"):
            self.assertEqual(search(LIBRARY, text), [], text)


if __name__ == "__main__":
    unittest.main()
