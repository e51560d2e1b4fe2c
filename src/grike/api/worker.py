"""The planner in a process of its own: reads a request from a pipe, sends progress and a result."""

from __future__ import annotations

import os
import threading
from contextlib import suppress
from multiprocessing.connection import Connection
from typing import Any

from grike.core.planner import Problem, Progress, Settings, plan
from grike.exchange.library import library_from
from grike.exchange.plans import plan_from, plan_to

#: Planning gives way to people who are working in the pages.
NICENESS = 5


class PipeStop:
    """A stop that is asked for through the pipe; a closed pipe means that nobody waits any more."""

    def __init__(self, pipe: Connection) -> None:
        self._event = threading.Event()
        threading.Thread(target=self._listen, args=(pipe,), daemon=True).start()

    def _listen(self, pipe: Connection) -> None:
        with suppress(EOFError, OSError):
            pipe.recv()
        self._event.set()

    def requested(self) -> bool:
        """Return whether to stop."""
        return self._event.is_set()


def solve(pipe: Connection, request: dict[str, Any], library: dict[str, Any], seed: int) -> None:
    """Plan a request and send ("progress", ...) and at the end ("result", ...)."""
    os.nice(NICENESS)

    def tell(progress: Progress) -> None:
        pipe.send(
            (
                "progress",
                {
                    "stage": progress.stage,
                    "done": progress.done,
                    "total": progress.total,
                    "cost": progress.cost,
                    "bound": progress.bound,
                },
            )
        )

    movements = library_from(library)
    problem = Problem(plan_from(request, movements), movements)
    result = plan(problem, PipeStop(pipe), seed, Settings(on_progress=tell))
    document = None
    if result.plan is not None:
        document = plan_to(result.plan, result.certificate())
    pipe.send(
        (
            "result",
            {
                "status": result.status.value,
                "plan": document,
                "certificate": result.certificate(),
                "collisions": list(result.collisions),
                "notes": list(result.notes),
            },
        )
    )
