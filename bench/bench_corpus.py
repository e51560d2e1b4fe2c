"""The corpus of requests, planned and judged by the checks, beside two baselines; in Markdown.

``GRIKE_DRAWS`` random fillings (10,000 by default, 0 for none) are drawn for two small requests;
``GRIKE_ONLY`` names requests by the beginning of their name.
"""

from __future__ import annotations

import json
import os
import statistics
import time
from pathlib import Path
from typing import Any

from bench.baselines import best_of_random, by_rotation, judged
from bench.bench_planner import reference
from grike.core.class_shape_codec import class_shape_to
from grike.core.errors import InvalidInput
from grike.core.planner import Problem, Progress, Settings, plan
from grike.core.planner.readiness import set_up_problems
from grike.core.series import SeriesPlan
from grike.exchange.library import shipped_library
from grike.exchange.plans import request_from
from grike.exchange.shapes import chosen_shapes

FOLDER = Path(__file__).parent / "requests"
#: Seconds to a complete valid plan, and to cost 0 with ordinary kits.
VALID = {"S": 2, "M": 5, "L": 10, "XL": 20}
NOTHING_LEFT = {"S": 6, "M": 12, "L": 20, "XL": 40}
RANDOM_FOR = ("s-all-kit-level-2", "s-home-kit-level-2")


def request_of(name: str) -> SeriesPlan:
    """Return a request of the corpus by name; shapes that ship are named there by their ids."""
    data = json.loads((FOLDER / f"{name}.json").read_text(encoding="utf-8"))
    ids = data["series"].get("shapes", [])
    data["series"]["shapes"] = [class_shape_to(shape) for shape in chosen_shapes(ids)]
    return request_from(data)


def one(entry: dict[str, Any]) -> dict[str, Any]:
    """Return what came of one request."""
    library = shipped_library()
    begun = time.perf_counter()
    try:
        request = request_of(entry["name"])
        set_up_problems(request, library)
    except InvalidInput as error:
        return {
            **entry,
            "seconds": time.perf_counter() - begun,
            "status": "refused",
            "words": error.what,
        }
    problem = Problem(request, library)
    first: list[float] = []

    def heard(progress: Progress) -> None:
        if progress.stage == "Improving" and not first:
            first.append(time.perf_counter() - begun)

    result = plan(problem, None, 1, Settings(on_progress=heard))
    seconds = time.perf_counter() - begun
    out = {**entry, "seconds": seconds, "status": result.status.value, "cost": result.cost}
    out |= {
        "bound": result.bound,
        "by_rule": dict(result.by_rule),
        "valid": (first or [seconds])[0],
    }
    if result.plan is None:
        return out | {"words": " ".join(result.words)}
    out["musts"] = judged(result.plan, problem)[0]
    if entry["kind"] == "ordinary" and entry["size"] in ("S", "M"):
        out["rotation"] = judged(by_rotation(problem), problem)
    draws = int(os.environ.get("GRIKE_DRAWS", "10000"))
    if entry["name"] in RANDOM_FOR and draws:
        out["random"] = best_of_random(problem, draws)
    return out


def row(done: dict[str, Any]) -> str:
    """Return one line of the table."""
    cost = "" if done["status"] in ("refused", "impossible", "undecided") else done.get("cost", "")
    rules = ", ".join(f"{rule} {cost}" for rule, cost in done.get("by_rule", {}).items())
    rotation = "" if "rotation" not in done else "{} / {}".format(*done["rotation"])
    words = done.get("words", done.get("why", ""))[:150]
    return (
        f"| {done['name']} | {done['size']} | {done['kind']} | {done['seconds']:.1f} "
        f"| {done['status']} | {cost} | {done.get('bound', '')} | {rules or words} | {rotation} |"
    )


def summary(every: list[dict[str, Any]]) -> list[str]:
    """Return the share of ordinary requests that reach cost 0 in time, by size."""
    out: list[str] = []
    for size, limit in NOTHING_LEFT.items():
        own = [d for d in every if d["size"] == size and d["kind"] == "ordinary"]
        if not own:
            continue
        zero = [d for d in own if d.get("cost") == 0 and d["status"] == "best"]
        quick = [d for d in zero if d["seconds"] <= limit]
        valid = [d for d in own if d.get("valid", 10**6) <= VALID[size]]
        middle = statistics.median(d["seconds"] for d in own)
        out.append(
            f"- {size}: {len(zero)} of {len(own)} ordinary requests reach cost 0, {len(quick)} of "
            f"them within {limit} s; {len(valid)} are valid within {VALID[size]} s; "
            f"median {middle:.1f} s."
        )
    planned = [done for done in every if "musts" in done]
    broken = [done["name"] for done in planned if done["musts"]]
    out.append(f"- {len(planned)} plans, {len(broken)} of them with a broken must. {broken or ''}")
    return out


def main() -> None:
    """Plan all requests and print the table."""
    index = json.loads((FOLDER / "index.json").read_text(encoding="utf-8"))
    only = os.environ.get("GRIKE_ONLY", "")
    print(f"reference solve {reference() * 1000:.0f} ms\n", flush=True)
    print("| request | size | kind | s | status | cost | bound | by rule, or why | rotation |")
    print("|---|---|---|---|---|---|---|---|---|", flush=True)
    every: list[dict[str, Any]] = []
    for entry in index:
        if entry["name"].startswith(only):
            every.append(one(entry))
            print(row(every[-1]), flush=True)
    print()
    print("\n".join(summary(every)))
    for done in every:
        if "random" in done:
            print(f"- {done['name']}: best random filling (musts, cost) {done['random']}")


if __name__ == "__main__":
    main()
