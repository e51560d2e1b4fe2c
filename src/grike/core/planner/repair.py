"""Repair: after an edit, a closed day or a changed room, the nearest plan that keeps every must.

Classes that a broken must points at are re-solved, keeping what they hold as far as the musts let
them; only where that is not enough is a whole week planned anew. Changes are counted.
"""

from __future__ import annotations

from collections.abc import Iterator, Set
from dataclasses import dataclass, replace

from grike.core.design import ClassDesign
from grike.core.editing import swapped
from grike.core.planner.assembly import assembled, reframed
from grike.core.planner.carrying import items_of
from grike.core.planner.linear import Outcome
from grike.core.planner.one_class import known_by, run_around
from grike.core.planner.pool import pool_report
from grike.core.planner.problem import NeverStop, Problem, Progress, Settings, Stop
from grike.core.planner.refill import class_task
from grike.core.planner.rolling import plan_weeks
from grike.core.planner.run import Run
from grike.core.planner.selection import THEME, at_least_cost, chosen_movements
from grike.core.purpose import Purpose
from grike.core.rows.row import Row
from grike.core.rules import BY_ID, Facts, Finding, broken_musts, cost_by_rule, findings
from grike.core.series import PlannedClass, SeriesPlan

#: What it costs, beside the aims, to change one movement of a class.
CHANGE = 40
MOST_ROUNDS = 12


@dataclass(frozen=True, slots=True)
class Repaired:
    """A plan after its repair: the slots that changed, movements changed, and musts still broken.

    ``replanned`` holds the weeks, from 0, that had to be planned anew.
    """

    plan: SeriesPlan
    slots: tuple[int, ...]
    movements_changed: int
    musts_left: int
    replanned: tuple[int, ...] = ()


@dataclass(frozen=True, slots=True, order=True)
class _Mark:
    """How a plan is judged: musts broken first, then movements changed, then cost."""

    musts: int
    changed: int
    cost: int


def repair(
    problem: Problem,
    stop: Stop | None = None,
    seed: int = 0,
    settings: Settings | None = None,
) -> Repaired:
    """Return the nearest plan that keeps every must; what cannot be mended is counted.

    Locked classes stay. Empty slots stay empty; planning fills them.
    """
    chosen, halt = settings or Settings(), stop or NeverStop()
    plan = problem.plan
    for number in range(MOST_ROUNDS):
        chosen.on_progress(Progress("Repairing", number, MOST_ROUNDS))
        facts = Facts(plan, problem.library, chosen.paces)
        suspects = _suspects(facts)
        if not suspects or halt.requested():
            break
        best = _best_class(problem, plan, facts, suspects, seed=seed, settings=chosen)
        if best is None:
            break
        plan = best
    plan, replanned = _weeks_mended(problem, plan, seed, chosen, stop=halt)
    left = broken_musts(findings(Facts(plan, problem.library, chosen.paces)))
    changed = _changed_slots(problem.plan, plan)
    return Repaired(plan, changed, _movements(problem.plan, plan), len(left), replanned)


def _weeks_mended(
    problem: Problem, plan: SeriesPlan, seed: int, settings: Settings, *, stop: Stop
) -> tuple[SeriesPlan, tuple[int, ...]]:
    """Return the plan with broken weeks planned anew, and which: each by itself, then all at once.

    Two weeks that break a rule between them may each leave the other no way out.
    """
    replanned: set[int] = set()
    weeks = _broken_weeks(problem, plan, settings)
    together = [set(weeks)] if len(weeks) > 1 else []
    for own in (*({week} for week in weeks), *together):
        if stop.requested() or own.isdisjoint(_broken_weeks(problem, plan, settings)):
            continue
        again = _weeks_anew(replace(problem, plan=plan), own, seed, settings, stop=stop)
        if again is not None:
            plan = again
            replanned |= own
    return plan, tuple(sorted(replanned))


def _mendable(facts: Facts) -> list[Finding]:
    """Return the broken musts that an edit can mend; a day without a class is for planning."""
    return [found for found in broken_musts(findings(facts)) if BY_ID[found.rule].mends]


def _suspects(facts: Facts) -> list[int]:
    """Return the unlocked classes that broken musts point at, those named most often first."""
    counts: dict[int, int] = {}
    for finding in _mendable(facts):
        place = finding.place
        for member in facts.classes:
            whole = place.slot is None and place.week in (None, member.slot.week)
            if member.planned.locked or not (whole or place.slot == member.slot.index):
                continue
            counts[member.slot.index] = counts.get(member.slot.index, 0) + (1 if whole else 8)
            # What comes back too soon may as well go from the class before.
        if place.slot is not None:
            for member in facts.classes:
                if not member.planned.locked and 0 < place.slot - member.slot.index <= 3:
                    counts.setdefault(member.slot.index, 1)
    return sorted(counts, key=lambda slot: (-counts[slot], slot))


def _best_class(
    problem: Problem,
    plan: SeriesPlan,
    facts: Facts,
    suspects: list[int],
    *,
    seed: int,
    settings: Settings,
) -> SeriesPlan | None:
    """Return the plan with the one class re-solved that mends most; None where none mends."""
    before = len(broken_musts(findings(facts)))
    best: tuple[_Mark, SeriesPlan] | None = None
    for slot in suspects:
        for planned in nearest(replace(problem, plan=plan), slot, seed, settings, facts=facts):
            after = plan.with_class(planned)
            found = findings(Facts(after, problem.library, settings.paces, before=facts))
            mark = _Mark(
                len(broken_musts(found)),
                _movements(plan, after),
                sum(cost_by_rule(found).values()),
            )
            if mark.musts < before and (best is None or mark < best[0]):
                best = (mark, after)
        if best is not None and best[0].musts == 0:
            break
    return best[1] if best is not None else None


def nearest(
    problem: Problem, slot: int, seed: int, settings: Settings, *, facts: Facts
) -> Iterator[PlannedClass]:
    """Yield a class of a slot that keeps every must with fewest other movements.

    First with the new movements in the places of the old ones, then put together anew.
    """
    now = next(p for p in problem.plan.classes if p.slot.index == slot)
    run = run_around(problem, slot, facts.classes, seed=seed, settings=settings)
    own = run.problem
    task = class_task(run, now, mending=True)
    present = frozenset(now.design.movement_ids())
    kept = tuple((c.key, 1) for c in task.scope.bays[0].choices if c.movement.id in present)
    stay = Row("stay", now.slot.label, kept, low=len(present), weight=CHANGE)
    # How much of the class its kit takes is no rule, so a must comes before it.
    rows = (replace(row, weight=CHANGE) if row.rule == THEME else row for row in task.rows)
    solved = at_least_cost((*rows, stay), run.limits(settings.soft_time))
    if solved.outcome is not Outcome.FOUND:
        return
    movements = chosen_movements(task.scope, solved)[slot]
    chosen_ids = [movement.id for movement in movements]
    patched = _patched(now.design, chosen_ids, problem)
    known = known_by(problem.plan, slot)
    if patched is not None:
        yield replace(now, design=patched)
        yield reframed(own, settings, replace(now, design=patched), known, seed=seed)
    items = items_of(task.carried.get(slot, {}))
    again = assembled(
        own, settings, task.cells[slot], movements, known=known, seed=seed, items=items
    )
    yield replace(again, locked=now.locked)


def _patched(design: ClassDesign, wanted: list[str], problem: Problem) -> ClassDesign | None:
    """Return the class with new movements in the places of those that go; None if they differ."""
    library = problem.library
    present = design.movement_ids()
    go = [i for i in present if i not in wanted]
    come = [i for i in wanted if i not in present]
    sides = [sorted(library[i].one_sided for i in ids) for ids in (go, come)]
    if sides[0] != sides[1]:
        return None
    for movement_id in go:
        fitting = [i for i in come if library[i].one_sided == library[movement_id].one_sided]
        same = [i for i in fitting if library[i].position is library[movement_id].position]
        new = (same or fitting)[0]
        come.remove(new)
        for block, place, item in list(design.items(Purpose.WORK)):
            if item.movement_id == movement_id:
                design = swapped(design, block, place, new, library=library)
    return design


def _broken_weeks(problem: Problem, plan: SeriesPlan, settings: Settings) -> list[int]:
    """Return the weeks in which a must is broken that an edit can mend, in order."""
    found = _mendable(Facts(plan, problem.library, settings.paces))
    return sorted({own.place.week for own in found if own.place.week is not None})


def _weeks_anew(
    problem: Problem, weeks: Set[int], seed: int, settings: Settings, *, stop: Stop
) -> SeriesPlan | None:
    """Return the plan with some weeks planned anew, the rest as it is; None if it mends nothing."""
    free = frozenset(
        p.slot.index for p in problem.plan.classes if p.slot.week in weeks and not p.locked
    )
    run = Run(replace(problem, free=free), settings, stop, seed, pool_report(problem))
    if not free or plan_weeks(run) is not None:
        return None
    plan = replace(
        problem.plan, classes=tuple(run.facts[index].planned for index in sorted(run.facts))
    )
    marks = [
        len(broken_musts(findings(Facts(p, problem.library, settings.paces))))
        for p in (problem.plan, plan)
    ]
    return plan if marks[1] < marks[0] else None


def _changed_slots(before: SeriesPlan, after: SeriesPlan) -> tuple[int, ...]:
    old = {p.slot.index: p for p in before.classes}
    return tuple(p.slot.index for p in after.classes if old.get(p.slot.index) != p)


def _movements(before: SeriesPlan, after: SeriesPlan) -> int:
    """Return how many movements of work are other than before."""
    old = {p.slot.index: set(p.design.movement_ids()) for p in before.classes}
    return sum(
        len(set(p.design.movement_ids()) - old.get(p.slot.index, set())) for p in after.classes
    )
