"""W2: the regions of the body get their shares of the week."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction

from grike.core.anatomy import Region
from grike.core.judging.facts import Facts
from grike.core.judging.few_classes import part_of_a_week
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_region
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Choice, Scope, merge
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

REGION_NUMBERS = {Region.LOWER: "lower", Region.UPPER: "upper", Region.CORE: "core"}


def region_band(
    line: RuleSetting, region: Region, classes: int, inside: Fraction = Fraction(1)
) -> tuple[Fraction, Fraction]:
    """Return the least and the most percent of a region in a week of so many classes.

    ``inside``: only this part of the band about its middle.
    """
    target = line.numbers[REGION_NUMBERS[region]]
    slack = inside * line.numbers["within"] / part_of_a_week(line, classes)
    return max(target - slack, Fraction(0)), min(target + slack, Fraction(100))


def _check_w2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for week, volume in facts.week_volumes.items():
        total = sum(volume.regions.values(), Fraction(0))
        for region in REGION_NUMBERS:
            sets = volume.regions.get(region, Fraction(0))
            low, high = region_band(line, region, len(facts.weeks[week]))
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
        classes = scope.classes_of_week(week)
        everywhere = (sets for f in fixed for sets in f.volume.regions.values())
        known = int(sum(everywhere, Fraction(0)) * TWELFTHS)
        for region in REGION_NUMBERS:
            terms = scope.week_terms(week, _amount_of_region(region))
            there = sum((f.volume.regions.get(region, Fraction(0)) for f in fixed), Fraction(0))
            low, high = region_band(line, region, classes)
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


W2 = Rule(
    "W2",
    "Upper body, core and lower body share the week",
    "Lower body {lower} %, upper body {upper} %, core {core} % of the week's sets, each within "
    "{within} points; a week of fewer than {classes} classes may be further off in proportion.",
    "A week that works the whole body in balance is what a series promises.",
    "practice",
    setting(Mode.AIM, 1, lower=40, upper=35, core=25, within=5, classes=3),
    _check_w2,
    _rows_w2,
    numbers={
        "lower": Number("lower body (%)", 0, 100),
        "upper": Number("upper body (%)", 0, 100),
        "core": Number("core (%)", 0, 100),
        "within": Number("points either way", 0, 50),
        "classes": Whole("classes a week that keep the whole band", 1, 7),
    },
    reach=Reach.WEEK,
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.SWAP,),
    gives=of_region,
    unit=SETS,
    way_out="wider bands for the regions",
    yields=Yields.BALANCE,
)
