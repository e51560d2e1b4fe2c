"""One class of a plan to be made anew: the class, a run around it, what is known before it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from grike.core.errors import Conflict
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop, Problem, Settings
from grike.core.planner.run import Run
from grike.core.series import PlannedClass, SeriesPlan


def to_change(plan: SeriesPlan, slot: int) -> PlannedClass:
    """Return the class of a slot. Raises Conflict where there is none, or where it is locked."""
    now = next((p for p in plan.classes if p.slot.index == slot), None)
    if now is None or now.locked:
        what = "is locked" if now else "has no class yet"
        raise Conflict(f"The slot {what}.", fix="Unlock it first." if now else "Plan it first.")
    return now


def run_around(
    problem: Problem, slot: int, around: Iterable[ClassFacts], *, seed: int, settings: Settings
) -> Run:
    """Return a run in which one class is open and those around it are history."""
    own = replace(problem, free=frozenset({slot}))
    run = Run(own, settings, NeverStop(), seed, pool_report(problem))
    run.facts.update({f.slot.index: f for f in around if f.slot.index != slot})
    return run


def known_by(plan: SeriesPlan, slot: int) -> frozenset[str]:
    """Return the movements that the group has met before the class of a slot (ids)."""
    before = [p.design.movement_ids() for p in plan.classes if p.slot.index < slot]
    return plan.known.union(*before)
