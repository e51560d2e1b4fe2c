"""Pace from records: usual without any, robust to one bad evening, per instructor and movement."""

from __future__ import annotations

import unittest
from typing import Any

from grike.core.clock import class_clock
from grike.core.errors import InvalidInput
from grike.core.formats import StraightSets
from grike.core.pace import DEFAULT_PACE
from grike.core.pace_learning import PRIOR_SESSIONS, REPS, Record, estimate, learned_pace
from tests.builders import a_class, a_library, work


def evenings(kind: str, *took: float, **more: Any) -> list[Record]:
    return [Record(kind, seconds, n, **more) for n, seconds in enumerate(took)]


class Learning(unittest.TestCase):
    def test_without_records(self) -> None:
        """The usual pace, from no sessions."""
        learned = learned_pace([])
        self.assertEqual(learned.pace, DEFAULT_PACE)
        self.assertEqual(learned.kinds["to_floor_seconds"].sessions, 0)

    def test_one_bad_evening_changes_nothing(self) -> None:
        """5 s usual, one evening of 60 s: still 5, and so after four good ones and a bad one."""
        for took in ((60.0,), (5, 5, 6, 5, 60)):
            pace = learned_pace(evenings("to_floor_seconds", *took)).pace
            self.assertEqual(pace.to_floor_seconds, 5)

    def test_what_comes_back_is_believed(self) -> None:
        """With more sessions than the usual value weighs, what they say is taken."""
        few = learned_pace(evenings("to_floor_seconds", *[9.0] * PRIOR_SESSIONS))
        many = learned_pace(evenings("to_floor_seconds", *[9.0] * (PRIOR_SESSIONS + 1)))
        self.assertEqual((few.pace.to_floor_seconds, many.pace.to_floor_seconds), (7, 9))

    def test_uncertainty_shrinks(self) -> None:
        """Quartiles lie around the value and close in as evenings agree."""
        wide = estimate([(1, 4.0), (2, 12.0)], 8)
        close = estimate([(n, 8.0) for n in range(9)], 8)
        self.assertTrue(wide.low < wide.value < wide.high)
        self.assertGreater(wide.high - wide.low, close.high - close.low)
        self.assertEqual(close.sessions, 9)

    def test_a_session_speaks_once(self) -> None:
        """Twenty slow changes of one evening are one evening."""
        slow = [Record("fetch_kit_seconds", 30, "tuesday") for _ in range(20)]
        self.assertEqual(learned_pace(slow).pace.fetch_kit_seconds, 4)

    def test_an_instructor_with_a_group(self) -> None:
        """Own records go before those of all, which go before the usual."""
        records = [
            *evenings("show_new_seconds", *[30.0] * 5, instructor="Tobin", group="crew"),
            *evenings("show_new_seconds", *[12.0] * 5, instructor="Ilsa", group="crew"),
        ]
        self.assertEqual(learned_pace(records, "Ilsa", "crew").pace.show_new_seconds, 12)
        self.assertEqual(learned_pace(records, "Tobin").pace.show_new_seconds, 30)
        self.assertIn(learned_pace(records, "Nobody").pace.show_new_seconds, range(12, 31))

    def test_movements_have_their_own_pace(self) -> None:
        """Squats counted at one and a half times the plan lengthen their bouts and no others."""
        slow = [Record(REPS, 30, n, movement_id="squat", planned=20) for n in range(5)]
        learned = learned_pace(slow)
        self.assertEqual(learned.pace.factor_of("squat"), 1.5)
        self.assertEqual(learned.movements["squat"].sessions, 5)
        library = a_library("squat", "other")
        design = a_class(work(StraightSets(1, 0, 0, reps=10), "squat"))
        self.assertEqual(class_clock(design, library).real_seconds, 10 + 20)
        self.assertEqual(class_clock(design, library, pace=learned.pace).real_seconds, 10 + 30)

    def test_impossible_records(self) -> None:
        """An unknown kind, a negative time and an hour for a rest are refused."""
        for record in (
            Record("napping", 5, 1),
            Record("to_floor_seconds", -1, 1),
            Record("to_floor_seconds", 3600, 1),
            Record(REPS, 20, 1),
        ):
            with self.subTest(record), self.assertRaises(InvalidInput):
                learned_pace([record])
