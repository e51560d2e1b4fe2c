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
from typing import Any, Protocol

from grike.exchange.jobs import Answer, Job, Tell, answered

log = logging.getLogger("grike")
#: Planning gives way to people who are working in the pages.
NICENESS = 10
POLL_SECONDS = 0.2
#: So long a planner that was told to stop may take to end by itself with what it has.
GRACE_SECONDS = 1.2

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
        """Return the answer, or None when the process that solved it died or was too slow.

        One that was told to stop and does not end by itself is ended; see ``Kept``.
        """
        ...

    def close(self) -> None:
        """Let go of what it holds."""
        ...


class Kept:
    """What a planner has told of its classes so far, in case that it has to be ended."""

    def __init__(self) -> None:
        self._classes: dict[int, dict[str, Any]] = {}

    def progress(self, body: dict[str, Any]) -> dict[str, Any]:
        """Keep the classes that were told, and return the rest of the progress for the pages."""
        shown = {key: value for key, value in body.items() if key != "classes"}
        for entry in body.get("classes", ()):
            self._classes[entry["slot"]] = entry
        return {"kind": "progress", **shown}

    def answer(self) -> Answer:
        """Return the answer of a planner that was ended."""
        classes = [self._classes[slot] for slot in sorted(self._classes)]
        return {"status": "stopped", "plan": None, "classes": classes}


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
    answer = answered(job, PipeStop(pipe), lambda body: pipe.send(("progress", body)))
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
    """A process for each job. One run at a time; all of it gives way to who works in the pages."""

    def __init__(self, places: int = 1, bounds: Bounds | None = None) -> None:
        self.places, self._bounds = places, bounds or Bounds()
        self._context = multiprocessing.get_context("forkserver")
        self._context.set_forkserver_preload(["grike.exchange.at_hand"])
        # Loading the planner takes seconds; who plans first should not wait for it.
        forkserver.ensure_running()

    def solve(self, name: str, job: Job, tell: Tell, stopped: Stopped) -> Answer | None:
        """Solve in a child process, which is killed when it outlives its time."""
        ours, theirs = self._context.Pipe()
        process = self._context.Process(target=solve_in_process, args=(theirs, job), daemon=True)
        process.start()
        theirs.close()
        end, told = time.monotonic() + self._bounds.seconds, False
        kept = Kept()
        tell({"kind": "begun", "pid": process.pid})
        try:
            while time.monotonic() < end and megabytes_of(process.pid) <= self._bounds.megabytes:
                if stopped() and not told:
                    ours.send("stop")
                    told, end = True, min(end, time.monotonic() + GRACE_SECONDS)
                if ours.poll(POLL_SECONDS):
                    kind, body = ours.recv()
                    if kind == "result":
                        return dict(body)
                    tell(kept.progress(body))
            process.kill()
            if told:
                return kept.answer()
            log.warning("%s went beyond %s and was ended", name, self._bounds)
            return None
        except (EOFError, OSError):
            # End of file without a result: the process died.
            return None
        finally:
            process.join(timeout=5)
            ours.close()

    def close(self) -> None:
        """Children are daemons; there is nothing to let go of."""
