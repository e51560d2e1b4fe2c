"""From what was done: proposed to all, taken or left by directors, asked again if undone."""

from __future__ import annotations

import datetime as dt
from typing import Any
from unittest import mock

from grike.api.following import routes
from grike.core.bouts import Side
from grike.core.done import Complaint, Otherwise
from grike.core.formats import StraightSets
from grike.core.item import Item
from grike.core.movement import Joint
from grike.core.record import SessionRecord
from grike.core.series import SeriesPlan
from grike.store import changes, series, sessions
from tests.api.base import WithApplication
from tests.builders import MONDAY, a_class, a_plan, only, work


class Following(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        today = mock.patch.object(routes, "today", return_value=MONDAY)
        today.start()
        self.addCleanup(today.stop)
        self.sign_in()
        self.series = self.a_series()
        self.path = f"/api/series/{self.series}"
        detail = self.get("/classes/0")
        work = [b for b in detail["blocks"] if b["purpose"] == "work"]
        self.gone = {item["movement"] for block in work[:2] for item in block["items"]}

    def get(self, path: str) -> Any:
        answer = self.client.get(self.path + path)
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def record_the_first(self, joint: str = "") -> None:
        """Teach the first class without two of its parts, and perhaps with something sore."""
        cues = [c for c in self.get("/classes/0")["nominal"] if c["kind"] == "work"]
        otherwise = [
            {key: cue[key] for key in ("block", "place", "round", "side", "movement")}
            for cue in cues
            if cue["movement"] in self.gone
        ]
        unique = {(o["block"], o["place"], o["round"], o["side"]): o for o in otherwise}
        sore = [{"joint": joint, "movement": ""}] if joint else []
        record = {"minutes": 45, "effort": 6, "otherwise": [*unique.values()], "complaints": sore}
        body = {"starts_at": "2026-11-30T18:00:00Z", "record": record}
        answer = self.post(f"{self.path}/classes/0/taught", body)
        self.assertEqual(answer.status_code, 201, answer.text)

    def answer(self, how: str, own: Any, version: int) -> int:
        body = {"version": version, "keys": own["keys"]}
        return int(self.post(f"{self.path}/following/{how}", body).status_code)

    def keys(self) -> list[Any]:
        return [own["keys"] for own in self.get("/following")["proposals"]]

    def test_nothing_is_proposed_without_a_record(self) -> None:
        """A series that nobody has taught yet has nothing to follow."""
        self.assertEqual(self.get("/following")["records"], 0)
        self.assertEqual(self.keys(), [])

    def test_taken_undone_and_left(self) -> None:
        """A proposal changes a later class only; undone it is there again; left it is not."""
        self.record_the_first("knee")
        found = self.get("/following")
        own = found["proposals"][0]
        self.assertTrue(found["proposals"] and 0 not in own["slots"])
        self.assertEqual(self.answer("take", own, found["version"]), 200)
        self.assertEqual(self.get("/history")[0]["label"], own["text"][:200])
        self.assertNotIn(own["keys"], self.keys())
        self.assertEqual(self.answer("take", own, found["version"]), 409)
        version = self.get("/following")["version"]
        self.assertEqual(self.answer("take", own, version), 409)
        self.post(f"{self.path}/undo", {"version": version})
        self.assertIn(own["keys"], self.keys())
        self.assertEqual(self.answer("leave", own, self.get("/following")["version"]), 200)
        self.assertNotIn(own["keys"], self.keys())

    def test_a_sore_knee_is_in_the_note_of_the_next_class(self) -> None:
        """It stands on the class, in its document, and on the sheet's page of the class."""
        self.record_the_first("knee")
        found = self.get("/following")
        own = next(one for one in found["proposals"] if one["because"] == "complaint")
        self.assertIn("is for a doctor first", own["why"])
        self.answer("take", own, found["version"])
        (slot,) = own["slots"]
        note = self.get(f"/classes/{slot}")["note"]
        self.assertIn("A sore knee in week 1 Monday.", note)

    def taught(self, plan: SeriesPlan, records: dict[int, SessionRecord]) -> None:
        """Have another series of which classes were recorded, by day."""
        with self.database.transaction() as connection:
            self.series = series.add(connection, plan, None)
            stored = series.get(connection, self.series)
            changes.save(connection, stored, plan.classes, "Plan the series", None)
            designs = series.get(connection, self.series).designs
            for planned in plan.classes:
                day = planned.slot.day
                if day not in records:
                    continue
                at = dt.datetime.combine(MONDAY + dt.timedelta(days=day), dt.time(18))
                design = designs[planned.slot.index]
                own = sessions.add(connection, design, self.series, day, at, None, None)
                sessions.put_record(connection, own, records[day], None)
        self.path = f"/api/series/{self.series}"

    def test_what_comes_back_says_what_was_reached(self) -> None:
        """Three weeks of squats: done, two of three sets, not taught yet."""
        weeks = [
            a_class(work(StraightSets(3, 30, 60, reps=reps), Item("squat", carried=reps > 8)))
            for reps in (8, 10, 12)
        ]
        out = Otherwise(0, 0, 3, Side.BOTH, "squat")
        short = SessionRecord(45, 6, otherwise=(out,))
        plan = a_plan(*weeks, weeks=3, weekdays=(0,), sheet=only("D7b"))
        self.taught(plan, {0: SessionRecord(45, 6), 7: short})
        (squat,) = self.get("/returning")
        reached = [time["reached"] for time in squat["times"]]
        self.assertEqual(reached, ["", "2 of 3 sets", None])

    def test_a_caution_is_a_change_of_the_set_up(self) -> None:
        """After two evenings of sore knees: taken it is in the set-up, undone it is asked again."""
        deep, easy = (
            a_class(work(StraightSets(3, 30, 60, reps=10), name, "push-up"))
            for name in ("forward-lunge", "glute-bridge")
        )
        plan = a_plan(deep, deep, easy, easy, weeks=2, weekdays=(0, 2), sheet=only("D7b"))
        sore = SessionRecord(45, 6, complaints=(Complaint(Joint.KNEE, ""),))
        self.taught(plan, {0: sore, 2: sore})
        found = self.get("/following")
        (own,) = [one for one in found["proposals"] if one["because"] == "complaint"]
        self.assertEqual(own["slots"], [])
        self.assertEqual(self.answer("take", own, found["version"]), 200)
        set_up = self.get("/setup")["wishes"]
        cautions = [
            (one["week"], one["weekday"], one["cautions"]) for one in set_up["class_cautions"]
        ]
        self.assertEqual(cautions, [(2, 0, ["easy-on-knees"]), (2, 2, ["easy-on-knees"])])
        self.assertEqual(self.get("/classes/2")["spared"], ["no high load on the knees"])
        self.assertNotIn(own["keys"], self.keys())
        self.post(f"{self.path}/undo", {"version": self.get("/following")["version"]})
        self.assertEqual(self.get("/setup")["wishes"]["class_cautions"], [])
        self.assertIn(own["keys"], self.keys())

    def test_who_teaches_sees_it_and_does_not_decide(self) -> None:
        """Ivo reads the proposals; taking and leaving are a director's."""
        self.record_the_first("knee")
        self.sign_in("ivo")
        found = self.get("/following")
        self.assertTrue(found["proposals"])
        for how in ("take", "leave"):
            self.assertEqual(self.answer(how, found["proposals"][0], found["version"]), 403)
