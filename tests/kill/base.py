"""A real house that is treated badly: its database and application, and a director who writes."""

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
from typing import Any, ClassVar

import httpx2

from grike.api.passwords import hash_password
from grike.core.planner import Problem, plan
from grike.exchange.library import library_document, shipped_library
from grike.store import changes, library, people, series, sessions
from grike.store.connection import Database
from grike.store.migrate import migrate
from scripts import database, processes, serve
from tests.builders import FULL, a_plan

PASSWORD = "kills-and-recoveries"
KINDS = ("lock", "swap", "undo", "record", "library")


class Mistreated(unittest.TestCase):
    """Writes of every kind, and what must be there after one was acknowledged."""

    #: The names of its processes begin with it; from which port on they listen, each house on its
    #: own; whether every write is kept besides.
    name: ClassVar[str] = "kill"
    port: ClassVar[int] = 9600
    binary_log: ClassVar[bool] = False
    folder: Path
    series_id: int
    session: int

    @classmethod
    def setUpClass(cls) -> None:
        if not os.environ.get("GRIKE_ALL"):
            return
        cls.folder = Path(tempfile.mkdtemp(prefix=f"grike-{cls.name}-"))
        cls.addClassCleanup(shutil.rmtree, cls.folder, True)
        cls.prepare(cls.folder)
        cls.addClassCleanup(processes.stop, f"{cls.name}-database", 20)
        cls.addClassCleanup(processes.stop, f"{cls.name}-application", 10)
        made = plan(Problem(a_plan(room=FULL), shipped_library()), None, 1).plan
        assert made is not None
        server = cls.database_up()
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

    @classmethod
    def prepare(cls, folder: Path) -> None:
        """Do with the folder of the database what is wanted before there is one."""

    @classmethod
    def database_up(cls) -> database.Server:
        """Start the database unless it runs."""
        return database.start(
            cls.folder, name=f"{cls.name}-database", first=cls.port, binary_log=cls.binary_log
        )

    def setUp(self) -> None:
        self.rng = random.Random(11)
        self.acknowledged = 0
        self.refused = 0
        #: What may be there, of each kind: the answer said that this was not known.
        self.unknown: dict[str, list[Any]] = {}

    def up(self) -> httpx2.Client:
        """Start what is down and sign in."""
        server = self.database_up()
        port = serve.start(
            server, name=f"{self.name}-application", dist=False, first=self.port + 40
        )
        self.database = Database(server.url(), connections=2)
        client = httpx2.Client(base_url=f"http://127.0.0.1:{port}", timeout=20)
        self.sign_in(client)
        return client

    def sign_in(self, client: httpx2.Client) -> None:
        """Sign the director in."""
        body = {"name": "dora", "password": PASSWORD}
        answer = client.post("/api/sign-in", json=body)
        self.assertEqual(answer.status_code, 200, answer.text)
        client.headers["X-CSRF-Token"] = answer.json()["csrf"]

    def kill(self, which: str) -> None:
        """Kill the database or the application, with -9."""
        entry = processes.running(f"{self.name}-{which}")
        assert entry is not None
        os.kill(int(str(entry["pid"])), signal.SIGKILL)
        # On a busy machine the kernel takes its time: one that dies is not one that runs.
        while processes.running(f"{self.name}-{which}"):
            time.sleep(0.02)

    def write(self, client: httpx2.Client, number: int) -> tuple[str, Any] | None:
        """Make one write; return what must be there when it was acknowledged, else None."""
        base = f"/api/series/{self.series_id}"
        board = client.get(base).json()
        version = board["version"]
        kind = self.rng.choice(KINDS)
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
            if expected[0] != "version":
                self.unknown.pop(expected[0], None)
            return expected
        self.refused += 1
        if "not known" in answer.text:
            self.unknown.setdefault(expected[0], []).append(expected[1])
        return None

    def there(self, what: str) -> Any:
        with self.database.transaction() as connection:
            if what == "version":
                return series.version_of(connection, self.series_id)
            if what == "note":
                record = sessions.get(connection, self.session).record
                return record and record.note
            return library.get(connection, "squat").entry["care"]

    def begin_run(self, client: httpx2.Client) -> int:
        """Begin to plan a class anew; return the run."""
        path = f"/api/series/{self.series_id}"
        body = {
            "version": client.get(path).json()["version"],
            "seed": 3,
            "part": {"kind": "class", "value": 1},
        }
        answer = client.post(f"{path}/runs", json=body)
        self.assertEqual(answer.status_code, 202, answer.text)
        return int(answer.json()["id"])

    def end_of(self, client: httpx2.Client, run: int) -> str:
        """Wait until a run has ended; return how."""
        for _ in range(600):
            state = str(client.get(f"/api/runs/{run}").json()["state"])
            if state not in {"waiting", "running"}:
                return state
            time.sleep(0.1)
        return "not at all"

    def all_there(self, last: dict[str, Any], when: object) -> None:
        """Check that what was acknowledged last of each kind is there, and that all opens."""
        for what, value in last.items():
            unknown = self.unknown.get(what, [])
            # One that came through after all is another step, before or after the last one: who
            # changes another class is not in its way.
            steps = range(value, value + len(unknown) + 1) if what == "version" else None
            self.assertIn(self.there(what), steps or [value, *unknown], (when, what))
        with self.database.transaction() as connection:
            self.assertEqual(len(series.get(connection, self.series_id).plan.classes), 3)
