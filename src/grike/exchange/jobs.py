"""A planning job as plain data, and the one pure function that solves it, wherever it runs.

A job holds all that a plan depends on: request, library, paces, seed and what is asked. The same
job gives the same answer in this process, in another one, or on another machine.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import asdict, replace
from enum import StrEnum
from typing import Any, TypeAlias

from grike.core.codec import check_against_library, design_from, design_to
from grike.core.errors import GrikeError, InvalidInput
from grike.core.library import Library
from grike.core.pace import Pace, Paces
from grike.core.planner import Problem, Progress, Settings, Stop, plan
from grike.core.planner.repair import Repaired, repair
from grike.core.planner.result import WhyNot
from grike.core.rules import Facts, broken_musts, cost_by_rule, findings
from grike.core.series import PlannedClass, SeriesPlan, Slot
from grike.exchange.library import library_from
from grike.exchange.plans import plan_from, plan_to

Job: TypeAlias = dict[str, Any]
Answer: TypeAlias = dict[str, Any]
Tell: TypeAlias = Callable[[dict[str, Any]], None]


class Kind(StrEnum):
    """What is asked of a job."""

    PLAN = "plan"
    REPAIR = "repair"
    WHAT_IF = "what-if"


def paces_to(paces: Paces) -> dict[str, Any]:
    """Return paces as plain data."""
    return {
        "usual": asdict(paces.usual),
        "own": {str(slot): asdict(pace) for slot, pace in paces.own.items()},
    }


def paces_from(data: Mapping[str, Any]) -> Paces:
    """Return the paces in plain data; without any they are the usual ones."""
    if not data:
        return Paces()
    own = {int(slot): _pace(pace) for slot, pace in data["own"].items()}
    return Paces(_pace(data["usual"]), own)


def _pace(data: Mapping[str, Any]) -> Pace:
    factors = tuple((str(name), float(value)) for name, value in data["own_factors"])
    return Pace(**{**data, "own_factors": factors})


def job_of(
    kind: Kind,
    request: SeriesPlan,
    library: Mapping[str, Any],
    paces: Paces,
    seed: int,
    free: frozenset[int] | None = None,
) -> Job:
    """Return a job. ``library`` is a document with version and movements; ``free``: see Problem."""
    return {
        "kind": kind.value,
        "request": plan_to(request),
        "library": dict(library),
        "paces": paces_to(paces),
        "seed": seed,
        "free": None if free is None else sorted(free),
    }


def solve_job(job: Job, stop: Stop, tell: Tell) -> Answer:
    """Return the answer to a job: status, plan document or None, certificate, words.

    ``tell`` hears of progress. Raises InvalidInput for a job that is none.
    """
    try:
        kind = Kind(job["kind"])
    except (KeyError, ValueError):
        raise InvalidInput("This is no planning job.", fix="Make it with job_of.") from None
    library = library_from(job["library"])
    free = None if job["free"] is None else frozenset(job["free"])
    problem = Problem(plan_from(job["request"], library), library, free)
    settings = Settings(
        paces=paces_from(job["paces"]),
        on_progress=lambda progress: tell(_progress(progress, library)),
    )
    if kind is Kind.REPAIR:
        return _repaired(repair(problem, stop, job["seed"], settings), library, settings)
    result = plan(problem, stop, job["seed"], settings)
    document, broken = None, 0
    if result.plan is not None:
        document = plan_to(result.plan, result.certificate())
        broken = len(broken_musts(findings(Facts(result.plan, library, settings.paces))))
    return {
        "status": result.status.value,
        "plan": document,
        "musts_broken": broken,
        "certificate": result.certificate(),
        **_why_not(result.why_not),
        "notes": list(result.notes),
    }


def _why_not(why: WhyNot | None) -> dict[str, Any]:
    if why is None:
        return {}
    return {
        "why": [why.sentence],
        "ways": list(why.ways),
        "collisions": [asdict(collision) for collision in why.collisions],
    }


def answered(job: Job, stop: Stop, tell: Tell) -> Answer:
    """Return the answer to a job; where the job itself is at fault, an answer that says how."""
    try:
        return solve_job(job, stop, tell)
    except GrikeError as error:
        return {"status": "fault", "plan": None, "message": error.line()}


def _progress(progress: Progress, library: Library) -> dict[str, Any]:
    return {
        "stage": progress.stage,
        "done": progress.done,
        "total": progress.total,
        "cost": progress.cost,
        "bound": progress.bound,
        "filled": [
            {
                "week": planned.slot.week,
                "weekday": planned.slot.weekday,
                "name": planned.design.name,
                "movements": [library[name].name for name in planned.design.movement_ids()],
            }
            for planned in progress.filled
        ],
        # Not for people: what a planner that must be ended leaves behind.
        "classes": [
            {"slot": planned.slot.index, "design": design_to(planned.design)}
            for planned in progress.filled
        ],
    }


def _repaired(done: Repaired, library: Library, settings: Settings) -> Answer:
    facts = Facts(done.plan, library, settings.paces)
    found = findings(facts)
    by_rule = cost_by_rule(found)
    count = len(done.slots)
    notes = [
        f"{count} {'class' if count == 1 else 'classes'} changed, "
        f"{done.movements_changed} movements are others."
    ]
    notes += [f"Week {week + 1} had to be planned anew." for week in done.replanned]
    left = [finding.what for finding in broken_musts(found)]
    certificate = {
        "status": "unknown",
        "cost": sum(by_rule.values()),
        "bound": 0,
        "by_rule": by_rule,
        "notes": [*notes, *(f"Not mended: {what}" for what in left)],
    }
    return {
        "status": "unknown" if done.musts_left == 0 else "undecided",
        "plan": plan_to(done.plan, certificate),
        "certificate": certificate,
        "why": left,
        "notes": certificate["notes"],
    }


def stopped_plan(request: SeriesPlan, answer: Answer, library: Library) -> SeriesPlan:
    """Return a request with the classes put in that a planner had filled when it was ended.

    Raises InvalidInput where the library has changed so that one of them cannot be run.
    """
    slots = {slot.index: slot for slot in request.shape.slots()}
    plan_ = request
    for entry in answer["classes"]:
        design = design_from(entry["design"])
        check_against_library(design, library)
        plan_ = plan_.with_class(PlannedClass(slots[entry["slot"]], design))
    return plan_


def free_slots(request: SeriesPlan, kind: str, value: int = 0, day: str = "") -> frozenset[int]:
    """Return the slots that are planned: a class, a week (from 0), all from a day on, or the rest.

    Raises InvalidInput where that leaves nothing to plan.
    """
    slots = request.shape.slots()
    there = {planned.slot.index for planned in request.classes}
    chosen: dict[str, Callable[[Slot], bool]] = {
        "class": lambda slot: slot.index == value,
        "week": lambda slot: slot.week == value,
        "from": lambda slot: slot.date.isoformat() >= day,
        "rest": lambda slot: slot.index not in there,
    }
    if kind not in chosen:
        raise InvalidInput(
            f"'{kind}' is no part of a series.", fix="Use class, week, from or rest."
        )
    held = {p.slot.index for p in request.classes if p.held}
    free = frozenset(s.index for s in slots if chosen[kind](s) and s.index not in held)
    if not free:
        raise InvalidInput(
            "That leaves nothing to plan.",
            "Every class there is locked, or there is no day.",
            "Unlock a class, or choose another part.",
        )
    return free


def emptied(request: SeriesPlan, free: frozenset[int] | None) -> SeriesPlan:
    """Return a request in which the slots to be planned are empty; all of them where None."""
    kept = tuple(p for p in request.classes if p.held or (free and p.slot.index not in free))
    return replace(request, classes=kept)
