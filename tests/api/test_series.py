"""Series and classes through the API."""

from __future__ import annotations

from typing import Any

from grike.core.anatomy import Muscle
from grike.core.rules import CATALOGUE, Facts
from grike.core.sheet import Mode
from grike.exchange.classes import class_from
from grike.exchange.documents import conforming
from grike.exchange.library import shipped_library
from grike.exchange.plans import plan_from
from grike.exchange.shapes import shipped_shapes
from grike.store import series
from tests.api.base import WithApplication, a_set_up


class Board(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()

    def detail(self, slot: int = 0) -> dict[str, Any]:
        body: dict[str, Any] = self.client.get(
            f"/api/series/{self.series_id}/classes/{slot}"
        ).json()
        return body

    def write(self, path: str, **body: Any) -> Any:
        version = self.board(self.series_id)["version"]
        return self.post(f"/api/series/{self.series_id}/{path}", {"version": version, **body})

    def a_work_place(self, slot: int = 0) -> tuple[int, dict[str, Any]]:
        block = next(b for b in self.detail(slot)["blocks"] if b["purpose"] == "work")
        return block["index"], block["items"][0]

    def test_figures_are_the_cores(self) -> None:
        """The body column of the week is what the core works out from the stored classes."""
        with self.database.transaction() as connection:
            plan = series.get(connection, self.series_id).plan
        volume = Facts(plan, shipped_library()).week_volumes[0]
        shown = {
            m["muscle"]: m["sets"]
            for m in self.board(self.series_id)["week_volumes"]["0"]["muscles"]
        }
        for muscle in Muscle:
            self.assertAlmostEqual(shown[muscle.value], float(volume.muscle_sets((muscle,))))

    def test_a_planned_board(self) -> None:
        """Classes with focus, format, kit and time; every rule kept; a certificate."""
        board = self.board(self.series_id)
        self.assertEqual(len(board["classes"]), 3)
        on = [rule for rule in CATALOGUE if rule.default.mode is not Mode.OFF]
        self.assertEqual(board["rules_on"], len(on))
        self.assertEqual(board["rules_kept"], board["rules_on"])
        self.assertEqual(board["certificate"]["status"], "best")
        for entry in board["classes"]:
            self.assertTrue(0 <= entry["slot_seconds"] - entry["seconds"] <= 90)

    def test_the_class_and_its_clock(self) -> None:
        """Both clocks, all blocks, and the last cue at the total."""
        detail = self.detail()
        self.assertEqual(detail["real"][-1]["end"], detail["real_seconds"])
        self.assertEqual(detail["left"], detail["right"])
        self.assertEqual(detail["blocks"][0]["purpose"], "welcome")
        self.assertEqual((detail["previous"], detail["next"]), (None, 1))

    def test_swap_undo_redo(self) -> None:
        """A swap shows in the class, is undone, and done again."""
        block, item = self.a_work_place()
        query = {"block": block, "place": item["place"]}
        found = self.client.get(
            f"/api/series/{self.series_id}/classes/0/alternatives", params=query
        ).json()
        wanted = found[0]["movement"]
        answer = self.write("classes/0/swap", **query, movement=wanted)
        self.assertEqual(answer.status_code, 200, answer.text)
        self.assertEqual(self.a_work_place()[1]["movement"], wanted)
        self.assertIsNone(self.board(self.series_id)["certificate"])
        self.assertEqual(self.write("undo").status_code, 200)
        self.assertEqual(self.a_work_place()[1]["movement"], item["movement"])
        self.assertEqual(self.board(self.series_id)["certificate"]["status"], "best")
        self.assertEqual(self.write("redo").status_code, 200)
        self.assertEqual(self.a_work_place()[1]["movement"], wanted)

    def test_swap_refuses_what_is_not_there(self) -> None:
        """Unknown movements and places are refused and change nothing."""
        block, item = self.a_work_place()
        before = self.board(self.series_id)["version"]
        place = {"block": block, "place": item["place"]}
        self.assertEqual(self.write("classes/0/swap", **place, movement="no-such").status_code, 404)
        bad = self.write("classes/0/swap", block=99, place=0, movement="squat")
        self.assertEqual((bad.status_code, bad.json()["code"]), (422, "invalid-input"))
        self.assertEqual(self.write("classes/77/lock", locked=True).status_code, 404)
        self.assertEqual(self.board(self.series_id)["version"], before)

    def test_locked_classes_refuse_edits(self) -> None:
        """A locked class takes neither a swap nor a re-fill until it is unlocked."""
        self.assertEqual(self.write("classes/0/lock", locked=True).status_code, 200)
        self.assertTrue(self.detail()["locked"])
        self.assertEqual(self.write("classes/0/refill").status_code, 409)
        block, item = self.a_work_place()
        swap = self.write("classes/0/swap", block=block, place=item["place"], movement="squat")
        self.assertEqual(swap.status_code, 409)
        self.assertEqual(self.write("classes/0/lock", locked=False).status_code, 200)
        self.assertEqual(self.write("classes/0/refill").status_code, 200)

    def test_refill_leaves_the_rest(self) -> None:
        """Only the one class changes, and no must is broken by it."""
        before = {c["slot"]: c["movements"] for c in self.board(self.series_id)["classes"]}
        self.assertEqual(self.write("classes/1/refill").status_code, 200)
        board = self.board(self.series_id)
        after = {c["slot"]: c["movements"] for c in board["classes"]}
        self.assertEqual([s for s in before if before[s] != after[s]], [1])
        self.assertFalse([f for f in board["findings"] if f["mode"] == "must"])

    def test_stale_writes_are_conflicts(self) -> None:
        """A write against an old version says who did what meanwhile."""
        version = self.board(self.series_id)["version"]
        self.write("classes/0/lock", locked=True)
        body = {"version": version, "locked": True}
        answer = self.post(f"/api/series/{self.series_id}/classes/0/lock", body)
        self.assertEqual(answer.status_code, 409)
        self.assertIn("Lock week 1 Monday, by Dora Director", answer.json()["detail"])

    def test_series_and_class_go_out_as_documents(self) -> None:
        """What is exported fits its schema and comes in again as the very same plan."""
        document = self.client.get(f"/api/series/{self.series_id}/document").json()
        with self.database.transaction() as connection:
            plan = series.get(connection, self.series_id).plan
        self.assertEqual(plan_from(conforming(document, "plan"), shipped_library()), plan)
        path = f"/api/series/{self.series_id}/classes/0/document"
        design, _ = class_from(conforming(self.client.get(path).json(), "class"), shipped_library())
        self.assertEqual(design, plan.classes[0].design)

    def test_nothing_to_undo(self) -> None:
        """Undo beyond the first change is refused in words."""
        self.write("undo")
        answer = self.write("undo")
        self.assertEqual(
            (answer.status_code, answer.json()["title"]), (409, "There is nothing to undo.")
        )


class SetUp(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def test_set_up_read_change_and_list(self) -> None:
        """A new series is listed, its set-up can be read and changed while it is empty."""
        made = self.post("/api/series", a_set_up(rules={"D4": {"numbers": {"gap": 2}}}))
        self.assertEqual(made.status_code, 201, made.text)
        path = f"/api/series/{made.json()['id']}/setup"
        stored = self.client.get(path).json()
        self.assertEqual(stored["rules"]["D4"]["numbers"]["gap"], 2)
        changed = self.client.put(path, json=stored | {"weeks": 3}, headers=self.csrf)
        self.assertEqual(changed.status_code, 200, changed.text)
        self.assertEqual(self.client.get("/api/series").json()[0]["weeks"], 3)
        self.assertEqual(self.client.get("/api/rooms").json()[0]["name"], "Full hall")

    def test_formats_are_kept_and_checked(self) -> None:
        """Chosen formats come back; what is no format, or fits no class, is told at its field."""
        made = self.post("/api/series", a_set_up(formats=["ladder", "timed-circuit"]))
        path = f"/api/series/{made.json()['id']}/setup"
        self.assertEqual(self.client.get(path).json()["formats"], ["ladder", "timed-circuit"])
        for formats, words in ((["juggling"], "no format"), (["three-pace"], "fits 45 minutes")):
            answer = self.post("/api/series", a_set_up(formats=formats))
            self.assertEqual(answer.status_code, 422, formats)
            self.assertIn(words, answer.json()["fields"]["formats"])

    def test_shapes_are_kept_tried_and_checked(self) -> None:
        """Chosen shapes come back; one that is not there is told; each says whether it fits."""
        chosen = ["heavy-first", "lift-then-core"]
        made = self.post("/api/series", a_set_up(shapes=chosen))
        self.assertEqual(made.status_code, 201, made.text)
        path = f"/api/series/{made.json()['id']}/setup"
        self.assertEqual(self.client.get(path).json()["shapes"], chosen)
        self.client.delete(f"/api/series/{made.json()['id']}", headers=self.csrf)
        self.assertIn("pyramid", self.refused(shapes=["pyramid"])["shapes"])
        tried = self.client.get("/api/shapes", params={"minutes": 45, "level": 1}).json()
        self.assertEqual(len(tried), len(shipped_shapes()))
        fits = {shape["id"]: shape for shape in tried}
        self.assertEqual(fits["heavy-first"]["parts"], [])
        self.assertIn("Fits 45 minutes", fits["lift-then-core"]["fits"])
        roles = [part["role"] for part in fits["lift-then-core"]["parts"]]
        self.assertEqual(roles, ["lift", "core"])
        self.assertEqual(self.client.get("/api/shapes?minutes=5").status_code, 422)

    def test_short_kit_is_shared_and_said(self) -> None:
        """Where half of the people have a kit, the class says who does what without it."""
        room = {"name": "Half hall", "heads": 30, "kit": {"mat": 12, "long-band": 8}}
        made = self.post("/api/series", a_set_up(room=room, heads=12, weeks=1))
        series_id = made.json()["id"]
        self.plan_series(series_id)
        board = self.client.get(f"/api/series/{series_id}").json()
        self.assertEqual(board["certificate"]["gave_way"], [])
        told: list[str] = []
        for entry in board["classes"]:
            detail = self.client.get(f"/api/series/{series_id}/classes/{entry['slot']}").json()
            items = [item for block in detail["blocks"] for item in block["items"]]
            told += detail["sharing"]
            self.assertEqual(bool(detail["sharing"]), any(item["without"] for item in items))
        self.assertIn(
            "Long bands: 8 for 12. 4 people do it without, and all change over each round.", told
        )

    def refused(self, **changes: Any) -> dict[str, str]:
        answer = self.post("/api/series", a_set_up(**changes))
        self.assertEqual(answer.status_code, 422, answer.text)
        self.assertEqual(self.client.get("/api/series").json(), [])
        fields: dict[str, str] = answer.json()["fields"]
        return fields

    def test_impossible_set_ups_are_refused_field_by_field(self) -> None:
        """No weeks, 25 hours, no people, no name and no day: a sentence each, nothing stored."""
        fields = self.refused(weeks=0, minutes=1500, heads=0, name=" ", weekdays=[])
        self.assertEqual(set(fields), {"weeks", "minutes", "heads", "name", "weekdays"})

    def test_people_without_kit(self) -> None:
        """A focus that three people without any kit cannot do is refused by its day."""
        bare = {"name": "Yard", "heads": 3, "kit": {}}
        fields = self.refused(room=bare, heads=3, menus={"0": ["chest-and-shoulders"]})
        self.assertIn("Monday may only be chest and shoulders", fields["menus"])

    def test_rules_that_do_not_exist(self) -> None:
        """An unknown rule or a negative number is refused."""
        self.assertEqual(
            self.post("/api/series", a_set_up(rules={"X1": {"mode": "off"}})).status_code, 422
        )
        bad = self.post("/api/series", a_set_up(rules={"D4": {"numbers": {"gap": -2}}}))
        self.assertEqual(bad.status_code, 422)

    def test_removal(self) -> None:
        """A series can be removed; a second time it is not there."""
        path = f"/api/series/{self.a_series()}"
        self.assertEqual(self.client.delete(path, headers=self.csrf).status_code, 204)
        self.assertEqual(self.client.delete(path, headers=self.csrf).status_code, 404)


class Vocabulary(WithApplication):
    def test_catalogue_and_movements(self) -> None:
        """The pages get every rule with its numbers, every muscle, and the whole library."""
        self.sign_in("ivo")
        catalogue = self.client.get("/api/catalogue").json()
        self.assertEqual([r["id"] for r in catalogue["rules"]], [r.id for r in CATALOGUE])
        self.assertNotIn("{", " ".join(r["statement"] for r in catalogue["rules"]))
        self.assertEqual(len(catalogue["muscles"]), 22)
        movements = self.client.get("/api/movements").json()
        self.assertEqual(len(movements), len(shipped_library()))
