"""The application in a test: a real database behind it, a client in front."""

from __future__ import annotations

from typing import Any

from fastapi import FastAPI
from fastapi.testclient import TestClient
from httpx2 import Response

from grike.api.app import create_app
from grike.api.passwords import hash_password
from grike.api.state import Config
from grike.core.planner import Problem, plan
from grike.core.series_codec import room_to
from grike.exchange.library import shipped_library
from grike.store import changes, people, series
from tests.builders import FULL, a_plan
from tests.store.base import WithDatabase

PASSWORD = "reeds-and-rushes"
_planned: dict[str, Any] = {}
_hash = hash_password(PASSWORD)


class WithApplication(WithDatabase):
    client: TestClient
    app: FastAPI

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.app = create_app(Config(cls.database.url))
        cls.client = TestClient(cls.app, raise_server_exceptions=False)
        cls.client.__enter__()
        cls.addClassCleanup(cls.client.__exit__, None, None, None)

    def setUp(self) -> None:
        super().setUp()
        self.client.cookies.clear()
        with self.database.transaction() as connection:
            people.add(connection, "Dora Director", "dora", "director", _hash)
            people.add(connection, "Ivo Instructor", "ivo", "instructor", _hash)

    def sign_in(self, name: str = "dora") -> dict[str, str]:
        answer = self.client.post("/api/sign-in", json={"name": name, "password": PASSWORD})
        self.assertEqual(answer.status_code, 200, answer.text)
        self.csrf = {"X-CSRF-Token": answer.json()["csrf"]}
        return self.csrf

    def post(self, path: str, body: Any = None) -> Response:
        answer: Response = self.client.post(path, json=body, headers=self.csrf)
        return answer

    def a_series(self) -> int:
        """Return a stored series of one planned week; it is planned once for all tests."""
        if not _planned:
            result = plan(Problem(a_plan(room=FULL), shipped_library()), None, 1)
            assert result.plan is not None
            _planned.update(plan=result.plan, certificate=result.certificate())
        with self.database.transaction() as connection:
            series_id = series.add(connection, _planned["plan"], None)
            stored = series.get(connection, series_id)
            changes.save(
                connection,
                stored,
                _planned["plan"].classes,
                "Plan the series",
                None,
                _planned["certificate"],
            )
        return series_id

    def plan_series(self, series_id: int) -> None:
        """Plan a stored series and put the plan into it."""
        with self.database.transaction() as connection:
            stored = series.get(connection, series_id)
        result = plan(Problem(stored.plan, shipped_library()), None, 1)
        assert result.plan is not None
        with self.database.transaction() as connection:
            classes = result.plan.classes
            changes.save(connection, stored, classes, "Plan", None, result.certificate())

    def board(self, series_id: int) -> dict[str, Any]:
        answer = self.client.get(f"/api/series/{series_id}")
        self.assertEqual(answer.status_code, 200, answer.text)
        body: dict[str, Any] = answer.json()
        return body


def a_set_up(**changes_: Any) -> dict[str, Any]:
    """Return what the set-up page would send."""
    return {
        "name": "New series",
        "start": "2026-11-30",
        "weeks": 1,
        "weekdays": [0, 2, 4],
        "minutes": 45,
        "level": 2,
        "heads": 12,
        "room": room_to(FULL),
    } | changes_
