"""Weeks as they were taught, worked by hand."""

from __future__ import annotations

import datetime as dt
import unittest
from dataclasses import replace
from fractions import Fraction

from grike.core.anatomy import Muscle
from grike.core.bouts import Bout, Side
from grike.core.done import Complaint, Otherwise
from grike.core.done_by import Teaching, Went, taught_by_many, trends
from grike.core.done_seasons import Season, seasons_done
from grike.core.done_weeks import Taught, acute_to_chronic_of, share_done, weeks_done
from grike.core.expansion import steps
from grike.core.formats import StraightSets
from grike.core.movement import Joint
from grike.core.record import SessionRecord
from grike.exchange.library import shipped_library
from tests.builders import a_class, work

LIBRARY = shipped_library()
SORE = (Complaint(Joint.KNEE), Complaint(Joint.WRIST), Complaint(Joint.KNEE))
#: Squats and staggered bridges, three sets of ten; the bridges on each side.
DESIGN = a_class(work(StraightSets(3, 30, 60, reps=10), "squat", "staggered-bridge"))


def all_of(movement: str, side: Side | None = None) -> tuple[Otherwise, ...]:
    """Return that all bouts of a movement were left out, or those of one side."""
    return tuple(
        Otherwise(step.block, step.place, step.round, step.side, movement)
        for step in steps(DESIGN, LIBRARY)
        if isinstance(step, Bout) and step.movement.id == movement and side in (None, step.side)
    )


def taught(day: int, *otherwise: Otherwise, effort: float | None = 6) -> Taught:
    return Taught(day, DESIGN, SessionRecord(45, effort, otherwise=otherwise))


class Weeks(unittest.TestCase):
    def test_squats_that_were_left_out_are_missed(self) -> None:
        """Three sets a class: of two classes' six the quadriceps got three, and it says squats."""
        (week,) = weeks_done([taught(0), taught(2, *all_of("squat"))], LIBRARY)
        self.assertEqual(week.recorded, 2)
        self.assertEqual(week.muscles[Muscle.QUADRICEPS], (Fraction(6), Fraction(3)))
        self.assertEqual(week.short, {"squat": (Fraction(6), Fraction(3))})
        share = share_done(week)
        assert share is not None
        self.assertLess(share, 1)

    def test_a_side_that_was_left_out(self) -> None:
        """Without the right side of the bridges only the left one's seconds are there."""
        (even,) = weeks_done([taught(0)], LIBRARY)
        self.assertEqual(even.left, even.right)
        (uneven,) = weeks_done([taught(0, *all_of("staggered-bridge", Side.RIGHT))], LIBRARY)
        self.assertEqual((uneven.left, uneven.right), (even.left, 0))

    def test_loads_of_a_week(self) -> None:
        """Foster 2001: effort times minutes; three days of 270 in seven, 810 in all.

        Mean 810 / 7 = 115.71; spread (n - 1) of 270, 0, 270, 0, 270, 0, 0 is 144.32; so monotony is
        0.80 and strain 649, worked by hand.
        """
        (week,) = weeks_done([taught(0), taught(2), taught(4)], LIBRARY)
        self.assertEqual(week.load, 810)
        assert week.monotony is not None and week.strain is not None
        self.assertAlmostEqual(week.monotony, 0.802, places=3)
        self.assertAlmostEqual(week.strain, 649.5, places=0)

    def test_an_effort_that_nobody_gave_is_not_nought(self) -> None:
        """With one effort unknown the load of the week is unknown, and the sets are not."""
        (week,) = weeks_done([taught(0), taught(2, effort=None)], LIBRARY)
        self.assertEqual((week.load, week.monotony, week.strain), (None, None, None))
        self.assertEqual(share_done(week), 1)

    def test_each_week_by_itself(self) -> None:
        """Nothing is recorded in the second week of three: it is not there."""
        self.assertEqual([w.week for w in weeks_done([taught(15), taught(1)], LIBRARY)], [0, 2])

    def test_acute_to_chronic(self) -> None:
        """Three weeks of 540 and one of 1,080: 1,080 over their mean of 675 is 1.6, by hand.

        With a week unknown among the four nothing is told (the ratio is contested anyway).
        """
        steady = [taught(7 * week + day) for week in range(3) for day in (0, 2)]
        hard = [taught(21 + day) for day in (0, 1, 2, 4)]
        weeks = weeks_done([*steady, *hard], LIBRARY)
        self.assertEqual(set(ratios := acute_to_chronic_of(weeks)), {3})
        self.assertAlmostEqual(ratios[3], 1.6)
        self.assertEqual(acute_to_chronic_of(weeks_done([*steady[2:], *hard], LIBRARY)), {})


class ByInstructor(unittest.TestCase):
    def test_trends_by_hand(self) -> None:
        """Ada: 45 and 45 minutes of 40 are 5 over; efforts of 6 and 8 are 7; half of one class."""
        out = all_of("squat")
        teachings = [
            Teaching(taught(0), 1, 1, "Ada", 40),
            Teaching(taught(7, effort=8), 2, 2, "Ada", 40),
            Teaching(taught(2, *out, effort=None), 3, 1, "Bo", 45),
        ]
        ada, bo = trends(teachings, LIBRARY)
        self.assertEqual((ada.of, ada.went), ("Ada", Went(2, 5, 1, 7, None)))
        self.assertEqual(ada.efforts, {0: 6, 1: 8})
        went = bo.went
        self.assertEqual((went.over, went.effort, went.heads, bo.efforts), (0, None, None, {}))
        assert went.share is not None
        self.assertLess(went.share, 1)

    def test_one_design_taught_by_many(self) -> None:
        """Only the design that two have taught is compared."""
        one, other = Teaching(taught(0), 1, 1, "Ada", 40), Teaching(taught(2), 2, 1, "Bo", 40)
        alone = Teaching(taught(7), 3, 2, "Ada", 40)
        self.assertEqual(taught_by_many([one, alone, other]), [[one, other]])


class BySeason(unittest.TestCase):
    """Three sets of squats and three of bridges a side: a class has six sets, or three of them."""

    def _season(self, number: int, month: int, *, heads: int | None, effort: float) -> Season:
        days = (0, 2, 7)
        records = [SessionRecord(45, effort, heads, complaints=SORE[n : n + 1]) for n in range(3)]
        told = [Taught(day, DESIGN, own) for day, own in zip(days, records, strict=True)]
        own = [Teaching(one, number, n, "Ada", 40) for n, one in enumerate(told)]
        return Season(number, f"Season {number}", dt.date(2026, month, 5), {0: 2, 1: 2}, own)

    def test_two_seasons_by_hand(self) -> None:
        """Of week 2 one class of two is known: only week 1, twice 45 times 6 = 540, is a load."""
        later = self._season(1, 10, heads=14, effort=6)
        earlier = self._season(2, 1, heads=12, effort=7)
        empty = Season(3, "Not begun", dt.date(2026, 12, 1), {0: 2}, ())
        first, second = seasons_done([later, empty, earlier], LIBRARY)
        self.assertEqual((first.season.series_id, second.season.series_id), (2, 1))
        self.assertEqual(second.load, 540)
        self.assertEqual([(w.week, w.load) for w in second.weeks], [(0, 540), (1, None)])
        self.assertEqual(second.sore, {Joint.KNEE: 2, Joint.WRIST: 1})
        self.assertEqual(second.sets, 6)
        self.assertEqual(
            list(second.since),
            [
                "2 more people a class",
                "effort 1 lower",
                "as many sets done a class",
                "the load of a week 90 lower",
            ],
        )

    def test_a_class_that_was_taught_twice_is_one_class(self) -> None:
        """Three classes, one of them at noon as well: four teachings, and three are recorded."""
        own = self._season(1, 1, heads=9, effort=6)
        noon = replace(own.teachings[0], session_id=9)
        (season,) = seasons_done([replace(own, teachings=[*own.teachings, noon])], LIBRARY)
        self.assertEqual((season.recorded, season.went.classes), (3, 4))

    def test_what_nobody_counted_is_not_compared(self) -> None:
        """Without people in one of them nothing is said of people."""
        _, now = seasons_done(
            [self._season(1, 1, heads=None, effort=6), self._season(2, 2, heads=9, effort=6)],
            LIBRARY,
        )
        self.assertFalse([words for words in now.since if "people" in words])
