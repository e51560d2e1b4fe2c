"""How much of a change is luck: one request filled from several seeds, nothing made better after.

What to judge a change of shapes, movements or taste by, in five minutes, before whole plans are
made of it: three weeks of three classes in all shapes by the preset *Blend*, or ``GRIKE_ONLY``, the
name of a request of the corpus. ``GRIKE_SEEDS`` seeds (24 by default) are filled in two processes,
so that their seconds are not those of a search by itself. Prints a Markdown table.
"""

from __future__ import annotations

import datetime as dt
import os
import sys
import time
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from functools import partial, reduce
from typing import NamedTuple

from bench.bench_corpus import request_of
from grike.core.kit import Kit, Room
from grike.core.planner import Problem, Settings, plan
from grike.core.rules import Facts, broken_musts, findings
from grike.core.rules.p7_anchors import P7, anchors_of, back_in, class_before
from grike.core.series import SeriesPlan, SeriesShape
from grike.exchange.library import shipped_library
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes

PEOPLE = 12
ROOM = Room("Hall", dict.fromkeys(Kit, 30), 30)
FILLED = Settings(restarts=0, improve_rounds=0)


class Filled(NamedTuple):
    """A plan of a seed: main lifts that should come back and do, cost, musts broken, seconds.

    ``by_rule``: the cost of each rule.
    """

    seed: int
    wanted: int
    back: int
    cost: int
    broken: int
    seconds: float
    by_rule: Counter[str]


def usual() -> SeriesPlan:
    """Return three weeks of three classes in all shipped shapes."""
    shape = SeriesShape(
        "Seeds", dt.date(2026, 11, 30), 3, (0, 2, 4), 45, 2, PEOPLE, ROOM,
        class_shapes=shipped_shapes(),
    )  # fmt: skip
    return SeriesPlan(shape, next(own for own in presets() if own.id == "blend").sheet())


def filled(only: str, seed: int) -> Filled | None:
    """Return what a seed gives; None without a plan."""
    library, begun = shipped_library(), time.perf_counter()
    request = request_of(only) if only else usual()
    result = plan(Problem(request, library), None, seed, FILLED)
    if result.plan is None:
        return None
    facts = Facts(result.plan, library)
    wanted, back = lifts(facts)
    broken = len(broken_musts(findings(facts)))
    seconds = time.perf_counter() - begun
    return Filled(seed, wanted, back, result.cost, broken, seconds, Counter(result.by_rule))


def lifts(facts: Facts) -> tuple[int, int]:
    """Return how many main lifts should come back from the week before, and how many do."""
    line, wanted, back = P7.line(facts.sheet), 0, 0
    for member in facts.classes:
        before = class_before(facts.classes, member.slot, facts.sheet, facts.first_week)
        anchors = anchors_of(before, facts.shape.level, line) if before else None
        if anchors is not None:
            wanted += anchors.wanted
            back += min(anchors.wanted, back_in(member, anchors))
    return wanted, back


def main() -> int:
    """Print the table; return 1 where a seed has no plan or one that breaks a must."""
    seeds = range(1, 1 + int(os.environ.get("GRIKE_SEEDS", "24")))
    print("| seed | lifts to come back | that do | cost | musts broken | seconds | by rule |")
    print("|---|---|---|---|---|---|---|")
    rows: list[Filled] = []
    with ProcessPoolExecutor(2) as pool:
        for own in pool.map(partial(filled, os.environ.get("GRIKE_ONLY", "")), seeds):
            rows += [own] if own else []
            print("| no plan |" if own is None else row(own), flush=True)
    if rows:
        print(row(reduce(both, rows)._replace(seed=0)))
    return int(len(rows) < len(seeds) or any(own.broken for own in rows))


def both(one: Filled, other: Filled) -> Filled:
    """Return the sum of two."""
    return Filled(*(a + b for a, b in zip(one, other, strict=True)))


def row(own: Filled) -> str:
    """Return a line of the table; that of all seeds is of seed 0."""
    seed = str(own.seed or "all")
    rules = ", ".join(f"{rule} {cost}" for rule, cost in own.by_rule.most_common())
    figures = f"{own.wanted} | {own.back} | {own.cost} | {own.broken} | {own.seconds:.1f}"
    return f"| {seed} | {figures} | {rules} |"


if __name__ == "__main__":
    sys.exit(main())
