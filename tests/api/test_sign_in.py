"""Sign-in, CSRF, roles: who may do what, on every route."""

from __future__ import annotations

import unittest

from fastapi.routing import APIRoute

from grike.api.security import COOKIE
from grike.api.sign_in import signing
from tests.api.base import PASSWORD, WithApplication, a_set_up

OPEN = {
    "/api/sign-in",
    "/api/sign-in/ways",
    "/api/sign-in/outside",
    "/api/sign-in/outside/back",
    "/api/join",
    "/api/join/look",
    "/api/calendars/{token}.ics",
    "/api/room/{code}",
    *(
        f"/api/covers/{{token}}{path}"
        for path in (
            "",
            "/catalogue",
            "/movements",
            "/series/{series_id}/classes/{slot}",
            "/series/{series_id}/classes/{slot}/floor",
            "/series/{series_id}/classes/{slot}/floor/shorter",
            "/series/{series_id}/classes/{slot}/taught",
        )
    ),
}


class SignIn(WithApplication):
    def test_who_am_i(self) -> None:
        """After sign-in the session says who it is; after sign-out nobody."""
        self.assertEqual(self.client.get("/api/me").status_code, 401)
        self.sign_in()
        self.assertEqual(self.client.get("/api/me").json()["name"], "Dora Director")
        self.assertEqual(self.post("/api/sign-out").status_code, 204)
        self.assertEqual(self.client.get("/api/me").status_code, 401)

    def test_wrong_pairs_are_not_told_apart(self) -> None:
        """A wrong name and a wrong password get the same answer."""
        answers = [
            self.client.post("/api/sign-in", json={"name": name, "password": "wrong"}).json()
            for name in ("dora", "nobody")
        ]
        self.assertEqual(answers[0], answers[1])
        self.assertEqual(answers[0]["title"], "Name and password do not match.")

    def test_attempts_are_limited(self) -> None:
        """After too many attempts even the right password is refused for a while."""
        for _ in range(signing.MOST_BY_PAIR):
            self.client.post("/api/sign-in", json={"name": "dora", "password": "wrong"})
        answer = self.client.post("/api/sign-in", json={"name": "dora", "password": PASSWORD})
        self.assertEqual(answer.status_code, 429)

    def test_the_cookie_is_kept_from_scripts_and_other_sites(self) -> None:
        """HttpOnly and SameSite strict."""
        answer = self.client.post("/api/sign-in", json={"name": "dora", "password": PASSWORD})
        cookie = answer.headers["set-cookie"].lower()
        for part in (COOKIE, "httponly", "samesite=strict", "path=/"):
            self.assertIn(part, cookie)

    def test_the_password_is_stored_as_argon2id(self) -> None:
        """Not the password but its argon2id hash lies in the database."""
        with self.database.transaction() as connection:
            row = connection.row("SELECT password_hash FROM person LIMIT 1") or {}
        self.assertTrue(row["password_hash"].startswith("$argon2id$"))


class Writes(WithApplication):
    def test_a_write_needs_its_token(self) -> None:
        """Without the token, or with another, a write is refused and changes nothing."""
        self.sign_in()
        for headers in ({}, {"X-CSRF-Token": "x" * 43}):
            answer = self.client.post("/api/series", json=a_set_up(), headers=headers)
            self.assertEqual(answer.status_code, 403)
        self.assertEqual(self.client.get("/api/series").json(), [])

    def test_instructors_read(self) -> None:
        """An instructor sees the board and may not change it."""
        series_id = self.a_series()
        self.sign_in("ivo")
        version = self.board(series_id)["version"]
        for path in (f"/api/series/{series_id}/undo", f"/api/series/{series_id}/classes/0/refill"):
            answer = self.post(path, {"version": version})
            self.assertEqual((answer.status_code, answer.json()["code"]), (403, "not-allowed"))
        self.assertEqual(self.board(series_id)["version"], version)


class EveryRoute(WithApplication):
    def routes(self) -> list[tuple[str, str]]:
        found: list[tuple[str, str]] = []
        for route in self.routes_of(self.app.routes):
            if route.include_in_schema and route.path not in OPEN:
                found += [(method, route.path) for method in sorted(route.methods or ())]
        return found

    def routes_of(self, routes: object) -> list[APIRoute]:
        out: list[APIRoute] = []
        for route in routes:  # type: ignore[attr-defined]
            if isinstance(route, APIRoute):
                out.append(route)
            elif hasattr(route, "original_router"):
                out += self.routes_of(route.original_router.routes)
        return out

    def test_nothing_is_open(self) -> None:
        """Without a session all but the ways in answer 401, before they look at anything."""
        routes = self.routes()
        self.assertGreater(len(routes), 15)
        for method, path in routes:
            address = path
            for name in ("{series_id}", "{slot}", "{run_id}", "{session_id}"):
                address = address.replace(name, "1")
            answer = self.client.request(method, address, json={})
            self.assertIn(answer.status_code, {401}, (method, path))

    def test_unknown_addresses_are_problems(self) -> None:
        """An unknown API address is a 404 in words and not the front end's page."""
        answer = self.client.get("/api/nothing")
        self.assertEqual(answer.status_code, 404)
        self.assertEqual(answer.headers["content-type"], "application/problem+json")


if __name__ == "__main__":
    unittest.main()
