"""Checks, clocks and imports against their targets, beside a fixed piece of exact arithmetic.

The reference is a sum of a hundred thousand fractions, since exact sums are what the checks do.
"""

from __future__ import annotations

import datetime as dt
import statistics
import time
from collections.abc import Callable
from dataclasses import replace
from fractions import Fraction

from grike.core.clock import class_clock
from grike.core.kit import Kit, Room
from grike.core.planner import Problem, plan
from grike.core.rules import Facts, default_sheet, findings
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.exchange.library import library_document, library_of, shipped_library
from grike.exchange.movement_csv import from_csv, to_csv

HALL = Room("Hall", dict.fromkeys(Kit, 20), 20)
MONDAY = dt.date(2026, 11, 30)
REPEATS = 9


def middle(job: Callable[[], object], repeats: int = REPEATS) -> float:
    """Return the median seconds of a job."""
    times: list[float] = []
    for _ in range(repeats):
        begun = time.perf_counter()
        job()
        times.append(time.perf_counter() - begun)
    return statistics.median(times)


def reference() -> float:
    """Return the seconds of a fixed sum of fractions."""
    parts = [Fraction(n % 13, 12) for n in range(100_000)]
    return middle(lambda: sum(parts, Fraction(0)), 3)


def large_series() -> SeriesPlan:
    """Return 12 weeks of 6 classes of an hour: one planned week, repeated."""
    shape = SeriesShape("Bench", MONDAY, 1, (0, 1, 2, 3, 4, 5), 60, 2, 16, HALL)
    week = plan(Problem(SeriesPlan(shape, default_sheet()), shipped_library()), None, 1).plan
    assert week is not None
    whole = replace(shape, weeks=12)
    slots = whole.slots()
    designs = [planned.design for planned in week.classes] * 12
    classes = tuple(PlannedClass(s, d) for s, d in zip(slots, designs, strict=True))
    return SeriesPlan(whole, default_sheet(), classes)


def say(name: str, seconds: float, target: float) -> None:
    """Print a time as a ratio to its target."""
    print(f"{name}: {seconds * 1000:.1f} ms, {seconds / target:.2f} of {target * 1000:.0f} ms")


def main() -> None:
    """Print a table."""
    library = shipped_library()
    print(f"reference sum {reference() * 1000:.0f} ms")
    series = large_series()
    facts = Facts(series, library)
    findings(facts)

    def checks() -> None:
        for member in facts.classes:
            member.found.clear()
        facts.found.clear()
        findings(facts)

    say("all checks of 12 × 6, clocks known", middle(checks), 0.040)
    last = series.classes[-1]
    edited = replace(last, design=replace(last.design, slot_seconds=3540))
    after = series.with_class(edited)
    say("after an edit", middle(lambda: findings(Facts(after, library, before=facts))), 0.005)
    design = series.classes[0].design
    say("clock of an hour", middle(lambda: class_clock(design, library)), 0.001)
    entries = library_document()["movements"]
    many = [
        entry | {"id": f"{entry['id']}-{n}", "name": f"{entry['name']} {n}"}
        for n in range(4)
        for entry in entries
    ][:1000]
    # Options would have to name the copies; words are read as fast.
    alone = dict.fromkeys(("easier", "harder", "low_impact", "seated", "stand_in"))
    table = to_csv([{**entry, **alone} for entry in many])
    say("import of 1,000 movements", middle(lambda: library_of(from_csv(table), "x"), 3), 2.0)


if __name__ == "__main__":
    main()
