"""Alive before the database is there, ready once it is; never on a database of a newer Grike."""

from __future__ import annotations

import threading
import time
import unittest
from concurrent.futures import ThreadPoolExecutor
from unittest import mock

from fastapi.testclient import TestClient

from grike.api.app import create_app, prepare
from grike.api.state import Config, State
from grike.core.errors import Busy, Conflict, Unavailable
from grike.store.connection import Database
from grike.store.migrate import latest, migrate
from tests.store.base import WithDatabase

NAME = "grike_later"


class Later(WithDatabase):
    """A database of its own, which may not be there yet."""

    def setUp(self) -> None:
        super().setUp()
        self.url = self.database.url.rsplit("/", 1)[0] + f"/{NAME}"
        self.drop()
        self.addCleanup(self.drop)

    def drop(self) -> None:
        with self.database.transaction() as connection:
            connection.run(f"DROP DATABASE IF EXISTS {NAME}")

    def make(self) -> None:
        with self.database.transaction() as connection:
            connection.run(
                f"CREATE DATABASE {NAME} CHARACTER SET utf8mb4 COLLATE utf8mb4_nopad_bin"
            )

    def test_it_waits_for_its_database(self) -> None:
        """Alive and not ready while there is none; ready by itself soon after there is one."""
        with TestClient(create_app(Config(self.url))) as client:
            self.assertEqual(client.get("/api/health").status_code, 200)
            for path in ("/api/ready", "/api/me", "/api/nothing"):
                answer = client.get(path)
                self.assertEqual(answer.status_code, 503, path)
                self.assertEqual(answer.json()["title"], "Grike is not ready yet.")
            self.make()
            end = time.monotonic() + 30
            while client.get("/api/ready").status_code != 200:
                self.assertLess(time.monotonic(), end)
                time.sleep(0.1)
            self.assertEqual(client.get("/api/me").status_code, 401)

    def test_ready_is_not_said_while_the_database_is_away(self) -> None:
        """What was ready once says at each look whether it still is."""
        self.make()
        with TestClient(create_app(Config(self.url))) as client:
            self.assertEqual(client.get("/api/ready").json(), {"status": "ready"})
            away = Unavailable("The database cannot be reached just now.")
            with mock.patch.object(Database, "ask", side_effect=away):
                answer = client.get("/api/ready")
                self.assertEqual(
                    (answer.status_code, client.get("/api/health").status_code), (503, 200)
                )
                self.assertIn("cannot be reached", answer.json()["detail"])
            self.assertEqual(client.get("/api/ready").status_code, 200)

    def test_a_database_of_a_newer_grike_is_left_alone(self) -> None:
        """It says so, and changes nothing in it."""
        self.make()
        migrate(self.url)
        newer = Database(self.url)
        self.addCleanup(newer.close)
        with newer.transaction() as connection:
            connection.run(
                "INSERT INTO _yoyo_migration (migration_hash, migration_id, applied_at_utc)"
                " VALUES (REPEAT('f', 64), '9999_from_tomorrow', UTC_TIMESTAMP())"
            )
        with self.assertRaises(Conflict) as caught:
            migrate(self.url)
        self.assertIn("newer Grike", caught.exception.what)
        self.assertIn(latest(), caught.exception.why)
        with TestClient(create_app(Config(self.url))) as client:
            answer = client.get("/api/ready")
            self.assertEqual(answer.status_code, 503)
            self.assertIn("newer Grike", answer.json()["detail"])

    def test_many_start_at_once(self) -> None:
        """Four processes on a new database: each gets it ready or finds it so."""
        self.make()

        def start(_: int) -> str:
            state = State(Config(self.url), Database(self.url))
            try:
                for _ in range(40):
                    try:
                        prepare(state)
                        return "ready"
                    except Busy:
                        continue
                return "busy"
            finally:
                state.database.close()

        with ThreadPoolExecutor(4) as pool:
            self.assertEqual(list(pool.map(start, range(4))), ["ready"] * 4)

    def test_one_at_a_time(self) -> None:
        """What is done alone is refused to a second in words while the first is at it."""
        begun, done = threading.Event(), threading.Event()

        def hold() -> None:
            with self.database.alone("something"):
                begun.set()
                done.wait(10)

        first = threading.Thread(target=hold)
        first.start()
        begun.wait(10)
        with self.assertRaises(Busy), self.database.alone("something", seconds=0):
            self.fail("both were at it")
        with self.database.alone("something else", seconds=0):
            done.set()
        first.join()
        with self.database.alone("something", seconds=0):
            pass


if __name__ == "__main__":
    unittest.main()
