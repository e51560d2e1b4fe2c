"""Clocks that jump, by days and back: nobody is shut out, nothing is lost, plans come to an end.

Database and application run with a clock that is told what it shows (Debian's libfaketime, which is
unpacked beside us and never installed).
"""

from __future__ import annotations

import json
import os
import sysconfig
from pathlib import Path
from typing import Any, ClassVar
from unittest import mock

import httpx2

from scripts.install import unpacked
from tests.builders import long
from tests.kill.base import Mistreated

#: How far the clock is from the right one, one after the other: ahead and back, a year, and an hour
#: behind, at which no sign-in may end that was opened at the right time.
JUMPS = ("+1d", "+0", "-1h", "+400d", "+0", "-30d", "+0")
WRITES = 8
ENDED = {"done", "beside", "none", "stopped"}


class ClockJumps(Mistreated):
    name: ClassVar[str] = "clock"
    port: ClassVar[int] = 9800

    @classmethod
    def prepare(cls, folder: Path) -> None:
        """Give everything that is started from here on a clock of ours."""
        where = f"usr/lib/{sysconfig.get_config_var('MULTIARCH')}/faketime"
        library = unpacked("libfaketimeMT.so.1", "libfaketime", where)
        cls.clock = folder / "clock"
        cls.clock.write_text("+0\n")
        settings = {
            "LD_PRELOAD": library,
            "FAKETIME_TIMESTAMP_FILE": str(cls.clock),
            "FAKETIME_NO_CACHE": "1",
            "FAKETIME_DONT_FAKE_MONOTONIC": "1",
            "FAKETIME_DONT_RESET": "1",
        }
        patch = mock.patch.dict(os.environ, settings)
        patch.start()
        cls.addClassCleanup(patch.stop)

    clock: Path

    def now(self) -> float:
        """Return what time it is for the database, in seconds since 1970."""
        with self.database.transaction() as connection:
            row = connection.row("SELECT UNIX_TIMESTAMP(UTC_TIMESTAMP()) AS now")
        assert row is not None
        return float(row["now"])

    @long
    def test_nothing_is_lost_or_locked_when_clocks_jump(self) -> None:
        """After each jump: sign in, write, be told of it, and a plan begun before it ends."""
        client = self.up()
        right, last = self.now(), dict[str, Any]()
        for turn, jump in enumerate(JUMPS):
            self.clock.write_text(f"{jump}\n")
            if client.get("/api/me").status_code == 401:
                self.sign_in(client)
            run = self.begin_run(client)
            self.sign_in(client)
            self.wrong_guesses(client)
            for number in range(WRITES):
                done = self.write(client, 100 * turn + number)
                if done is not None:
                    last[done[0]] = done[1]
            self.all_there(last, jump)
            self.assertIn(self.end_of(client, run), ENDED, jump)
            version = client.get(f"/api/series/{self.series_id}").json()["version"]
            self.assertEqual(self.told(client), version, jump)
            last["version"] = version
        self.assertGreater(self.acknowledged, WRITES)
        self.assertLess(abs(self.now() - right), 3600)

    def wrong_guesses(self, client: httpx2.Client) -> None:
        """Guess so often that more would be refused, under a name that signs in after each jump."""
        for _ in range(3):
            body = {"name": "dora", "password": "not-this-one-at-all"}
            self.assertEqual(client.post("/api/sign-in", json=body).status_code, 401)

    def told(self, client: httpx2.Client) -> int:
        """Return the version that the stream of the series tells."""
        path = f"/api/series/{self.series_id}/news?seconds=2"
        with client.stream("GET", path) as stream:
            lines = [line for line in stream.iter_lines() if line.startswith("data:")]
        return int(json.loads(lines[-1][5:])["version"])
