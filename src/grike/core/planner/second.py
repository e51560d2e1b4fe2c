"""Second choices: a class made otherwise, in its shape or in another, as good by the rules.

Everything around it stays. Each choice is judged by the checks, with all that it would change.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextlib import suppress
from dataclasses import dataclass
from itertools import islice
from typing import Any

from grike.core.errors import Conflict
from grike.core.judging.facts import Facts
from grike.core.judging.finding import Finding
from grike.core.planner.assembly import assembled
from grike.core.planner.carrying import items_of
from grike.core.planner.linear import Outcome
from grike.core.planner.one_class import known_by, run_around, to_change
from grike.core.planner.onward import all_onward
from grike.core.planner.problem import Problem, Settings
from grike.core.planner.refill import OTHER_MOVEMENTS, class_task, refill, standing_in
from grike.core.planner.run import Run
from grike.core.planner.selection import at_least_cost, chosen_movements, within_bands
from grike.core.planner.variants import Variant, variants_of
from grike.core.rules import broken_musts, found_with
from grike.core.rules.d7_carrying import D7B
from grike.core.series import PlannedClass
from grike.core.sheet import Mode

#: So many are shown beside the class as it is, and so many others are tried for them.
SHOWN, TRIED = 3, 8
#: Fillings of the class as it stands, with other movements, from so many seeds.
REFILLS = 6
#: What costs more than that beside the best choice is no second choice, however it is built. A
#: class in another shape that upset the balance of its week was shown at 115 points before.
WORTH_A_LOOK = 24


@dataclass(frozen=True, slots=True)
class SecondChoice:
    """A class that could stand in a slot: what it brings and takes away, and what it costs more.

    ``other_shape``: it is built otherwise; else only its movements differ. ``cost_change``: against
    the class that is there, all aims of the series together.
    """

    planned: PlannedClass
    other_shape: bool
    new: tuple[Finding, ...]
    gone: tuple[Finding, ...]
    cost_change: int

    @property
    def broken(self) -> int:
        """How many musts it would break that are kept now."""
        return len(broken_musts(self.new))

    @property
    def as_good(self) -> bool:
        """Whether the rules see no difference, or a gain."""
        return not self.broken and self.cost_change <= 0

    @property
    def verdict(self) -> str:
        """What the rules say of it against the class that is there, in a sentence."""
        points = "1 point" if abs(self.cost_change) == 1 else f"{abs(self.cost_change)} points"
        if self.broken:
            one = "a rule that must be kept" if self.broken == 1 else f"{self.broken} musts"
            return f"It breaks {one}."
        if self.cost_change < 0:
            return f"By the rules it is better, by {points}."
        if self.cost_change == 0:
            return "As good by the rules as the class that is there."
        return f"By the rules it costs {points} more."


def staying(facts: Facts, slot: int) -> tuple[str, ...]:
    """Return what stays whatever is chosen (ids), since later classes must ask for more of it."""
    if facts.sheet[D7B.id].mode is not Mode.MUST:
        return ()
    member = facts.class_at(slot)
    others = {own.slot.index: own for own in facts.classes if own is not member}
    return tuple(all_onward(facts.plan, others, [member.slot], facts.library).get(slot, {}))


def second_choices(
    facts: Facts, found: Sequence[Finding], slot: int, *, seed: int, settings: Settings
) -> tuple[SecondChoice, ...]:
    """Return classes for a slot, the best by the rules first, at most SHOWN.

    ``found``: the findings of the plan as it is. One is built otherwise, and one is not, where any
    such costs little more than the best; one that breaks a must is only shown where all do.
    Raises Conflict where the slot is empty or its class is locked.
    """
    now = to_change(facts.plan, slot)
    problem = Problem(facts.plan, facts.library)
    refilled = _refilled(problem, facts, slot, seed=seed, settings=settings)
    built = _built_otherwise(problem, facts, now, seed=seed, settings=settings)
    alike = _judged(facts, found, now, refilled, other_shape=False)
    others = _judged(facts, found, now, built, other_shape=True)
    if any(not choice.broken for choice in (*alike, *others)):
        alike, others = ([c for c in own if not c.broken] for own in (alike, others))
    every = sorted([*alike, *others], key=_mark)
    most = every[0].cost_change + WORTH_A_LOOK if every else 0
    near = [choice for choice in every if choice.cost_change <= most]
    # One way of building it each, the best of them; the rest of the places go to whatever is best.
    ways = (next((c for c in near if c.other_shape is way), None) for way in (False, True))
    firsts = [choice for choice in ways if choice is not None]
    shown: list[SecondChoice] = []
    for choice in (*firsts, *near):
        if len(shown) < SHOWN and all(_differ(choice.planned, own.planned) for own in shown):
            shown.append(choice)
    return tuple(sorted(shown, key=_mark))


def _differ(one: PlannedClass, other: PlannedClass) -> bool:
    """Return whether two classes are worth being shown side by side."""
    before = set(other.design.movement_ids())
    return len(set(one.design.movement_ids()) - before) >= OTHER_MOVEMENTS


def _mark(choice: SecondChoice) -> tuple[int, int]:
    return choice.broken, choice.cost_change


def _judged(
    facts: Facts,
    found: Sequence[Finding],
    now: PlannedClass,
    classes: Iterator[PlannedClass],
    *,
    other_shape: bool,
) -> list[SecondChoice]:
    """Return classes with what the checks say of them, each once, the best first.

    What is built as the class that is there and hardly differs from it is left out: that is a swap.
    """
    seen: set[frozenset[str]] = set()
    before = sum(finding.cost for finding in found)
    out: list[SecondChoice] = []
    for planned in classes:
        ids = frozenset(planned.design.movement_ids())
        if ids in seen or not (other_shape or _differ(planned, now)):
            continue
        seen.add(ids)
        new, after = found_with(facts, planned, found)
        left = {finding.key for finding in after}
        gone = tuple(finding for finding in found if finding.key not in left)
        cost = sum(finding.cost for finding in after) - before
        out.append(SecondChoice(planned, other_shape, tuple(new), gone, cost))
    return sorted(out, key=_mark)


def _refilled(
    problem: Problem, facts: Facts, slot: int, *, seed: int, settings: Settings
) -> Iterator[PlannedClass]:
    """Yield the class as it stands with other movements, each time with others again."""
    found: list[PlannedClass] = [to_change(problem.plan, slot)]
    with suppress(Conflict):
        while len(found) <= REFILLS:
            own = refill(problem, slot, seed + len(found), settings, facts=facts, apart=found)
            yield own
            found.append(own)


def _built_otherwise(
    problem: Problem, facts: Facts, now: PlannedClass, *, seed: int, settings: Settings
) -> Iterator[PlannedClass]:
    """Yield the class with its focus and kit in other shapes or formats, those most alike first."""
    slot = now.slot.index
    run = run_around(problem, slot, facts.classes, seed=seed, settings=settings)
    own, known = run.problem, known_by(problem.plan, slot)
    for variant in islice(_others(run, now), TRIED):
        task = class_task(run, now, variant=variant)
        limits = run.limits(settings.week_time)
        solved = within_bands(task.scope, task.rows, run.taste(seed), limits, refine=False)
        if solved.outcome is not Outcome.FOUND:
            solved = at_least_cost(task.rows, limits)
        if solved.outcome is not Outcome.FOUND:
            continue
        movements = chosen_movements(task.scope, solved)[slot]
        items = items_of(task.carried.get(slot, {}))
        cell = task.cells[slot]
        yield assembled(own, settings, cell, movements, known=known, seed=seed, items=items)


def _others(run: Run, now: PlannedClass) -> Iterator[Variant[Any]]:
    """Yield for each other shape or format the size that is most like the class."""
    there, focus = standing_in(run, now), now.design.focus
    asked = run.problem.plan.shape.shape_days.get(now.slot.weekday)
    sets = there.all_sets
    nearest: dict[str, Variant[Any]] = {}
    for variant in variants_of(run.problem.plan):
        name = variant.shape_id or variant.kind
        if asked and variant.shape_id not in asked:
            continue
        if name == (there.shape_id or there.kind) or not variant.fits_focus(focus):
            continue
        best = nearest.get(name)
        if best is None or abs(variant.all_sets - sets) < abs(best.all_sets - sets):
            nearest[name] = variant
    yield from sorted(nearest.values(), key=lambda own: (abs(own.all_sets - sets), own.name))


__all__ = ["SHOWN", "SecondChoice", "second_choices", "staying"]
