"""There is always a plan: where the musts cannot all hold together, the nearest one is looked for.

What a class is made of (the rules P) gives way first, and the shapes with it where that is not
enough. At last all musts that may yield are asked as aims, the weightier the later they give way;
what keeps people safe, what was promised, and how a class is laid out stays as it is.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass, replace

from grike.core.judging.finding import Finding
from grike.core.planner.problem import Problem, Settings
from grike.core.rules import BY_ID, CATALOGUE
from grike.core.rules.rule import Rule, Yields
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode, RuleSheet

#: What a step of a rule costs while it may give way; usual aims weigh 1 to 12.
WEIGHTS = {
    Yields.COMPOSITION: 12,
    Yields.VARIETY: 60,
    Yields.RETURNS: 120,
    Yields.BALANCE: 250,
    Yields.STEPS: 500,
}
#: Patterns tried besides the first, and rounds of mending: the musts were tried in full before.
RETRIES, IMPROVE_ROUNDS = 1, 2
#: Rounds of mending where only what a class is made of gives way: the plan is to come in a minute.
EASED_ROUNDS = 6
#: Patterns tried at last: parts of shapes fit narrow rooms in few of them.
LAST_RETRIES = 8


@dataclass(frozen=True, slots=True)
class GaveWay:
    """A must that a plan does not keep: how often and in which weeks, from 1, and the way out."""

    rule: str
    title: str
    times: int
    weeks: tuple[int, ...]
    way_out: str

    @property
    def words(self) -> str:
        """Return what gave way in a sentence."""
        often = "once" if self.times == 1 else f"{self.times} times"
        which = f"week{'s' if len(self.weeks) > 1 else ''} {', '.join(map(str, self.weeks))}"
        where = f" ({which})" if self.weeks else ""
        way = f" Way out: {self.way_out}." if self.way_out else ""
        return f"{self.title} ({self.rule}) gave way {often}{where}.{way}"


def may_yield(sheet: RuleSheet) -> list[Rule]:
    """Return the musts of a sheet that may give way, in the order in which they do."""
    musts = (rule for rule in CATALOGUE if rule.line(sheet).mode is Mode.MUST)
    return sorted((r for r in musts if r.yields), key=lambda rule: rule.yields)


@dataclass(frozen=True, slots=True)
class Easing:
    """A problem that asks less, ``how`` in words; ``all_at_once``: of each rule that may yield."""

    how: str
    problem: Problem
    all_at_once: bool = False


def easings(problem: Problem) -> Iterator[Easing]:
    """Yield problems that ask ever less: of what classes are made of, of shapes, of all musts.

    Last come all musts at once without shapes: parts of shapes need more movements than one format.
    """
    plan = problem.plan
    composition = [r for r in may_yield(plan.sheet) if r.yields is Yields.COMPOSITION]
    if composition:
        own = replace(plan, sheet=_as_aims(plan.sheet, composition))
        yield Easing("what a class is made of gives way", replace(problem, plan=own))
        if may_leave_shapes(plan):
            yield shapeless(replace(problem, plan=own))
    everything = eased(problem)
    if everything is not None:
        yield Easing("what may give way does so", everything, all_at_once=True)
        if may_leave_shapes(plan):
            both = "what may give way does so, and classes leave their shapes"
            yield replace(shapeless(everything), how=both, all_at_once=True)


def may_leave_shapes(plan: SeriesPlan) -> bool:
    """Return whether classes may do without their shapes: no weekday was promised one."""
    return bool(plan.shape.class_shapes) and not plan.shape.shape_days


def shapeless(problem: Problem) -> Easing:
    """Return a problem whose classes have one format each."""
    shape = replace(problem.plan.shape, class_shapes=(), kept_days=frozenset())
    own = replace(problem, plan=replace(problem.plan, shape=shape))
    return Easing("classes leave their shapes", own)


def eased(problem: Problem) -> Problem | None:
    """Return a problem whose musts may give way; None where each of them is firm."""
    yielding = may_yield(problem.plan.sheet)
    if not yielding:
        return None
    sheet = _as_aims(problem.plan.sheet, yielding)
    return replace(problem, plan=replace(problem.plan, sheet=sheet), eased=True)


def _as_aims(sheet: RuleSheet, rules: Iterable[Rule]) -> RuleSheet:
    """Return a sheet on which some musts are aims, the weightier the later they give way."""
    for rule in rules:
        sheet = sheet.with_line(rule.id, mode=Mode.AIM, weight=WEIGHTS[rule.yields])
    return sheet


def quicker(settings: Settings, *, last: bool = False) -> Settings:
    """Return the settings with which the nearest plan is looked for, at last with patience."""
    rounds = min(settings.improve_rounds, IMPROVE_ROUNDS)
    retries = LAST_RETRIES if last else min(settings.retries, RETRIES)
    return replace(settings, retries=retries, restarts=0, improve_rounds=rounds)


def patient(settings: Settings) -> Settings:
    """Return the settings with which a plan is looked for that is asked a little less."""
    rounds = min(settings.improve_rounds, EASED_ROUNDS)
    return replace(settings, restarts=0, improve_rounds=rounds)


def gave_way(broken: Iterable[Finding]) -> tuple[GaveWay, ...]:
    """Return the musts that a plan does not keep, what gives way first in front."""
    found: dict[str, list[Finding]] = {}
    for finding in broken:
        found.setdefault(finding.rule, []).append(finding)
    out: list[GaveWay] = []
    for rule in sorted((BY_ID[name] for name in found), key=lambda rule: rule.yields):
        own = found[rule.id]
        weeks = sorted({f.place.week + 1 for f in own if f.place.week is not None})
        out.append(GaveWay(rule.id, rule.title, len(own), tuple(weeks), rule.way_out))
    return tuple(out)
