"""Plausible clubs: how many get a plan within a minute, and what had to give way for it.

``GRIKE_CLUBS`` requests (60 by default) from number ``GRIKE_FIRST`` (0) on. Prints a Markdown
table, and fails where more than one in a hundred gets none. ``GRIKE_STOP`` set: each plan is kept
as it is when it is whole, and not made better, so that many clubs take hours and not a day.

Seconds are those of the clock, and of all cores together: beside other work the first say little.
"""

from __future__ import annotations

import os
import sys
import time

from bench.clubs import club
from grike.core.errors import InvalidInput
from grike.core.planner import Problem, Progress, Settings, plan
from grike.core.planner.readiness import set_up_problems
from grike.core.rules import Facts, broken_musts, findings
from grike.exchange.library import shipped_library

#: A whole plan is there within so many seconds, for 99 of a hundred; after that it is made better.
SECONDS, WANTED = 60.0, 0.99


class _OnceWhole:
    """Stops a plan when it has been whole once; never, where that is not asked."""

    def __init__(self, begun: float) -> None:
        self.begun, self.whole = begun, float("inf")
        self.asked = bool(os.environ.get("GRIKE_STOP"))

    def heard(self, progress: Progress) -> None:
        """Note after how many seconds the plan was whole."""
        if progress.stage in ("Done", "Improving"):
            self.whole = min(self.whole, time.perf_counter() - self.begun)

    def requested(self) -> bool:
        """Return whether to stop now."""
        return self.asked and self.whole < float("inf")


def main() -> int:
    """Print the table; return 1 where too few get a plan in time."""
    many, first = int(os.environ.get("GRIKE_CLUBS", "60")), int(os.environ.get("GRIKE_FIRST", "0"))
    library, planned = shipped_library(), 0
    print(
        "| club | weeks | days | minutes | level | shapes | whole plan after | seconds | of cores "
        "| status | cost | gave way |"
    )
    print("|---|---|---|---|---|---|---|---|---|---|---|---|")
    for number in range(first, first + many):
        request = club(number)
        shape = request.shape
        begun, worked = time.perf_counter(), time.process_time()
        stop = _OnceWhole(begun)
        try:
            set_up_problems(request, library)
            result = plan(Problem(request, library), stop, 1, Settings(on_progress=stop.heard))
            status, words = result.status.value, " ".join(result.words)[:160]
            found = result.plan
        except InvalidInput as error:
            status, words, found = "refused", error.what, None
        seconds, cores = time.perf_counter() - begun, time.process_time() - worked
        cost = ""
        if found is not None:
            broken = broken_musts(findings(Facts(found, library)))
            words = ", ".join(sorted({finding.rule for finding in broken}))
            cost = str(result.cost)
            planned += min(stop.whole, seconds) <= SECONDS
        print(
            f"| {number} | {shape.weeks} | {len(shape.weekdays)} | {shape.minutes} "
            f"| {shape.level} | {'yes' if shape.class_shapes else 'no'} "
            f"| {min(stop.whole, seconds):.1f} | {seconds:.1f} | {cores:.1f} "
            f"| {status} | {cost} | {words} |",
            flush=True,
        )
    print(f"\n{planned} of {many} have a plan within {SECONDS:.0f} s.")
    return int(planned < WANTED * many)


if __name__ == "__main__":
    sys.exit(main())
