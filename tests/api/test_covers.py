"""A link for a substitute: one class, without a sign-in, until it has expired or was revoked."""

from __future__ import annotations

from typing import Any

from tests.api.base import WithApplication

WRONG = "A" * 32


class Covers(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.series = self.a_series()
        self.links = f"/api/series/{self.series}/classes/1/cover-links"
        made = self.post(self.links).json()
        self.link, self.token = made["id"], made["path"].removeprefix("/cover/")
        self.base = f"/api/covers/{self.token}"
        self.one = f"/series/{self.series}/classes/1"

    def status(self, path: str) -> int:
        return int(self.client.get(path).status_code)

    def record(self, name: str = "Jo Passing", **changes: Any) -> Any:
        body = {
            "starts_at": "2026-12-02T18:00:00Z",
            "taught_by": name,
            "record": {"minutes": 44, "effort": 6, "note": "Went well."} | changes,
        }
        return self.client.post(f"{self.base}{self.one}/taught", json=body)

    def test_it_opens_its_class_and_nothing_else(self) -> None:
        """Class, floor, cuts, words and movements as the house has them; no other class."""
        known = self.client.get(f"/api{self.one}").json()
        floor = self.client.get(f"/api{self.one}/floor").json()
        shorter = self.client.get(f"/api{self.one}/floor/shorter").json()
        self.client.cookies.clear()
        where = self.client.get(self.base).json()
        self.assertEqual((where["series"], where["slot"]), (self.series, 1))
        detail = self.client.get(self.base + self.one).json()
        for part in ("name", "real", "blocks", "load", "findings"):
            self.assertEqual(detail[part], known[part], part)
        self.assertEqual(self.client.get(f"{self.base}{self.one}/floor").json(), floor)
        self.assertEqual(self.client.get(f"{self.base}{self.one}/floor/shorter").json(), shorter)
        for path in ("/catalogue", "/movements"):
            self.assertEqual(self.status(self.base + path), 200)
        other = f"/series/{self.series}/classes/0"
        for path in (f"{self.base}{other}", f"{self.base}{other}/floor", f"/api{self.one}"):
            self.assertIn(self.status(path), (401, 404))
        self.assertEqual(self.status(f"{self.base}/series/999/classes/1"), 404)

    def test_who_is_down_for_it_is_not_told(self) -> None:
        """Sessions, undo and redo are the house's own; when it begins is said."""
        at = {"starts_at": "2026-12-02T18:00:00Z", "instructor": None}
        self.assertEqual(self.post(f"/api{self.one}/sessions", at).status_code, 201)
        detail = self.client.get(self.base + self.one).json()
        begins = self.client.get(self.base).json()["begins"]
        self.assertEqual(begins[:16], "2026-12-02T18:00")
        self.assertEqual((detail["sessions"], detail["undo"], detail["redo"]), ([], None, None))

    def test_its_record_comes_once_and_says_by_whom(self) -> None:
        """Sent twice it is one session; the audit has a line without the secret of the link."""
        self.client.cookies.clear()
        first = self.record()
        self.assertEqual(first.status_code, 201, first.text)
        self.assertEqual(self.record().json(), first.json())
        self.assertEqual(self.record(name="  ").status_code, 422)
        self.sign_in()
        (session,) = self.client.get(f"/api{self.one}").json()["sessions"]
        self.assertEqual(session["note"], "Taught by Jo Passing. Went well.")
        self.assertEqual((session["minutes"], session["instructor"]), (44, None))
        with self.database.transaction() as connection:
            lines = connection.rows("SELECT name, act, about FROM audit ORDER BY id")
        self.assertIn(("Jo Passing", "record covered"), [(r["name"], r["act"]) for r in lines])
        self.assertNotIn(self.token, str(lines))

    def test_a_record_of_the_house_is_not_written_over(self) -> None:
        """Corrected by a director meanwhile: the link is refused, and not told what it was."""
        self.assertEqual(self.record(over=None).status_code, 201)
        (session,) = self.client.get(f"/api{self.one}").json()["sessions"]
        corrected = {"minutes": 51, "effort": 9, "over": session["kept_at"]}
        path = f"/api/sessions/{session['id']}/record"
        answer = self.client.put(path, json=corrected, headers=self.csrf)
        self.assertEqual(answer.status_code, 200, answer.text)
        self.client.cookies.clear()
        late = self.record(over=None, minutes=40)
        self.assertEqual(late.status_code, 409)
        self.assertNotIn("51", late.json()["title"])
        self.assertNotIn("Dora", late.text)

    def test_it_ends(self) -> None:
        """Revoked, expired, or its class taken off: nothing is opened, and it says which."""
        another = self.post(self.links).json()["path"].removeprefix("/cover/")
        self.assertEqual(len(self.client.get(self.links).json()), 2)
        self.client.delete(f"{self.links}/{self.link}", headers=self.csrf)
        self.assertEqual(self.status(self.base), 404)
        self.assertEqual(self.record().status_code, 404)
        with self.database.transaction() as connection:
            connection.run("UPDATE cover_link SET expires_at = UTC_TIMESTAMP(3)")
        answer = self.client.get(f"/api/covers/{another}")
        self.assertEqual(answer.status_code, 404)
        self.assertIn("has expired", answer.text)
        self.assertEqual(self.client.get(self.links).json(), [])
        self.assertEqual(self.status(f"/api/covers/{WRONG}"), 404)

    def test_a_clock_that_was_ahead_makes_none_last(self) -> None:
        """A link from tomorrow, by a clock that was set back since, opens nothing."""
        with self.database.transaction() as connection:
            connection.run("UPDATE cover_link SET made_at = made_at + INTERVAL 1 DAY")
        self.assertEqual(self.status(self.base), 404)

    def test_instructors_make_none(self) -> None:
        """Who may teach a class instead is a director's to say."""
        self.sign_in("ivo")
        self.assertEqual(self.post(self.links).status_code, 403)
