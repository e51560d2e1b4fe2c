"""What a house keeps, through the API: groups that come again, rooms with their kit."""

from __future__ import annotations

from typing import Any

from httpx2 import Response

from tests.api.base import WithApplication, a_set_up

GROUP: dict[str, Any] = {
    "name": "Monday regulars",
    "heads": 14,
    "level": 1,
    "cautions": ["easy-on-knees"],
    "members": [{"name": "KO", "cautions": ["easy-on-shoulders"]}],
    "times": {"0": "18:00", "3": "19:30"},
}


class House(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def put(self, path: str, body: Any) -> Response:
        answer: Response = self.client.put(path, json=body, headers=self.csrf)
        return answer

    def groups(self) -> list[dict[str, Any]]:
        found: list[dict[str, Any]] = self.client.get("/api/groups").json()
        return found

    def test_a_group_is_kept_changed_and_forgotten(self) -> None:
        """It comes back as it was kept; who was slower is told; a series of it stays."""
        made = self.post("/api/groups", GROUP)
        self.assertEqual(made.status_code, 201, made.text)
        (kept,) = self.groups()
        self.assertEqual({key: kept[key] for key in GROUP if key != "times"}, _without_times())
        self.assertEqual({d: at[:5] for d, at in kept["times"].items()}, GROUP["times"])
        path = f"/api/groups/{kept['id']}"
        changed = {**GROUP, "heads": 18, "version": kept["version"]}
        self.assertEqual(self.put(path, changed).status_code, 200)
        self.assertEqual(self.put(path, changed).status_code, 409)
        self.assertEqual(self.groups()[0]["heads"], 18)
        self.assertEqual(self.client.delete(path, headers=self.csrf).status_code, 204)
        self.assertEqual(self.client.delete(path, headers=self.csrf).status_code, 404)
        self.assertEqual(self.groups(), [])

    def test_what_cannot_be_is_told_at_its_field(self) -> None:
        """Nobody, a level of nine, a day of no week, one member twice."""
        for field, change in (
            ("heads", {"heads": 0}),
            ("level", {"level": 9}),
            ("name", {"name": " "}),
            ("times", {"times": {"8": "18:00"}}),
            ("members", {"members": [GROUP["members"][0]] * 2}),
        ):
            with self.subTest(field):
                answer = self.post("/api/groups", {**GROUP, **change})
                self.assertEqual(answer.status_code, 422, answer.text)
                self.assertIn(field, answer.text)
        self.assertEqual(self.groups(), [])

    def test_a_set_up_never_changes_a_kept_room(self) -> None:
        """A room is kept on its own page; a set-up with other kit leaves it as it is."""
        room = {"name": "Attic", "heads": 12, "kit": {"mat": 8}}
        self.assertEqual(self.put("/api/rooms", room).status_code, 200)
        other = {**room, "kit": {"mat": 12, "chair": 12}}
        self.assertEqual(self.post("/api/series", a_set_up(room=other)).status_code, 201)
        (kept,) = [own for own in self.client.get("/api/rooms").json() if own["name"] == "Attic"]
        self.assertEqual({k: n for k, n in kept["kit"].items() if n}, {"mat": 8})
        self.put("/api/rooms", other)
        (kept,) = [own for own in self.client.get("/api/rooms").json() if own["name"] == "Attic"]
        self.assertEqual(kept["kit"]["chair"], 12)
        gone = self.client.delete(f"/api/rooms/{kept['id']}", headers=self.csrf)
        self.assertEqual(gone.status_code, 204)
        nameless = self.put("/api/rooms", {**room, "name": " "})
        self.assertEqual(nameless.status_code, 422)


def _without_times() -> dict[str, Any]:
    return {key: value for key, value in GROUP.items() if key != "times"}
