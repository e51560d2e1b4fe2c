"""A thousand kills with -9: no write that was acknowledged is lost, none is half there.

Writers swap, edit, undo, record sessions and edit the library against a real application; database
and application are killed in turn. What the application has answered with success must be there.
"""

from __future__ import annotations

import datetime as dt
import os
import random
import shutil
import signal
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any

import httpx2

from grike.api.passwords import hash_password
from grike.core.planner import Problem, plan
from grike.exchange.library import library_document, shipped_library
from grike.store import changes, library, people, series, sessions
from grike.store.connection import Database
from grike.store.migrate import migrate
from scripts import database, processes, serve
from tests.builders import FULL, a_plan, long

KILLS = int(os.environ.get("GRIKE_KILLS", "1000"))
PASSWORD = "kills-and-recoveries"
PORT = 9600


class Kills(unittest.TestCase):
    @classmethod
    def setUpClass(cls) -> None:
        if not os.environ.get("GRIKE_ALL"):
            return
        cls.folder = Path(tempfile.mkdtemp(prefix="grike-kill-"))
        cls.addClassCleanup(shutil.rmtree, cls.folder, True)
        cls.addClassCleanup(processes.stop, "kill-database", 20)
        cls.addClassCleanup(processes.stop, "kill-application", 10)
        made = plan(Problem(a_plan(room=FULL), shipped_library()), None, 1).plan
        assert made is not None
        server = database.start(cls.folder, name="kill-database", first=PORT)
        migrate(server.url())
        with Database(server.url()).transaction() as connection:
            library.load(connection, library_document()["movements"])
            person = people.add(connection, "Dora", "dora", "director", hash_password(PASSWORD))
            cls.series_id = series.add(connection, made, person)
            stored = series.get(connection, cls.series_id)
            changes.save(connection, stored, made.classes, "Plan", person)
            at = dt.datetime(2026, 11, 30, 18)
            designs = series.get(connection, cls.series_id).designs
            cls.session = sessions.add(connection, designs[0], cls.series_id, 0, at, None, person)

    folder: Path
    series_id: int
    session: int

    def setUp(self) -> None:
        self.rng = random.Random(11)
        self.acknowledged = 0
        self.refused = 0

    def up(self) -> httpx2.Client:
        """Start what is down and sign in."""
        server = database.start(self.folder, name="kill-database", first=PORT)
        port = serve.start(server, name="kill-application", dist=False, first=PORT + 40)
        self.database = Database(server.url(), connections=2)
        client = httpx2.Client(base_url=f"http://127.0.0.1:{port}", timeout=20)
        body = {"name": "dora", "password": PASSWORD}
        answer = client.post("/api/sign-in", json=body)
        self.assertEqual(answer.status_code, 200, answer.text)
        client.headers["X-CSRF-Token"] = answer.json()["csrf"]
        return client

    def kill(self, name: str) -> None:
        entry = processes.running(name)
        assert entry is not None
        os.kill(int(str(entry["pid"])), signal.SIGKILL)
        # On a busy machine the kernel takes its time: one that dies is not one that runs.
        while processes.running(name):
            time.sleep(0.02)

    def write(self, client: httpx2.Client, number: int) -> tuple[str, Any] | None:
        """Make one write; return what must be there when it was acknowledged, else None."""
        base = f"/api/series/{self.series_id}"
        board = client.get(base).json()
        version = board["version"]
        kind = self.rng.choice(("lock", "swap", "undo", "record", "library"))
        if kind == "lock":
            slot = self.rng.randrange(len(board["classes"]))
            locked = not board["classes"][slot]["locked"]
            body = {"version": version, "locked": locked}
            answer = client.post(f"{base}/classes/{slot}/lock", json=body)
            expected: tuple[str, Any] = ("version", version + 1)
        elif kind == "swap":
            query = {"block": 2, "place": 0}
            found = client.get(f"{base}/classes/0/alternatives", params=query).json()
            if not isinstance(found, list) or not found:
                return None
            body = {"version": version, **query, "movement": found[0]["movement"]}
            answer = client.post(f"{base}/classes/0/swap", json=body)
            expected = ("version", version + 1)
        elif kind == "undo":
            if (board["undo"] or {}).get("label") == "Plan":
                return None
            answer = client.post(f"{base}/undo", json={"version": version, "sure": True})
            expected = ("version", version + 1)
        elif kind == "record":
            minutes = 10.0 + number / 4
            body = {"minutes": minutes, "effort": 5, "heads": 9, "note": f"kill {number}"}
            answer = client.put(f"/api/sessions/{self.session}/record", json=body)
            expected = ("note", f"kill {number}")
        else:
            texts = client.get("/api/movements/squat/fields").json()
            fields = {f["name"]: f["text"] for f in texts["fields"]} | {"care": f"kill {number}"}
            body = {"version": texts["version"], "fields": fields}
            answer = client.put("/api/movements/squat", json=body)
            expected = ("care", f"kill {number}")
        if answer.status_code == 200:
            self.acknowledged += 1
            return expected
        self.refused += 1
        return None

    def there(self, what: str) -> Any:
        with self.database.transaction() as connection:
            if what == "version":
                return series.version_of(connection, self.series_id)
            if what == "note":
                record = sessions.get(connection, self.session).record
                return record and record.note
            return library.get(connection, "squat").entry["care"]

    @long
    def test_no_acknowledged_write_is_lost(self) -> None:
        """After each kill the last acknowledged write of each kind is there, and all opens."""
        for number in range(KILLS):
            client = self.up()
            last: dict[str, Any] = {}
            for turn in range(self.rng.randint(1, 4)):
                done = self.write(client, 10 * number + turn)
                if done is not None:
                    last[done[0]] = done[1]
            self.kill(self.rng.choice(("kill-database", "kill-application")))
            client.close()
            self.up().close()
            for what, value in last.items():
                self.assertEqual(self.there(what), value, (number, what))
            with self.database.transaction() as connection:
                self.assertEqual(len(series.get(connection, self.series_id).plan.classes), 3)
        self.assertGreater(self.acknowledged, KILLS)


if __name__ == "__main__":
    unittest.main()
