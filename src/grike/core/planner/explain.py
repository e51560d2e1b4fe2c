"""Why there is no plan: the rules that collide, by name and week, in plain words."""

from __future__ import annotations

from dataclasses import replace

from grike.core.planner.linear import Outcome, colliding_rules
from grike.core.planner.rolling import Failure, Run
from grike.core.planner.selection import SLOTS, THEME, build
from grike.core.planner.skeleton import SkeletonTask, skeleton
from grike.core.planner.variants import variants
from grike.core.rules import BY_ID
from grike.core.sheet import Mode

_STRUCTURE = {
    SLOTS: "every class is filled with movements that its kit and level allow",
    THEME: "a class that is built on a kit uses it in a third of its movements",
}
#: Must rules that shape the skeleton, in the order in which they are tried to be left out.
_SKELETON_RULES = ("D2", "D3", "D1", "W7", "C1", "W2")


def rule_words(rule_id: str) -> str:
    """Return a rule for people, by its title."""
    if rule_id in _STRUCTURE:
        return _STRUCTURE[rule_id]
    rule = BY_ID[rule_id]
    return f"{rule.title.lower()} ({rule_id})"


def collisions(run: Run, failure: Failure) -> tuple[str, ...]:
    """Return one sentence per colliding rule or reason."""
    if not variants(run.problem.plan.shape.minutes * 60):
        return (f"No format fits into {run.problem.plan.shape.minutes} minutes.",)
    if failure.stage == "skeleton":
        return _skeleton_collisions(run, failure)
    rows = [row for row in failure.rows if row.weight is None]
    needed, decided = colliding_rules(rows, build, run.limits(run.settings.week_time))
    where = f"In week {(failure.week or 0) + 1}"
    if not needed:
        return (f"{where} no plan was found in the time given; whether there is one is open.",)
    words = " and ".join(rule_words(rule) for rule in needed)
    verb = "cannot all hold" if failure.proven and decided else "could not be made to hold together"
    ways = tuple(way_out(rule) for rule in needed if way_out(rule))
    return (f"{where} these {verb}: {words}.", *ways)


def _skeleton_collisions(run: Run, failure: Failure) -> tuple[str, ...]:
    task = SkeletonTask(run.problem, dict(run.facts), week_training=dict(run.week_training))
    sheet = run.problem.plan.sheet
    skip = frozenset(r for r in _SKELETON_RULES if sheet[r].mode is not Mode.MUST)
    limits = run.limits(run.settings.skeleton_time)
    needed = [r for r in _SKELETON_RULES if sheet[r].mode is Mode.MUST]
    for rule in list(needed):
        left = frozenset(_SKELETON_RULES) - (set(needed) - {rule}) | skip
        if skeleton(replace(task, skip=left), limits).outcome is Outcome.IMPOSSIBLE:
            needed.remove(rule)
    if not needed:
        menu = "the focus menu, the kit in the room and the level"
        return (f"With {menu} not even one class of each day can be built.",)
    words = " and ".join(rule_words(rule) for rule in needed)
    verb = "cannot all hold" if failure.proven else "could not be made to hold together in time"
    ways = tuple(way_out(rule) for rule in needed if way_out(rule))
    return (f"Before any movement is chosen these {verb}: {words}.", *ways)


_WAYS = {
    "D1": "Way out: leave a clear day between two classes, or open the focus menu of one of them.",
    "D4": "Way out: let a movement come back sooner, or bring more kit into the room.",
    "W7": "Way out: a smaller rise, a wider tolerance, or a longer class.",
    "W1b": "Way out: fewer sets as the floor of the major groups, or more kit.",
    "W4": "Way out: one day a week for the major groups, or a whole-body day.",
    "C1": "Way out: a smaller share for the focus, or another focus menu.",
    "C2": "Way out: a longer class.",
    SLOTS: "Way out: more kit, a higher level, or a wider focus menu.",
    THEME: "Way out: more pieces of that kit, or none of it.",
    "D2": "Way out: let formats repeat.",
    "D3": "Way out: let kit repeat.",
    "W2": "Way out: wider bands for the regions.",
}


def way_out(rule_id: str) -> str:
    """Return what a director can do about a rule, or "" where there is no plain answer."""
    return _WAYS.get(rule_id, "")
