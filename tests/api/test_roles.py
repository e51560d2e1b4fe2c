"""Who may do what on every route, and what a refusal looks like."""

from __future__ import annotations

import json
import logging
import re
import unittest
from typing import Any
from unittest import mock

from fastapi import FastAPI
from fastapi.routing import APIRoute
from fastapi.testclient import TestClient
from httpx2 import Response

from grike.api import problems
from grike.api.security import SAFE
from grike.core import errors
from tests.api.base import WithApplication

LINKS = "/api/series/{series_id}/calendar-links"
#: Writes that are open to whoever is signed in; every other write is a director's.
#: What only an owner of the house may read and do.
OWNERS = ("/api/house/people", "/api/house/audit", "/api/house/document")
EVERYBODYS = {
    "/api/sign-out",
    "/api/sign-in",
    "/api/join",
    "/api/join/look",
    "/api/me/names",
    "/api/me/password",
    "/api/me/sign-ins/{sign_in_id}",
    "/api/me/sign-ins/end-others",
    "/api/me/two-factor",
    "/api/me/two-factor/confirm",
    "/api/me/two-factor/off",
    "/api/me/two-factor/spare-codes",
    "/api/me/outside",
    "/api/me/notices/read",
    "/api/sessions/{session_id}/record",
    "/api/series/{series_id}/classes/{slot}/taught",
    "/api/covers/{token}/series/{series_id}/classes/{slot}/taught",
    "/api/room-screens",
    "/api/room-screens/{code}",
    LINKS,
    f"{LINKS}/{{link_id}}",
}


def operations(app: FastAPI) -> list[tuple[str, str, dict[str, Any]]]:
    """Return (method, path, operation) of the published schema."""
    return [
        (method.upper(), path, operation)
        for path, entry in app.openapi()["paths"].items()
        for method, operation in entry.items()
    ]


class Roles(WithApplication):
    def request(self, method: str, path: str, headers: dict[str, str]) -> Response:
        address = re.sub(r"\{\w+\}", "1", path)
        answer: Response = self.client.request(method, address, json={}, headers=headers)
        return answer

    def writes(self) -> list[tuple[str, str]]:
        return [
            (method, path)
            for method, path, _ in operations(self.app)
            if method not in SAFE and path not in EVERYBODYS
        ]

    def test_no_address_has_two_answers(self) -> None:
        """The first of two routes would answer for both, and the other would never be asked."""
        every = [
            (method, route.path)
            for route in self.app.routes
            if isinstance(route, APIRoute)
            for method in route.methods or ()
        ]
        self.assertEqual(len(every), len(set(every)))

    def test_no_write_is_an_instructors(self) -> None:
        """Each of them answers 403 with who may, before it looks at the body."""
        headers = self.sign_in("ivo")
        self.assertGreater(len(self.writes()), 12)
        for method, path in self.writes():
            answer = self.request(method, path, headers)
            self.assertEqual(answer.status_code, 403, (method, path, answer.text))
            self.assertEqual(answer.json()["code"], "not-allowed")

    def test_no_write_goes_without_its_token(self) -> None:
        """A director's cookie alone, as another site could send it, changes nothing."""
        self.sign_in("dora")
        for method, path in self.writes():
            answer = self.request(method, path, {})
            self.assertEqual(answer.status_code, 403, (method, path, answer.text))
            self.assertIn("Grike's own pages", answer.json()["title"])

    def test_a_director_is_not_refused(self) -> None:
        """The same requests reach the route: refused for their content, never for the person.

        What lets people in and out is an owner's, and refused to a director.
        """
        headers = self.sign_in("dora")
        for method, path in self.writes():
            answer = self.request(method, path, headers)
            self.assertNotIn(answer.status_code, {401, 500}, (method, path, answer.text))
            self.assertEqual(answer.status_code == 403, path.startswith(OWNERS), (method, path))

    def test_whoever_is_signed_in_may_read(self) -> None:
        """No reading route answers 401 or 403 to an instructor."""
        headers = self.sign_in("ivo")
        for method, path, _ in operations(self.app):
            if method in SAFE and not path.startswith(OWNERS):
                answer = self.request(method, path, headers)
                self.assertNotIn(answer.status_code, {401, 403, 500}, (path, answer.text))

    def test_what_is_not_there_is_said_for_each_kind(self) -> None:
        """Series, class, run, movement and template: 404 with a sentence, never a bare text."""
        headers = self.sign_in("dora")
        for path in (
            "/api/series/999",
            "/api/series/999/setup",
            "/api/series/999/document",
            "/api/series/999/classes/0",
            "/api/runs/999",
            "/api/runs/999/events",
            "/api/movements/no-such-thing/fields",
        ):
            answer = self.client.get(path, headers=headers)
            self.assertEqual(answer.status_code, 404, path)
            body = answer.json()
            self.assertEqual(answer.headers["content-type"], "application/problem+json")
            self.assertTrue(body["title"].endswith("."), body)
        gone = self.client.delete("/api/templates/999", headers=headers)
        self.assertEqual(gone.status_code, 404)


def every_kind(kind: type[errors.GrikeError]) -> list[type[errors.GrikeError]]:
    below = kind.__subclasses__()
    return below + [deeper for other in below for deeper in every_kind(other)]


class Problems(unittest.TestCase):
    """Problem details. Source: RFC 9457 (type, title, status, detail), from memory."""

    def answer(self, error: Exception) -> Response:
        app = FastAPI()
        problems.install(app)

        @app.get("/")
        def fail() -> None:
            raise error

        found: Response = TestClient(app, raise_server_exceptions=False).get("/")
        return found

    def test_every_error_has_its_status(self) -> None:
        """Each kind of the tree is mapped, and carries its code, what and how to mend it."""
        kinds = every_kind(errors.GrikeError)
        self.assertEqual(set(problems.STATUS), set(kinds))
        for kind in kinds:
            why: Any = ["Because."] if kind is errors.NoPlan else "Because."
            answer = self.answer(kind("It broke.", why, "Mend it."))
            body = answer.json()
            self.assertEqual(answer.status_code, problems.STATUS[kind])
            self.assertEqual(body["status"], answer.status_code)
            self.assertEqual((body["title"], body["code"]), ("It broke.", kind.code))
            self.assertEqual(body["type"], f"urn:grike:{kind.code}")
            self.assertTrue(body["detail"].endswith("Mend it."))

    def test_fields_have_their_own_sentences(self) -> None:
        """A form can show each fault beside its field."""
        error = errors.InvalidInput("Two are wrong.", fields={"weeks": "No.", "name": "Empty."})
        self.assertEqual(self.answer(error).json()["fields"], {"weeks": "No.", "name": "Empty."})

    def test_the_unforeseen_tells_the_log_and_not_the_world(self) -> None:
        """A bug is a 500 in plain words; its text stays in the log."""
        with self.assertLogs("grike", logging.ERROR) as log:
            answer = self.answer(ZeroDivisionError("secret figures"))
        self.assertEqual(answer.status_code, 500)
        self.assertNotIn("secret", answer.text)
        self.assertIn("secret figures", " ".join(log.output))

    def test_a_line_has_place_what_why_and_fix(self) -> None:
        """On a terminal an error is one line; parts that are not there leave no gap."""
        full = errors.InvalidInput("What.", "Why.", "Fix.", place="a.b")
        self.assertEqual(full.line(), "a.b: What. Why. Fix.")
        self.assertEqual(errors.NotFound("What.", fix="Fix.").line(), "What. Fix.")
        self.assertEqual(str(full), full.line())


class Published(WithApplication):
    """The schema that the front end's types are made from."""

    def test_every_operation_is_described(self) -> None:
        """Each has a summary and an id of its own."""
        found = operations(self.app)
        ids = [operation["operationId"] for _, _, operation in found]
        self.assertEqual(len(ids), len(set(ids)))
        for method, path, operation in found:
            self.assertTrue(operation.get("summary"), (method, path))
            self.assertIn("responses", operation)

    def test_the_page_may_load_nothing_from_elsewhere(self) -> None:
        """Answers name their type and forbid to guess it; no other site is mentioned."""
        self.sign_in()
        answer = self.client.get("/api/catalogue")
        self.assertTrue(answer.headers["content-type"].startswith("application/json"))
        for text in re.findall(r"https?://[^\"\s]+", json.dumps(answer.json())):
            self.fail(f"the catalogue names {text}")

    def test_a_lost_database_is_said_on_every_read(self) -> None:
        """503 in words, and the next request works again."""
        self.sign_in()
        lost = errors.Unavailable("The database does not answer.", fix="Try again in a moment.")
        with mock.patch.object(self.app.state.grike.database, "transaction", side_effect=lost):
            for path in ("/api/series", "/api/me", "/api/rooms"):
                answer = self.client.get(path)
                self.assertEqual(answer.status_code, 503, path)
                self.assertEqual(answer.json()["code"], "unavailable")
        self.assertEqual(self.client.get("/api/series").status_code, 200)


if __name__ == "__main__":
    unittest.main()
