"""The facts of a plan that the checks look at: clocks, volumes and histories, worked out once."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace
from fractions import Fraction
from functools import cached_property
from typing import NamedTuple

from grike.core.anatomy import Muscle
from grike.core.bouts import Bout, Step
from grike.core.clock import ClassClock, class_clock
from grike.core.design import Purpose
from grike.core.expansion import steps
from grike.core.focus import Focus
from grike.core.format import NoRestCircuit
from grike.core.movement import Library, Movement
from grike.core.pace import USUAL_PACES, Pace, Paces
from grike.core.rules.base import Place
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.core.sheet import RuleSheet
from grike.core.sides import SideLedger, side_ledger
from grike.core.volume import Volume, add_volumes, alike, bout_amount, exact_sum, volume_of_bouts

#: A group with at least this share of a class's sets is a main focus of it.
MAIN_SHARE = Fraction(15, 100)


class Station(NamedTuple):
    """What is worked at one place in the order of a class, its sets and sides taken together.

    ``movements`` holds more than one where a circuit without rests is layered on one pattern.
    ``rested``: a breather comes before it.
    """

    block: int
    place: int
    movements: tuple[Movement, ...]
    rested: bool

    @property
    def layered(self) -> bool:
        """Return whether the station is a layered circuit."""
        return len(self.movements) > 1


class ClassFacts:
    """One planned class with its clock, volume and sides."""

    def __init__(
        self, planned: PlannedClass, library: Library, known: frozenset[str], pace: Pace
    ) -> None:
        self.planned, self.library = planned, library
        self.slot, self.design = planned.slot, planned.design
        self.known, self.pace = known, pace
        #: What rules that look at one class found, with what they looked at besides.
        self.found: dict[str, tuple[object, ...]] = {}

    @cached_property
    def clock(self) -> ClassClock:
        """Both clocks of the class."""
        return class_clock(self.design, self.library, known=self.known, pace=self.pace)

    @cached_property
    def steps(self) -> tuple[Step, ...]:
        """All bouts and gaps on the nominal clock."""
        return tuple(steps(self.design, self.library))

    @cached_property
    def bouts(self) -> tuple[Bout, ...]:
        """All bouts; worked out without the clock, which volumes do not need."""
        return tuple(step for step in self.steps if isinstance(step, Bout))

    @cached_property
    def work_bouts(self) -> tuple[Bout, ...]:
        """The bouts of the work blocks."""
        blocks = self.design.blocks
        return tuple(b for b in self.bouts if blocks[b.block].purpose is Purpose.WORK)

    @cached_property
    def volume(self) -> Volume:
        """The volume of the work blocks."""
        return volume_of_bouts(self.work_bouts)

    @cached_property
    def movement_sets(self) -> Mapping[Movement, Fraction]:
        """The sets of each movement of the work blocks, each bout counted once."""
        out: dict[Movement, Fraction] = {}
        for bout, count in alike(self.work_bouts).items():
            sets = bout_amount(bout).sets * count
            out[bout.movement] = out.get(bout.movement, Fraction(0)) + sets
        return out

    @cached_property
    def ledger(self) -> SideLedger:
        """Left and right over the whole class."""
        return side_ledger(self.bouts)

    @cached_property
    def main_groups(self) -> frozenset[Muscle]:
        """The groups that are main focus; a whole-body class has none."""
        if self.design.focus is Focus.WHOLE:
            return frozenset()
        shares = {muscle: amount.sets for muscle, amount in self.volume.muscles.items()}
        total = exact_sum(shares.values())
        return frozenset(m for m, sets in shares.items() if total and sets >= MAIN_SHARE * total)

    @cached_property
    def stations(self) -> tuple[Station, ...]:
        """The stations of the work blocks in the order in which they are worked."""
        out: list[Station] = []
        rested = False
        layer = -1
        for step in self.steps:
            if not isinstance(step, Bout):
                rested = rested or step.kind == "breather"
                if self._layered(step.block) and step.seconds:
                    layer = -1
                continue
            purpose = self.design.blocks[step.block].purpose
            if purpose is not Purpose.WORK:
                rested = rested or purpose is Purpose.BREATHER
                continue
            last = out[-1] if out else None
            same_block = last is not None and last.block == step.block and not rested
            if last is not None and same_block and self._layered(step.block) and layer >= 0:
                if step.movement not in last.movements:
                    out[-1] = last._replace(movements=(*last.movements, step.movement))
                continue
            if last is not None and same_block and last.movements == (step.movement,):
                continue
            layer = len(out)
            out.append(Station(step.block, step.place, (step.movement,), rested and bool(out)))
            rested = False
        return tuple(out)

    def _layered(self, block: int) -> bool:
        return isinstance(self.design.blocks[block].format, NoRestCircuit)

    def is_new(self, movement: Movement) -> bool:
        """Return whether the group meets a movement for the first time."""
        return movement.id not in self.known and not movement.foundation

    @cached_property
    def work_movements(self) -> tuple[tuple[int, int, Movement], ...]:
        """(block, place, movement) of the work blocks in class order."""
        return tuple(
            (block, place, self.library[item.movement_id])
            for block, place, item in self.design.items(Purpose.WORK)
        )


def here(member: ClassFacts, block: int | None = None, item: int | None = None) -> Place:
    """Return the place of a class, or of a block or movement in it."""
    return Place(member.slot.week, member.slot.index, block, item)


@dataclass(frozen=True, slots=True)
class _Cached:
    known: frozenset[str]
    facts: ClassFacts

    def holds(self, known: frozenset[str], planned: PlannedClass, pace: Pace) -> bool:
        """Return whether the facts are still those of a class."""
        facts = self.facts
        return self.known == known and facts.planned == planned and facts.pace == pace


def same_look(before: object, now: tuple[object, ...]) -> bool:
    """Return whether two looks were at the very same things; equal is not asked, it is slow."""
    return (
        isinstance(before, tuple)
        and len(before) == len(now)
        and all(a is b or (isinstance(a, int) and a == b) for a, b in zip(before, now, strict=True))
    )


class Facts:
    """All facts of one plan. Facts of classes that did not change are taken from ``before``."""

    def __init__(
        self,
        plan: SeriesPlan,
        library: Library,
        paces: Paces = USUAL_PACES,
        before: Facts | None = None,
    ) -> None:
        if before is not None:
            # The same shape and sheet as objects, so that what was found with them is still known.
            shape = before.plan.shape if before.plan.shape == plan.shape else plan.shape
            sheet = before.plan.sheet if before.plan.sheet == plan.sheet else plan.sheet
            plan = replace(plan, shape=shape, sheet=sheet)
        self.plan: SeriesPlan = plan
        self.library, self.paces = library, paces
        self._cache: dict[int, _Cached] = {}
        old = before._cache if before is not None and before.library is library else {}
        known = plan.known
        classes: list[ClassFacts] = []
        for planned in plan.classes:
            own = frozenset(planned.design.movement_ids())
            entry = old.get(planned.slot.index)
            # Only what the class holds can be new in it, so only that much of the past counts.
            pace = paces.of(planned.slot.index)
            if entry is None or not entry.holds(known & own, planned, pace):
                entry = _Cached(known & own, ClassFacts(planned, library, known & own, pace))
            self._cache[planned.slot.index] = entry
            classes.append(entry.facts)
            known = known | own
        self.classes: tuple[ClassFacts, ...] = tuple(classes)
        #: What rules that look at one week found, by rule and week.
        self.found: dict[tuple[str, int], tuple[object, ...]] = (
            dict(before.found) if old and before else {}
        )
        self._looks: dict[str, tuple[object, ...]] = dict(before._looks) if before else {}
        self._old_weeks: dict[int, tuple[tuple[ClassFacts, ...], Volume]] = (
            {w: (before.weeks[w], v) for w, v in before.week_volumes.items()}
            if old and before
            else {}
        )

    @property
    def shape(self) -> SeriesShape:
        """The shape of the series."""
        return self.plan.shape

    @property
    def sheet(self) -> RuleSheet:
        """The rule sheet of the series."""
        return self.plan.sheet

    @cached_property
    def weeks(self) -> Mapping[int, tuple[ClassFacts, ...]]:
        """The classes by week; weeks without classes are left out."""
        out: dict[int, list[ClassFacts]] = {}
        for facts in self.classes:
            out.setdefault(facts.slot.week, []).append(facts)
        return {week: tuple(members) for week, members in out.items()}

    @cached_property
    def week_volumes(self) -> Mapping[int, Volume]:
        """The volume of each week; weeks of which nothing changed are not added up again."""
        out: dict[int, Volume] = {}
        for week, members in self.weeks.items():
            before, volume = self._old_weeks.get(week, ((), None))
            if volume is None or before != members:
                volume = add_volumes(c.volume for c in members)
            out[week] = volume
        return out

    def look(self, rule: str, now: tuple[object, ...]) -> tuple[object, ...]:
        """Return what a rule looks at besides the classes, the same object while it is the same."""
        held = self._looks.get(rule)
        if held is None or not same_look(held, now):
            held = self._looks[rule] = now
        return held

    @cached_property
    def first_week(self) -> int:
        """The week of the first class, whether or not it is in sight."""
        return min((planned.slot.week for planned in self.plan.classes), default=0)

    def part(self, members: tuple[ClassFacts, ...], volumes: Mapping[int, Volume]) -> Facts:
        """Return what a rule sees that looks at some classes of one week only."""
        part: Facts = object.__new__(Facts)
        part.plan, part.library, part.paces = self.plan, self.library, self.paces
        part.classes = members
        part.__dict__["weeks"] = {members[0].slot.week: members}
        part.__dict__["week_volumes"] = volumes
        return part

    def pairs(self) -> Iterable[tuple[ClassFacts, ClassFacts]]:
        """Yield each class with the one before it in the series."""
        return zip(self.classes, self.classes[1:], strict=False)
