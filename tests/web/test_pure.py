"""What the pages work out by themselves agrees with the core, and keeps what was typed."""

from __future__ import annotations

import datetime as dt
import random
import unittest
from typing import Any

from grike.core.clock import class_clock
from grike.core.errors import InvalidInput
from grike.core.formats import StraightSets
from grike.exchange.library import shipped_library
from grike.exchange.search import search
from tests.builders import MONDAY, a_class, a_library, a_shape, circuit, work
from tests.web.node import SAME, Call, a_date, called

TEACH, SETUP, TIME = "features/teach/run", "features/setup/draft", "shared/format/time"
FILTER = "features/movements/filter"


def a_draft(rng: random.Random) -> dict[str, Any]:
    """Return what the set-up page could hold, with closed days that may or may not matter."""
    start = MONDAY + dt.timedelta(rng.randrange(7))
    days = rng.sample(range(7), rng.randint(1, 6))
    closed = {
        (start + dt.timedelta(rng.randrange(60))).isoformat() for _ in range(rng.randrange(9))
    }
    return {
        "start": start.isoformat(),
        "weeks": rng.randint(1, 8),
        "weekdays": sorted(days),
        "closed": sorted(closed),
    }


def slots_of(draft: dict[str, Any]) -> int:
    """Return how many classes the core makes of a draft; it refuses one without any."""
    try:
        shape = a_shape(
            draft["weekdays"],
            draft["weeks"],
            start=dt.date.fromisoformat(draft["start"]),
            closed=frozenset(map(dt.date.fromisoformat, draft["closed"])),
        )
    except InvalidInput:
        return 0
    return len(shape.slots())


class Dose(unittest.TestCase):
    def test_a_bout_is_counted_or_timed(self) -> None:
        """Seconds take the reps out, and reps the seconds; what is the same again changes none."""
        counted, timed = {"movement": "squat", "reps": 12}, {"movement": "squat", "seconds": 35}
        found = called(
            [
                Call("shared/format/formats", "withDose", (counted, "seconds", 35)),
                Call("shared/format/formats", "withDose", (timed, "reps", 12)),
                Call("shared/format/formats", "withDose", (counted, "reps", 14)),
            ]
        )
        self.assertEqual(found, [timed, counted, {**counted, "reps": 14}])


class Where(unittest.TestCase):
    def test_the_sites_to_know(self) -> None:
        """Who is down in the loft is told of its site alone; who is down for none, of both."""
        places = [{"site": "Quay"}, {"site": "Boathouse"}]
        hall = {"room": "Hall", "site": "Boathouse", "mine": False}
        loft = {"room": "Loft", "site": "Quay", "mine": False}
        detail = {"room": "Hall", "places": places}
        mine, anybodys, nobodys = called(
            [
                Call("shared/format/whereTaught", "whereTaught", ({**detail, "sessions": own},))
                for own in ([hall, {**loft, "mine": True}], [hall, loft], [])
            ]
        )
        own = {**loft, "mine": True}
        quay = [{"site": "Quay"}]
        self.assertEqual(mine, {"sessions": [own], "rooms": "Loft", "places": quay})
        both = {"sessions": [hall, loft], "rooms": "Hall or Loft", "places": places}
        self.assertEqual(anybodys, both)
        self.assertEqual(nobodys, {"sessions": [], "rooms": "Hall", "places": places})


class SetUp(unittest.TestCase):
    def test_the_page_counts_the_classes_that_the_core_makes(self) -> None:
        """On random starts, days and closed days the form's count is the number of slots."""
        rng = random.Random(11)
        drafts = [a_draft(rng) for _ in range(120)]
        counted = called([Call(SETUP, "classCount", (draft,)) for draft in drafts])
        for draft, count in zip(drafts, counted, strict=True):
            self.assertEqual(count, slots_of(draft), draft)
        self.assertGreater(len(set(counted)), 15)

    def test_next_monday(self) -> None:
        """A series begins on the Monday after today, never on today."""
        days = [dt.date(2026, 11, 23) + dt.timedelta(n) for n in range(14)]
        given = called([Call(SETUP, "nextMonday", (a_date(f"{day}T12:00:00"),)) for day in days])
        for day, iso in zip(days, given, strict=True):
            monday = dt.date.fromisoformat(iso)
            self.assertEqual((monday.weekday(), 1 <= (monday - day).days <= 7), (0, True))


class Clock(unittest.TestCase):
    def test_seconds_are_said_in_minutes(self) -> None:
        """m:ss, and how a class lies against its slot."""
        given = called(
            [
                *(Call(TIME, "clock", (seconds,)) for seconds in (0, 59, 60, 3599.6, -5)),
                *(Call(TIME, "againstSlot", (at, 2700)) for at in (2700, 2705, 2610)),
            ]
        )
        self.assertEqual(given[:5], ["0:00", "0:59", "1:00", "60:00", "0:00"])
        self.assertEqual(given[5:], ["fits to the second", "0:05 over", "1:30 under"])


class Teaching(unittest.TestCase):
    def test_a_class_that_is_left_to_itself_runs_by_its_clock(self) -> None:
        """Ticked at any moment, the page stands at the cue in which the core's clock has it."""
        design = a_class(work(circuit(3, 40, 20), "a", "b", "c"))
        clock = class_clock(design, a_library("a", "b", "c"))
        cues = [{"start": cue.start, "end": cue.end, "measure": None} for cue in clock.nominal]
        (begun,) = called([Call(TEACH, "begin", (cues, 0))])
        moments = list(range(0, clock.nominal_seconds, 7))
        stands = called([Call(TEACH, "tick", (begun, 1000 * at)) for at in moments])
        for at, run in zip(moments, stands, strict=True):
            now = clock.nominal[run["index"]]
            self.assertTrue(now.start <= at < now.end, at)
            self.assertEqual(run["cueBegan"], 1000 * now.start)

    def test_what_waits_is_timed_and_taken_back(self) -> None:
        """A cue that waits for the group stays until it is pressed on; going back forgets it."""
        design = a_class(work(StraightSets(2, 30, 30, reps=10), "a"))
        clock = class_clock(design, a_library("a"))
        cues: list[dict[str, Any]] = [
            {"start": cue.start, "end": cue.end, "measure": None} for cue in clock.real
        ]
        cues[0]["measure"] = {"kind": "reps", "movement": "a", "planned": 30}
        (begun,) = called([Call(TEACH, "begin", (cues, 0))])
        waiting, pressed = called(
            [
                Call(TEACH, "tick", (begun, 500_000)),
                Call(TEACH, "next", (begun, 33_000)),
            ]
        )
        self.assertEqual(waiting["index"], 0)
        self.assertEqual([mark["took"] for mark in pressed["marks"]], [33.0])
        (back,) = called([Call(TEACH, "back", (pressed, 40_000))])
        self.assertEqual((back["index"], back["marks"]), (0, []))


class Drafts(unittest.TestCase):
    def test_differences_name_what_the_other_has(self) -> None:
        """Two drafts of a class: a movement swapped and a rest changed are told, and no more."""
        mine, theirs = a_document("squat", 20), a_document("split-squat", 30)
        told, none = called(
            [
                Call("features/edit/differences", "differences", (mine, theirs, SAME)),
                Call("features/edit/differences", "differences", (mine, dict(mine), SAME)),
            ]
        )
        self.assertEqual([line.split(": ")[0] for line in told["mine"]], ["Block 1", "Block 1, 1"])
        self.assertIn("rest seconds 30", told["theirs"][0])
        self.assertEqual(told["theirs"][1], "Block 1, 1: split-squat")
        self.assertEqual(none, {"mine": [], "theirs": []})


class Library(unittest.TestCase):
    def test_a_movement_is_found_by_what_people_call_it(self) -> None:
        """By its other names, hyphens and spaces aside; the list says which name it was."""
        movements = [
            {"id": m.id, "name": m.name, "other_names": m.other_names, "kit": [], "joints": {}}
            | {key: [] for key in ("targets", "assists", "prepares", "stretches")}
            for m in shipped_library()
        ]
        nothing = dict.fromkeys(("family", "muscle", "kit", "position", "joint", "role"), "")
        looked_for = {
            "mountain climber": "climber",
            "Romanian deadlift": "dumbbell-deadlift",
            "lateral raise": "side-raise",
            "pushup": "push-up",
            "jumping jacks": "jumping-jack",
            "box jump": "hop-onto-step",
            "v-up": "jack-knife-sit-up",
            "raise calf": "calf-raise",
        }
        found = called(
            [
                Call(FILTER, "matching", (movements, {**nothing, "text": text}))
                for text in looked_for
            ]
        )
        for (text, wanted), own in zip(looked_for.items(), found, strict=True):
            self.assertIn(wanted, [m["id"] for m in own], text)
            self.assertLess(len(own), 30, text)
        for text, own in zip(looked_for, found, strict=True):
            server = {hit.movement_id for hit in search(shipped_library(), text)}
            self.assertLessEqual({m["id"] for m in own}, server, text)
        climber = next(m for m in movements if m["id"] == "climber")
        words = called(
            [Call(FILTER, "foundAs", (climber, text)) for text in ("mountain", "climb", "")]
        )
        self.assertEqual(words, ["mountain climber", None, None])


def a_document(movement: str, rest: int) -> dict[str, Any]:
    """Return a small class as the editor has it."""
    fmt = {"kind": "timed-circuit", "work_seconds": 40, "rest_seconds": rest}
    block = {"purpose": "work", "format": fmt, "items": [{"movement": movement}]}
    return {"name": "A class", "focus": "lower", "blocks": [block]}


if __name__ == "__main__":
    unittest.main()
