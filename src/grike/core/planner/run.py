"""The state of one planning run: what is filled already, and what a week is asked."""

from __future__ import annotations

from collections.abc import Mapping, Set
from dataclasses import dataclass, field, replace
from fractions import Fraction
from typing import Any, NamedTuple

from grike.core.judging.class_facts import ClassFacts
from grike.core.pace import Pace
from grike.core.planner.linear import Limits, Solved
from grike.core.planner.pool import PoolReport
from grike.core.planner.problem import Problem, Settings, Stop, unheard
from grike.core.planner.selection import Carried, Carry
from grike.core.planner.skeleton import Cell
from grike.core.planner.taste import Taste
from grike.core.planner.variants import Variant
from grike.core.progression import Asked
from grike.core.rows.row import Row
from grike.core.rows.scope import Anchors, Group, Scope, WeekAmounts
from grike.core.rules.p7_anchors import P7, anchors_of, class_before
from grike.core.rules.p8_mains_rise import P8, week_amounts
from grike.core.series import PlannedClass, SeriesPlan


@dataclass(frozen=True, slots=True)
class WeekTask:
    """One week with its cells: what its movements are chosen from, and the rows they obey."""

    week: int
    cells: Mapping[int, Cell]
    scope: Scope
    rows: tuple[Row, ...]
    carried: Carried = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class WeekAnswer:
    """A filling of one week; ``planned``: its classes, where they have been put together."""

    task: WeekTask
    solved: Solved
    planned: tuple[PlannedClass, ...] = ()


@dataclass(slots=True)
class Failure:
    """Why no plan came out: the stage, the week and its rows where there are any."""

    stage: str
    week: int | None = None
    rows: tuple[Row, ...] = ()
    proven: bool = True


class Held(NamedTuple):
    """What a run held at a moment, to come back to."""

    facts: Mapping[int, ClassFacts]
    used: Mapping[str, int]
    known: frozenset[str]
    week_training: Mapping[int, Fraction]
    soft_weeks: Set[int]


@dataclass(slots=True)
class Run:
    """The state of one planning run.

    ``horizon``: for how many weeks focus, format and kit are chosen at once; later ones only keep
    their steps.
    """

    problem: Problem
    settings: Settings
    stop: Stop
    seed: int
    pool: PoolReport
    horizon: int = 1
    facts: dict[int, ClassFacts] = field(default_factory=dict)
    used: dict[str, int] = field(default_factory=dict)
    known: frozenset[str] = frozenset()
    week_training: dict[int, Fraction] = field(default_factory=dict)
    #: What was worked out of carrying a movement on, by variant, movement, what was asked, and
    #: whether its harder option may be.
    carries: dict[tuple[Variant[Any], str, Asked | None, bool], Carry | None] = field(
        default_factory=dict
    )
    backs: int = 0
    #: Weeks that missed an aim when they were filled.
    soft_weeks: set[int] = field(default_factory=set)
    #: Why weeks are filled that were filled before, to be said with each of them.
    again: str = ""
    #: Aims (ids of rules) that it does not ask for, which others mend.
    later: frozenset[str] = frozenset()
    #: What its weeks may cost together before it is given up, since another costs no more; None:
    #: whatever they cost.
    most: int | None = None
    stopped: bool = False
    cut: bool = False

    def anew(
        self, *, seed: int, horizon: int = 1, problem: Problem | None = None, silent: bool = False
    ) -> Run:
        """Return a run of the same request, or of a part of it, that has filled nothing yet.

        ``silent``: it tells nobody of its progress.
        """
        settings = replace(self.settings, on_progress=unheard) if silent else self.settings
        own = problem or self.problem
        return Run(own, settings, self.stop, seed, self.pool, horizon, later=self.later)

    def limits(self, deterministic: float) -> Limits:
        """Return the limits of one solve."""
        return Limits(deterministic, self.settings.wall_seconds, self.seed)

    def group(self, week: int) -> Group:
        """Return what the group knows when a week begins, and what days own."""
        plan = self.problem.plan
        before = [f.design.movement_ids() for f in self.facts.values() if f.slot.week < week]
        first = min((slot.week for slot in self.problem.slots), default=0)
        known = plan.known.union(*before)
        last = self.problem.slots[-1].index if self.problem.slots else -1
        wanted = frozenset(plan.shape.wishes.wanted) - self.used.keys()
        left = len({slot.week for slot in self.problem.open_slots() if slot.week >= week})
        return Group(
            plan.shape.level,
            known,
            plan.sheet.owned,
            first,
            last,
            plan.sheet.yardstick,
            wanted,
            -(-len(wanted) // max(1, left)),
            self.pool.grounds.every,
            self.pool.grounds.spared,
            self.anchors(week),
            self.amounts(week),
        )

    def amounts(self, week: int) -> dict[int, WeekAmounts]:
        """Return what a week is asked to hold of main lifts and of work."""
        plan = self.problem.plan
        classes = sum(slot.week == week for slot in self.problem.slots)
        before, level = list(self.facts.values()), plan.shape.level
        if not P8.on(plan.sheet):
            return {}
        asked = week_amounts(before, week, classes, level=level, sheet=plan.sheet)
        return {week: asked} if asked is not None else {}

    def anchors(self, week: int) -> dict[int, Anchors]:
        """Return which main lifts come back in the classes of a week, by slot."""
        plan = self.problem.plan
        if not P7.on(plan.sheet):
            return {}
        first = min((slot.week for slot in self.problem.slots), default=0)
        members = [facts for _, facts in sorted(self.facts.items())]
        out: dict[int, Anchors] = {}
        for slot in (slot for slot in self.problem.slots if slot.week == week):
            before = class_before(members, slot, plan.sheet, first)
            if before is not None:
                out[slot.index] = anchors_of(before, plan.shape.level, P7.line(plan.sheet))
        return out

    def taste(self, seed: int) -> Taste:
        """Return what decides between equals: little used, and what is wanted and not yet used."""
        wanted = frozenset(self.problem.plan.shape.wishes.wanted) - self.used.keys()
        return Taste(self.used, seed, wanted, self.problem.plan.known | self.used.keys())

    def forget(self, week: int) -> None:
        """Take the classes that were filled in a week out of the history again."""
        for slot in self.problem.open_slots():
            facts = self.facts.pop(slot.index, None) if slot.week == week else None
            for movement_id in facts.design.movement_ids() if facts else ():
                self.used[movement_id] -= 1
        # What no class holds any more was never used, and nobody knows it.
        self.used = {movement_id: times for movement_id, times in self.used.items() if times}
        self.known = self.problem.plan.known.union(self.used)
        self.week_training.pop(week, None)
        self.soft_weeks.discard(week)

    def held(self) -> Held:
        """Return what the run holds now, to come back to."""
        training, soft = dict(self.week_training), frozenset(self.soft_weeks)
        return Held(dict(self.facts), dict(self.used), self.known, training, soft)

    def hold(self, held: Held) -> None:
        """Hold again what was held before."""
        self.facts, self.used, self.known = dict(held.facts), dict(held.used), held.known
        self.week_training, self.soft_weeks = dict(held.week_training), set(held.soft_weeks)

    def filled(self) -> SeriesPlan:
        """Return the plan with the classes that the run holds."""
        classes = tuple(self.facts[index].planned for index in sorted(self.facts))
        return replace(self.problem.plan, classes=classes)

    def _pace(self, planned: PlannedClass) -> Pace:
        return self.settings.paces.of(planned.slot.index)

    def remember(self, planned: PlannedClass) -> None:
        """Take a class into the history on which later weeks build."""
        entry = ClassFacts(planned, self.problem.library, self.known, self._pace(planned))
        self.facts[planned.slot.index] = entry
        ids = planned.design.movement_ids()
        self.known = self.known | frozenset(ids)
        for movement_id in ids:
            self.used[movement_id] = self.used.get(movement_id, 0) + 1


def kept_facts(problem: Problem, settings: Settings) -> dict[int, ClassFacts]:
    """Return the facts of the classes that stay, each knowing what came before it."""
    known = problem.plan.known
    out: dict[int, ClassFacts] = {}
    for index, planned in sorted(problem.kept().items()):
        out[index] = ClassFacts(planned, problem.library, known, settings.paces.of(index))
        known = known | frozenset(planned.design.movement_ids())
    return out
