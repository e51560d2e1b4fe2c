"""Sites, who is down for two things at once, and what a class lacks in another room."""

from __future__ import annotations

import datetime as dt
import random
import unittest
from dataclasses import replace
from typing import Any

from grike.core.double_booking import WAY, Booking, clashes
from grike.core.errors import InvalidInput
from grike.core.kit import Kit, Room
from grike.core.sharing import lacks
from grike.core.site import Site
from tests.builders import a_class, a_library, a_movement, circuit, work

DAY = dt.datetime(2026, 11, 30)


def booked(number: int, at: float, minutes: float = 45, **more: Any) -> Booking:
    """Return a booking of Ada in the hall of the boathouse, at an hour and its parts."""
    begins = DAY + dt.timedelta(hours=at)
    own = Booking(
        number,
        number,
        f"Class {number}",
        begins,
        begins + dt.timedelta(minutes=minutes),
        1,
        "Ada",
        "Hall",
        "Boathouse",
    )
    return replace(own, **more)


class Clashes(unittest.TestCase):
    def told(self, own: Booking, *others: Booking) -> list[str]:
        return list(clashes(own, [own, *others]))

    def test_one_person_at_two_classes(self) -> None:
        """18:00 to 18:45, and 18:30: they lie over each other; 18:45 begins as the other ends."""
        own = booked(1, 18)
        self.assertEqual(
            self.told(own, booked(2, 18.5, room="Loft")),
            ["Ada is down for Class 2 at 18:30 as well."],
        )
        self.assertEqual(self.told(own, booked(2, 18.75, room="Loft")), [])

    def test_one_room_with_two_classes(self) -> None:
        """Bo's class is in the way of the room; that two teach one class together is not."""
        own, bo = booked(1, 18), dict[str, Any](who_id=2, who="Bo")
        self.assertEqual(
            self.told(own, booked(2, 17.5, **bo)), ["Hall has Class 2 at 17:30 as well."]
        )
        self.assertEqual(self.told(own, booked(2, 18, design_id=1, **bo)), [])
        self.assertEqual(self.told(own, booked(2, 18, room=None, **bo)), [])

    def test_the_way_between_sites(self) -> None:
        """Common practice, no source: half an hour. 17:50 is ten minutes before 18:00."""
        own, there = booked(1, 18), dict[str, Any](room="Loft", site="Quay")
        late = booked(2, 17, 50, **there)
        self.assertEqual(
            self.told(own, late),
            ["Ada has 10 minutes from Class 2 at Quay to Class 1 at Boathouse."],
        )
        self.assertEqual(self.told(own, booked(2, 16.75, 45, **there)), [])
        self.assertEqual(self.told(own, replace(late, site="Boathouse")), [])
        self.assertEqual(self.told(own, replace(late, site=None)), [])

    def test_both_sides_say_so(self) -> None:
        """Of random bookings, one that is in the way of another has that one in its own way."""
        rng = random.Random(3)
        for _ in range(300):
            one, other = (
                booked(
                    number,
                    rng.randrange(64, 80) / 4,
                    rng.choice((30, 45, 60)),
                    who_id=(who := rng.choice((1, 2, None))),
                    who="" if who is None else f"Person {who}",
                    room=(room := rng.choice(("Hall", "Loft", None))),
                    site={"Hall": "Boathouse", "Loft": "Quay"}.get(room or ""),
                )
                for number in (1, 2)
            )
            mine, theirs = self.told(one, other), self.told(other, one)
            self.assertEqual(len(mine), len(theirs), (one, other))
            first, second = sorted((one, other), key=lambda own: own.starts_at)
            if second.starts_at - first.ends_at >= WAY:
                self.assertEqual(mine, [])


class AnotherRoom(unittest.TestCase):
    def test_what_it_lacks(self) -> None:
        """Twelve people, eight bells, no band; at stations one bell for a station is enough."""
        library = a_library(
            a_movement("swing", kit=frozenset({Kit.KETTLEBELL})),
            a_movement("row", kit=frozenset({Kit.LONG_BAND})),
        )
        room = Room("Loft", {Kit.KETTLEBELL: 8}, 10)
        design = a_class(work(circuit(), "swing", "row"))
        self.assertEqual(
            list(lacks(design, library, room, 12)),
            [
                "It holds 10 people, and 12 come.",
                "It has no long bands.",
                "Of this there is less than 12 people need: 8 kettlebells.",
            ],
        )
        self.assertEqual(list(lacks(design, library, room, 8)), ["It has no long bands."])
        stations = a_class(work(circuit(), "swing", "row", stations=True))
        self.assertEqual(
            list(lacks(stations, library, replace(room, heads=12), 12)), ["It has no long bands."]
        )


class OfASite(unittest.TestCase):
    def test_what_cannot_be_is_told_at_its_field(self) -> None:
        """No name, and words without an end."""
        for field, site in (
            ("name", ("  ",)),
            ("address", ("Quay", "a" * 201)),
            ("in_emergency", ("Quay", "", "a" * 501)),
        ):
            with self.subTest(field), self.assertRaises(InvalidInput) as told:
                Site(*site)
            self.assertEqual(set(told.exception.fields), {field})


if __name__ == "__main__":
    unittest.main()
