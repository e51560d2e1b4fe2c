"""P10: who can carry a load has one on the lifts that want it."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction

from grike.core.composition import HIP, KNEE, PULL, is_main, patterns_of
from grike.core.exact import exact_sum
from grike.core.focus import Focus
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import count_in_pool
from grike.core.kit import LOADABLE, Kit
from grike.core.movement import Movement
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Topic, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: Kit that weighs something, or pulls.
WEIGHTS = LOADABLE | {Kit.LONG_BAND}
#: Of these lifts a part is done with a load.
_LOADED = KNEE | HIP | PULL


def is_loaded(movement: Movement) -> bool:
    """Return whether a movement is done with a weight or against a band."""
    return not WEIGHTS.isdisjoint(movement.kit)


def wants_load(movement: Movement, focus: Focus, level: int) -> bool:
    """Return whether a movement is a main lift of the legs, the hip or the back."""
    return is_main(movement, focus, level) and not patterns_of(movement).isdisjoint(_LOADED)


def _able(movement: Movement, about: tuple[Focus, int]) -> bool:
    return wants_load(movement, *about) and is_loaded(movement)


def _demanding(movement: Movement) -> bool:
    return movement.level >= 2


def _asked(
    level: int, focus: Focus, able: int, line: RuleSetting
) -> list[tuple[str, Fraction, Callable[[Movement], bool], Callable[[Movement], bool]]]:
    """Return (words, least %, of which movements, what counts) of what is asked of a class.

    ``able``: its kit holds so many loaded lifts on the focus.
    """
    out: list[tuple[str, Fraction, Callable[[Movement], bool], Callable[[Movement], bool]]] = []
    if level >= 2 and able >= line.whole("enough"):
        out.append(
            (
                "main lifts for legs, hips and back are done with a load",
                line.numbers["loaded"],
                lambda m: wants_load(m, focus, level),
                is_loaded,
            )
        )
    if level >= 3:
        out.append(
            (
                "main lifts are for the practised",
                line.numbers["demanding"],
                lambda m: is_main(m, focus, level),
                _demanding,
            )
        )
    return out


def _check_p10(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for member in facts.classes:
        focus, shape = member.design.focus, facts.shape.on(member.slot)
        kit = member.design.kit
        able = count_in_pool(shape, facts.library, kit, test=_able, about=(focus, level))
        sets = member.movement_sets
        for words, least, among, counts in _asked(level, focus, able, line):
            total = exact_sum(n for m, n in sets.items() if among(m))
            own = exact_sum(n for m, n in sets.items() if among(m) and counts(m))
            short = missed(least * total / 100 - own, Fraction(1, TWELFTHS))
            if short:
                yield Finding(
                    "P10",
                    line.mode,
                    here(member),
                    f"{plain(100 * own / total)} % of the sets of {words}; "
                    f"{plain(least)} % are the least.",
                    "Swap one for a heavier or harder lift.",
                    cost=aimed(line, short),
                    about=About("load", "loaded" if counts is is_loaded else "demanding"),
                )


def _rows_p10(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    level = scope.group.level
    for bay in scope.bays:
        able = sum(_able(movement, (bay.focus, level)) for movement in scope.pool_of(bay))
        for words, least, among, counts in _asked(level, bay.focus, able, line):
            scale = 100 * least.denominator
            terms = tuple(
                (c.key, (scale * counts(c.movement) - least.numerator) * c.sets)
                for c in bay.choices
                if among(c.movement)
            )
            if terms:
                where = f"{bay.slot.label}, {words}"
                yield Row("P10", where, terms, low=0, weight=row_weight(line), scale=scale)


def _of_load(movement: Movement, about: About) -> float:
    return float(is_loaded(movement) if about.id == "loaded" else _demanding(movement))


P10 = Rule(
    "P10",
    "Lifts carry a load",
    "From level 2 on {loaded} % of the sets of main lifts for legs, hips and back are done with a "
    "weight or a band, where the kit of the class holds {enough} such lifts; at level 3 "
    "{demanding} % of the sets of main lifts are at level 2 or harder.",
    "Ten air squats are no work for somebody who trains, and the weights are there.",
    "acsm2009",
    setting(Mode.OFF, 1, loaded=50, enough=6, demanding=60),
    _check_p10,
    _rows_p10,
    numbers={
        "loaded": Number("lifts with a load (%)", 0, 100),
        "enough": Whole("loaded lifts from which it is asked", 1, 40),
        "demanding": Number("lifts for the practised, level 3 (%)", 0, 100),
    },
    reach=Reach.DESIGN,
    mends=(Mend.SWAP_ANYWHERE,),
    gives=_of_load,
    unit=SETS,
    about=Topic.BODY,
    yields=Yields.COMPOSITION,
)
