"""Why there is no plan: the rules that collide, by name and week, in plain words."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import replace
from fractions import Fraction

from grike.core.anatomy import Region
from grike.core.judging.figures import plain
from grike.core.planner.grounds import Grounds
from grike.core.planner.linear import Outcome, colliding_rules
from grike.core.planner.problem import Problem
from grike.core.planner.result import Collision, WhyNot
from grike.core.planner.run import Failure, Run
from grike.core.planner.selection import (
    CARRIED,
    PARTS,
    SLOTS,
    SUBSTANCE,
    THEME,
    at_least_cost,
    build,
)
from grike.core.planner.skeleton import SkeletonTask, skeleton
from grike.core.rows.row import Row
from grike.core.rules import BY_ID, CATALOGUE
from grike.core.rules.g7_every_day import G7
from grike.core.rules.rule import Stage
from grike.core.rules.w2_regions import W2, region_band
from grike.core.rules.w7_steps import W7, factor_band, is_lighter
from grike.core.sheet import Mode

_STRUCTURE = {
    SUBSTANCE: "at most one movement in four is for forearms, shins or neck alone",
    SLOTS: "every class is filled with movements that its kit and level allow",
    THEME: "a class that is built on a kit uses it in a third of its movements",
    PARTS: "a format gets the mix of movements that it needs",
    CARRIED: "what is carried on comes once a week",
}
#: Rules that shape the skeleton; what is an aim by default is tried first to be left out.
_SKELETON_RULES = sorted(
    (rule for rule in CATALOGUE if Stage.SKELETON in rule.stages),
    key=lambda rule: rule.default.mode is Mode.MUST,
)


def _collision(rule: str, days: Iterable[int] = (), gives: str = "") -> Collision:
    """Return what collides by the id of its rule, or by the name of its row of structure."""
    if rule not in BY_ID:
        return Collision("", _STRUCTURE[rule], tuple(days), gives, _WAYS.get(rule, ""))
    own = BY_ID[rule]
    return Collision(rule, own.title.lower(), tuple(days), gives, own.way_out)


def certain_reason(problem: Problem) -> WhyNot | None:
    """Return why no plan can keep the musts, whatever is chosen; None where that is not proven.

    It holds for every plan, planned or by hand: a series with work in each class (G7) whose weeks
    must rise by more than they may.
    """
    sheet = problem.plan.sheet
    musts = all(rule.line(sheet).mode is Mode.MUST for rule in (W7, G7))
    if musts and any(low > high for low, _, high in _bands(problem)):
        steps = Collision(W7.id, W7.title.lower(), way_out="a smaller rise, or a higher cap")
        reason = "The rise of a week lies above its cap (W7), so no week can keep both."
        return WhyNot(collisions=(steps,), reason=reason)
    return None


def likely_reason(problem: Problem) -> WhyNot | None:
    """Return what is missing for any class that is planned; None where nothing is plain to see."""
    shape = problem.plan.shape
    grounds = Grounds(problem)
    options = grounds.variants
    if not options:
        lacks = Collision("", "a format that fits", way_out="more minutes, or other formats")
        return WhyNot(
            collisions=(lacks,),
            reason=f"No format that is planned fits into {shape.minutes} minutes with a warm-up "
            "and a cool-down.",
        )
    smallest = min(v.slots for v in options)
    able = sum(2 if m.one_sided else 1 for m in grounds.every)
    if able < smallest:
        way = "more kit, a higher level, or a class by hand"
        return WhyNot(
            collisions=(Collision("", "enough movements", way_out=way),),
            reason=f"With this kit and level there are {able} movements, and the smallest class "
            f"that is planned needs {smallest}.",
        )
    regions = W2.line(problem.plan.sheet)
    classes = max(Counter(slot.week for slot in problem.slots).values(), default=1)
    each = (region_band(regions, region, classes)[0] for region in Region)
    least = sum(each, Fraction(0))
    if regions.mode is Mode.MUST and least > 100:
        shares = Collision(W2.id, W2.title.lower(), way_out="targets that come to 100 %")
        return WhyNot(
            collisions=(shares,),
            reason=f"The regions together ask for at least {plain(least)} % of the week (W2).",
        )
    return None


def _bands(problem: Problem) -> list[tuple[Fraction, Fraction, Fraction]]:
    """Return the steps of the full weeks that have classes, after the first of them."""
    line = W7.line(problem.plan.sheet)
    full = sorted({slot.week for slot in problem.slots if not is_lighter(slot.week, line)})
    return [factor_band(week, line) for week in full[1:]]


def collisions(run: Run, failure: Failure) -> WhyNot:
    """Return which rules could not be made to hold together, and ways out."""
    if failure.stage == "skeleton":
        return _skeleton_collisions(run)
    rows = [row for row in failure.rows if row.weight is None]
    needed, decided = colliding_rules(rows, build, run.limits(run.settings.week_time))
    where = f"In week {(failure.week or 0) + 1}"
    if not needed:
        open_ = f"{where} no plan was found in the time given; whether there is one is open."
        return WhyNot(reason=open_)
    gives = _prices(rows, needed, run)
    days = _days(rows, needed, run, failure.week or 0)
    found = (_collision(rule, days.get(rule, ()), gives.get(rule, "")) for rule in needed)
    return WhyNot(f"{where} these", tuple(found), sure=decided)


def _days(rows: Sequence[Row], needed: Sequence[str], run: Run, week: int) -> dict[str, list[int]]:
    """Return the weekdays without whose class a rule would not collide, where it has such.

    Each class is left out of each rule in turn, and stays out as long as no plan comes of it.
    """
    kept = [row for row in rows if row.rule in needed]
    out: dict[str, list[int]] = {}
    for rule in needed:
        for slot in (slot for slot in run.problem.slots if slot.week == week):
            fewer = [row for row in kept if row.rule != rule or row.bays != {slot.index}]
            if len(fewer) == len(kept):
                continue
            solved = build(fewer).solve(run.limits(run.settings.week_time))
            if solved.outcome is Outcome.IMPOSSIBLE:
                kept = fewer
            else:
                out.setdefault(rule, []).append(slot.weekday)
    return out


def hopeless(run: Run, failure: Failure) -> bool:
    """Return whether beginning again cannot help: the first week by itself is proven impossible."""
    first = min((slot.week for slot in run.problem.open_slots()), default=0)
    return failure.proven and failure.week == first


def _prices(rows: Sequence[Row], needed: Sequence[str], run: Run) -> dict[str, str]:
    """Return for each colliding rule by how much it alone would have to give way, in its unit.

    The others stay musts; what is left out because it was not decided in time is not told.
    """
    prices: dict[str, str] = {}
    for rule in (rule for rule in needed if rule in BY_ID):
        soft = [
            replace(row, weight=1) if row.rule == rule else row
            for row in rows
            if row.rule in needed
        ]
        solved = at_least_cost(soft, run.limits(run.settings.week_time))
        if solved.outcome is Outcome.FOUND:
            prices[rule] = f"way by {BY_ID[rule].unit.words(solved.cost)} in that week"
    return prices


def _skeleton_collisions(run: Run) -> WhyNot:
    task = SkeletonTask(
        run.problem, dict(run.facts), run.pool.grounds, week_training=dict(run.week_training)
    )
    sheet = run.problem.plan.sheet
    skip = frozenset(r for r in _SKELETON_RULES if r.line(sheet).mode is not Mode.MUST)
    limits = run.limits(run.settings.skeleton_time)
    needed = [rule for rule in _SKELETON_RULES if rule not in skip]
    for rule in list(needed):
        left = frozenset(_SKELETON_RULES) - (set(needed) - {rule}) | skip
        if skeleton(replace(task, skip=left), limits).outcome is Outcome.IMPOSSIBLE:
            needed.remove(rule)
    if not needed:
        menu = "the focus menu, the kit in the room and the level"
        return WhyNot(reason=f"With {menu} not even one class of each day is found.")
    filled = {facts.slot.index for facts in run.facts.values()}
    week = min((s.week for s in run.problem.open_slots() if s.index not in filled), default=0)
    start = "Before any movement is chosen"
    these = f"{start}, in week {week + 1}, these" if week else f"{start} these"
    return WhyNot(these, tuple(_collision(rule.id) for rule in needed))


#: What a director may give up where the build of a class itself collides with the rules.
_WAYS = {
    SLOTS: "more kit, a higher level, or a wider focus menu",
    THEME: "more pieces of that kit, or none of it",
}
