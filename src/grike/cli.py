"""Exchange on the command line, without database or browser: clock, volume, plan and rules.

Exit code 0: done. 1: a plan was asked for and there is none. 2: the input cannot be used.
"""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from typing import Any

from grike.core.clock import class_clock
from grike.core.errors import GrikeError
from grike.core.planner import Problem, Progress, Settings, plan
from grike.core.rules import Facts, cost_by_rule, findings
from grike.exchange.classes import (
    class_from,
    class_volume_report,
    clock_report,
    require_equal_sides,
)
from grike.exchange.documents import read
from grike.exchange.library import shipped_library
from grike.exchange.plans import findings_report, plan_from, plan_to, request_from


def _print(document: Any) -> None:
    json.dump(document, sys.stdout, indent=2, ensure_ascii=False)
    sys.stdout.write("\n")


def clock(path: str) -> int:
    """Print the cues and totals of both clocks of a class."""
    library = shipped_library()
    design, known = class_from(read(path, "class"), library)
    require_equal_sides(design, library)
    _print(clock_report(class_clock(design, library, known=known), design.slot_seconds))
    return 0


def volume(path: str) -> int:
    """Print sets, seconds and reps by muscle, shares, pairs and sides of a class."""
    library = shipped_library()
    design, _ = class_from(read(path, "class"), library)
    require_equal_sides(design, library)
    _print(class_volume_report(design, library))
    return 0


def plan_request(path: str, seed: int) -> int:
    """Print a plan with its certificate, or say on standard error which rules collide."""
    library = shipped_library()
    problem = Problem(request_from(read(path, "request")), library)

    def tell(progress: Progress) -> None:
        if sys.stderr.isatty():
            print(f"{progress.stage} ({progress.done} of {progress.total})", file=sys.stderr)

    result = plan(problem, None, seed, Settings(on_progress=tell))
    if result.plan is None:
        print(f"grike: no plan ({result.status.value}).", *result.words, file=sys.stderr)
        return 1
    _print(plan_to(result.plan, result.certificate()))
    return 0


def rules(path: str) -> int:
    """Print the findings of a plan and its cost by rule."""
    library = shipped_library()
    found = findings(Facts(plan_from(read(path, "plan"), library), library))
    by_rule = cost_by_rule(found)
    musts = sum(1 for f in found if f.mode.value == "must" and not f.remark)
    _print(
        {
            "musts_broken": musts,
            "cost": sum(by_rule.values()),
            "by_rule": by_rule,
            "findings": findings_report(found),
        }
    )
    return 0


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(prog="grike", description=__doc__)
    commands = parser.add_subparsers(dest="command", required=True)
    for name, what in (("clock", "class"), ("volume", "class"), ("rules", "plan")):
        command = commands.add_parser(name)
        command.add_argument("path", metavar=f"{what}.json")
    planning = commands.add_parser("plan")
    planning.add_argument("path", metavar="request.json")
    planning.add_argument("--seed", type=int, default=0)
    return parser


def main(arguments: Sequence[str] | None = None) -> int:
    """Run one command; return its exit code."""
    options = _parser().parse_args(arguments)
    try:
        if options.command == "plan":
            return plan_request(options.path, options.seed)
        return {"clock": clock, "volume": volume, "rules": rules}[options.command](options.path)
    except GrikeError as error:
        print(f"grike: {error.line()}", file=sys.stderr)
        return 2
    except BrokenPipeError:
        return 0
