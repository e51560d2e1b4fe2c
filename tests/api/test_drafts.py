"""A class that is being written, through the API: tried, weighed, put in, begun from nothing."""

from __future__ import annotations

import random
from copy import deepcopy
from typing import Any

from httpx2 import Response

from tests.api.base import WithApplication

#: Five parts: a talk, a warm-up, a lift, a circuit and a breather (our own, for the test).
FIVE_PARTS: list[dict[str, Any]] = [
    {"purpose": "welcome", "format": {"kind": "talk", "seconds": 60}},
    {
        "purpose": "warm-up",
        "format": {"kind": "flow", "seconds": 30},
        "items": [{"movement": "march-with-arm-swing"}],
    },
    {
        "purpose": "work",
        "role": "lift",
        "format": {
            "kind": "straight-sets",
            "sets": 3,
            "reps": 10,
            "rest_seconds": 45,
            "between_seconds": 30,
        },
        "items": [{"movement": "goblet-squat"}],
    },
    {
        "purpose": "work",
        "role": "circuit",
        "format": {"kind": "timed-circuit", "work_seconds": 40, "rest_seconds": 20},
        "items": [{"movement": "push-up"}, {"movement": "glute-bridge"}],
    },
    {
        "purpose": "cool-down",
        "format": {"kind": "flow", "seconds": 40},
        "items": [{"movement": "standing-thigh-stretch"}],
    },
]


class Drafts(WithApplication):
    """One planned week of three classes."""

    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()
        self.path = f"/api/series/{self.series_id}/classes/0"

    def document(self) -> dict[str, Any]:
        found: dict[str, Any] = self.client.get(f"{self.path}/document").json()
        return found

    def put(self, body: dict[str, Any]) -> Response:
        answer: Response = self.client.put(f"{self.path}/document", json=body, headers=self.csrf)
        return answer

    def body(self, document: dict[str, Any], **more: Any) -> dict[str, Any]:
        return {"version": self.board(self.series_id)["version"], "document": document, **more}

    def test_what_a_draft_tells_is_what_the_class_is(self) -> None:
        """Random edits: clocks, findings and cost of the trial are those after the write."""
        draw = random.Random(14)
        for _ in range(6):
            document = self.edited(deepcopy(self.document()), draw)
            body = self.body(document)
            tried = self.post(f"{self.path}/draft", body)
            put = self.put({**body, "origin": "hand"})
            self.assertEqual(tried.status_code, put.status_code, tried.text + put.text)
            if tried.status_code != 200:
                self.assertEqual(tried.json(), put.json())
                continue
            detail, told = tried.json()["detail"], tried.json()["consequences"]
            after = self.client.get(self.path).json()
            for name in ("blocks", "real", "nominal", "real_seconds", "volume", "load", "kit"):
                self.assertEqual(detail[name], after[name], name)
            self.assertEqual(
                [found["what"] for found in detail["findings"]],
                [found["what"] for found in after["findings"]],
            )
            self.assertEqual(told["cost_after"], self.board(self.series_id)["cost"])

    def edited(self, document: dict[str, Any], draw: random.Random) -> dict[str, Any]:
        """Return a document with one thing of it changed."""
        block = draw.choice([own for own in document["blocks"] if own.get("items")])
        items = block["items"]
        kind = draw.randrange(4)
        if kind == 0:
            draw.shuffle(items)
        elif kind == 1:
            items[0] = {"movement": draw.choice(["push-up", "glute-bridge", "no-such-thing"])}
        elif kind == 2:
            document["blocks"].remove(block)
        else:
            document["name"] = f"Another {draw.randrange(9)}"
        return document

    def test_alternatives_of_a_draft_are_those_of_the_class(self) -> None:
        """Untouched, a draft has the alternatives of the class; touched, its own."""
        document = self.document()
        number = next(n for n, own in enumerate(document["blocks"]) if own["purpose"] == "work")
        at = {"block": number, "place": 0}
        stored = self.client.get(f"{self.path}/alternatives", params=at).json()
        tried = self.post(f"{self.path}/draft/alternatives", self.body(document, **at))
        self.assertEqual(tried.json(), stored)
        taken = stored[0]["movement"]
        document["blocks"][number]["items"][0] = {"movement": taken}
        again = self.post(f"{self.path}/draft/alternatives", self.body(document, **at)).json()
        self.assertNotIn(taken, [found["movement"] for found in again])

    def test_a_class_from_nothing(self) -> None:
        """A blank class stands, is written in five parts, and takes the kit that it needs."""
        version = self.board(self.series_id)["version"]
        blank = {"version": version, "move": {"kind": "blank", "day": 0}}
        made = self.post(f"/api/series/{self.series_id}/moves", blank)
        self.assertEqual(made.status_code, 200, made.text)
        empty = self.client.get(self.path).json()
        self.assertEqual((empty["blocks"], empty["real_seconds"], empty["kit"]), ([], 0, []))
        document = {**self.document(), "name": "By hand", "blocks": FIVE_PARTS}
        answer = self.put({**self.body(document), "origin": "hand"})
        self.assertEqual(answer.status_code, 200, answer.text)
        after = self.client.get(self.path).json()
        self.assertEqual(len(after["blocks"]), 5)
        self.assertIn("dumbbell-medium", after["kit"])

    def test_lines_are_read(self) -> None:
        """Parts and movements with amounts; a class of them can be tried at once."""
        text = {"text": "Lift 3 x 10\nGoblet squat\nPush-up 12\n"}
        lines = self.post("/api/class-text", text).json()
        self.assertEqual([line["kind"] for line in lines], ["part", "movement", "movement"])
        self.assertEqual((lines[0]["part"], lines[0]["sets"]), ("lift", 3))
        self.assertEqual((lines[2]["guesses"][0]["movement"], lines[2]["reps"]), ("push-up", 12))
        self.assertEqual(self.post("/api/class-text", {"text": ""}).status_code, 422)

    def test_refusals_say_where_and_change_nothing(self) -> None:
        """An unknown movement, an old version and an instructor."""
        document = self.document()
        before = self.board(self.series_id)
        document["blocks"][0]["purpose"] = "nap"
        for path, at in (("draft", {}), ("draft/alternatives", {"block": 0, "place": 0})):
            body = self.body(document, **at)
            broken = self.post(f"{self.path}/{path}", body)
            self.assertEqual(broken.status_code, 422)
            self.assertIn("blocks[", broken.text)
            stale = self.post(f"{self.path}/{path}", {**body, "version": body["version"] - 1})
            self.assertEqual(stale.status_code, 409)
        self.sign_in("ivo")
        self.assertEqual(self.post(f"{self.path}/draft", body).status_code, 403)
        self.sign_in()
        self.assertEqual(self.board(self.series_id)["version"], before["version"])
