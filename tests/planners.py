"""The processes that plan, ended from outside."""

from __future__ import annotations

import contextlib
import time

import psutil


def kill_planners(pid: int) -> None:
    """Kill a planner and those beside it, as they begin: a request is planned by two."""
    server = psutil.Process(pid).parent()
    for _ in range(10):
        for planner in server.children() if server else []:
            with contextlib.suppress(psutil.NoSuchProcess):
                planner.kill()
        time.sleep(0.1)
