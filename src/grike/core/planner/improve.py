"""Large neighbourhoods: where cost is left, a few classes are freed and planned again.

Two neighbourhoods are solved side by side, on one worker each, and merged in a fixed order. Which
ones they are follows from the findings and from counts, never from the clock, so that the same
request gives the same plan whatever the load on the machine.
"""

from __future__ import annotations

from collections.abc import Iterable
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from functools import partial

from grike.core.errors import Conflict
from grike.core.planner.assembly import ORDER_RULES
from grike.core.planner.pool import PoolReport
from grike.core.planner.problem import Problem, Progress, Settings, Stop
from grike.core.planner.refill import refill
from grike.core.planner.rolling import plan_weeks
from grike.core.planner.run import Run
from grike.core.rules import Facts, Finding, broken_musts, cost_by_rule, findings
from grike.core.series import SeriesPlan

SIDE_BY_SIDE = 2
#: Patterns that a neighbourhood is given beside the first: there are others to try.
RETRIES = 2
#: So many re-fills are tried of a class whose order alone leaves a cost.
REFILLS = 3
_ORDER = frozenset(rule.id for rule in ORDER_RULES)
#: How far a neighbourhood reaches: the classes at fault, their week, their week and the one before.
WIDEST = 2


@dataclass(frozen=True, slots=True)
class Judged:
    """A plan with what the checks say of it."""

    plan: SeriesPlan
    facts: Facts
    found: tuple[Finding, ...]

    @property
    def cost(self) -> int:
        """The cost of all aims."""
        return sum(cost_by_rule(self.found).values())

    @property
    def valid(self) -> bool:
        """Whether every must holds."""
        return not broken_musts(self.found)

    def only_order(self, expected: int) -> bool:
        """Return whether nothing else costs but what the order within a class decides.

        ``expected``: what plans cost at least that are made of the planner's formats and kits.
        """
        return sum(f.cost for f in self.found if f.rule not in _ORDER) <= expected


def judge(problem: Problem, settings: Settings, plan: SeriesPlan, before: Facts | None) -> Judged:
    """Return a plan with its findings."""
    facts = Facts(plan, problem.library, settings.paces, before=before)
    return Judged(plan, facts, findings(facts))


def improved(
    problem: Problem,
    start: SeriesPlan,
    pool: PoolReport,
    seed: int,
    settings: Settings,
    stop: Stop,
) -> Judged:
    """Return the best plan that re-solving neighbourhoods of a complete plan has found."""
    best = judge(problem, settings, start, None)
    open_slots = frozenset(slot.index for slot in problem.open_slots())
    if best.only_order(pool.expected):
        best = _other_movements(problem, settings, best, open_slots, seed)
    width = 0
    told = start
    for number in range(settings.improve_rounds):
        if best.cost <= pool.expected or stop.requested():
            break
        cost, total = best.cost, settings.improve_rounds
        fresh = tuple(c for c in best.plan.classes if c not in told.classes)
        settings.on_progress(Progress("Improving", number, total, cost, pool.bound, fresh))
        told = best.plan
        areas = neighbourhoods(best, open_slots, width)
        chosen = (
            _apart(areas[number % len(areas) :] + areas[: number % len(areas)]) if areas else []
        )
        if not chosen:
            break
        seeds = [seed + 104729 * (number + 1) + place for place in range(len(chosen))]
        again_with = partial(_planned_again, replace(problem, plan=best.plan), settings, stop, pool)
        with ThreadPoolExecutor(SIDE_BY_SIDE) as executor:
            again = list(executor.map(again_with, chosen, seeds))
        before = best
        for area, candidate in zip(chosen, again, strict=True):
            if candidate is not None:
                merged = _merged(best.plan, candidate, area)
                tried = judge(problem, settings, merged, best.facts)
                if tried.valid and tried.cost < best.cost:
                    best = tried
        if best is before:
            width = (width + 1) % (WIDEST + 1)
    if best.cost <= pool.expected or stop.requested():
        return best
    return _other_movements(problem, settings, best, open_slots, seed)


def _other_movements(
    problem: Problem, settings: Settings, best: Judged, open_slots: frozenset[int], seed: int
) -> Judged:
    """Return the plan with other movements in classes whose order alone leaves a cost.

    Another focus or format would be no help there, and a re-fill takes a fraction of the time.
    """
    if not best.valid:
        return best
    troubled = {f.place.slot for f in best.found if f.cost and f.rule in _ORDER}
    for slot in sorted(s for s in troubled if s is not None and s in open_slots):
        for number in range(REFILLS):
            own = replace(problem, plan=best.plan)
            try:
                other = refill(own, slot, seed + 7879 * number, settings, best.facts)
            except Conflict:
                break
            tried = judge(problem, settings, best.plan.with_class(other), best.facts)
            if tried.valid and tried.cost < best.cost:
                best = tried
                break
    return best


def neighbourhoods(judged: Judged, open_slots: frozenset[int], width: int) -> list[frozenset[int]]:
    """Return sets of slots to be planned again, those where most cost is first."""
    costs: dict[frozenset[int], int] = {}
    by_week = {
        week: frozenset(m.slot.index for m in members) & open_slots
        for week, members in judged.facts.weeks.items()
    }
    for finding in judged.found:
        week, slot = finding.place.week, finding.place.slot
        if not finding.cost or (week is None and slot is None):
            continue
        own = frozenset() if slot is None else frozenset({slot}) & open_slots
        area = own if width == 0 and own else by_week.get(week or 0, frozenset())
        if width == WIDEST and week:
            area |= by_week.get(week - 1, frozenset())
        if area:
            costs[area] = costs.get(area, 0) + finding.cost
    return sorted(costs, key=lambda area: (-costs[area], sorted(area)))


def _apart(areas: Iterable[frozenset[int]]) -> list[frozenset[int]]:
    """Return the first areas that share no slot, as many as are solved side by side."""
    out: list[frozenset[int]] = []
    for area in areas:
        if len(out) < SIDE_BY_SIDE and all(area.isdisjoint(other) for other in out):
            out.append(area)
    return out


def _planned_again(
    problem: Problem,
    settings: Settings,
    stop: Stop,
    pool: PoolReport,
    area: frozenset[int],
    seed: int,
) -> SeriesPlan | None:
    few = min(settings.retries, RETRIES)
    silent = replace(settings, on_progress=lambda _: None, retries=few)
    run = Run(replace(problem, free=area), silent, stop, seed, pool)
    if plan_weeks(run) is not None:
        return None
    return run.filled()


def _merged(plan: SeriesPlan, candidate: SeriesPlan, area: frozenset[int]) -> SeriesPlan:
    for planned in candidate.classes:
        if planned.slot.index in area:
            plan = plan.with_class(planned)
    return plan
