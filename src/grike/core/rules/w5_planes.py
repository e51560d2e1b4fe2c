"""W5: the week moves in all planes."""

from __future__ import annotations

from collections.abc import Iterator
from fractions import Fraction

from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding, Place
from grike.core.movement import Movement, Plane
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Yields, setting
from grike.core.sheet import Mode, RuleSetting

PLANES = (Plane.FRONTAL, Plane.TRANSVERSE)


def _check_w5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    least = line.numbers["least"]
    for week, volume in facts.week_volumes.items():
        total = volume.total.sets
        for plane in PLANES:
            sets = volume.planes.get(plane, Fraction(0))
            under = missed(least * total / 100 - sets, Fraction(1, TWELFTHS))
            if under:
                yield Finding(
                    "W5",
                    line.mode,
                    Place(week),
                    f"{plain(100 * sets / total)} % of the sets go in the {plane.value} plane; "
                    f"at least {plain(least)} % are wanted.",
                    f"Swap a movement in week {week + 1} for one that goes "
                    f"{'sideways' if plane is Plane.FRONTAL else 'round'}.",
                    cost=aimed(line, under),
                    about=About("plane", plane.value),
                )


def _rows_w5(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    least = line.numbers["least"]
    scale = 100 * least.denominator
    for week in scope.weeks():
        fixed = scope.fixed_of_week(week)
        known = sum((f.volume.total.sets for f in fixed), Fraction(0))
        for plane in PLANES:
            there = sum((f.volume.planes.get(plane, Fraction(0)) for f in fixed), Fraction(0))
            terms = tuple(
                (c.key, (scale * (c.movement.plane is plane) - least.numerator) * c.sets)
                for bay in scope.bays_of_week(week)
                for c in bay.choices
            )
            low = int((least.numerator * known - scale * there) * TWELFTHS)
            where = f"week {week + 1}, {plane.value} plane"
            yield Row("W5", where, terms, low=low, weight=row_weight(line), scale=scale)


def _of_plane(movement: Movement, about: About) -> float:
    return float(movement.plane.value == about.id)


W5 = Rule(
    "W5",
    "The week moves sideways and round as well",
    "At least {least} % of the week's sets in the frontal and in the transverse plane each.",
    "Life and sport do not only go forwards.",
    "practice",
    setting(Mode.AIM, 1, least=15),
    _check_w5,
    _rows_w5,
    numbers={"least": Number("least share of each plane (%)", 0, 33)},
    reach=Reach.WEEK,
    mends=(Mend.SWAP,),
    gives=_of_plane,
    unit=SETS,
    yields=Yields.VARIETY,
)
