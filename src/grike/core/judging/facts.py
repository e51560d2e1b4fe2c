"""The facts of a plan that the checks look at: clocks, volumes and histories, worked out once."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable, Mapping
from dataclasses import dataclass, replace
from functools import cached_property
from typing import Any, TypeVar

from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.finding import Place
from grike.core.library import Library
from grike.core.pace import USUAL_PACES, Pace, Paces
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.core.sheet import RuleSheet
from grike.core.volume import Volume, add_volumes

K = TypeVar("K")

#: What a class is kept by that was looked at after several pasts, and how many of them.
PASTS, MOST_PASTS = "pasts", 8


def here(member: ClassFacts, block: int | None = None, item: int | None = None) -> Place:
    """Return the place of a class, or of a block or movement in it."""
    return Place(member.slot.week, member.slot.index, block, item)


@dataclass(frozen=True, slots=True)
class _Cached:
    """The facts of a class, and the ids in its work that a group can meet for the first time."""

    own: frozenset[str]
    facts: ClassFacts

    def holds(self, known: frozenset[str], pace: Pace) -> bool:
        """Return whether the facts are still those of their class after such a past."""
        return self.facts.known == known and self.facts.pace == pace


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
        old = before._cache if before is not None and before.library is library else {}
        self._cache: dict[int, _Cached] = self._cached(old)
        #: The facts of every class, in the order of the plan.
        self.classes = tuple(self._cache[planned.slot.index].facts for planned in plan.classes)
        #: What rules that look at one week found, by rule and week.
        self.found: dict[tuple[str, int], tuple[object, ...]] = (
            dict(before.found) if old and before else {}
        )
        #: What others have worked out of a week, with what they looked at; see ``kept_of_week``.
        self._kept: dict[Hashable, tuple[tuple[object, ...], Any]] = (
            dict(before._kept) if old and before else {}
        )
        self._looks: dict[str, tuple[object, ...]] = dict(before._looks) if before else {}
        self._old_weeks: dict[int, tuple[tuple[ClassFacts, ...], Volume]] = (
            {w: (before.weeks[w], v) for w, v in before.week_volumes.items()}
            if old and before
            else {}
        )

    def _cached(self, old: Mapping[int, _Cached]) -> dict[int, _Cached]:
        """Return the facts by slot, those of ``old`` where class, past and pace are the same."""
        out: dict[int, _Cached] = {}
        known = self.plan.known
        for planned in self.plan.classes:
            entry = old.get(planned.slot.index)
            same = entry is not None and entry.facts.planned == planned
            own = entry.own if entry is not None and same else self._strange(planned)
            pace = self.paces.of(planned.slot.index)
            # Only what the class holds can be new in it, so only that much of the past counts.
            if entry is None or not same or not entry.holds(known & own, pace):
                held = entry.facts if entry is not None and same else None
                entry = _Cached(own, self._with_past(planned, held, known & own))
            out[planned.slot.index] = entry
            known = known | own
        return out

    def _with_past(
        self, planned: PlannedClass, held: ClassFacts | None, known: frozenset[str]
    ) -> ClassFacts:
        """Return the facts of a class after another past than the one it was ``held`` with.

        Alternatives are tried one after another and mostly change a later class in the same way.
        """
        pace = self.paces.of(planned.slot.index)
        others: dict[Hashable, ClassFacts] = held.kept.setdefault(PASTS, {}) if held else {}
        if (known, pace) in others:
            return others[known, pace]
        made = ClassFacts(planned, self.library, known, pace)
        if held is not None:
            made.take_over(held)
        if len(others) >= MOST_PASTS:
            others.clear()
        others[known, pace] = made
        return made

    def _strange(self, planned: PlannedClass) -> frozenset[str]:
        """Return what a class holds that not everybody has met: no foundation movement."""
        ids = planned.design.movement_ids()
        return frozenset(each for each in ids if not self.library[each].foundation)

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
            same = len(before) == len(members) and all(
                one.volume is other.volume for one, other in zip(before, members, strict=True)
            )
            if volume is None or not same:
                volume = add_volumes(c.volume for c in members)
            out[week] = volume
        return out

    def kept_of_week(self, name: Hashable, seen: tuple[object, ...], make: Callable[[], K]) -> K:
        """Return what is made of some objects, made anew only where one of them is another."""
        held = self._kept.get(name)
        if held is None or not same_look(held[0], seen):
            held = self._kept[name] = (seen, make())
        made: K = held[1]
        return made

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

    def class_at(self, slot: int) -> ClassFacts:
        """Return the facts of the class in a slot; the caller has made sure that there is one."""
        return next(member for member in self.classes if member.slot.index == slot)
