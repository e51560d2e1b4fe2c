"""A request planned twice at once, from two seeds, of which the better plan is taken.

What a plan costs depends on luck: the same request from another seed comes to half as much or to
twice as much, while the other core waits. Both are waited for, so that the same request gives the
same plan on any load.
"""

from __future__ import annotations

import os
import threading
from typing import Any

from grike.api.planning.solvers import POLL_SECONDS, Solver, Stopped
from grike.core.planner.result import Status
from grike.core.planner.seeds import Branch, branched
from grike.exchange.jobs import Answer, Job, Kind, Tell

STAGE = "A second try is still being planned; stop to keep this one"
#: What another seed cannot change: nothing better, or nothing at all.
SETTLED = frozenset({Status.BEST.value, Status.IMPOSSIBLE.value, "fault"})


class _Beside(threading.Thread):
    """The same job from another seed, solved in a thread; what it tells is not heard."""

    def __init__(self, solver: Solver, name: str, job: Job, stopped: Stopped) -> None:
        super().__init__(name=f"beside {name}", daemon=True)
        self._over = threading.Event()
        self._solver, self._name, self._job, self._asked = solver, name, job, stopped
        self.answer: Answer | None = None

    def run(self) -> None:
        """Solve."""
        job = {**self._job, "seed": branched(self._job["seed"], Branch.BESIDE, 1)}
        self.answer = self._solver.solve(f"{self._name}-beside", job, _unheard, self._stopped)

    def end(self) -> None:
        """Let it be."""
        self._over.set()

    def _stopped(self) -> bool:
        return self._over.is_set() or self._asked()


def _unheard(_: dict[str, Any]) -> None:
    """Tell nobody."""


class SideBySide:
    """Solves each plan twice with another solver; what mends or asks *what if* once."""

    def __init__(self, solver: Solver) -> None:
        self._solver = solver
        self.places = max(1, solver.places // 2)

    def solve(self, name: str, job: Job, tell: Tell, stopped: Stopped) -> Answer | None:
        """Return the better answer; that of one where the process of the other died.

        Whoever stops has seen the first grow, and keeps that.
        """
        if job["kind"] != Kind.PLAN.value or (os.cpu_count() or 1) < 2:
            return self._solver.solve(name, job, tell, stopped)
        last: dict[str, Any] = {}

        def heard(body: dict[str, Any]) -> None:
            if "stage" in body:
                last.update(body)
            tell(body)

        beside = _Beside(self._solver, name, job, stopped)
        beside.start()
        try:
            first = self._solver.solve(name, job, heard, stopped)
            if first is not None and (stopped() or first["status"] in SETTLED):
                return first
            if beside.is_alive() and last:
                tell({**last, "stage": STAGE, "filled": []})
            while beside.is_alive():
                beside.join(POLL_SECONDS)
                if first is not None and stopped():
                    return first
            return better(first, beside.answer)
        finally:
            beside.end()

    def close(self) -> None:
        """Let go of what the solver holds."""
        self._solver.close()


def better(first: Answer | None, second: Answer | None) -> Answer | None:
    """Return the answer that has a plan, breaks fewer musts, costs less; the first if alike."""
    answers = [answer for answer in (first, second) if answer is not None]
    return min(answers, key=_rank, default=None)


def _rank(answer: Answer) -> tuple[bool, int, int]:
    cost = answer.get("certificate", {}).get("cost", 0)
    return answer["plan"] is None, answer.get("musts_broken", 0), int(cost)
