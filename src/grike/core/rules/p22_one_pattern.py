"""P22: no one pattern takes the lifts of a class over."""

from __future__ import annotations

from collections.abc import Iterator
from typing import NamedTuple

from grike.core.composition import CARRIERS, LIFT_WORDS, carried_by
from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import count_in_pool
from grike.core.movement import Movement
from grike.core.pattern import Pattern
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Bay, Scope
from grike.core.rules.rule import Mend, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: A class for chest and shoulders is half of presses, forward and overhead.
_OF_PRESSES = 2


class _Lifts(NamedTuple):
    """A pattern among the main lifts of a class of a focus, for a group of a level."""

    pattern: Pattern
    focus: Focus
    level: int

    def carries(self, movement: Movement) -> bool:
        """Return whether a movement is a main lift of the class."""
        return bool(carried_by(movement, self.focus, self.level))

    def holds(self, movement: Movement) -> bool:
        """Return whether it is one of the pattern."""
        return self.pattern in carried_by(movement, self.focus, self.level)


def _is_other(movement: Movement, lifts: _Lifts) -> bool:
    return lifts.carries(movement) and not lifts.holds(movement)


def _one_in(focus: Focus, line: RuleSetting) -> int:
    return _OF_PRESSES if focus is Focus.CHEST_SHOULDERS else line.whole("one_in")


def _check_p22(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        shape, focus = facts.shape.on(member.slot), member.design.focus
        for pattern in sorted(CARRIERS.get(focus, ())):
            lifts = _Lifts(pattern, focus, shape.level)
            others = count_in_pool(
                shape, facts.library, member.design.kit, test=_is_other, about=lifts
            )
            if others >= line.whole("others"):
                yield from _too_many(member, lifts, line)


def _too_many(member: ClassFacts, lifts: _Lifts, line: RuleSetting) -> Iterator[Finding]:
    """Yield what is wrong where a class has too many lifts of a pattern."""
    there = {entry[2].id: entry for entry in member.work_movements if lifts.carries(entry[2])}
    own = [entry for entry in there.values() if lifts.holds(entry[2])]
    most = len(there) // _one_in(lifts.focus, line) + 1
    if len(own) <= most:
        return
    block, place, movement = own[-1]
    yield Finding(
        "P22",
        line.mode,
        here(member, block, place),
        f"{len(own)} of {len(there)} main lifts are {LIFT_WORDS[lifts.pattern]}, "
        f"{movement.name} among them; {most} {'is' if most == 1 else 'are'} the most.",
        "Swap one for a lift of another kind.",
        cost=aimed(line, len(own) - most),
        about=About("pattern", f"{lifts.pattern.value} {lifts.focus.value} {lifts.level}", -1),
    )


def _rows_p22(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        pool = scope.pool_of(bay)
        for pattern in sorted(CARRIERS.get(bay.focus, ())):
            lifts = _Lifts(pattern, bay.focus, scope.group.level)
            if sum(_is_other(movement, lifts) for movement in pool) >= line.whole("others"):
                yield from _row(bay, lifts, line)


def _row(bay: Bay, lifts: _Lifts, line: RuleSetting) -> Iterator[Row]:
    """Yield that what is of a pattern, but for one, comes so often among all lifts at the most."""
    one_in = _one_in(bay.focus, line)
    terms = tuple(
        (choice.key, one_in - 1 if lifts.holds(choice.movement) else -1)
        for choice in bay.choices
        if lifts.carries(choice.movement)
    )
    if any(value > 0 for _, value in terms):
        where = f"{bay.slot.label}, {LIFT_WORDS[lifts.pattern]}"
        yield Row("P22", where, terms, high=one_in, weight=row_weight(line), scale=one_in)


def _of_pattern(movement: Movement, about: About) -> float:
    pattern, focus, level = about.id.split()
    return float(_Lifts(Pattern(pattern), Focus(focus), int(level)).holds(movement))


P22 = Rule(
    "P22",
    "No one kind of lift takes a class over",
    "Of the main lifts of a class no more than one in {one_in}, and one besides, are of one kind "
    "(squat, lunge or step-up, hinge, bridge, press forward, press overhead, row, pull from "
    "above); for chest and shoulders one in two. Asked where the kit of the class holds {others} "
    "lifts of other kinds.",
    "Four lunges among seven lifts tire the thighs, and the rest of the body waits.",
    "practice",
    setting(Mode.OFF, 6, one_in=4, others=8),
    _check_p22,
    _rows_p22,
    numbers={
        "one_in": Whole("one in so many lifts may be of one kind", 2, 8),
        "others": Whole("asked from so many lifts of other kinds in the kit", 1, 50),
    },
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.SWAP_ANYWHERE),
    gives=_of_pattern,
    unit=MOVEMENTS,
    way_out="more lifts of one kind in a class",
    yields=Yields.COMPOSITION,
)
