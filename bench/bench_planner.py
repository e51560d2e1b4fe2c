"""How long plans take, against their targets and this machine's own reference solve.

Each request is planned a few times; the median is reported beside a fixed CP-SAT model, so that
figures from a slow or busy machine can be read.
"""

from __future__ import annotations

import datetime as dt
import resource
import statistics
import time
from dataclasses import replace

from ortools.sat.python import cp_model

from grike.core.kit import Kit, Room
from grike.core.planner import Problem, plan
from grike.core.planner.refill import refill
from grike.core.rules import Facts, default_sheet, findings
from grike.core.series import SeriesPlan, SeriesShape
from grike.exchange.library import shipped_library

MONDAY = dt.date(2026, 11, 30)
HALL = Room("Hall", dict.fromkeys(Kit, 20), 20)
SIZES = {"S": (4, (0, 2, 4), 3.0), "M": (6, (0, 1, 3, 4), 8.0)}
REPEATS = 3


def reference() -> float:
    """Return the seconds that a fixed knapsack-like model takes here."""
    model = cp_model.CpModel()
    items = [model.new_bool_var("") for _ in range(60)]
    weights = [(37 * n * n + 11) % 97 + 3 for n in range(60)]
    model.add(sum(x * w for x, w in zip(items, weights, strict=True)) <= 900)
    model.maximize(sum(x * ((w * 31) % 53) for x, w in zip(items, weights, strict=True)))
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1
    begun = time.perf_counter()
    solver.solve(model)
    return time.perf_counter() - begun


def request(weeks: int, days: tuple[int, ...]) -> Problem:
    """Return a request with every kit."""
    shape = SeriesShape("Bench", MONDAY, weeks, days, 45, 2, 16, HALL)
    return Problem(SeriesPlan(shape, default_sheet()), shipped_library())


def main() -> None:
    """Print a table."""
    shipped_library()
    print(f"reference solve {reference() * 1000:.0f} ms")
    for size, (weeks, days, target) in SIZES.items():
        problem = request(weeks, days)
        times: list[float] = []
        costs: list[int] = []
        for seed in range(REPEATS):
            begun = time.perf_counter()
            result = plan(problem, None, seed)
            times.append(time.perf_counter() - begun)
            costs.append(result.cost)
        middle = statistics.median(times)
        print(
            f"plan {size}: {middle:.1f} s, {middle / target:.2f} of its target of {target:.0f} s; "
            f"costs {costs}"
        )
    checks(problem)
    peak = resource.getrusage(resource.RUSAGE_SELF).ru_maxrss / 1024
    print(f"peak memory {peak:.0f} MB, {peak / 500:.2f} of its target of 500 MB")


def checks(problem: Problem) -> None:
    """Time re-fills and rule checks of one plan."""
    result = plan(problem, None, 1)
    assert result.plan is not None
    library = problem.library
    refills: list[float] = []
    for planned in result.plan.classes:
        begun = time.perf_counter()
        refill(replace(problem, plan=result.plan), planned.slot.index, seed=3)
        refills.append(time.perf_counter() - begun)
    late = statistics.quantiles(refills, n=20)[-1] * 1000
    print(f"re-fill one class, 95th percentile: {late:.0f} ms, {late / 200:.2f} of its target")
    begun = time.perf_counter()
    facts = Facts(result.plan, library)
    findings(facts)
    whole = (time.perf_counter() - begun) * 1000
    begun = time.perf_counter()
    findings(facts)
    warm = (time.perf_counter() - begun) * 1000
    first = result.plan.classes[0]
    design = replace(first.design, name="Edited")
    begun = time.perf_counter()
    findings(Facts(result.plan.with_class(replace(first, design=design)), library, before=facts))
    edit = (time.perf_counter() - begun) * 1000
    print(
        f"all checks of 6 × 4: {whole:.0f} ms from nothing, {warm:.0f} ms with clocks worked out "
        f"({warm / 20:.2f} of 20 ms), {edit:.0f} ms after an edit"
    )


if __name__ == "__main__":
    main()
