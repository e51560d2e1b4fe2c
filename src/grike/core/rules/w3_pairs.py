"""W3: what works against each other stays in balance over the week."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from typing import NamedTuple

from grike.core.anatomy import PULL, PUSH, Face, Muscle, on_face
from grike.core.judging.facts import Facts
from grike.core.judging.few_classes import part_of_a_week
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding, Place
from grike.core.movement import Movement
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Choice, Scope, amount_of_group, merge
from grike.core.rules.rule import Mend, Number, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import Volume, muscle_shares


class Counterpart(NamedTuple):
    """One side of a pair: its short name, its name in a sentence, and its sets.

    ``of_volume`` counts sets, ``of_choice`` twelfths of them.
    """

    short: str
    name: str
    of_volume: Callable[[Volume], Fraction]
    of_choice: Callable[[Choice], int]


def _of_muscles(muscles: frozenset[Muscle], short: str, name: str) -> Counterpart:
    return Counterpart(
        short, name, lambda volume: volume.muscle_sets(muscles), amount_of_group(muscles)
    )


PAIRS: tuple[tuple[Counterpart, Counterpart], ...] = (
    (_of_muscles(PUSH, "push", "pushing"), _of_muscles(PULL, "pull", "pulling")),
    (
        _of_muscles(on_face(Face.FRONT), "front", "the front of the body"),
        _of_muscles(on_face(Face.BACK), "back", "the back of the body"),
    ),
    (
        Counterpart(
            "knee",
            "knee-dominant work",
            lambda v: v.knee,
            lambda c: c.sets * c.movement.knee_dominant,
        ),
        Counterpart(
            "hip",
            "hip-dominant work",
            lambda v: v.hip,
            lambda c: c.sets * c.movement.hip_dominant,
        ),
    ),
)


def most_of_one_side(line: RuleSetting, classes: int) -> Fraction:
    """Return how many times the other one side may get in a week of so many classes."""
    return 1 + (line.numbers["most"] - 1) / part_of_a_week(line, classes)


def _check_w3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for week, volume in facts.week_volumes.items():
        most = most_of_one_side(line, len(facts.weeks[week]))
        for one, other in PAIRS:
            for big, small in ((one, other), (other, one)):
                much, little = big.of_volume(volume), small.of_volume(volume)
                excess = much * most.denominator - little * most.numerator
                amount = missed(excess * TWELFTHS, most.denominator)
                if amount:
                    ratio = plain(much / little) if little else "many"
                    yield Finding(
                        "W3",
                        line.mode,
                        Place(week),
                        f"There is {ratio} times as much {big.name} as {small.name} "
                        f"({plain(much)} against {plain(little)} sets).",
                        f"Swap a movement in week {week + 1} for one of {small.name}.",
                        cost=aimed(line, amount),
                        about=About("side", small.short),
                    )


def _rows_w3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for week in scope.weeks():
        most = most_of_one_side(line, scope.classes_of_week(week))
        fixed = scope.fixed_of_week(week)
        for one, other in PAIRS:
            for big, small in ((one, other), (other, one)):
                terms = merge(
                    (scope.week_terms(week, big.of_choice), most.denominator),
                    (scope.week_terms(week, small.of_choice), -most.numerator),
                )
                there = sum(
                    (
                        big.of_volume(f.volume) * most.denominator
                        - small.of_volume(f.volume) * most.numerator
                        for f in fixed
                    ),
                    Fraction(0),
                )
                yield Row(
                    "W3",
                    f"week {week + 1}, {big.name} against {small.name}",
                    terms,
                    high=-int(there * TWELFTHS),
                    weight=row_weight(line),
                    scale=most.denominator,
                )


#: What is held against each other besides knee and hip.
SIDES_OF_THE_BODY = {
    "push": PUSH,
    "pull": PULL,
    "front": on_face(Face.FRONT),
    "back": on_face(Face.BACK),
}


def side_share(movement: Movement, side: str) -> float:
    """Return what one set of a movement gives to one side of a pair, by its short name."""
    muscles = SIDES_OF_THE_BODY.get(side)
    if muscles is None:
        return float(movement.knee_dominant if side == "knee" else movement.hip_dominant)
    return float(sum(s for m, s in muscle_shares(movement).items() if m in muscles))


def _of_side(movement: Movement, about: About) -> float:
    return side_share(movement, about.id)


W3 = Rule(
    "W3",
    "Push and pull, front and back, knees and hips balance",
    "In each pair neither side gets more than {most} times the other; in a week of fewer than "
    "{classes} classes more in proportion.",
    "Mirror muscles get most of the work unless someone counts.",
    "practice",
    setting(Mode.AIM, 1, most="1.25", classes=3),
    _check_w3,
    _rows_w3,
    numbers={
        "most": Number("most of one side for each set of the other", 1, 10),
        "classes": Whole("classes a week that keep it whole", 1, 7),
    },
    reach=Reach.WEEK,
    mends=(Mend.SWAP,),
    gives=_of_side,
    unit=SETS,
    yields=Yields.BALANCE,
)
