"""Two directors on one series: news of each other, and a history that both can go back in."""

from __future__ import annotations

import datetime as dt
import json
import threading
import time
from typing import Any

from grike.api.passwords import hash_password
from grike.store import people, presence
from grike.store.presence import OpenPage
from tests.api.base import PASSWORD, WithApplication

#: Whatever a page calls its place is what others read.
PLACE = 'week 2, “Föhn” 🌬 "both"'


class Together(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            self.bea = people.add(
                connection, "Bea Beside", "bea", "director", hash_password(PASSWORD)
            )
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}"
        self.beas = OpenPage("beas", self.series_id, self.bea, PLACE)

    def nobody_is_there(self) -> None:
        """Wait until the thread that looks has noted who left."""
        for _ in range(100):
            with self.database.transaction() as connection:
                if not connection.rows("SELECT id FROM presence"):
                    return
            time.sleep(0.05)
        self.fail("a page that was closed is still noted")

    def news(self, seconds: int = 1) -> list[dict[str, Any]]:
        path = f"{self.path}/news?seconds={seconds}&place=week%201"
        with self.client.stream("GET", path) as stream:
            lines = [line for line in stream.iter_lines() if line.startswith("data:")]
        return [json.loads(line[5:]) for line in lines]

    def lock(self, slot: int) -> None:
        version = self.board(self.series_id)["version"]
        body = {"version": version, "locked": True}
        answer = self.post(f"{self.path}/classes/{slot}/lock", body)
        self.assertEqual(answer.status_code, 200, answer.text)

    def history(self) -> list[dict[str, Any]]:
        found: list[dict[str, Any]] = self.client.get(f"{self.path}/history").json()
        return found

    def back(self, change: int, *, sure: bool = False) -> Any:
        version = self.board(self.series_id)["version"]
        return self.post(
            f"{self.path}/history/back", {"version": version, "change": change, "sure": sure}
        )

    def test_anothers_change_and_presence_are_news(self) -> None:
        """What Bea locks while Dora looks is told to Dora by name; that Bea is there, too."""
        with self.database.transaction() as connection:
            presence.see(connection, [self.beas])
        before = self.board(self.series_id)["version"]
        later = threading.Thread(target=self._lock_once_dora_looks)
        later.start()
        told = self.news(seconds=4)
        later.join()
        self.assertEqual((told[0]["version"], told[0]["by"]), (before, ""))
        self.assertEqual(told[0]["present"], [{"name": "Bea Beside", "place": PLACE}])
        self.assertEqual(told[-1]["version"], before + 1)
        self.assertEqual(told[-1]["by"], "Bea Beside")
        self.assertIn("Lock", told[-1]["label"])

    def _lock_once_dora_looks(self) -> None:
        """Change the series as Bea, once the stream has begun and has told how it stands."""
        for _ in range(200):
            with self.database.transaction() as connection:
                if len(connection.rows("SELECT id FROM presence")) > 1:
                    break
            time.sleep(0.05)
        time.sleep(0.7)
        self._lock_as_bea()

    def _lock_as_bea(self) -> None:
        with self.database.transaction() as connection:
            connection.run(
                "INSERT INTO series_change (series_id, label, before_state, after_state, person_id,"
                " acted_by, version) SELECT id, 'Lock a class', '{}', '{}', %s, %s, version + 1"
                " FROM series WHERE id = %s",
                (self.bea, self.bea, self.series_id),
            )
            connection.run(
                "UPDATE series SET version = version + 1 WHERE id = %s", (self.series_id,)
            )

    def test_who_leaves_is_gone(self) -> None:
        """A stream that ended leaves no trace, and who was not seen for long is not there."""
        self.news()
        self.nobody_is_there()
        with self.database.transaction() as connection:
            presence.see(connection, [self.beas])
            self.assertEqual(
                [one.name for one in presence.there(connection, [self.series_id])[self.series_id]],
                ["Bea Beside"],
            )
            connection.run("UPDATE presence SET seen_at = seen_at - INTERVAL 1 MINUTE")
            self.assertEqual(presence.there(connection, [self.series_id]), {})

    def test_no_news_of_what_is_not_there(self) -> None:
        """An unknown series, a stranger, seconds that nobody should hold a stream for."""
        self.assertEqual(self.client.get("/api/series/999/news?seconds=1").status_code, 404)
        self.assertEqual(self.client.get(f"{self.path}/news?seconds=9999").status_code, 422)
        self.client.cookies.clear()
        self.assertEqual(self.client.get(f"{self.path}/news?seconds=1").status_code, 401)

    def test_back_to_any_point(self) -> None:
        """Three locks: back to the first, onward to the third, and a new change ends the way on."""
        for slot in (0, 1, 2):
            self.lock(slot)
        third, second, first, *_ = self.history()
        self.assertEqual([third["by"], third["undone"]], ["Dora Director", False])
        at = dt.datetime.fromisoformat(third["at"])
        self.assertLess(abs((dt.datetime.now(dt.UTC) - at).total_seconds()), 300)
        self.assertEqual(self.back(first["id"]).json()["label"], "2 changes undone")
        self.assertEqual(self.locked(), [True, False, False])
        self.assertEqual(self.back(third["id"]).json()["label"], "2 changes redone")
        self.assertEqual(self.locked(), [True, True, True])
        self.assertEqual(self.back(second["id"]).status_code, 200)
        self.lock(2)
        self.assertEqual(self.back(third["id"]).status_code, 404)

    def test_two_points_side_by_side(self) -> None:
        """What differs between two points, in both directions; and what was planned, gone back to.

        Each point is held against the series itself, gone back to that point.
        """
        for slot in (0, 1):
            self.lock(slot)
        version = self.board(self.series_id)["version"]
        blank = {"version": version, "move": {"kind": "take-off", "days": [0]}}
        self.assertEqual(self.post(f"{self.path}/moves", blank).status_code, 409)
        self.lock_open(0)
        blank["version"] = self.board(self.series_id)["version"]
        self.assertEqual(self.post(f"{self.path}/moves", blank).status_code, 200)
        off, opened, *_ = self.history()
        told = self.between(opened["id"], off["id"])
        self.assertEqual([(day["day"], day["name"]) for day in told["days"]], [(0, None)])
        self.assertTrue(told["days"][0]["kit_before"])
        after = self.board(self.series_id)
        self.assertEqual(told["cost_after"], after["cost"])
        self.assertEqual(self.between(off["id"], off["id"])["days"], [])
        self.back(opened["id"])
        now = self.board(self.series_id)
        self.assertEqual(told["cost_before"], now["cost"])
        onward = self.between(0, off["id"])
        self.assertEqual(
            [onward["cost_before"], onward["cost_after"]], [now["cost"], told["cost_after"]]
        )
        self.assertEqual(
            self.client.get(f"{self.path}/history/between?one=1&other=999999").status_code, 404
        )

    def between(self, one: int, other: int) -> dict[str, Any]:
        answer = self.client.get(f"{self.path}/history/between?one={one}&other={other}")
        self.assertEqual(answer.status_code, 200, answer.text)
        return dict(answer.json())

    def lock_open(self, slot: int) -> None:
        version = self.board(self.series_id)["version"]
        self.post(f"{self.path}/classes/{slot}/lock", {"version": version, "locked": False})

    def locked(self) -> list[bool]:
        return [entry["locked"] for entry in self.board(self.series_id)["classes"]]

    def test_anothers_changes_only_when_sure(self) -> None:
        """Going back over Dora's changes asks Bea whether she is sure; it names Dora."""
        self.lock(0)
        self.sign_in("bea")
        before = self.history()[1]["id"]
        refused = self.back(before)
        self.assertEqual(refused.status_code, 409)
        self.assertIn("Dora Director", refused.text)
        self.assertEqual(self.locked(), [True, False, False])
        self.assertEqual(self.back(before, sure=True).status_code, 200)
        self.assertEqual(self.locked(), [False, False, False])
