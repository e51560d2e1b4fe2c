"""Ordinary acts and odd input that used to break Grike for everybody: each one stays mended."""

from __future__ import annotations

import time
import unittest
from typing import Any
from unittest import mock

import anyio
import pymysql
from fastapi.testclient import TestClient
from httpx2 import Response
from starlette.types import Message

from grike.api import headers
from grike.api.app import create_app
from grike.api.bodies import Bodies as LimitedBodies
from grike.api.state import Config
from grike.core.errors import Conflict
from grike.exchange.library import shipped_library
from grike.store import library, runs, series, sessions
from tests.api.base import PASSWORD, WithApplication, a_set_up

RECORD = {"minutes": 44.0, "effort": 6, "heads": 12, "note": ""}


class Attacks(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def put(self, path: str, body: Any) -> Response:
        answer: Response = self.client.put(path, json=body, headers=self.csrf)
        return answer

    def fields(self, **changes: str) -> dict[str, str]:
        found = self.client.get("/api/movements/squat/fields").json()["fields"]
        texts = {field["name"]: field["text"] for field in found}
        return texts | {"id": "boat-squat", "name": "Boat squat", "other_names": ""} | changes


class Movements(Attacks):
    def tearDown(self) -> None:
        with self.database.transaction() as connection:
            connection.run("DELETE FROM movement WHERE id LIKE 'boat-squat%%'")

    def refused(self, field: str, **changes: str) -> None:
        answer = self.post("/api/movements", {"fields": self.fields(**changes)})
        self.assertEqual(answer.status_code, 422, (changes, answer.text))
        self.assertIn(field, answer.json()["fields"], answer.text)

    def test_what_planning_could_not_use_is_refused_at_its_field(self) -> None:
        """Each of twelve movements that killed every later run is told where it is wrong."""
        five = "one; two; three; four; five"
        for field, text in (
            ("id", "Goblet Squat"),
            ("id", "goblet_squat"),
            ("id", "göblet-squat"),
            ("id", "x" * 81),
            ("name", "x" * 121),
            ("easier", ""),
            ("harder", ""),
            ("cues", five),
            ("faults", five),
            ("targets", "glutes; glutes"),
            ("kit", "mat; mat"),
            ("show_from", "left"),
            ("impact", "²"),
            ("level", "--1"),
            ("contacts_per_rep", "9" * 10_000),
            ("reps", "1-99999"),
        ):
            with self.subTest(field=field, text=text[:20]):
                self.refused(field, **{field: text})

    def test_a_new_movement_can_be_planned_with(self) -> None:
        """One that the form takes in is taken by the planner as well."""
        self.assertEqual(self.post("/api/movements", {"fields": self.fields()}).status_code, 201)
        series_id = self.post("/api/series", a_set_up()).json()["id"]
        run = self.post(f"/api/series/{series_id}/runs", {"version": 1, "seed": 1}).json()["id"]
        self.assertEqual(self.end_of(run)["state"], "done")

    def end_of(self, run: int) -> dict[str, Any]:
        end = time.monotonic() + 60
        while time.monotonic() < end:
            answer: dict[str, Any] = self.client.get(f"/api/runs/{run}").json()
            if answer["state"] in runs.FINAL:
                return answer
            time.sleep(0.05)
        raise AssertionError("the run did not end")

    def test_a_bad_one_that_is_stored_already_is_named(self) -> None:
        """From before there was one judgement: the run says which movement is at fault."""
        with self.database.transaction() as connection:
            squat = library.get(connection, "squat").entry
            bad = squat | {"id": "boat-squat", "name": "Boat squat", "cues": ["a"] * 5}
            library.add(connection, bad)
        series_id = self.post("/api/series", a_set_up()).json()["id"]
        run = self.post(f"/api/series/{series_id}/runs", {"version": 1, "seed": 1}).json()["id"]
        end = self.end_of(run)
        self.assertEqual(end["state"], "failed")
        self.assertIn("Boat squat", end["result"]["message"])

    def test_twins_are_told_apart_as_python_does(self) -> None:
        """An id in capitals is refused; a name with an accent is another movement, and added."""
        self.refused("id", id="SQUAT", name="Another")
        self.post("/api/movements", {"fields": self.fields(name="Cháir squát")})
        self.post(
            "/api/movements", {"fields": self.fields(id="boat-squat-two", name="Chair squát")}
        )
        with self.database.transaction() as connection:
            names = {e["id"]: e["name"] for e in library.entries(connection)}
        self.assertEqual(names["boat-squat"], "Cháir squát")
        self.assertEqual(names["boat-squat-two"], "Chair squát")
        self.assertEqual(len(names), len(shipped_library()) + 2)
        again = self.post("/api/movements", {"fields": self.fields(name="CHÁIR squát")})
        self.assertEqual(again.status_code, 422)

    def test_it_can_be_deleted_until_it_is_used(self) -> None:
        """One that was made here and stands nowhere goes; a shipped or used one is retired."""
        self.post("/api/movements", {"fields": self.fields()})
        gone = self.client.delete("/api/movements/boat-squat", headers=self.csrf)
        self.assertEqual(gone.status_code, 204, gone.text)
        self.assertEqual(self.client.get("/api/movements/boat-squat/fields").status_code, 404)
        shipped = self.client.delete("/api/movements/squat", headers=self.csrf)
        self.assertEqual(shipped.status_code, 409)
        self.assertIn("Retire it", shipped.json()["detail"])


class Records(Attacks):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        body = {"starts_at": "2026-11-30T18:00:00"}
        path = f"/api/series/{self.series_id}/classes/0/sessions"
        self.session = self.post(path, body).json()["id"]

    def test_a_mark_that_cannot_be_kept_changes_nothing(self) -> None:
        """Times that round to nothing, are huge or are no numbers are refused; the board opens."""
        for planned, took in ((0.004, 0.001), (1e5, 1e5), (1e300, 3.0), (-1.0, 3.0)):
            mark = {"kind": "counted_factor", "took": took, "planned": planned}
            answer = self.put(f"/api/sessions/{self.session}/record", RECORD | {"marks": [mark]})
            self.assertEqual(answer.status_code, 422, answer.text)
        self.assertEqual(self.put(f"/api/sessions/{self.session}/record", RECORD).status_code, 200)
        self.board(self.series_id)

    def test_a_bad_mark_from_before_does_not_close_the_board(self) -> None:
        """What an older version let in is left out of the pace."""
        self.put(f"/api/sessions/{self.session}/record", RECORD)
        with self.database.transaction() as connection:
            connection.run(
                "INSERT INTO session_mark (session_id, number, kind, planned, took) "
                "VALUES (%s, 0, 'counted_factor', 0, 1)",
                (self.session,),
            )
            connection.run("UPDATE session_record SET recorded_at = '2030-01-01'")
        self.board(self.series_id)
        self.assertEqual(self.client.get(f"/api/series/{self.series_id}/pace").status_code, 200)

    def test_deleting_keeps_the_records_and_can_be_undone(self) -> None:
        """The series is in the bin with its record count, and comes back whole."""
        self.put(f"/api/sessions/{self.session}/record", RECORD)
        before = self.board(self.series_id)
        self.client.delete(f"/api/series/{self.series_id}", headers=self.csrf)
        self.assertEqual(self.client.get(f"/api/series/{self.series_id}").status_code, 404)
        self.assertEqual(self.client.get("/api/series").json(), [])
        (gone,) = self.client.get("/api/series/bin").json()
        self.assertEqual((gone["records"], gone["by"]), (1, "Dora Director"))
        self.assertEqual(self.post(f"/api/series/{self.series_id}/restore").status_code, 200)
        self.assertEqual(self.board(self.series_id), before)

    def test_closing_a_day_leaves_records_where_they_were(self) -> None:
        """With Monday closed the record is nobody else's; opened again, it is Monday's."""
        self.put(f"/api/sessions/{self.session}/record", RECORD)
        board = self.board(self.series_id)
        body = {"version": board["version"], "closed": ["2026-11-30"], "kit": board["room"]["kit"]}
        answer = self.put(f"/api/series/{self.series_id}/days-and-kit", body)
        self.assertEqual(answer.status_code, 200, answer.text)
        for slot in range(len(self.board(self.series_id)["classes"])):
            detail = self.client.get(f"/api/series/{self.series_id}/classes/{slot}").json()
            self.assertEqual(detail["sessions"], [])
        body = {"version": self.board(self.series_id)["version"]}
        self.assertEqual(
            self.post(f"/api/series/{self.series_id}/undo", body).json()["label"],
            "Change days and kit",
        )
        detail = self.client.get(f"/api/series/{self.series_id}/classes/0").json()
        self.assertEqual([s["minutes"] for s in detail["sessions"]], [44.0])


class Numbers(Attacks):
    def test_rule_numbers_outside_their_limits_are_refused_with_the_limits(self) -> None:
        """Whatever a number is, it is looked at before anything is worked out with it."""
        for rule, name, value in (
            ("C1", "share", 400),
            ("D4", "gap", 2.9),
            ("D1", "hours", 240),
            ("W3", "most", 1e308),
        ):
            answer = self.post("/api/series", a_set_up(rules={rule: {"numbers": {name: value}}}))
            self.assertEqual(answer.status_code, 422, answer.text)
            self.assertRegex(answer.text, "number from 0 to (100|20|168)|at most 100000")

    def test_texts_that_stand_for_numbers_are_no_numbers(self) -> None:
        """A few characters that stand for millions of figures are refused within a second."""
        series_id = self.a_series()
        began = time.monotonic()
        for value in ("1e30000000", "1/0", None, "5", [1]):
            change = {"label": "x", "rules": {"D4": {"numbers": {"gap": value}}}}
            answer = self.post(f"/api/series/{series_id}/what-ifs", {"changes": [change]})
            self.assertEqual(answer.status_code, 422, (value, answer.text))
        for raw in ("NaN", "Infinity", "1e999"):
            body = '{"changes":[{"label":"x","rules":{"D4":{"numbers":{"gap":RAW}}}}]}'
            body = body.replace("RAW", raw)
            headers = {**self.csrf, "Content-Type": "application/json"}
            path = f"/api/series/{series_id}/what-ifs"
            answer = self.client.post(path, content=body, headers=headers)
            self.assertEqual(answer.status_code, 422, (raw, answer.text))
        self.assertLess(time.monotonic() - began, 10)

    def test_unknown_keys_of_a_what_if_are_refused(self) -> None:
        """A misspelt key is told, and nothing is planned."""
        series_id = self.a_series()
        changes: tuple[dict[str, Any], ...] = (
            {"minute": 40},
            {"rules": {"D4": {"number": {}}}},
            {"rules": {"D44": {}}},
        )
        for change in changes:
            body = {"changes": [{"label": "x", **change}]}
            answer = self.post(f"/api/series/{series_id}/what-ifs", body)
            self.assertEqual(answer.status_code, 422, answer.text)

    def test_the_rest_needs_a_day(self) -> None:
        """Without a day, planning the rest would be planning everything."""
        series_id = self.a_series()
        body = {"version": self.board(series_id)["version"], "part": {"kind": "from"}}
        self.assertEqual(self.post(f"/api/series/{series_id}/runs", body).status_code, 422)

    def test_odd_values_by_hand(self) -> None:
        """Each used to end in a server error."""
        series_id = self.a_series()
        version = self.board(series_id)["version"]
        base = f"/api/series/{series_id}"
        answers = [
            self.client.get("/%00"),
            self.client.get("/" + "x" * 3000),
            self.client.get("/api/" + "x" * 3000),
            self.post("/api/series", a_set_up(start="9999-12-31")),
            self.post("/api/series", a_set_up(name="x" * 121)),
            self.post(f"{base}/classes/0/refill", {"version": version, "blocks": [99]}),
            self.post(f"{base}/classes/0/refill", {"version": version, "blocks": []}),
            self.post(f"{base}/classes/0/sessions", {"starts_at": "0001-01-01T00:00:00"}),
            self.post("/api/series", a_set_up(weekdays=[0, 0])),
            self.client.get(f"/api/series/{10**30}"),
            self.client.get("/api/series/" + "9" * 10_000),
        ]
        body = '{"name": "\\ud800", "password": "x"}'
        headers = {"Content-Type": "application/json"}
        answers.append(self.client.post("/api/sign-in", content=body, headers=headers))
        for answer in answers:
            self.assertLess(answer.status_code, 500, (answer.url, answer.text[:200]))


class Bodies(Attacks):
    def test_a_body_is_limited_before_it_is_parsed(self) -> None:
        """Strangers may send little, people who are signed in as much as a class needs."""
        self.client.cookies.clear()
        big = b"[" + b"[]," * 20_000 + b"[]]"
        headers = {"Content-Type": "application/json"}
        answer = self.client.post("/api/sign-in", content=big, headers=headers)
        self.assertEqual(answer.status_code, 413, answer.text)
        self.assertEqual(answer.json()["code"], "body")
        self.sign_in()
        answer = self.client.post("/api/series", content=big, headers=self.csrf | headers)
        self.assertEqual(answer.status_code, 422)
        huge = b"[" + b"[]," * 600_000 + b"[]]"
        answer = self.client.post("/api/series", content=huge, headers=self.csrf | headers)
        self.assertEqual(answer.status_code, 413)

    def test_a_missing_asset_is_never_kept(self) -> None:
        """Only what is there may be cached for ever."""
        answer = self.client.get("/assets/gone.js")
        self.assertEqual(answer.status_code, 404)
        self.assertNotIn("immutable", answer.headers.get("Cache-Control", ""))


class Together(Attacks):
    def test_a_set_up_that_was_changed_meanwhile_is_told(self) -> None:
        """Of two directors who change the minutes the second hears of the first."""
        series_id = self.post("/api/series", a_set_up()).json()["id"]
        mine = self.client.get(f"/api/series/{series_id}/setup").json()
        path = f"/api/series/{series_id}/setup"
        self.assertEqual(self.put(path, mine | {"minutes": 50}).status_code, 200)
        late = self.put(path, mine | {"minutes": 60})
        self.assertEqual(late.status_code, 409)
        self.assertIn("Change the set-up, by Dora Director", late.json()["detail"])
        self.assertEqual(self.client.get(path).json()["minutes"], 50)

    def test_an_undo_asks_where_it_is_anothers(self) -> None:
        """Whose change it is stands on the page; taking it back wants to be sure."""
        series_id = self.a_series()
        with self.database.transaction() as connection:
            connection.run(
                "UPDATE series_change SET person_id = "
                "(SELECT id FROM person WHERE sign_in_name = 'ivo')"
            )
        board = self.board(series_id)
        self.assertEqual(board["undo"]["by"], "Ivo Instructor")
        path, body = f"/api/series/{series_id}/undo", {"version": board["version"]}
        asked = self.post(path, body)
        self.assertEqual((asked.status_code, asked.json()["code"]), (409, "not-yours"))
        self.assertEqual(self.post(path, body | {"sure": True}).status_code, 200)
        after = self.board(series_id)
        self.assertEqual(after["classes"], [])
        self.assertEqual(after["redo"]["label"], "Plan the series")

    def test_edits_of_two_classes_both_count(self) -> None:
        """Two pages of one version, each with its own class: neither is turned away."""
        series_id = self.a_series()
        version = self.board(series_id)["version"]
        for slot in (0, 1):
            body = {"version": version, "locked": True}
            answer = self.post(f"/api/series/{series_id}/classes/{slot}/lock", body)
            self.assertEqual(answer.status_code, 200, answer.text)
        late = self.post(f"/api/series/{series_id}/classes/0/lock", body)
        self.assertEqual(late.status_code, 409)

    def test_a_held_row_is_told_soon_and_truly(self) -> None:
        """Somebody else's long write: within seconds it is said that nothing was saved."""
        series_id = self.a_series()
        version = self.board(series_id)["version"]
        path = f"/api/series/{series_id}/classes/0/lock"
        with self.database.transaction() as other:
            series.lock(other, series_id)
            began = time.monotonic()
            answer = self.post(path, {"version": version, "locked": True})
        self.assertEqual((answer.status_code, answer.json()["code"]), (503, "busy"))
        self.assertIn("Nothing of this change was saved", answer.json()["detail"])
        self.assertLess(time.monotonic() - began, 8)
        self.assertFalse(self.board(series_id)["classes"][0]["locked"])

    def test_a_commit_that_was_lost_is_not_called_unsaved(self) -> None:
        """Where the database goes away while it saves, nobody knows, and that is what is said."""
        series_id = self.a_series()
        version = self.board(series_id)["version"]
        lost = pymysql.err.OperationalError(2013, "Lost connection")
        with mock.patch("pymysql.connections.Connection.commit", side_effect=lost):
            answer = self.post(
                f"/api/series/{series_id}/classes/0/lock", {"version": version, "locked": True}
            )
        self.assertEqual(answer.status_code, 503)
        self.assertIn("is not known", answer.json()["detail"])

    def test_forty_sign_ins_at_once(self) -> None:
        """Too many of one name are told so (429); the number of others makes no 503."""
        from concurrent.futures import ThreadPoolExecutor

        with self.database.transaction() as connection:
            connection.run("DELETE FROM attempt_limit")
        body = {"name": "Ivo ", "password": "reeds-and-rushes"}
        with ThreadPoolExecutor(20) as pool:
            answers = list(
                pool.map(lambda _: self.client.post("/api/sign-in", json=body), range(40))
            )
        states = {answer.status_code for answer in answers}
        self.assertIn(200, states)
        self.assertLessEqual(states, {200, 429})


class Unlocked(Attacks):
    def test_nothing_is_worked_out_while_others_are_kept_waiting(self) -> None:
        """While a re-fill or a fix is looked for, somebody else can hold the same series."""
        series_id = self.a_series()
        version = self.board(series_id)["version"]
        seen: list[int] = []

        def look(*_: Any, **__: Any) -> Any:
            with self.database.transaction() as other:
                seen.append(series.lock(other, series_id).version)
            raise Conflict("Enough was seen.")

        path = f"/api/series/{series_id}"
        with mock.patch("grike.api.classes.routes.refill", side_effect=look):
            self.post(f"{path}/classes/0/refill", {"version": version})
        with mock.patch("grike.api.findings.routes._of", side_effect=look):
            self.post(f"{path}/findings/0/fix", {"version": version, "choice": 0})
        self.assertEqual(seen, [version, version])

    def test_shorten_says_before_what_it_breaks(self) -> None:
        """What is announced as broken or missed is what the board finds after the cut."""
        series_id = self.a_series()
        path = f"/api/series/{series_id}"
        before = {f["what"] for f in self.board(series_id)["findings"] if f["mode"] != "remark"}
        for minutes in (18, 14, 10):
            cut = self.client.get(f"{path}/classes/0/shortened?minutes={minutes}").json()
            if cut["reached"]:
                break
        self.assertTrue(cut["reached"])
        body = {"version": self.board(series_id)["version"], "minutes": minutes}
        self.assertEqual(self.post(f"{path}/classes/0/shorten", body).status_code, 200)
        after = [f for f in self.board(series_id)["findings"] if f["mode"] != "remark"]
        new = {f["what"] for f in after if f["what"] not in before}
        self.assertTrue(cut["breaks"] or cut["misses"])
        self.assertLessEqual({*cut["breaks"], *cut["misses"]}, new | before)
        musts = {f["what"] for f in after if f["mode"] == "must"} - before
        self.assertEqual(set(cut["breaks"]), musts)


class Slow(unittest.TestCase):
    def test_half_a_request_is_not_waited_for(self) -> None:
        """A body that never comes whole is given up after its time, and told."""

        async def never() -> Message:
            await anyio.sleep(5)
            raise AssertionError("waited too long")

        async def inside(*_: Any) -> None:
            raise AssertionError("the application must not see it")

        told: list[Message] = []

        async def send(message: Message) -> None:
            told.append(message)

        scope = {"type": "http", "method": "POST", "path": "/api/sign-in", "headers": []}
        anyio.run(LimitedBodies(inside, seconds=0.1), scope, never, send)
        self.assertEqual(told[0]["status"], 408)


class Headers(Attacks):
    def test_every_answer_has_them(self) -> None:
        """A page, a problem, an unknown address and a failure of ours; nothing of the API stays."""
        series_id = self.a_series()
        leak = mock.patch.object(sessions, "of_series", side_effect=RuntimeError("the hull leaks"))
        answers = [self.client.get("/api/series"), self.client.get("/api/nothing")]
        answers.append(self.client.post("/api/series", json={}))
        answers.append(self.client.get("/api/health"))
        with leak, self.assertLogs("grike", "ERROR"):
            answers.append(self.client.get(f"/api/series/{series_id}"))
        self.assertEqual([own.status_code for own in answers], [200, 404, 403, 200, 500])
        for own in answers:
            for name, value in headers.ALWAYS.items():
                self.assertEqual(own.headers[name], value, own.status_code)
            self.assertEqual(own.headers["Cache-Control"], "no-store")
            self.assertNotIn("Strict-Transport-Security", own.headers)

    def test_behind_https_browsers_are_told_to_stay_there(self) -> None:
        """For a year; and cookies go over https only."""
        with TestClient(create_app(Config(self.database.url, secure_cookie=True))) as client:
            self.assertIn(
                "max-age=31536000", client.get("/api/health").headers["Strict-Transport-Security"]
            )
            body = {"name": "dora", "password": PASSWORD}
            cookies = client.post("/api/sign-in", json=body).headers.get_list("set-cookie")
        self.assertEqual(len(cookies), 2)
        for cookie in cookies:
            for part in ("Secure", "HttpOnly", "SameSite=strict"):
                self.assertIn(part, cookie)

    def test_a_page_is_packed_once_and_known_again(self) -> None:
        """Packed or not it is the same; who has it is told so, whichever process made it."""
        path = f"/api/series/{self.a_series()}"
        plain = self.client.get(path, headers={"Accept-Encoding": "identity"})
        packed = self.client.get(path, headers={"Accept-Encoding": "gzip"})
        self.assertEqual(packed.headers["Content-Encoding"], "gzip")
        self.assertNotIn("Content-Encoding", plain.headers)
        self.assertEqual(plain.json(), packed.json())
        tag = {"If-None-Match": packed.headers["ETag"]}
        self.assertEqual(self.client.get(path, headers=tag).status_code, 304)
        with TestClient(create_app(Config(self.database.url))) as other:
            other.cookies.update(self.client.cookies)
            self.assertEqual(other.get(path, headers=tag).status_code, 304)


class Logs(Attacks):
    def test_an_error_is_logged_with_route_person_and_cause(self) -> None:
        """Whoever runs Grike can find out what happened to whom."""
        series_id = self.a_series()
        with (
            mock.patch.object(sessions, "of_series", side_effect=RuntimeError("the hull leaks")),
            self.assertLogs("grike", "ERROR") as logged,
        ):
            answer = self.client.get(f"/api/series/{series_id}")
        self.assertEqual(answer.status_code, 500)
        text = "\n".join(logged.output)
        for part in (f"/api/series/{series_id}", "dora (director)", "the hull leaks"):
            self.assertIn(part, text)


if __name__ == "__main__":
    unittest.main()
