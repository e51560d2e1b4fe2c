"""Seasons begun again and weeks given away: worked by hand on two weeks of two days."""

from __future__ import annotations

import datetime as dt
import unittest
from dataclasses import replace

from grike.core.errors import InvalidInput
from grike.core.seasons import next_season
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.series_codec import shape_from, shape_to
from grike.core.teaching import Teaching, begins_at, to_be_taught
from tests.builders import FULL, a_class, a_plan, circuit, work

MONDAY = dt.date(2026, 11, 30)


def at(day: int, hour: int) -> dt.datetime:
    return dt.datetime.combine(MONDAY + dt.timedelta(days=day), dt.time(hour))


class NextSeason(unittest.TestCase):
    def setUp(self) -> None:
        empty = a_plan(room=FULL, weeks=2, weekdays=(0, 2), start=MONDAY)
        days = empty.shape.slots()
        names = ("squat", "row", "press", "squat")
        designs = [a_class(work(circuit(), name)) for name in names]
        pairs = zip(days, designs, strict=True)
        classes = tuple(PlannedClass(day, design, True) for day, design in pairs)
        self.plan = SeriesPlan(empty.shape, empty.sheet, classes, frozenset({"plank"}))

    def test_classes_keep_their_days_and_nothing_is_locked(self) -> None:
        """The same designs seven weeks later; what was done and what was known is known."""
        after = next_season(self.plan, "Again", dt.date(2027, 1, 18), classes=True)
        self.assertEqual(
            [own.slot.date for own in after.classes],
            [
                dt.date(2027, 1, 18),
                dt.date(2027, 1, 20),
                dt.date(2027, 1, 25),
                dt.date(2027, 1, 27),
            ],
        )
        designs = [own.design for own in self.plan.classes]
        self.assertEqual([own.design for own in after.classes], designs)
        self.assertFalse(any(own.held for own in after.classes))
        self.assertLessEqual({"squat", "row", "press", "plank"}, after.known)
        self.assertEqual(after.shape.name, "Again")

    def test_a_start_in_the_middle_of_a_week_leaves_its_first_day_out(self) -> None:
        """From a Tuesday on the first Monday is no day; without classes all is to be planned."""
        after = next_season(self.plan, "Again", dt.date(2027, 1, 19), classes=True)
        self.assertEqual([own.slot.day for own in after.classes], [2, 7, 9])
        empty = next_season(self.plan, "Again", dt.date(2027, 1, 19), classes=False)
        self.assertEqual((empty.classes, empty.known), ((), after.known))


class WeekGiven(unittest.TestCase):
    def test_times(self) -> None:
        """Its own time, that of its weekday elsewhere, or the usual one; the taught one is left."""
        shape = a_plan(room=FULL, weeks=2, weekdays=(0, 2, 4), start=MONDAY).shape
        slots = {slot.day: slot for slot in shape.slots() if slot.week == 1}
        known = [Teaching(0, at(0, 17), True), Teaching(7, at(7, 19), False)]
        self.assertEqual(
            to_be_taught(slots, known), [(7, at(7, 19)), (9, at(9, 18)), (11, at(11, 18))]
        )
        known = [Teaching(2, at(2, 6), True), Teaching(7, at(7, 19), True)]
        self.assertEqual(to_be_taught(slots, known), [(9, at(9, 6)), (11, at(11, 18))])

    def test_the_times_of_the_set_up(self) -> None:
        """They hold where nobody is down yet; a time that somebody put down goes before."""
        shape = a_plan(room=FULL, weeks=2, weekdays=(0, 2), start=MONDAY).shape
        shape = replace(shape, times={0: dt.time(7), 2: dt.time(12)})
        slots = {slot.day: slot for slot in shape.slots() if slot.week == 1}
        known = [Teaching(2, at(2, 6), False)]
        wanted = [(7, at(7, 7)), (9, at(9, 6))]
        self.assertEqual(to_be_taught(slots, known, shape.times), wanted)
        self.assertEqual(
            [begins_at(own, shape.times) for own in slots.values()], [at(7, 7), at(9, 12)]
        )
        self.assertEqual(shape_from(shape_to(shape)), shape)
        with self.assertRaisesRegex(InvalidInput, "Only a day of the series has a time"):
            replace(shape, times={3: dt.time(7)})
        with self.assertRaisesRegex(InvalidInput, "'noon' is no time of day"):
            shape_from(shape_to(shape) | {"times": {"0": "noon"}})
