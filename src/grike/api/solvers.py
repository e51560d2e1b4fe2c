"""Where a planning job is solved: in a process of this machine, or on a Dask cluster.

Both take the same job, tell the same progress and give the same answer; None means that whoever
solved it went away.
"""

from __future__ import annotations

import logging
import multiprocessing
import os
import resource
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from dataclasses import dataclass
from multiprocessing import forkserver
from multiprocessing.connection import Connection as Pipe
from pathlib import Path
from typing import Protocol

from grike.exchange.jobs import Answer, Job, Tell, solve_job

log = logging.getLogger("grike")
#: Planning gives way to people who are working in the pages.
NICENESS = 5
POLL_SECONDS = 0.2

Stopped = Callable[[], bool]


@dataclass(frozen=True, slots=True)
class Bounds:
    """What one job may take at most: seconds on the clock, and megabytes of memory."""

    seconds: float = 900
    megabytes: int = 2000


class Solver(Protocol):
    """Solves one job at a time in the calling thread, ``places`` of them side by side."""

    places: int

    def solve(self, name: str, job: Job, tell: Tell, stopped: Stopped) -> Answer | None:
        """Return the answer, or None when the process that solved it died or was too slow."""
        ...

    def close(self) -> None:
        """Let go of what it holds."""
        ...


class PipeStop:
    """A stop that is asked for through the pipe; a closed pipe means that nobody waits any more."""

    def __init__(self, pipe: Pipe) -> None:
        self._event = threading.Event()
        threading.Thread(target=self._listen, args=(pipe,), daemon=True).start()

    def _listen(self, pipe: Pipe) -> None:
        with suppress(EOFError, OSError):
            pipe.recv()
        self._event.set()

    def requested(self) -> bool:
        """Return whether to stop."""
        return self._event.is_set()


def solve_in_process(pipe: Pipe, job: Job) -> None:
    """Solve a job and send ("progress", ...) and at the end ("result", ...). Runs in a child."""
    os.nice(NICENESS)
    answer = solve_job(job, PipeStop(pipe), lambda body: pipe.send(("progress", body)))
    pipe.send(("result", answer))


def megabytes_of(pid: int | None) -> float:
    """Return the memory that a process holds just now; 0 for one that is gone.

    It is watched from outside: a limit inside makes the solver hang where it should fail.
    """
    with suppress(OSError, ValueError, IndexError):
        pages = int(Path(f"/proc/{pid}/statm").read_text().split()[1])
        return pages * resource.getpagesize() / 1024 / 1024
    return 0.0


class LocalSolver:
    """A process for each job. One plans at a time on two cores; the other core serves pages."""

    def __init__(self, places: int = 1, bounds: Bounds | None = None) -> None:
        self.places, self._bounds = places, bounds or Bounds()
        self._context = multiprocessing.get_context("forkserver")
        self._context.set_forkserver_preload(["grike.exchange.jobs"])
        # Loading the planner takes seconds; who plans first should not wait for it.
        forkserver.ensure_running()

    def solve(self, name: str, job: Job, tell: Tell, stopped: Stopped) -> Answer | None:
        """Solve in a child process, which is killed when it outlives its time."""
        ours, theirs = self._context.Pipe()
        process = self._context.Process(target=solve_in_process, args=(theirs, job), daemon=True)
        process.start()
        theirs.close()
        end, told = time.monotonic() + self._bounds.seconds, False
        tell({"kind": "begun", "pid": process.pid})
        try:
            while time.monotonic() < end and megabytes_of(process.pid) <= self._bounds.megabytes:
                if stopped() and not told:
                    ours.send("stop")
                    told = True
                if ours.poll(POLL_SECONDS):
                    kind, body = ours.recv()
                    if kind == "result":
                        return dict(body)
                    tell({"kind": "progress", **body})
            log.warning("%s went beyond %s and was ended", name, self._bounds)
            process.kill()
            return None
        except (EOFError, OSError):
            # End of file without a result: the process died.
            return None
        finally:
            process.join(timeout=5)
            ours.close()

    def close(self) -> None:
        """Children are daemons; there is nothing to let go of."""
