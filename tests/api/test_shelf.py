"""The shelf of series: found, tagged, begun again, brought from a file; and who teaches."""

from __future__ import annotations

from typing import Any

from httpx2 import Response

from tests.api.base import WithApplication


class WithSeries(WithApplication):
    """One planned week; Monday, Wednesday and Friday are days 0, 2 and 4."""

    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}"

    def put(self, path: str, body: Any) -> Response:
        answer: Response = self.client.put(path, json=body, headers=self.csrf)
        return answer

    def a_record(self, took: float, path: str = "", **more: Any) -> int:
        starts = {"starts_at": "2026-11-30T18:00:00", "instructor": None}
        session: int = self.post(f"{path or self.path}/classes/0/sessions", starts).json()["id"]
        mark = {"kind": "show_new_seconds", "took": took}
        record = {"minutes": 46, "marks": [mark], **more}
        self.assertEqual(self.put(f"/api/sessions/{session}/record", record).status_code, 200)
        return session


class Shelf(WithSeries):
    def line(self, series_id: int) -> dict[str, Any]:
        every: list[dict[str, Any]] = self.client.get("/api/series").json()
        return next(line for line in every if line["id"] == series_id)

    def test_tags_and_the_archive(self) -> None:
        """Tags are kept once each and found; the archive can be left again."""
        body = {"tags": ["winter", " winter ", "Hall"], "archived": True}
        self.assertEqual(self.put(f"{self.path}/shelf", body).status_code, 200)
        line = self.line(self.series_id)
        self.assertEqual((line["tags"], line["archived"]), (["winter", "Hall"], True))
        found = self.client.get("/api/find", params={"words": "hall"}).json()
        self.assertIn(self.path.removeprefix("/api"), [hit["to"] for hit in found])
        self.put(f"{self.path}/shelf", {"tags": []})
        self.assertFalse(self.line(self.series_id)["archived"])
        self.assertEqual(self.put("/api/series/9999/shelf", body).status_code, 404)

    def test_a_season_begun_again(self) -> None:
        """The same classes on other dates, all movements known; or an empty series to plan."""
        before = self.client.get(f"{self.path}/document").json()
        body = {"name": "Spring", "start": "2027-03-01", "classes": True}
        made = self.post(f"{self.path}/seasons", body)
        self.assertEqual(made.status_code, 201, made.text)
        after = self.client.get(f"/api/series/{made.json()['id']}/document").json()
        self.assertEqual(
            [own["class"] for own in after["classes"]], [own["class"] for own in before["classes"]]
        )
        self.assertEqual(after["classes"][0]["date"], "2027-03-01")
        met = {
            item["movement"]
            for own in before["classes"]
            for block in own["class"]["blocks"]
            for item in block.get("items", [])
        }
        self.assertLessEqual(met, set(after["known"]))
        empty = self.post(f"{self.path}/seasons", {**body, "classes": False}).json()["id"]
        self.assertEqual(self.board(empty)["classes"], [])
        bad = self.post(f"{self.path}/seasons", {**body, "start": "1980-01-01"})
        self.assertEqual(bad.status_code, 422)

    def test_what_was_learned_goes_along(self) -> None:
        """The pace of the old group is that of its next season."""
        self.a_record(120)
        made = self.post(f"{self.path}/seasons", {"name": "Spring", "start": "2027-03-01"})
        ours = self.client.get(f"{self.path}/pace").json()
        theirs = self.client.get(f"/api/series/{made.json()['id']}/pace").json()
        self.assertEqual(ours["kinds"], theirs["kinds"])
        self.assertTrue(any(kind["sessions"] for kind in ours["kinds"]))

    def test_the_seasons_of_a_group(self) -> None:
        """Asked from either, both stand in order of their dates; another group's is not there."""
        begun = self.post(
            f"{self.path}/seasons", {"name": "Spring", "start": "2027-03-01", "classes": True}
        )
        spring = f"/api/series/{begun.json()['id']}"
        self.a_record(30, path=f"/api/series/{self.a_series()}", heads=3)
        self.a_record(30, path=spring, heads=14, effort=7)
        self.assertEqual(len(self.client.get(f"{self.path}/done-by-season").json()), 1)
        self.a_record(30, heads=12, effort=7)
        found = self.client.get(f"{self.path}/done-by-season").json()
        self.assertEqual(found, self.client.get(f"{spring}/done-by-season").json())
        first, second = found
        self.assertEqual(first["series"], self.series_id)
        self.assertEqual((second["name"], second["heads"], second["planned"]), ("Spring", 14, 3))
        self.assertEqual(first["since"], [])
        self.assertEqual(second["since"][0], "2 more people a class")
        (trend,) = self.client.get(f"{self.path}/done-by").json()["trends"]
        for key in ("classes", "over", "share", "effort", "heads"):
            self.assertEqual(trend[key], first[key])
        self.client.delete(spring, headers=self.csrf)
        self.assertEqual(len(self.client.get(f"{self.path}/done-by-season").json()), 1)

    def test_a_whole_series_from_a_file(self) -> None:
        """Looked at first, then made; over another it tells what it does and can be undone."""
        document = self.client.get(f"{self.path}/document").json()
        seen = self.post("/api/series/documents/trial", {"document": document}).json()
        self.assertEqual((seen["classes"], seen["slots"], seen["musts"]), (3, 3, []))
        made = self.post("/api/series/documents", {"document": document})
        self.assertEqual(made.status_code, 201, made.text)
        again = self.client.get(f"/api/series/{made.json()['id']}/document").json()
        self.assertEqual(again["classes"], document["classes"])
        del document["classes"][0]
        version = self.board(self.series_id)["version"]
        body = {"version": version, "document": document}
        told = self.post(f"{self.path}/document/trial", body).json()
        self.assertEqual([day["name"] for day in told["days"]], [None])
        self.assertEqual(self.put(f"{self.path}/document", body).status_code, 200)
        self.assertEqual(self.board(self.series_id)["cost"], told["cost_after"])
        self.post(f"{self.path}/undo", {"version": version + 1})
        self.assertEqual(len(self.board(self.series_id)["classes"]), 3)
        document["classes"][0]["class"]["blocks"][1]["items"][0]["movement"] = "no-such-thing"
        for path in ("/api/series/documents", "/api/series/documents/trial"):
            broken = self.post(path, {"document": document})
            self.assertEqual(broken.status_code, 422)
            self.assertIn("classes[0].class.blocks[1].items[0]", broken.text)

    def test_a_movement_is_banned_everywhere(self) -> None:
        """It gives way in every class, stands among what must never come, and undo lifts both."""
        board = self.board(self.series_id)
        movement = board["classes"][0]["movements"][0]
        others = {one for own in board["classes"] for one in own["movements"]}
        able = [
            one["id"]
            for one in self.client.get("/api/movements").json()
            if one["role"] == "work" and one["id"] not in others and one["sides"] == "two-sided"
        ]
        for by in able:
            move = {"kind": "swap-everywhere", "movement": movement, "by": by, "ban": True}
            body = {"version": board["version"], "move": move}
            told = self.post(f"{self.path}/moves/trial", body)
            # Not every movement fits the format: the first that does is taken.
            if told.status_code == 200:
                break
        self.assertEqual(told.status_code, 200, told.text)
        made = self.post(f"{self.path}/moves", body)
        self.assertIn("never again", made.json()["label"])
        self.assertIn(movement, self.client.get(f"{self.path}/setup").json()["wishes"]["never"])
        after = self.board(self.series_id)
        self.assertNotIn(movement, {one for own in after["classes"] for one in own["movements"]})
        self.assertEqual(after["cost"], told.json()["cost_after"])
        self.post(f"{self.path}/undo", {"version": after["version"]})
        self.assertEqual(self.client.get(f"{self.path}/setup").json()["wishes"]["never"], [])


class Weeks(WithSeries):
    def people(self) -> dict[str, int]:
        return {one["name"]: one["id"] for one in self.client.get("/api/people").json()}

    def test_a_week_is_given_and_put_back(self) -> None:
        """Every class that was not taught goes to one person; what was taught stays."""
        ivo = self.people()["Ivo Instructor"]
        taught = self.a_record(70)
        given = self.post(f"{self.path}/weeks/0/give", {"instructor": ivo})
        self.assertEqual(given.status_code, 200, given.text)
        self.assertIn("2 classes to Ivo Instructor; 1 taught already", given.json()["label"])
        self.sign_in("ivo")
        since = {"since": "2026-11-30T08:00:00"}
        mine = self.client.get("/api/my-classes", params=since).json()
        self.assertEqual([own["slot"] for own in mine], [1, 2])
        self.assertEqual(
            [own["starts_at"] for own in mine], ["2026-12-02T18:00:00", "2026-12-04T18:00:00"]
        )
        later = {"since": "2026-12-04T08:00:00"}
        self.assertEqual(len(self.client.get("/api/my-classes", params=later).json()), 1)
        self.sign_in()
        self.assertEqual(self.client.get("/api/my-classes", params=since).json(), [])
        back = self.put(f"{self.path}/weeks/0/sessions", given.json()["before"])
        self.assertEqual(back.status_code, 200, back.text)
        sessions = self.client.get(f"{self.path}/classes/0").json()["sessions"]
        self.assertEqual([own["id"] for own in sessions], [taught])
        self.assertEqual(self.client.get(f"{self.path}/classes/1").json()["sessions"], [])

    def test_refusals(self) -> None:
        """Nobody of that number, no such week, a class of another week, an instructor."""
        ivo = self.people()["Ivo Instructor"]
        give = f"{self.path}/weeks/0/give"
        self.assertEqual(self.post(give, {"instructor": 9999}).status_code, 422)
        self.assertEqual(
            self.post(f"{self.path}/weeks/7/give", {"instructor": ivo}).status_code, 404
        )
        other = [{"day": 9, "starts_at": "2026-12-01T18:00:00", "instructor": None}]
        body = {"sessions": other}
        self.assertEqual(self.put(f"{self.path}/weeks/0/sessions", body).status_code, 422)
        self.sign_in("ivo")
        self.assertEqual(self.post(give, {"instructor": ivo}).status_code, 403)
