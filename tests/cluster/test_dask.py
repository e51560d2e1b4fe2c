"""The same jobs on a cluster: a real scheduler and two workers, started on loopback by the test."""

from __future__ import annotations

import os
import re
import signal
import subprocess
import sys
import tempfile
import threading
import time
import unittest
from pathlib import Path
from typing import Any

from grike.api.planning.dask_solver import DaskSolver
from grike.core.pace import Paces
from grike.core.planner import NeverStop
from grike.exchange.jobs import Job, Kind, job_of, solve_job
from grike.exchange.library import library_document
from scripts.paths import ROOT
from tests.builders import FULL, a_plan


def a_job(weeks: int = 1, weekdays: tuple[int, ...] = (0, 2, 4)) -> Job:
    request = a_plan(room=FULL, weeks=weeks, weekdays=weekdays)
    return job_of(Kind.PLAN, request, library_document(), Paces(), 3)


class Cluster:
    """A scheduler and two workers, each a process of its own."""

    def __init__(self, folder: Path) -> None:
        self.folder = folder
        self.scheduler = self._start(
            "distributed.cli.dask_scheduler", "--host", "127.0.0.1", "--port", "0", "--no-dashboard"
        )
        self.address = self._address()
        self.workers = [self.worker(), self.worker()]

    def _start(self, *words: str) -> subprocess.Popen[bytes]:
        environment = {**os.environ, "PYTHONPATH": f"{ROOT / 'src'}:{ROOT}"}
        with (self.folder / "log").open("ab") as log:
            return subprocess.Popen(
                [sys.executable, "-m", *words],
                env=environment,
                cwd=self.folder,
                stdout=subprocess.DEVNULL,
                stderr=log,
            )

    def worker(self) -> subprocess.Popen[bytes]:
        return self._start(
            "distributed.cli.dask_worker",
            self.address,
            "--host",
            "127.0.0.1",
            "--nthreads",
            "1",
            "--no-nanny",
            "--no-dashboard",
        )

    def _address(self) -> str:
        for _ in range(300):
            found = re.search(r"tcp://127\.0\.0\.1:\d+", (self.folder / "log").read_text())
            if found:
                return found.group(0)
            time.sleep(0.1)
        raise AssertionError((self.folder / "log").read_text()[-800:])

    def stop(self) -> None:
        for process in (*self.workers, self.scheduler):
            process.kill()
            process.wait()


class OnACluster(unittest.TestCase):
    cluster: Cluster

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        folder = tempfile.TemporaryDirectory()
        cls.addClassCleanup(folder.cleanup)
        cls.cluster = Cluster(Path(folder.name))
        cls.addClassCleanup(cls.cluster.stop)
        cls.solver = DaskSolver(cls.cluster.address)
        cls.addClassCleanup(cls.solver.close)

    solver: DaskSolver

    def test_the_answer_is_that_of_this_machine(self) -> None:
        """A job solved on a worker and one solved here give the same plan; progress arrives."""
        heard: list[dict[str, Any]] = []
        there = self.solver.solve("same", a_job(), heard.append, lambda: False)
        here = solve_job(a_job(), NeverStop(), lambda _: None)
        assert there is not None
        self.assertEqual(there["plan"], here["plan"])
        self.assertIn("progress", {body["kind"] for body in heard})

    def test_stop_and_keep(self) -> None:
        """A stop goes through the scheduler; what was filled until then is in the answer."""
        filled: list[int] = []

        def hear(body: dict[str, Any]) -> None:
            filled.extend(1 for _ in body.get("filled", ()))

        answer = self.solver.solve("stop", a_job(12), hear, lambda: len(filled) >= 3)
        assert answer is not None
        self.assertEqual(answer["status"], "stopped")
        self.assertGreaterEqual(len(answer["classes"]), 3)

    def test_a_dead_worker_has_its_job_begun_again(self) -> None:
        """Killed while it plans, the worker is replaced by the other, and the answer comes."""
        answers: list[Any] = []
        begun = threading.Event()

        def tell(body: dict[str, Any]) -> None:
            if body["kind"] == "progress":
                begun.set()

        def solve() -> None:
            answers.append(self.solver.solve("dead", a_job(2), tell, lambda: False))

        thread = threading.Thread(target=solve)
        thread.start()
        self.assertTrue(begun.wait(60))
        busy = self.busy_worker()
        os.kill(busy, signal.SIGKILL)
        thread.join(120)
        self.cluster.workers = [w for w in self.cluster.workers if w.poll() is None]
        self.cluster.workers.append(self.cluster.worker())
        self.assertEqual(len(answers[0]["plan"]["classes"]), 6)

    def busy_worker(self) -> int:
        """Return the process id of the worker that plans just now."""
        usage: dict[int, int] = {}
        for _ in range(2):
            for worker in self.cluster.workers:
                fields = Path(f"/proc/{worker.pid}/stat").read_text().rsplit(")", 1)[1].split()
                usage[worker.pid] = int(fields[11]) - usage.get(worker.pid, 0)
            time.sleep(0.5)
        return max(usage, key=lambda pid: usage[pid])

    def test_no_scheduler_is_said(self) -> None:
        """An address where nobody listens is an error at once, not a hang."""
        with self.assertRaises(OSError):
            DaskSolver("tcp://127.0.0.1:1")


if __name__ == "__main__":
    unittest.main()
