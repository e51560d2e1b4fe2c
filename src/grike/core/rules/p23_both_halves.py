"""P23: the main lifts of a class are for both halves of its focus."""

from __future__ import annotations

from collections.abc import Iterator
from functools import partial
from typing import NamedTuple

from grike.core.composition import HALVES, Ingredient, carried_by
from grike.core.focus import FOCUS_NAMES, Focus
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import count_in_pool
from grike.core.movement import Movement
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


class _Half(NamedTuple):
    """One half of a focus, for a group of a level."""

    number: int
    focus: Focus
    level: int

    @property
    def of(self) -> Ingredient:
        """The patterns of the half, and its words."""
        return HALVES[self.focus][self.number]

    def holds(self, movement: Movement) -> bool:
        """Return whether a movement is a main lift for this half; some are for both."""
        return not self.of.patterns.isdisjoint(carried_by(movement, self.focus, self.level))


def _halves(focus: Focus, level: int) -> list[_Half]:
    return [_Half(number, focus, level) for number in range(len(HALVES.get(focus, ())))]


def _is_of(movement: Movement, half: _Half) -> bool:
    return half.holds(movement)


def _check_p23(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        shape, focus = facts.shape.on(member.slot), member.design.focus
        there = {movement.id: movement for _, _, movement in member.work_movements}
        lifts = [m for m in there.values() if carried_by(m, focus, shape.level)]
        least = (len(lifts) + 1) // line.whole("one_in")
        for half in _halves(focus, shape.level):
            own, kit = sum(map(half.holds, lifts)), member.design.kit
            able = count_in_pool(shape, facts.library, kit, test=_is_of, about=half)
            if own < least and able >= line.whole("enough"):
                yield Finding(
                    "P23",
                    line.mode,
                    here(member),
                    f"{own} of {len(lifts)} main lifts of a class for the "
                    f"{FOCUS_NAMES[focus].lower()} are for {half.of.words}; {least} "
                    f"{'is' if least == 1 else 'are'} the least.",
                    f"Swap a lift for one for {half.of.words}.",
                    cost=aimed(line, least - own),
                    about=About("half", "/".join(map(str, half))),
                )


def _rows_p23(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    one_in = line.whole("one_in")
    for bay in scope.bays:
        of = partial(carried_by, focus=bay.focus, level=scope.group.level)
        lifts = [choice for choice in bay.choices if of(choice.movement)]
        for half in _halves(bay.focus, scope.group.level):
            if sum(map(half.holds, scope.pool_of(bay))) < line.whole("enough"):
                continue
            terms = tuple((c.key, one_in * half.holds(c.movement) - 1) for c in lifts)
            where = f"{bay.slot.label}, lifts for {half.of.words}"
            low, weight = 2 - one_in, row_weight(line)
            yield Row("P23", where, terms, low=low, weight=weight, scale=one_in)


def _of_half(movement: Movement, about: About) -> float:
    number, focus, level = about.id.split("/")
    return float(_Half(int(number), Focus(focus), int(level)).holds(movement))


P23 = Rule(
    "P23",
    "Lifts for both halves of the focus",
    "One in {one_in} main lifts of a class at the least, and of two one, is for either half of its "
    "focus: for the whole body legs or hips, and pressing or pulling; for the lower body the knee, "
    "and the hip; for the upper body pressing, and pulling; for legs and back legs or hips, and "
    "pulling. Asked of a half for which the kit of the class holds {enough} lifts.",
    "A class for the whole body whose lifts are two rows and two push-ups is a class for the arms, "
    "whatever stands beside them.",
    "practice",
    setting(Mode.OFF, 12, one_in=3, enough=8),
    _check_p23,
    _rows_p23,
    numbers={
        "one_in": Whole("one in so many main lifts is for each half", 3, 8),
        "enough": Whole("asked from so many lifts for it in the kit", 1, 50),
    },
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.SWAP_ANYWHERE),
    gives=_of_half,
    unit=MOVEMENTS,
    way_out="classes whose lifts are for one half of the focus",
    yields=Yields.COMPOSITION,
)
