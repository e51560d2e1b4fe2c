"""Week rules on balance: regions, and the pairs push and pull, front and back, knees and hips."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction

from grike.core.anatomy import PULL, PUSH, Face, Muscle, Region, on_face
from grike.core.rules.base import (
    TWELFTHS,
    About,
    Finding,
    Number,
    Place,
    Reach,
    Row,
    Rule,
    aimed,
    missed,
    plain,
    row_weight,
    setting,
)
from grike.core.rules.facts import Facts
from grike.core.rules.scope import Choice, Scope, amount_of_group, merge
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import Volume

REGION_NUMBERS = {Region.LOWER: "lower", Region.UPPER: "upper", Region.CORE: "core"}


def _region_band(line: RuleSetting, region: Region) -> tuple[Fraction, Fraction]:
    target, slack = line.numbers[REGION_NUMBERS[region]], line.numbers["within"]
    return target - slack, target + slack


def _check_w2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for week, volume in facts.week_volumes.items():
        total = sum(volume.regions.values(), Fraction(0))
        for region in REGION_NUMBERS:
            sets = volume.regions.get(region, Fraction(0))
            low, high = _region_band(line, region)
            under = missed(low * total / 100 - sets, Fraction(1, TWELFTHS))
            over = missed(sets - high * total / 100, Fraction(1, TWELFTHS))
            if under or over:
                share = plain(100 * sets / total) if total else "0"
                yield Finding(
                    "W2",
                    line.mode,
                    Place(week),
                    f"The {region.value} body has {share} % of the sets; "
                    f"{plain(low)} to {plain(high)} % are wanted.",
                    f"Swap a movement in week {week + 1} towards "
                    f"{'it' if under else 'the other regions'}.",
                    cost=aimed(line, under + over),
                    about=About("region", region.value, 1 if under else -1),
                )


def _rows_w2(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for week in scope.weeks():
        totals = scope.week_terms(week, lambda c: sum(c.region(region) for region in Region))
        fixed = scope.fixed_of_week(week)
        everywhere = (sets for f in fixed for sets in f.volume.regions.values())
        known = int(sum(everywhere, Fraction(0)) * TWELFTHS)
        for region in REGION_NUMBERS:
            terms = scope.week_terms(week, _amount_of_region(region))
            there = sum((f.volume.regions.get(region, Fraction(0)) for f in fixed), Fraction(0))
            low, high = _region_band(line, region)
            where = f"week {week + 1}, {region.value} body"
            for limit, is_low in ((low, True), (high, False)):
                scale = 100 * limit.denominator
                merged = merge((terms, scale), (totals, -limit.numerator))
                bound = limit.numerator * known - int(there * TWELFTHS) * scale
                yield Row(
                    "W2",
                    where,
                    merged,
                    low=bound if is_low else None,
                    high=None if is_low else bound,
                    weight=row_weight(line),
                    scale=scale,
                )


def _amount_of_region(region: Region) -> Callable[[Choice], int]:
    return lambda choice: choice.region(region)


Measure = tuple[str, str, Callable[[Volume], Fraction], Callable[[Choice], int]]
Pair = tuple[Measure, Measure]


def _of_muscles(muscles: frozenset[Muscle], short: str, name: str) -> Measure:
    return (short, name, lambda volume: volume.muscle_sets(muscles), amount_of_group(muscles))


PAIRS: tuple[Pair, ...] = (
    (_of_muscles(PUSH, "push", "pushing"), _of_muscles(PULL, "pull", "pulling")),
    (
        _of_muscles(on_face(Face.FRONT), "front", "the front of the body"),
        _of_muscles(on_face(Face.BACK), "back", "the back of the body"),
    ),
    (
        (
            "knee",
            "knee-dominant work",
            lambda v: v.knee,
            lambda c: c.sets * c.movement.knee_dominant,
        ),
        ("hip", "hip-dominant work", lambda v: v.hip, lambda c: c.sets * c.movement.hip_dominant),
    ),
)


def _check_w3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most = line.numbers["most"]
    for week, volume in facts.week_volumes.items():
        for one, other in PAIRS:
            for big, small in ((one, other), (other, one)):
                excess = big[2](volume) * most.denominator - small[2](volume) * most.numerator
                amount = missed(excess * TWELFTHS, most.denominator)
                if amount:
                    ratio = plain(big[2](volume) / small[2](volume)) if small[2](volume) else "many"
                    yield Finding(
                        "W3",
                        line.mode,
                        Place(week),
                        f"There is {ratio} times as much {big[1]} as {small[1]} "
                        f"({plain(big[2](volume))} against {plain(small[2](volume))} sets).",
                        f"Swap a movement in week {week + 1} for one of {small[1]}.",
                        cost=aimed(line, amount),
                        about=About("side", small[0]),
                    )


def _rows_w3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    most = line.numbers["most"]
    for week in scope.weeks():
        fixed = scope.fixed_of_week(week)
        for one, other in PAIRS:
            for big, small in ((one, other), (other, one)):
                terms = merge(
                    (scope.week_terms(week, big[3]), most.denominator),
                    (scope.week_terms(week, small[3]), -most.numerator),
                )
                there = sum(
                    (
                        big[2](f.volume) * most.denominator - small[2](f.volume) * most.numerator
                        for f in fixed
                    ),
                    Fraction(0),
                )
                yield Row(
                    "W3",
                    f"week {week + 1}, {big[1]} against {small[1]}",
                    terms,
                    high=-int(there * TWELFTHS),
                    weight=row_weight(line),
                    scale=most.denominator,
                )


W2 = Rule(
    "W2",
    "Upper body, core and lower body share the week",
    "Lower body {lower} %, upper body {upper} %, core {core} % of the week's sets, each within "
    "{within} points.",
    "A week that works the whole body in balance is what a series promises.",
    "practice",
    setting(Mode.AIM, 1, lower=40, upper=35, core=25, within=5),
    _check_w2,
    _rows_w2,
    numbers={
        "lower": Number("lower body (%)", 0, 100),
        "upper": Number("upper body (%)", 0, 100),
        "core": Number("core (%)", 0, 100),
        "within": Number("points either way", 0, 50),
    },
    reach=Reach.WEEK,
)
W3 = Rule(
    "W3",
    "Push and pull, front and back, knees and hips balance",
    "In each pair neither side gets more than {most} times the other.",
    "Mirror muscles get most of the work unless someone counts.",
    "practice",
    setting(Mode.AIM, 1, most="1.25"),
    _check_w3,
    _rows_w3,
    numbers={"most": Number("most of one side for each set of the other", 1, 10)},
    reach=Reach.WEEK,
)
