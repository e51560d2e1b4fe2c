"""Shapes of one's own over the wire: added, changed, forgotten, made of a class, used."""

from __future__ import annotations

from typing import Any

from grike.core.class_shape_codec import class_shape_to
from grike.exchange.shapes import chosen_shapes, shipped_shapes
from tests.api.base import WithApplication, a_set_up


def a_document(name: str = "Lift and go", **changes: Any) -> dict[str, Any]:
    (shape,) = chosen_shapes(["lift-then-core"])
    return {**class_shape_to(shape), "id": "draft", "name": name, **changes}


class OwnShapes(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def added(self, document: dict[str, Any]) -> dict[str, Any]:
        answer = self.post("/api/shapes", {"document": document})
        self.assertEqual(answer.status_code, 201, answer.text)
        made: dict[str, Any] = answer.json()
        return made

    def test_added_changed_and_forgotten(self) -> None:
        """It has an id of its name, stands first in the list, and another version once changed."""
        made = self.added(a_document("Fünf & fünfzig"))
        name = made["document"]["id"]
        self.assertEqual((name, made["own"], made["version"]), ("f-nf-f-nfzig", True, 1))
        listed = self.client.get("/api/shapes").json()
        self.assertEqual((listed[0]["id"], listed[0]["own"]), (name, True))
        self.assertEqual(len(listed), len(shipped_shapes()) + 1)
        longer = a_document("Fünf & fünfzig", sentence="Another sentence.", id=name)
        changed = self.client.put(
            f"/api/shapes/{name}", json={"document": longer, "version": 1}, headers=self.csrf
        )
        self.assertEqual(changed.status_code, 200, changed.text)
        now = self.client.get(f"/api/shapes/{name}").json()
        self.assertEqual((now["version"], now["document"]), (2, longer))
        stale = self.client.put(
            f"/api/shapes/{name}", json={"document": longer, "version": 1}, headers=self.csrf
        )
        self.assertEqual(stale.status_code, 409)
        gone = self.client.delete(f"/api/shapes/{name}?version=2", headers=self.csrf)
        self.assertEqual(gone.status_code, 204)
        self.assertEqual(self.client.get(f"/api/shapes/{name}").status_code, 404)

    def test_refusals(self) -> None:
        """A name that is taken, here or among those that ship; what is no shape; one that ships."""
        self.added(a_document("Lift and go"))
        for name in ("lift AND go", "Lift, then core"):
            again = self.post("/api/shapes", {"document": a_document(name)})
            self.assertEqual(again.status_code, 422, again.text)
            self.assertEqual(again.json()["fields"]["name"], "This is taken.")
        parts = a_document()["parts"]
        for wrong, words in (
            ({"parts": []}, "non-empty"),
            ({"parts": [{**parts[0], "sizes": [99]}]}, "1 to 24"),
            ({"parts": [{**parts[0], "role": "warm"}]}, "warm"),
            ({"minutes": [60, 30]}, "minutes"),
        ):
            answer = self.post("/api/shapes", {"document": a_document("Another", **wrong)})
            self.assertEqual(answer.status_code, 422)
            self.assertIn(words, answer.text)
        body = {"document": a_document("Heavier"), "version": 0}
        shipped = self.client.put("/api/shapes/heavy-first", json=body, headers=self.csrf)
        self.assertEqual(shipped.status_code, 404)

    def test_two_of_nearly_one_name(self) -> None:
        """Names that differ only in signs get ids that differ."""
        ids = {self.added(a_document(name))["document"]["id"] for name in ("Go on", "Go, on", "…")}
        self.assertEqual(ids, {"go-on", "go-on-2", "shape"})

    def test_tried_without_being_kept(self) -> None:
        """A draft says how it fits, or why it does not; the list stays as it was."""
        before = self.client.get("/api/shapes").json()
        draft = {"document": a_document(), "minutes": 45, "level": 2}
        self.assertIn("Fits 45 minutes", self.post("/api/shapes/trial", draft).json()["fits"])
        none = self.post("/api/shapes/trial", {**draft, "minutes": 20}).json()
        self.assertEqual(none["parts"], [])
        self.assertIn("classes of 30 to 90 minutes", none["fits"])
        self.assertEqual(self.client.get("/api/shapes").json(), before)

    def test_a_series_keeps_the_shapes_that_it_was_set_up_with(self) -> None:
        """An own shape on Mondays; forgotten, it stays with the series, which can be changed."""
        name = self.added(a_document("House style"))["document"]["id"]
        set_up = a_set_up(
            shapes=[name, "legs-arms-trunk"],
            shape_days={"0": [name]},
            kept_days=[0],
            weekdays=[0, 3],
        )
        made = self.post("/api/series", set_up)
        self.assertEqual(made.status_code, 201, made.text)
        path = f"/api/series/{made.json()['id']}/setup"
        read = self.client.get(path).json()
        self.assertEqual((read["shape_days"], read["kept_days"]), ({"0": [name]}, [0]))
        self.client.delete(f"/api/shapes/{name}?version=1", headers=self.csrf)
        again = self.client.put(path, json={**read, "minutes": 50}, headers=self.csrf)
        self.assertEqual(again.status_code, 200, again.text)
        read = self.client.get(path).json()
        self.assertEqual(sorted(read["shapes"]), [name, "legs-arms-trunk"])
        wrong = self.client.put(
            path, json={**read, "shape_days": {"0": ["lunch"]}}, headers=self.csrf
        )
        self.assertIn("shape_days", wrong.json()["fields"])

    def test_made_of_a_class(self) -> None:
        """A planned class comes as a document that can be added as it is, and then fits."""
        made = self.post("/api/series", a_set_up(shapes=["lift-then-core"], weekdays=[0])).json()
        self.plan_series(made["id"])
        draft = self.client.get(f"/api/series/{made['id']}/classes/0/shape").json()
        self.assertEqual([part["role"] for part in draft["parts"]], ["lift", "core"])
        self.assertIn("Monday", draft["name"])
        own = self.added(draft)
        listed = {shape["id"]: shape for shape in self.client.get("/api/shapes").json()}
        self.assertEqual(len(listed[own["document"]["id"]]["parts"]), 2)
        missing = self.client.get(f"/api/series/{made['id']}/classes/99/shape")
        self.assertEqual(missing.status_code, 404)
