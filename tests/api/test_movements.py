"""The movement library over HTTP: edits, retirement, uses and tables."""

from __future__ import annotations

from typing import Any

from httpx2 import Response

from grike.core.movement import Pace
from grike.exchange.library import library_document, shipped_library
from grike.exchange.movement_csv import from_csv, to_csv
from grike.store import library as stored_library
from tests.api.base import WithApplication

SHIPPED = library_document()["movements"]


class Movements(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.as_shipped()
        self.addCleanup(self.as_shipped)
        self.sign_in()

    def as_shipped(self) -> None:
        """Put the library back that all other tests share."""
        with self.database.transaction() as connection:
            connection.run("DELETE FROM movement")
            stored_library.load(connection, SHIPPED)

    def fields(self, movement_id: str) -> tuple[int, dict[str, str]]:
        body = self.client.get(f"/api/movements/{movement_id}/fields").json()
        return body["version"], {field["name"]: field["text"] for field in body["fields"]}

    def put(self, movement_id: str, version: int, **changes: str) -> Response:
        _, fields = self.fields(movement_id)
        body = {"version": version, "fields": fields | changes}
        answer: Response = self.client.put(
            f"/api/movements/{movement_id}", json=body, headers=self.csrf
        )
        return answer

    def movement(self, movement_id: str) -> dict[str, Any]:
        every = self.client.get("/api/movements").json()
        found: dict[str, Any] = next(m for m in every if m["id"] == movement_id)
        return found

    def test_an_edit_is_seen_at_once(self) -> None:
        """A changed cue is there at the next look, and the version has moved."""
        version, _ = self.fields("squat")
        answer = self.put("squat", version, cues="Sit between the heels; Stand tall")
        self.assertEqual(answer.status_code, 200, answer.text)
        after = self.movement("squat")
        self.assertEqual(after["cues"], ["Sit between the heels", "Stand tall"])
        self.assertGreater(after["version"], version)
        self.assertEqual(self.put("squat", version, care="Never").status_code, 409)

    def test_faults_are_told_by_field_and_change_nothing(self) -> None:
        """Two bad fields, an option that is not there, and a chain that comes back."""
        version, _ = self.fields("squat")
        bad = self.put("squat", version, level="7", family="sitting")
        self.assertEqual(bad.status_code, 422)
        self.assertEqual(set(bad.json()["fields"]), {"level", "family"})
        lost = self.put("squat", version, harder="-> nowhere (load)")
        self.assertIn("no movement 'nowhere'", lost.json()["title"])
        ring = self.put("slow-squat", 1, harder="-> squat (load)")
        self.assertIn("come back", ring.json()["title"])
        other = self.put("squat", version, id="squats")
        self.assertEqual(set(other.json()["fields"]), {"id"})
        self.assertEqual(self.fields("squat")[0], version)

    def test_adding_needs_a_free_name(self) -> None:
        """A new movement is listed; its id or name a second time is refused."""
        _, fields = self.fields("squat")
        new = fields | {"id": "tower-squat", "name": "Tower squat"}
        self.assertEqual(self.post("/api/movements", {"fields": new}).status_code, 201)
        self.assertEqual(self.movement("tower-squat")["name"], "Tower squat")
        again = self.post("/api/movements", {"fields": new})
        self.assertEqual(set(again.json()["fields"]), {"id"})
        same_name = new | {"id": "tower-squat-2"}
        self.assertEqual(self.post("/api/movements", {"fields": same_name}).status_code, 422)
        blank = self.client.get("/api/movements/blank/fields").json()
        self.assertEqual(len(blank["fields"]), len(fields))

    def test_retired_movements_stay_where_they_are_used(self) -> None:
        """A used movement is retired, its class stands, and nothing offers it any more."""
        series_id = self.a_series()
        used = self.board(series_id)["classes"][0]["movements"][0]
        uses = self.client.get(f"/api/movements/{used}/uses").json()
        self.assertEqual({u["series"] for u in uses}, {series_id})
        self.assertIn("week 1", uses[0]["label"])
        path = f"/api/movements/{used}/retire"
        body = {"version": self.movement(used)["version"], "retired": True}
        self.assertEqual(self.post(path, body).status_code, 200)
        self.assertTrue(self.movement(used)["retired"])
        self.assertIn(used, self.board(series_id)["classes"][0]["movements"])
        self.assertEqual(self.post(path, body).status_code, 409)
        table = self.client.get("/api/movements/table").text
        self.assertNotIn(used, {entry["id"] for entry in from_csv(table)})
        back = {"version": self.movement(used)["version"], "retired": False}
        self.assertEqual(self.post(path, back).status_code, 200)

    def bring(self, text: str) -> Response:
        headers = self.csrf | {"Content-Type": "text/csv"}
        answer: Response = self.client.put("/api/movements/table", content=text, headers=headers)
        return answer

    def test_a_table_goes_out_and_comes_in(self) -> None:
        """The table as it is changes nothing; one edited and one new line are counted."""
        table = self.client.get("/api/movements/table").text
        self.assertEqual(self.bring(table).json(), {"added": 0, "changed": 0})
        entries = from_csv(table)
        entries[0] = entries[0] | {"care": "Ask first"}
        new = entries[1] | {"id": "new-one", "name": "New one"}
        answer = self.bring(to_csv([*entries, new]))
        self.assertEqual(answer.json(), {"added": 1, "changed": 1}, answer.text)
        self.assertEqual(self.movement(entries[0]["id"])["care"], "Ask first")

    def test_a_bad_table_is_not_taken_in_by_half(self) -> None:
        """One good new line and one bad cell: the cell is named, and nothing is there."""
        good = SHIPPED[0] | {"id": "good-one", "name": "Good one"}
        bad = SHIPPED[1] | {"level": 8}
        answer = self.bring(to_csv([good, bad]))
        self.assertEqual(answer.status_code, 422)
        self.assertEqual(set(answer.json()["fields"]), {"line 3, level"})
        twice = self.bring(to_csv([good, good]))
        self.assertIn("twice", twice.json()["title"])
        ids = {m["id"] for m in self.client.get("/api/movements").json()}
        self.assertNotIn("good-one", ids)

    def test_instructors_read_only(self) -> None:
        """An instructor sees the library and may not change it."""
        self.sign_in("ivo")
        self.assertEqual(self.client.get("/api/movements").status_code, 200)
        self.assertEqual(self.put("squat", 1, care="No").status_code, 403)


class Mending(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.series_id = self.a_series()

    def test_a_finding_is_mended_and_undone(self) -> None:
        """A movement put in twice is found; a fix takes that away; undo brings it back."""
        board = self.board(self.series_id)
        first = board["classes"][0]["slot"]
        detail = self.client.get(f"/api/series/{self.series_id}/classes/{first}").json()
        block = next(b for b in detail["blocks"] if b["purpose"] == "work" and len(b["items"]) > 1)
        body = {
            "version": board["version"],
            "block": block["index"],
            "place": block["items"][0]["place"],
            "movement": block["items"][1]["movement"],
        }
        path = f"/api/series/{self.series_id}/classes/{first}/swap"
        self.assertEqual(self.post(path, body).status_code, 200)
        board = self.board(self.series_id)
        twice = next(f for f in board["findings"] if f["rule"] == "C3")
        where = f"/api/series/{self.series_id}/findings/{twice['number']}"
        offered = self.client.get(f"{where}/fixes").json()
        self.assertIn("Swap", offered[0]["text"])
        done = self.post(f"{where}/fix", {"version": board["version"], "choice": 0})
        self.assertEqual(done.json()["label"], offered[0]["text"])
        after = self.board(self.series_id)
        self.assertFalse([f for f in after["findings"] if f["rule"] == "C3"])
        self.assertEqual(after["undo"]["label"], offered[0]["text"])
        self.post(f"/api/series/{self.series_id}/undo", {"version": after["version"]})
        again = self.board(self.series_id)["findings"]
        self.assertTrue([f for f in again if f["rule"] == "C3"])

    def test_what_is_not_there_cannot_be_mended(self) -> None:
        """A number beyond the findings is a conflict in words."""
        where = f"/api/series/{self.series_id}/findings/99/fixes"
        self.assertEqual(self.client.get(where).status_code, 409)


class Shortening(WithApplication):
    def test_shown_then_cut(self) -> None:
        """Five minutes less: the cuts are shown, then made, and the cool-down is as it was."""
        self.sign_in()
        path = f"/api/series/{self.a_series()}/classes/0"
        before = self.client.get(path).json()
        shown = self.client.get(f"{path}/shortened?minutes=5").json()
        self.assertTrue(shown["reached"])
        self.assertLessEqual(shown["seconds"], before["real_seconds"] - 300)
        done = self.post(f"{path}/shorten", {"version": before["version"], "minutes": 5})
        self.assertEqual(done.status_code, 200, done.text)
        after = self.client.get(path).json()
        self.assertEqual(after["real_seconds"], shown["seconds"])
        self.assertEqual(after["left"], after["right"])
        body = {"version": after["version"], "minutes": 60}
        self.assertEqual(self.post(f"{path}/shorten", body).status_code, 409)
        self.assertEqual(self.client.get(f"{path}/shortened?minutes=0").status_code, 422)


class Templates(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.series_id = self.a_series()

    def path(self, slot: int) -> str:
        return f"/api/series/{self.series_id}/classes/{slot}"

    def version(self) -> int:
        version: int = self.board(self.series_id)["version"]
        return version

    def test_kept_used_and_forgotten(self) -> None:
        """A class is kept by name, put into another slot, undone, and forgotten."""
        body = {"version": self.version(), "name": "Good Monday"}
        self.assertEqual(self.post(f"{self.path(0)}/template", body).status_code, 201)
        self.assertEqual(self.post(f"{self.path(0)}/template", body).status_code, 422)
        (kept,) = self.client.get("/api/templates").json()
        use = {"version": self.version(), "template": kept["id"]}
        done = self.post(f"{self.path(1)}/use", use)
        self.assertEqual(done.json()["label"], "Use Good Monday, week 1 Wednesday")
        first, second = (self.client.get(self.path(n)).json()["blocks"] for n in (0, 1))
        self.assertEqual(
            [[i["movement"] for i in b["items"]] for b in first],
            [[i["movement"] for i in b["items"]] for b in second],
        )
        gone = self.client.delete(f"/api/templates/{kept['id']}", headers=self.csrf)
        self.assertEqual(gone.status_code, 204)
        use["version"] = self.version()
        self.assertEqual(self.post(f"{self.path(1)}/use", use).status_code, 404)

    def bring(self, document: dict[str, Any]) -> Response:
        body = {"version": self.version(), "document": document}
        answer: Response = self.client.put(f"{self.path(0)}/document", json=body, headers=self.csrf)
        return answer

    def test_a_swap_that_the_format_cannot_hold(self) -> None:
        """A slow movement for the held one of three paces: refused with its place, nothing lost."""
        held = next(m for m in shipped_library() if m.pace is Pace.STILL and m.targets)
        fast = next(m for m in shipped_library() if m.pace is Pace.FAST and m.targets)
        items = [{"movement": m} for m in (fast.id, "squat", held.id)]
        block = {"purpose": "work", "format": {"kind": "three-pace"}, "items": items}
        document = {"name": "Paces", "focus": "lower", "slot_seconds": 1800, "blocks": [block]}
        self.assertEqual(self.bring(document).status_code, 200)
        body = {"version": self.version(), "block": 0, "place": 2, "movement": "glute-bridge"}
        answer = self.post(f"{self.path(0)}/swap", body)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("lacks a pace", answer.json()["title"])
        detail = self.client.get(self.path(0)).json()
        self.assertEqual(detail["blocks"][0]["items"][2]["movement"], held.id)

    def test_a_class_in_any_format_from_a_file(self) -> None:
        """A ladder and a time cap come in and run; a fault is told with its place."""
        squat, bridge = {"movement": "squat"}, {"movement": "glute-bridge"}
        document = {
            "name": "By hand",
            "focus": "lower",
            "slot_seconds": 1800,
            "blocks": [
                {"purpose": "work", "format": {"kind": "ladder"}, "items": [squat, bridge]},
                {"purpose": "work", "format": {"kind": "time-cap", "minutes": 6}, "items": [squat]},
            ],
        }
        self.assertEqual(self.bring(document).status_code, 200)
        detail = self.client.get(self.path(0)).json()
        self.assertEqual(detail["blocks"][0]["format_name"], "Ladder")
        self.assertEqual(detail["blocks"][0]["items"][0]["dose"], "10-8-6-4-2")
        self.assertEqual(detail["slot_seconds"], 2700)
        document["blocks"][0]["items"] = [squat] * 4  # type: ignore[index]
        self.assertEqual(self.bring(document).status_code, 422)
        self.assertEqual(self.client.get(self.path(0)).json()["name"], "By hand")
