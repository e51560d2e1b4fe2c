"""Moves on the board and another set-up, through the API: tried, made, undone."""

from __future__ import annotations

from typing import Any

from tests.api.base import WithApplication


class Moves(WithApplication):
    """One planned week: Monday, Wednesday and Friday are days 0, 2 and 4."""

    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}/moves"

    def asked(self, **move: Any) -> dict[str, Any]:
        return {"version": self.board(self.series_id)["version"], "move": move}

    def classes(self) -> dict[int, list[str]]:
        entries = self.board(self.series_id)["classes"]
        return {7 * own["week"] + own["weekday"]: own["movements"] for own in entries}

    def test_what_is_tried_is_what_is_made(self) -> None:
        """The costs, musts, week and clocks that a trial tells are on the board afterwards."""
        before = self.board(self.series_id)
        there = self.classes()
        for move in (
            {"kind": "exchange", "day": 0, "other": 4},
            {"kind": "copy", "day": 0, "other": 2},
            {"kind": "take-off", "days": [0]},
        ):
            body = self.asked(**move)
            told = self.post(f"{self.path}/trial", body).json()
            self.assertEqual(self.board(self.series_id)["version"], body["version"])
            answer = self.post(self.path, body)
            self.assertEqual(answer.status_code, 200, answer.text)
            self.assertEqual(answer.json()["label"], told["label"])
            after = self.board(self.series_id)
            self.assertEqual(told["cost_after"], after["cost"])
            self.assertEqual(told["weeks"][0]["after"], after["week_volumes"]["0"])
            self.assertEqual(told["steps"], after["steps"])
            words = [finding["what"] for finding in after["findings"]]
            self.assertTrue(all(what in words for rule in told["new"] for what in rule["what"]))
            for day in told["days"]:
                own = [e for e in after["classes"] if 7 * e["week"] + e["weekday"] == day["day"]]
                self.assertEqual([e["seconds"] for e in own], [day["seconds"]][: len(own)])
                self.assertEqual(bool(own), day["name"] is not None)
        for _ in range(3):
            version = self.board(self.series_id)["version"]
            undone = self.post(f"/api/series/{self.series_id}/undo", {"version": version})
            self.assertEqual(undone.status_code, 200, undone.text)
        self.assertEqual(self.classes(), there)
        self.assertEqual(self.board(self.series_id)["certificate"], before["certificate"])

    def test_a_rule_is_mended_at_once(self) -> None:
        """A worse week: what the trial tells is what one press makes, and undo takes it back."""
        self.post(self.path, self.asked(kind="copy", day=0, other=2))
        self.post(self.path, self.asked(kind="copy", day=0, other=4))
        worse = self.board(self.series_id)
        ways = f"/api/series/{self.series_id}/rules"
        mended = 0
        for rule in dict.fromkeys(found["rule"] for found in worse["findings"]):
            before = self.board(self.series_id)
            body = {"version": before["version"]}
            told = self.post(f"{ways}/{rule}/mend/trial", body).json()
            made = self.post(f"{ways}/{rule}/mend", body)
            self.assertEqual(made.status_code, 200 if told["done"] else 409, made.text)
            after = self.board(self.series_id)
            self.assertEqual(after["cost"], told["consequences"]["cost_after"])
            left = [f for f in after["findings"] if f["rule"] == rule and f["mode"] != "remark"]
            self.assertEqual(len(left), told["left"])
            musts = [f for f in after["findings"] if f["mode"] == "must"]
            self.assertLessEqual(
                len(musts), len([f for f in before["findings"] if f["mode"] == "must"])
            )
            mended += len(told["done"])
        self.assertGreater(mended, 2)
        unknown = self.post(f"{ways}/Z9/mend/trial", {"version": after["version"]})
        self.assertEqual(unknown.status_code, 404)

    def test_refusals_change_nothing(self) -> None:
        """A stale version, a closed day, a locked class, a move that is none, an instructor."""
        version = self.board(self.series_id)["version"]
        for status, body in (
            (409, {"version": version - 1, "move": {"kind": "take-off", "days": [0]}}),
            (404, {"version": version, "move": {"kind": "exchange", "day": 0, "other": 1}}),
            (409, {"version": version, "move": {"kind": "copy", "day": 0, "other": 0}}),
            (422, {"version": version, "move": {"kind": "juggle", "day": 0}}),
            (422, {"version": version, "move": {"kind": "take-off", "days": []}}),
        ):
            for path in (self.path, f"{self.path}/trial"):
                with self.subTest(body=body, path=path):
                    self.assertEqual(self.post(path, body).status_code, status)
        lock = {"version": version, "locked": True}
        self.post(f"/api/series/{self.series_id}/classes/0/lock", lock)
        locked = self.post(self.path, self.asked(kind="exchange", day=0, other=2))
        self.assertEqual(locked.status_code, 409)
        self.assertIn("locked", locked.text)
        body = self.asked(kind="exchange", day=2, other=4)
        self.sign_in("ivo")
        self.assertEqual(self.post(f"{self.path}/trial", body).status_code, 403)
        self.assertEqual(self.board(self.series_id)["version"], version + 1)

    def test_a_movement_everywhere(self) -> None:
        """Swapped in the whole series; the history says so."""
        ours = self.classes()[0]
        taken = {movement for ids in self.classes().values() for movement in ids}
        by = next(name for name in ("squat", "push-up", "crunch", "bridge") if name not in taken)
        work = next(name for name in ours if self.is_work(name))
        body = self.asked(kind="swap-everywhere", movement=work, by=by)
        answer = self.post(self.path, body)
        self.assertEqual(answer.status_code, 200, answer.text)
        self.assertNotIn(work, {m for ids in self.classes().values() for m in ids})
        self.assertIn("everywhere", self.board(self.series_id)["undo"]["label"])

    def is_work(self, name: str) -> bool:
        every = self.client.get("/api/movements").json()
        return any(m["id"] == name and m["role"] == "work" for m in every)


class AnotherSetUp(WithApplication):
    """People, minutes and rules of a series that is planned already."""

    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}/setup"

    def test_its_effect_is_told_before(self) -> None:
        """Ten minutes less: every class is over its slot, which the trial says and changes not."""
        stored = self.client.get(self.path).json()
        body = stored | {"minutes": 35}
        told = self.post(f"{self.path}/trial", body).json()
        self.assertEqual(len(told["days"]), 3)
        self.assertTrue(all(day["seconds"] > day["slot_seconds"] for day in told["days"]))
        self.assertGreater(told["musts_after"], told["musts_before"])
        self.assertEqual(self.board(self.series_id)["version"], stored["version"])
        answer = self.client.put(self.path, json=body, headers=self.csrf)
        self.assertEqual(answer.status_code, 200, answer.text)
        board = self.board(self.series_id)
        self.assertEqual((len(board["classes"]), board["cost"]), (3, told["cost_after"]))
        self.assertEqual({own["slot_seconds"] for own in board["classes"]}, {2100})
        self.post(f"/api/series/{self.series_id}/undo", {"version": board["version"]})
        after = self.board(self.series_id)
        self.assertEqual((after["minutes"], after["certificate"]["status"]), (45, "best"))
        self.assertEqual({own["slot_seconds"] for own in after["classes"]}, {2700})

    def test_days_that_go_take_their_class_along(self) -> None:
        """Without Wednesdays two classes are left; undo brings the third back."""
        stored = self.client.get(self.path).json()
        answer = self.client.put(self.path, json=stored | {"weekdays": [0, 4]}, headers=self.csrf)
        self.assertIn("1 class lost its day", answer.json()["label"])
        self.assertEqual(len(self.board(self.series_id)["classes"]), 2)
        version = self.board(self.series_id)["version"]
        self.post(f"/api/series/{self.series_id}/undo", {"version": version})
        self.assertEqual(len(self.board(self.series_id)["classes"]), 3)

    def test_what_cannot_be_set_up(self) -> None:
        """A stale version, and no weeks: refused as a trial and as a change."""
        stored = self.client.get(self.path).json()
        for status, body in ((409, stored | {"version": 0}), (422, stored | {"weeks": 0})):
            self.assertEqual(self.post(f"{self.path}/trial", body).status_code, status)
            answer = self.client.put(self.path, json=body, headers=self.csrf)
            self.assertEqual(answer.status_code, status)
