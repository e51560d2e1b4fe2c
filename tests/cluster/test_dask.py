"""The same jobs on a cluster: a real scheduler and two workers, started on loopback by the test."""

from __future__ import annotations

import os
import re
import signal
import socket
import ssl
import stat
import subprocess
import tempfile
import threading
import time
import unittest
from pathlib import Path
from typing import Any

from distributed import Client

from grike.api.planning.cluster_keys import AUTHORITY, KEY
from grike.api.planning.dask_solver import DaskSolver
from grike.api.serve import config_from
from grike.core.pace import Paces
from grike.core.planner import NeverStop
from grike.exchange.jobs import Job, Kind, job_of, solve_job
from grike.exchange.library import library_document
from scripts import cluster
from scripts.paths import Trouble
from scripts.processes import free_port
from tests.builders import FULL, a_plan


def a_job(weeks: int = 1, weekdays: tuple[int, ...] = (0, 2, 4)) -> Job:
    request = a_plan(room=FULL, weeks=weeks, weekdays=weekdays)
    return job_of(Kind.PLAN, request, library_document(), Paces(), 3)


class Cluster:
    """A scheduler and two workers, each a process of its own, with keys of their own."""

    def __init__(self, folder: Path) -> None:
        self.folder, self.keys = folder, folder / "keys"
        cluster.make_keys(self.keys)
        port = free_port(8810)
        self.scheduler = self._start(cluster.scheduler_command("127.0.0.1", port, self.keys))
        self.address = self._address()
        self.workers = [self.worker(), self.worker()]

    def _start(self, command: list[str]) -> subprocess.Popen[bytes]:
        with (self.folder / "log").open("ab") as log:
            return subprocess.Popen(
                command,
                env=cluster.environment(),
                cwd=self.folder,
                stdout=subprocess.DEVNULL,
                stderr=log,
            )

    def worker(self) -> subprocess.Popen[bytes]:
        command = cluster.worker_command(self.address, "127.0.0.1", 1, self.keys)
        # Without the nurse that would start a killed one again: the tests kill workers themselves.
        return self._start([*command, "--no-nanny"])

    def _address(self) -> str:
        for _ in range(300):
            found = re.search(r"tls://127\.0\.0\.1:\d+", (self.folder / "log").read_text())
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
        cls.solver = DaskSolver(cls.cluster.address, cls.cluster.keys)
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
        """An address where nobody listens is an error at once, not a hang; so are missing keys."""
        with self.assertRaises(OSError):
            DaskSolver("tls://127.0.0.1:1", self.cluster.keys)
        with self.assertRaisesRegex(OSError, "ca.pem"):
            DaskSolver(self.cluster.address, self.cluster.folder / "none")

    def test_a_stranger_is_refused(self) -> None:
        """Without TLS, without a certificate, or with one of another cluster: nobody is let in."""
        others = self.cluster.folder / "others"
        cluster.make_keys(others)
        with self.assertRaises(OSError):
            DaskSolver(self.cluster.address, others)
        with self.assertRaises(OSError):
            Client(self.cluster.address.replace("tls:", "tcp:"), timeout=3, set_as_default=False)
        host, port = self.cluster.address.removeprefix("tls://").split(":")
        nobody = ssl.create_default_context(cafile=str(self.cluster.keys / AUTHORITY))
        nobody.check_hostname = False
        with (
            self.assertRaises(OSError),
            socket.create_connection((host, int(port)), timeout=10) as line,
            nobody.wrap_socket(line) as stranger,
        ):
            if not stranger.recv(1):
                raise ConnectionResetError("closed without a word")
        self.assertIsNotNone(self.solver.solve("after", a_job(), lambda _: None, lambda: False))

    def test_keys_are_made_once(self) -> None:
        """The key is ours to read; the authority's is nowhere; what is there is not overwritten."""
        made = sorted(file.name for file in self.cluster.keys.iterdir())
        self.assertEqual(made, ["ca.pem", "node.key", "node.pem"])
        mode = stat.S_IMODE((self.cluster.keys / KEY).stat().st_mode)
        self.assertEqual(mode, 0o600)
        with self.assertRaisesRegex(Trouble, "holds keys already"):
            cluster.make_keys(self.cluster.keys)

    def test_what_cannot_be_started(self) -> None:
        """Every network, no keys, an address without TLS: each is said, and nothing is started."""
        for address in ("0.0.0.0", "::", ""):
            with self.assertRaisesRegex(Trouble, "Name the one address"):
                cluster.scheduler_command(address, 8786, self.cluster.keys)
        with self.assertRaisesRegex(Trouble, "There are no keys"):
            cluster.scheduler_command("127.0.0.1", 8786, self.cluster.folder / "none")
        with self.assertRaisesRegex(Trouble, "tls://"):
            cluster.worker_command("tcp://127.0.0.1:1", "127.0.0.1", 1, self.cluster.keys)
        url = {"GRIKE_DATABASE_URL": "mysql://a:b@127.0.0.1:1/c"}
        with self.assertRaisesRegex(ValueError, "tls://host:port is asked"):
            config_from({**url, "GRIKE_SCHEDULER": "tcp://127.0.0.1:8786"})


if __name__ == "__main__":
    unittest.main()
