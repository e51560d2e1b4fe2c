"""What planned classes are like, beside practised ones. Prints Markdown tables.

The practised figures are medians or counts of 21 classes that were set down as they were taught
(common practice, no source). ``GRIKE_ONLY`` names requests by the beginning of their name, and
``GRIKE_READ`` prints so many classes in full, to be read aloud; ``GRIKE_PRESET`` puts the rules of
a preset in the place of those of requests that name no shapes. Each request is planned from two
seeds, in two processes, and the better plan is read, as the application does it.
"""

from __future__ import annotations

import json
import os
import statistics
import time
from collections import Counter
from collections.abc import Iterable
from concurrent.futures import Executor, ProcessPoolExecutor
from dataclasses import replace
from itertools import pairwise
from typing import Any

from bench.bench_corpus import FOLDER, request_of
from grike.core.composition import NEEDS, is_main, mains_wanted
from grike.core.dose import dose_text
from grike.core.errors import InvalidInput
from grike.core.focus import FOCUS_NAMES, Focus, on_focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.pairs import pairs_of, reason
from grike.core.pattern import Tier
from grike.core.planner import PlanResult, Problem, Settings, plan
from grike.core.planner.seeds import Branch, branched
from grike.core.rules import BY_ID, Facts, broken_musts, findings
from grike.core.rules.c1_focus import on_focus_of
from grike.core.rules.p1_patterns import count_of
from grike.core.rules.p5_order import rank
from grike.core.rules.p19_cousins import cousins
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode
from grike.exchange.library import shipped_library
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes

RULES = [rule for rule in BY_ID if rule.startswith("P")] + ["C1", "C8"]
#: Each request is planned from so many seeds.
SEEDS = 2
BASICS = NEEDS[Focus.WHOLE]


def figures(member: ClassFacts, level: int) -> dict[str, float]:
    """Return the figures of one class: shares from 0 to 1, and counts."""
    focus = member.design.focus
    movements = [movement for _, _, movement in member.work_movements]
    sets = member.movement_sets
    total = sum(sets.values()) or 1
    mains = [m for m in movements if is_main(m, focus, level)]
    small = [m for m in movements if m.tier_for(level) is Tier.SMALL]
    blocks = {block for block, _, _ in member.work_movements}
    formats = {member.design.blocks[block].format.kind for block in blocks}
    ids = {m.id for m in movements}
    worked = sum(bout.seconds for bout in member.work_bouts)
    moves = [b.movement for b in member.bouts]
    on, whole = on_focus_of(
        focus, member.movement_sets, member.work_bouts, aside=member.design.aside_ids()
    )
    changes = sum(a.upright != b.upright for a, b in pairwise(moves))
    minutes = member.clock.real_seconds / 60
    return {
        "share of sets on the one focus": float(-1 if focus is Focus.WHOLE else on / whole),
        "bouts that work the one focus": working(member),
        "all of it in named parts": float(
            all(member.design.blocks[block].role is not None for block in blocks)
        ),
        "mains, share of sets": float(sum(sets[m] for m in set(mains)) / total),
        "enough mains": float(len(mains) >= mains_wanted(len(movements))),
        "small, share of sets": float(sum(sets[m] for m in set(small)) / total),
        "begins with a main": float(bool(movements) and rank(movements[0], focus, level) == 0),
        "two formats and more": float(len(formats) > 1),
        "basics of a whole-body class": float(
            sum(min(need.least, count_of(movements, need.patterns)) for need in BASICS)
            if focus is Focus.WHOLE
            else -1
        ),
        "a cousin beside it": float(any(cousins(m) & (ids - {m.id}) for m in movements)),
        "ups and downs in 10 minutes": 10 * changes / minutes,
        "pairs with a reason": reasoned(member),
        "share of work": worked / 60 / minutes,
        "longest bout": max((b.seconds for b in member.work_bouts), default=0),
    }


def working(member: ClassFacts) -> float:
    """Return the share of bouts whose movement has a target on the focus; -1 for the whole body.

    What is off it in a part that need not be on it is left out.
    """
    focus, aside = member.design.focus, member.design.aside_ids()
    each = [(bout.movement, bool(on_focus(bout.movement, focus))) for bout in member.work_bouts]
    counted = [on for movement, on in each if on or movement.id not in aside]
    return statistics.fmean(counted) if counted and focus is not Focus.WHOLE else -1


def reasoned(member: ClassFacts) -> float:
    """Return the share of pairs that one would make for a reason; -1 for a class without pairs."""
    found: list[bool] = []
    for block in member.design.blocks:
        found += [bool(reason(*pair)) for pair in pairs_of(block, member.library)]
    return statistics.fmean(found) if found else -1


#: Figure, what of it, practised.
TABLE = (
    ("share of sets on the one focus", "median", ""),
    ("bouts that work the one focus", "median", "100 %"),
    ("all of it in named parts", "mean", "60 % of the blocks"),
    ("basics of a whole-body class", "mean", "4 of 6 in 8 of 10"),
    ("mains, share of sets", "median", "40 %"),
    ("enough mains", "mean", "most"),
    ("small, share of sets", "mean", "1 %"),
    ("begins with a main", "mean", "10 of 11 on the focus"),
    ("two formats and more", "mean", "6 of 21"),
    ("a cousin beside it", "mean", ""),
    ("ups and downs in 10 minutes", "median", "at most 4.4"),
    ("pairs with a reason", "mean", "66 of 113 without one when planned by lists"),
    ("share of work", "median", ""),
    ("longest bout", "median", "at most 100 s"),
)


def words(member: ClassFacts, level: int) -> Iterable[str]:
    """Yield a class as it would be read to somebody who must teach it."""
    design = member.design
    kit = ", ".join(sorted(design.kit)) or "body weight"
    yield f"**{design.name}** ({FOCUS_NAMES[design.focus]}; {kit}; {member.slot.label})"
    for number, block in enumerate(design.blocks):
        title = block.role.value if block.role else block.purpose.value
        yield f"- {title}: {block.format.summary()}"
        for place, item in enumerate(block.items):
            movement = member.library[item.movement_id]
            own = [b for b in member.bouts if (b.block, b.place) == (number, place)]
            tier = movement.tier_for(level).value if block.purpose.value == "work" else ""
            mark = ", carried" if item.carried else ""
            yield f"  - {movement.name}, {dose_text(own)} ({tier}{mark})"


def asked_for(name: str) -> SeriesPlan:
    """Return a request of the corpus, with the rules of a preset where that is asked for."""
    request = request_of(name)
    wanted = os.environ.get("GRIKE_PRESET")
    if not wanted or request.shape.class_shapes:
        return request
    preset = next(own for own in presets() if own.id == wanted)
    shapes = shipped_shapes() if preset.shaped else ()
    shape = replace(request.shape, class_shapes=shapes)
    return replace(request, sheet=preset.sheet(), shape=shape)


def planned(name: str, number: int) -> tuple[PlanResult, int, float]:
    """Return a plan of a request from one of its seeds, the musts it breaks, and its seconds."""
    begun = time.perf_counter()
    library = shipped_library()
    seed = branched(1, Branch.BESIDE, number)
    result = plan(Problem(asked_for(name), library), None, seed, Settings())
    broken = broken_musts(findings(Facts(result.plan, library))) if result.plan else ()
    return result, len(broken), time.perf_counter() - begun


def run(
    entry: dict[str, Any], processes: Executor
) -> tuple[dict[str, Any], list[tuple[ClassFacts, int]], Counter[str]]:
    """Return what came of one request: its line, its classes, and its findings by rule."""
    library, request = shipped_library(), asked_for(entry["name"])
    both = list(processes.map(planned, [entry["name"]] * SEEDS, range(SEEDS)))
    result, broken, _ = min(both, key=lambda own: (own[0].plan is None, own[1], own[0].cost))
    line = {**entry, "seconds": max(seconds for *_, seconds in both), "cost": result.cost}
    line["status"] = result.status.value
    if result.plan is None:
        return line, [], Counter()
    line["broken"] = broken
    # Judged by all of them, whatever the request asked for.
    asked = result.plan.sheet
    for rule in RULES:
        asked = asked.with_line(rule, mode=Mode.MUST)
    facts = Facts(replace(result.plan, sheet=asked), library)
    found = findings(facts)
    line["by_rule"] = dict(result.by_rule)
    by_class = {(f.rule, f.place.slot) for f in found}
    missed = Counter(rule for rule, _ in by_class)
    return line, [(member, request.shape.level) for member in facts.classes], missed


def main() -> None:
    """Plan the corpus and print the tables."""
    index = json.loads((FOLDER / "index.json").read_text(encoding="utf-8"))
    only = tuple(filter(None, os.environ.get("GRIKE_ONLY", "").split(",")))
    read = int(os.environ.get("GRIKE_READ", "0"))
    every: list[dict[str, float]] = []
    missed: Counter[str] = Counter()
    processes = ProcessPoolExecutor(SEEDS)
    print("| request | status | cost | seconds | broken | by rule |\n|---|---|---|---|---|---|")
    told: list[str] = []
    for entry in index:
        if only and not entry["name"].startswith(only):
            continue
        try:
            line, classes, own = run(entry, processes)
        except InvalidInput as error:
            print(f"| {entry['name']} | refused: {error.what} | | | | |", flush=True)
            continue
        print(
            f"| {entry['name']} | {line['status']} | {line['cost']} | {line['seconds']:.1f} "
            f"| {line.get('broken', '')} | {line.get('by_rule', '')} |",
            flush=True,
        )
        missed += own
        every += [figures(member, level) for member, level in classes]
        for member, level in classes[: max(0, read - len(told))]:
            told.append("\n".join(words(member, level)))
    if not every:
        return
    print("\n| figure | planned | practised |\n|---|---|---|")
    for name, how, practised in TABLE:
        values = [own[name] for own in every if own[name] >= 0]
        value = statistics.median(values) if how == "median" else statistics.fmean(values)
        print(f"| {name} ({how}) | {value:.2f} | {practised} |")
    print(f"\n{len(every)} classes. Rule: share of the classes that keep it.\n")
    for rule in RULES:
        print(f"- {rule} {BY_ID[rule].title}: {1 - missed[rule] / len(every):.0%}")
    print("\n" + "\n\n".join(told))


if __name__ == "__main__":
    main()
