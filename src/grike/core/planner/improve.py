"""Large neighbourhoods: where cost is left, a few classes are freed and planned again.

Two neighbourhoods are solved side by side, on one worker each, and merged in a fixed order. Which
ones they are follows from the findings and from counts, never from the clock, so that the same
request gives the same plan whatever the load on the machine.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass, replace
from functools import partial

from grike.core.errors import Conflict
from grike.core.planner.assembly import ORDER_RULES
from grike.core.planner.problem import Problem, Progress, Settings
from grike.core.planner.refill import refill
from grike.core.planner.rolling import MOST_BACKS, plan_weeks
from grike.core.planner.run import Run
from grike.core.planner.seeds import Branch, branched
from grike.core.rules import Facts, Finding, breaches, broken_musts, cost_by_rule, findings
from grike.core.rules.p8_mains_rise import P8
from grike.core.rules.p10_load import P10
from grike.core.rules.p12_formats import P12
from grike.core.rules.p13_long_bouts import P13
from grike.core.rules.p14_work_share import P14
from grike.core.rules.p15_kit import P15
from grike.core.rules.p16_warm_up import P16
from grike.core.rules.p18_calendar import P18
from grike.core.rules.p21_changes import P21
from grike.core.rules.p22_one_pattern import P22
from grike.core.rules.p23_both_halves import P23
from grike.core.rules.p24_rest import P24
from grike.core.series import SeriesPlan

SIDE_BY_SIDE = 2
#: After so many rounds that gave nothing, each with another seed and reach, no more are tried.
IDLE_ROUNDS = 3
#: For so many open slots the number of rounds is meant.
OF_SLOTS = 24
#: Patterns that a neighbourhood is given beside the first: there are others to try.
RETRIES = 2
#: So many re-fills are tried of a class that costs so much by itself.
REFILLS, WORTH_A_REFILL = 3, 4
#: What is settled in one class: its order, and how it is made up and laid out.
_OF_ONE_CLASS = frozenset(
    rule.id for rule in (*ORDER_RULES, P10, P12, P13, P14, P15, P16, P21, P22, P23, P24)
)
#: What is no reason to plan a series in quite another way.
_FINE = _OF_ONE_CLASS | {P8.id, P18.id}
#: Where so many classes or fewer break musts, they are planned again by themselves.
FEW_BROKEN = 4
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

    @property
    def broken(self) -> tuple[int, int]:
        """How many musts are broken that never give way, then how many that may: less is better."""
        return breaches(self.found)

    @property
    def remarks(self) -> int:
        """How many things are found that break no rule."""
        return sum(finding.remark for finding in self.found)

    def better_than(self, other: Judged) -> bool:
        """Return whether this plan keeps every must where the other does not, or costs less."""
        return self.valid and (not other.valid or self.cost < other.cost)

    def only_fine(self, expected: int) -> bool:
        """Return whether nothing else costs but what is settled in one class, or is a nicety.

        ``expected``: what plans cost at least that are made of the planner's formats and kits.
        """
        return sum(f.cost for f in self.found if f.rule not in _FINE) <= expected


def judge(problem: Problem, settings: Settings, plan: SeriesPlan, before: Facts | None) -> Judged:
    """Return a plan with its findings."""
    facts = Facts(plan, problem.library, settings.paces, before=before)
    return Judged(plan, facts, findings(facts))


def as_asked(run: Run, plan: SeriesPlan) -> Judged:
    """Return a plan judged by the rules and shapes that the series has."""
    own = run.problem.plan
    asked = replace(plan, sheet=own.sheet, shape=own.shape)
    return judge(run.problem, run.settings, asked, None)


def improved(run: Run, start: SeriesPlan, seed: int) -> Judged:
    """Return the best plan that re-solving neighbourhoods of a complete plan has found."""
    expected = run.pool.expected
    best = judge(run.problem, run.settings, start, None)
    best = _other_movements(run, best, seed)
    told, width, idle = start, 0, 0
    # Around the only class that is planned there is nothing wider to look at.
    widest = min(WIDEST, max(0, len(_open(run)) - 1))
    for number in range(_rounds(run)):
        if best.cost <= expected or run.stop.requested():
            break
        _tell(run, best, told)
        told = best.plan
        areas = neighbourhoods(best, _open(run), width)
        if not areas:
            break
        first = number % len(areas)
        tried = _areas_anew(run, best, _apart(areas[first:] + areas[:first]), seed, number=number)
        # What gave nothing gives nothing again: the next neighbourhoods reach further.
        better = tried.cost < best.cost
        width, idle = (width, 0) if better else ((width + 1) % (widest + 1), idle + 1)
        best = tried
        if idle > (IDLE_ROUNDS if widest else 0):
            break
    if best.cost <= expected or run.stop.requested():
        return best
    return _other_movements(run, best, seed)


def _rounds(run: Run) -> int:
    """Return how many rounds there are at the most: in a long series each takes longer."""
    return run.settings.improve_rounds * OF_SLOTS // max(OF_SLOTS, len(_open(run)))


def _open(run: Run) -> frozenset[int]:
    return frozenset(slot.index for slot in run.problem.open_slots())


def _tell(run: Run, best: Judged, told: SeriesPlan) -> None:
    fresh = tuple(planned for planned in best.plan.classes if planned not in told.classes)
    weeks = len({slot.week for slot in run.problem.slots})
    run.settings.on_progress(Progress("Improving", weeks, weeks, best.cost, run.pool.bound, fresh))


def _areas_anew(
    run: Run, best: Judged, areas: Sequence[frozenset[int]], seed: int, *, number: int
) -> Judged:
    """Return the plan with those areas in it that became cheaper, solved side by side."""
    first = branched(seed, Branch.NEIGHBOURHOOD, number + 1)
    again_from = partial(_planned_again, run, best.plan)
    with ThreadPoolExecutor(SIDE_BY_SIDE) as executor:
        again = list(executor.map(again_from, areas, range(first, first + len(areas))))
    for area, candidate in zip(areas, again, strict=True):
        if candidate is not None:
            best = _cheaper(run, best, _merged(best.plan, candidate, area))
    return best


def _cheaper(run: Run, best: Judged, plan: SeriesPlan) -> Judged:
    """Return a plan judged, if every must holds and it is cheaper; else the best so far."""
    tried = judge(run.problem, run.settings, plan, best.facts)
    return tried if tried.better_than(best) else best


def musts_mended(run: Run, best: Judged, seed: int) -> Judged:
    """Return a plan that was asked less with the classes anew that break what was asked, if few.

    Once the rest of the series stands, such a class can often be made as it should be: alone, or
    with its week.
    """
    broken = broken_musts(best.found)
    if len({(f.place.week, f.place.slot) for f in broken}) > FEW_BROKEN:
        return best
    weeks = {m.slot.index: m.slot.week for m in best.facts.classes}
    for number, finding in enumerate(broken):
        week = finding.place.week if finding.place.slot is None else weeks[finding.place.slot]
        of_week = frozenset(s for s, own in weeks.items() if own == week) & _open(run)
        alone = frozenset({finding.place.slot} if finding.place.slot is not None else ()) & _open(
            run
        )
        for area in filter(None, dict.fromkeys((alone, of_week))):
            if run.stop.requested():
                return best
            again = _planned_again(run, best.plan, area, branched(seed, Branch.MUSTS, number + 1))
            if again is None:
                continue
            tried = judge(run.problem, run.settings, _merged(best.plan, again, area), best.facts)
            if tried.broken < best.broken:
                best = tried
                break
    return best


def _other_movements(run: Run, best: Judged, seed: int) -> Judged:
    """Return the plan with other movements in classes that cost by themselves.

    Another focus or format would be no help there, and a re-fill takes a fraction of the time.
    """
    if not best.valid:
        return best
    costs = dict.fromkeys(_open(run), 0)
    for finding in best.found:
        if finding.rule in _OF_ONE_CLASS and finding.place.slot in costs:
            costs[finding.place.slot] += finding.cost
    for slot in sorted(slot for slot, cost in costs.items() if cost >= WORTH_A_REFILL):
        for number in range(REFILLS):
            own = replace(run.problem, plan=best.plan)
            again = branched(seed, Branch.REFILL, number)
            try:
                other = refill(own, slot, again, run.settings, facts=best.facts)
            except Conflict:
                break
            tried = _cheaper(run, best, best.plan.with_class(other))
            if tried is not best:
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
    run: Run, plan: SeriesPlan, area: frozenset[int], seed: int
) -> SeriesPlan | None:
    """Return a plan with an area filled anew, whatever it costs; None where that failed."""
    problem = replace(run.problem, plan=plan, free=area)
    own = run.anew(seed=seed, problem=problem, silent=True)
    own.settings = replace(own.settings, retries=min(own.settings.retries, RETRIES))
    # To free the weeks before as well takes long, and plans became no cheaper by it.
    own.later, own.backs = frozenset(), MOST_BACKS
    return own.filled() if plan_weeks(own) is None else None


def _merged(plan: SeriesPlan, candidate: SeriesPlan, area: frozenset[int]) -> SeriesPlan:
    for planned in candidate.classes:
        if planned.slot.index in area:
            plan = plan.with_class(planned)
    return plan
