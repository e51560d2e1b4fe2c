"""Sessions through the API: added, taught, recorded; what is learned reaches the real clock."""

from __future__ import annotations

import unittest
from typing import Any

from httpx2 import Response

from grike.store import people
from tests.api.base import WithApplication


class Sessions(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.people = {p["name"]: p["id"] for p in self.client.get("/api/people").json()}

    def of_class(self, slot: int = 0) -> str:
        return f"/api/series/{self.series_id}/classes/{slot}"

    def a_session(self, slot: int = 0, instructor: str = "Ivo Instructor", day: int = 30) -> int:
        body = {"starts_at": f"2026-11-{day}T18:00:00", "instructor": self.people[instructor]}
        answer = self.post(f"{self.of_class(slot)}/sessions", body)
        self.assertEqual(answer.status_code, 201, answer.text)
        return int(answer.json()["id"])

    def record(self, session: int, **changes: Any) -> Response:
        body: dict[str, Any] = {"minutes": 47, "effort": 6, "heads": 11, "note": " Warm hall. "}
        answer: Response = self.client.put(
            f"/api/sessions/{session}/record", json=body | changes, headers=self.csrf
        )
        return answer

    def real_seconds(self, slot: int = 0) -> int:
        return int(self.client.get(self.of_class(slot)).json()["real_seconds"])

    def test_a_session_is_added_shown_and_taken_out(self) -> None:
        """It stands on the class with date, room and instructor until it is removed."""
        session = self.a_session()
        (shown,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertEqual((shown["id"], shown["instructor"]), (session, "Ivo Instructor"))
        self.assertEqual(shown["starts_at"], "2026-11-30T18:00:00")
        gone = self.client.delete(f"/api/sessions/{session}", headers=self.csrf)
        self.assertEqual(gone.status_code, 204)
        self.assertEqual(self.client.get(self.of_class()).json()["sessions"], [])

    def test_unknown_people_slots_and_sessions(self) -> None:
        """Each is refused in words and adds nothing."""
        when = {"starts_at": "2026-11-30T18:00:00"}
        answer = self.post(f"{self.of_class()}/sessions", when | {"instructor": 10**6})
        self.assertEqual((answer.status_code, set(answer.json()["fields"])), (422, {"instructor"}))
        self.assertEqual(self.post(f"{self.of_class(99)}/sessions", when).status_code, 404)
        self.assertEqual(self.record(10**6).status_code, 404)
        self.assertEqual(self.client.get(self.of_class()).json()["sessions"], [])

    def test_a_record_is_kept_and_replaced(self) -> None:
        """Minutes, effort, people and note come back; a second record takes the first's place."""
        session = self.a_session()
        self.assertEqual(self.record(session).status_code, 200)
        self.assertEqual(self.record(session, minutes=44.5, effort=7).status_code, 200)
        (shown,) = self.client.get(self.of_class()).json()["sessions"]
        kept = {key: shown[key] for key in ("minutes", "effort", "heads", "note")}
        self.assertEqual(kept, {"minutes": 44.5, "effort": 7, "heads": 11, "note": "Warm hall."})

    def test_a_record_that_came_meanwhile_is_not_written_over(self) -> None:
        """One made over nothing, or over another, is refused; the same again is not."""
        session = self.a_session()
        self.assertEqual(self.record(session, over=None).status_code, 200)
        self.assertEqual(self.record(session, over=None).status_code, 200)
        late = self.record(session, minutes=40, over=None)
        self.assertEqual((late.status_code, late.json()["code"]), (409, "conflict"))
        self.assertIn("by Dora Director: 47 min, effort 6", late.json()["title"])
        (first,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertEqual(first["minutes"], 47)
        corrected = self.record(session, minutes=45, over=first["kept_at"])
        self.assertEqual(corrected.status_code, 200, corrected.text)
        again = self.record(session, minutes=44, over=first["kept_at"])
        self.assertEqual(again.status_code, 409)
        (now,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertEqual(now["minutes"], 45)
        self.assertEqual(self.record(session, minutes=44, over=now["kept_at"]).status_code, 200)

    def test_a_session_with_a_record_stays(self) -> None:
        """What was recorded is not thrown away by a slip."""
        session = self.a_session()
        self.record(session)
        answer = self.client.delete(f"/api/sessions/{session}", headers=self.csrf)
        self.assertEqual(answer.status_code, 409)

    def test_impossible_records_are_told_and_kept_nowhere(self) -> None:
        """By field for the form, by kind for a mark."""
        session = self.a_session()
        answer = self.record(session, minutes=0, effort=12)
        self.assertEqual(set(answer.json()["fields"]), {"minutes", "effort"})
        marks = [{"kind": "to_floor_seconds", "took": 9999}]
        self.assertIn("cannot be", self.record(session, marks=marks).json()["title"])
        (shown,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertIsNone(shown["minutes"])

    def test_who_may_record(self) -> None:
        """The instructor of the session may, another instructor may not; whoever directs may."""
        mine, not_mine = self.a_session(0), self.a_session(1, "Dora Director")
        self.sign_in("ivo")
        self.assertEqual(self.record(mine).status_code, 200)
        refused = self.record(not_mine)
        self.assertEqual((refused.status_code, refused.json()["code"]), (403, "not-allowed"))
        (shown,) = self.client.get(self.of_class(0)).json()["sessions"]
        self.assertTrue(shown["mine"])
        for role in ("director", "owner"):
            with self.database.transaction() as connection:
                people.set_role(connection, self.people["Dora Director"], role)
            self.sign_in()
            self.assertEqual(self.record(mine).status_code, 200, role)

    def test_the_recorded_effort_is_the_load_of_the_week(self) -> None:
        """6 for 47 minutes: the week's load moves from the plan to the record."""
        planned = self.client.get(self.of_class()).json()["load"]["session_load"]
        before = self.board(self.series_id)["week_loads"]["0"]["total"]
        self.record(self.a_session())
        after = self.board(self.series_id)["week_loads"]["0"]["total"]
        self.assertAlmostEqual(after, before - planned + 6 * 47, delta=1.5)

    def measured(self, slot: int, factor: float) -> list[dict[str, Any]]:
        """Return marks as if everything that can be measured had taken so many times longer."""
        cues = self.client.get(f"{self.of_class(slot)}/floor").json()["cues"]
        self.assertEqual(len(cues), len(self.client.get(self.of_class(slot)).json()["real"]))
        return [
            {
                "kind": m["kind"],
                "took": m["planned"] * factor,
                "planned": m["planned"],
                "movement": m["movement"],
            }
            for cue in cues
            if (m := cue["measure"])
        ]

    def test_one_bad_evening_changes_no_clock(self) -> None:
        """A single session at three times the time leaves the real clock as it was."""
        before = self.real_seconds()
        self.record(self.a_session(), marks=self.measured(0, 3))
        self.assertEqual(self.real_seconds(), before)

    def test_what_comes_back_reaches_the_clock_of_that_instructor(self) -> None:
        """Eight slow evenings of Ivo make his classes longer, and Dora's less so."""
        self.a_session(1, "Dora Director")
        before = [self.real_seconds(slot) for slot in (0, 1)]
        marks = self.measured(0, 2)
        for day in range(20, 28):
            self.record(self.a_session(0, day=day), marks=marks)
        pace = self.client.get(
            f"/api/series/{self.series_id}/pace?instructor={self.people['Ivo Instructor']}"
        ).json()
        self.assertEqual(pace["instructor"], "Ivo Instructor")
        shown = {entry["kind"]: entry for entry in pace["kinds"]}
        show = shown["show_first_today_seconds"]
        self.assertEqual((show["usual"], show["value"], show["sessions"]), (10, 20, 8))
        self.assertTrue(show["low"] <= show["value"] <= show["high"])
        self.assertGreater(self.real_seconds(0), before[0])
        self.assertGreaterEqual(self.real_seconds(1), before[1])

    def test_whoever_taught_it_records_it_and_once(self) -> None:
        """Ivo stepped in: his record makes the session; sent again it is the same one.

        What he left out is told in words, and his file of the house has it.
        """
        self.sign_in("ivo")
        cue = next(
            c for c in self.client.get(f"{self.of_class()}/floor").json()["cues"] if c["movement"]
        )
        bout = {key: cue[key] for key in ("block", "place", "round", "side", "movement")}
        record = {"minutes": 44, "effort": 5, "otherwise": [bout]}
        body = {"starts_at": "2026-11-30T18:05:00", "record": record}
        path = f"{self.of_class()}/taught"
        ids = {self.post(path, body).json()["id"] for _ in range(2)}
        self.assertEqual(len(ids), 1)
        (shown,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertEqual((shown["instructor"], shown["minutes"]), ("Ivo Instructor", 44))
        self.assertEqual(len(shown["differed"]), 1)
        self.assertIn("left out", shown["differed"][0])
        twice = {**body, "record": {**record, "otherwise": [bout, bout]}}
        self.assertEqual(self.post(path, twice).status_code, 422)

    def test_what_was_done_of_the_weeks(self) -> None:
        """Nothing recorded: no week. A class done as planned: all of its sets; one left out: fewer.

        What was planned for the recorded class is what its own page says.
        """
        path = f"/api/series/{self.series_id}/done"
        self.assertEqual(self.client.get(path).json(), [])
        session = self.a_session()
        self.record(session)
        (week,) = self.client.get(path).json()
        self.assertEqual((week["week"], week["recorded"], week["share"]), (0, 1, 1))
        self.assertEqual((week["load"], week["short"]), (6 * 47, []))
        volume = self.client.get(self.of_class()).json()["volume"]["muscles"]
        planned = {m["muscle"]: m["sets"] for m in volume if m["sets"]}
        told = {m["muscle"]: m["planned"] for m in week["muscles"] if m["planned"]}
        self.assertEqual(set(told), set(planned))
        for muscle, sets in planned.items():
            self.assertAlmostEqual(told[muscle], sets, delta=0.06)
        cues = self.client.get(f"{self.of_class()}/floor").json()["cues"]
        keys = ("block", "place", "round", "side", "movement")
        bouts = [c for c in cues if (c["kind"], c["purpose"]) == ("work", "work")]
        gone = [{k: c[k] for k in keys} for c in bouts if c["movement"] == bouts[0]["movement"]]
        self.assertEqual(self.record(session, otherwise=gone).status_code, 200)
        (week,) = self.client.get(path).json()
        self.assertLess(week["share"], 1)
        self.assertEqual([m["movement"] for m in week["short"]], [bouts[0]["movement"]])
        self.assertIn("left out", week["differed"][0]["differed"][0])

    def test_a_correction_keeps_what_was_noted_on_the_floor(self) -> None:
        """Another effort leaves what was timed, left out and sore; an empty list takes it away."""
        cues = self.client.get(f"{self.of_class()}/floor").json()["cues"]
        bout = next(c for c in cues if (c["kind"], c["purpose"]) == ("work", "work"))
        keys = ("block", "place", "round", "side", "movement")
        floor = {
            "otherwise": [{k: bout[k] for k in keys}],
            "complaints": [{"joint": "knee"}],
            "marks": self.measured(0, 2),
        }
        session = self.a_session()
        self.record(session, **floor)
        self.record(session, effort=7)
        (shown,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertEqual((shown["effort"], len(shown["differed"])), (7, 2))
        with self.database.transaction() as connection:
            timed = connection.rows("SELECT 1 FROM session_mark WHERE session_id = %s", (session,))
        self.assertEqual(len(timed), len(floor["marks"]))
        self.record(session, otherwise=[], complaints=[])
        (shown,) = self.client.get(self.of_class()).json()["sessions"]
        self.assertEqual(shown["differed"], [])

    def test_one_class_as_two_taught_it(self) -> None:
        """Ivo and Dora teach the same class: each has a line, and the class stands side by side."""
        path = f"/api/series/{self.series_id}/done-by"
        self.assertEqual(self.client.get(path).json(), {"trends": [], "places": [], "often": []})
        self.record(self.a_session())
        self.record(self.a_session(instructor="Dora Director"), minutes=44, effort=None)
        found = self.client.get(path).json()
        planned = round(self.real_seconds() / 60, 1)
        over = {own["of"]: own["over"] for own in found["trends"]}
        self.assertAlmostEqual(over["Ivo Instructor"], 47 - planned, delta=0.11)
        self.assertAlmostEqual(over["Dora Director"], 44 - planned, delta=0.11)
        (often,) = found["often"]
        self.assertEqual([one["effort"] for one in often["times"]], [6, None])
        self.assertEqual(
            [one["over"] for one in often["times"]], [over["Ivo Instructor"], over["Dora Director"]]
        )

    def test_steps_when_it_runs_late(self) -> None:
        """Each step saves more than the one before, says what goes, and keeps the cool-down."""
        whole = self.client.get(f"{self.of_class()}/floor").json()["cues"]
        steps = self.client.get(f"{self.of_class()}/floor/shorter").json()
        lengths = [sum(c["end"] - c["start"] for c in cues) for cues in [s["cues"] for s in steps]]
        self.assertEqual(lengths, sorted(lengths, reverse=True))
        self.assertLess(lengths[-1], whole[-1]["end"] - 180)
        for step in steps:
            self.assertTrue(step["cuts"])
            ending = [c["movement"] for c in step["cues"] if c["purpose"] == "cool-down"]
            self.assertEqual(ending, [c["movement"] for c in whole if c["purpose"] == "cool-down"])
        wrong = self.client.get(f"{self.of_class()}/floor/shorter?order=nothing")
        self.assertEqual(wrong.status_code, 422)

    def test_without_records_the_pace_is_the_usual(self) -> None:
        """Every kind from no session; an unknown series is not there."""
        pace = self.client.get(f"/api/series/{self.series_id}/pace").json()
        self.assertTrue(all(e["value"] == e["usual"] for e in pace["kinds"]))
        self.assertEqual({e["sessions"] for e in pace["kinds"]}, {0})
        self.assertEqual(self.client.get("/api/series/99999/pace").status_code, 404)


if __name__ == "__main__":
    unittest.main()
