"""P1: a class has the patterns that its focus needs."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from grike.core.composition import BARRED, NEEDS, TIMES_OVER, Ingredient, patterns_of
from grike.core.focus import FOCUS_NAMES
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import count_in_pool
from grike.core.movement import Movement
from grike.core.pattern import Pattern
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Bay, Scope
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def count_of(movements: Iterable[Movement], patterns: frozenset[Pattern]) -> int:
    """Return how many movements stand for one of some patterns."""
    return sum(_stands_for(movement, patterns) for movement in movements)


def _stands_for(movement: Movement, patterns: frozenset[Pattern]) -> bool:
    return not patterns.isdisjoint(patterns_of(movement))


def is_asked(
    need: Ingredient, able: int, *, movements: int, needs: tuple[Ingredient, ...], times: int
) -> bool:
    """Return whether a need is asked of a class of so many ``movements``.

    Where a kit holds too few that are ``able`` to meet it, classes in a row could not all have it;
    a class that is too short for all that its focus needs is asked for none of it.
    """
    roomy = movements >= sum(each.least for each in needs)
    return roomy and able >= times * need.least


def _check_p1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        movements = [movement for _, _, movement in member.work_movements]
        yield from _missing(facts, member, movements, line=line)
        barred = BARRED.get(member.design.focus, frozenset())
        for block, place, movement in member.work_movements:
            if movement.pattern in barred:
                yield Finding(
                    "P1",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name} has no place in a class for the "
                    f"{FOCUS_NAMES[member.design.focus].lower()}.",
                    "Swap it for one of the focus.",
                    cost=aimed(line, 1),
                    about=About("pattern", movement.pattern.value, -1),
                )


def _missing(
    facts: Facts, member: ClassFacts, movements: list[Movement], *, line: RuleSetting
) -> Iterator[Finding]:
    needs = NEEDS[member.design.focus]
    if not needs or not movements:
        return
    shape, library, kit = facts.shape.on(member.slot), facts.library, member.design.kit
    times = line.whole("times")
    for need in needs:
        there = count_of(movements, need.patterns)
        able = count_in_pool(shape, library, kit, test=_stands_for, about=need.patterns)
        asked = is_asked(need, able, movements=len(movements), needs=needs, times=times)
        if there < need.least and asked:
            number = f"{need.least} movements" if need.least > 1 else "movement"
            yield Finding(
                "P1",
                line.mode,
                here(member),
                f"A class for the {FOCUS_NAMES[member.design.focus].lower()} without its "
                f"{number}: {need.words}.",
                f"Swap a movement for a {need.words}.",
                cost=aimed(line, need.least - there),
                about=About("patterns", ",".join(sorted(need.patterns)), 1),
            )


def _rows_p1(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        yield from _rows_of(bay, scope, line)


def _rows_of(bay: Bay, scope: Scope, line: RuleSetting) -> Iterator[Row]:
    weight, needs = row_weight(line), NEEDS[bay.focus]
    pool = scope.pool_of(bay)
    for need in needs:
        # Where movements fill two slots the class has fewer of them, and is asked for no less.
        able = count_of(pool, need.patterns)
        asked = is_asked(need, able, movements=bay.slots, needs=needs, times=line.whole("times"))
        terms = tuple((c.key, 1) for c in bay.choices if need.patterns & patterns_of(c.movement))
        if asked:
            where = f"{bay.slot.label}, {need.words}"
            yield Row("P1", where, terms, low=need.least, weight=weight)
    barred = BARRED.get(bay.focus, frozenset())
    out = tuple((c.key, 1) for c in bay.choices if c.movement.pattern in barred)
    if out:
        yield Row("P1", f"{bay.slot.label}, off the focus", out, high=0, weight=weight)


def _of_pattern(movement: Movement, about: About) -> float:
    wanted = frozenset(Pattern(name) for name in about.id.split(","))
    return float(bool(wanted & patterns_of(movement)))


P1 = Rule(
    "P1",
    "A class has what its focus is made of",
    "A class for the lower body has a squat, a hinge or bridge and a movement on one leg, and no "
    "press or pull of the arms; other focuses have their own. Asked where the kit of the class "
    "holds {times} times as many as are needed.",
    "A lower-body class without a squat is not what people came for.",
    "practice",
    setting(Mode.OFF, 12, times=TIMES_OVER),
    _check_p1,
    _rows_p1,
    stages=(Stage.SKELETON, Stage.SELECTION),
    numbers={"times": Whole("asked from so many times the need in the kit", 1, 20)},
    reach=Reach.DESIGN,
    mends=(Mend.SWAP_ANYWHERE,),
    gives=_of_pattern,
    unit=MOVEMENTS,
    way_out="classes without all that their focus is made of",
    yields=Yields.COMPOSITION,
)
