"""A thousand kills with -9: no write that was acknowledged is lost, none is half there.

Writers swap, edit, undo, record sessions and edit the library against a real application; database
and application are killed in turn. What the application has answered with success must be there.
"""

from __future__ import annotations

import os
import time
import unittest
from collections import Counter
from typing import Any

import psutil

from scripts import processes
from tests.builders import long
from tests.kill.base import Mistreated

KILLS = int(os.environ.get("GRIKE_KILLS", "1000"))


class Kills(Mistreated):
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
            self.kill(self.rng.choice(("database", "application")))
            client.close()
            self.up().close()
            self.all_there(last, number)
            if number % 100 == 99:
                print(f"{number + 1} kills, {self.acknowledged} writes acknowledged", flush=True)
        self.assertGreater(self.acknowledged, KILLS)

    @long
    def test_a_planner_that_is_killed(self) -> None:
        """The run ends and says so, nobody waits for it, and the next one is planned."""
        client, ends = self.up(), Counter[str]()
        for number in range(KILLS // 5):
            run = self.begin_run(client)
            time.sleep(self.rng.uniform(0, 0.5))
            for planner in self.planners():
                planner.kill()
            ends[self.end_of(client, run)] += 1
            last = {"version": client.get(f"/api/series/{self.series_id}").json()["version"]}
            self.all_there(last, number)
            if number % 10 == 0:
                self.assertIn(self.end_of(client, self.begin_run(client)), {"done", "beside"})
        self.assertLessEqual(set(ends), {"done", "beside", "failed", "interrupted"})
        self.assertGreater(ends["failed"] + ends["interrupted"], 0)

    def planners(self) -> list[psutil.Process]:
        """Return the processes that plan: children of the one that serves."""
        entry = processes.running(f"{self.name}-application")
        assert entry is not None
        return psutil.Process(int(str(entry["pid"]))).children(recursive=True)


if __name__ == "__main__":
    unittest.main()
