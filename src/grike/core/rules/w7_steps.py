"""The volume steps: week on week, the training volume rises by its target, not beyond its cap."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from fractions import Fraction

from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding, Place
from grike.core.rows.row import VOLUME, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


@dataclass(frozen=True, slots=True)
class Step:
    """What one week's volume per class is asked to be, against the last full week before it."""

    week: int
    lighter: bool
    target: Fraction | None
    low: Fraction | None
    high: Fraction | None


def is_lighter(week: int, line: RuleSetting) -> bool:
    """Return whether a week (from 0) is a lighter one; ``lighter_every`` 0 means never."""
    every = line.whole("lighter_every")
    return every > 0 and (week + 1) % every == 0


def factor_band(week: int, line: RuleSetting) -> tuple[Fraction, Fraction, Fraction]:
    """Return (low, target, high) of a week as factors of the last full week before it."""
    numbers = line.numbers
    tolerance = numbers["within"] / 100
    if is_lighter(week, line):
        target = 1 - numbers["lighter_by"] / 100
        return target - tolerance, target, target + tolerance
    target = 1 + numbers["rise"] / 100
    return target - tolerance, target, min(target + tolerance, 1 + numbers["cap"] / 100)


def volume_steps(
    per_class: Mapping[int, Fraction], weeks: int, line: RuleSetting
) -> tuple[Step, ...]:
    """Return the step of every week, from what the weeks before it really hold.

    ``per_class``: training volume per class by week; weeks that are not there yet are left out.
    """
    out: list[Step] = []
    last_full: Fraction | None = None
    for week in range(weeks):
        lighter = is_lighter(week, line)
        if last_full is None:
            out.append(Step(week, lighter, None, None, None))
        else:
            low, target, high = factor_band(week, line)
            out.append(Step(week, lighter, last_full * target, last_full * low, last_full * high))
        if not lighter and week in per_class:
            last_full = per_class[week]
    return tuple(out)


def per_class_volumes(facts: Facts) -> dict[int, Fraction]:
    """Return the training volume per class of each week, in the yardstick of the sheet."""
    yardstick = facts.sheet.yardstick
    return {
        week: volume.training.get(yardstick, Fraction(0)) / len(facts.weeks[week])
        for week, volume in facts.week_volumes.items()
    }


def _check_w7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    volumes = per_class_volumes(facts)
    for step in volume_steps(volumes, facts.shape.weeks, line):
        have = volumes.get(step.week)
        if have is None or step.low is None or step.high is None or step.target is None:
            continue
        if step.low <= have <= step.high:
            continue
        change = plain(100 * (have / step.target - 1))
        direction = "above" if have > step.high else "below"
        distance = max(step.low - have, have - step.high)
        yield Finding(
            "W7",
            line.mode,
            Place(step.week),
            f"The training volume is {change.lstrip('-')} % {direction} its step "
            f"({plain(have)} a class against {plain(step.target)}).",
            f"{'Shorten' if direction == 'above' else 'Lengthen'} work or rounds in week "
            f"{step.week + 1}.",
            cost=aimed(line, missed(distance)),
            about=About("volume", "week", -1 if direction == "above" else 1),
        )


def _rows_w7(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for week, (low, high) in scope.steps.bounds.items():
        terms = scope.week_terms(week, lambda choice: choice.training)
        # The step is one of volume a class, so that a point of it is as many of the week.
        slots = {bay.slot for bay in scope.bays_of_week(week)}
        classes = len(slots) + sum(f.slot not in slots for f in scope.fixed_of_week(week))
        if terms:
            yield Row(
                "W7",
                f"week {week + 1}",
                tuple(terms),
                low=low,
                high=high,
                weight=row_weight(line),
                scale=100 * classes,
            )


W7 = Rule(
    "W7",
    "Volume rises step by step",
    "Each full week asks {rise} % more than the last full week, within {within} points and never "
    "more than {cap} %; every {lighter_every}th week is {lighter_by} % lighter.",
    "Small steps are what tissue and technique can follow; a jump in volume is where people "
    "get hurt.",
    "practice",
    setting(Mode.MUST, 1, rise=5, within=3, cap=10, lighter_every=4, lighter_by=20),
    _check_w7,
    _rows_w7,
    numbers={
        "rise": Number("rise a week (%)", 0, 50),
        "within": Number("points either way", 0, 20),
        "cap": Number("never more than (%)", 0, 100),
        "lighter_every": Whole("a lighter week every so many weeks (0: never)", 0, 12),
        "lighter_by": Number("how much lighter (%)", 0, 60),
    },
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.LENGTH,),
    unit=VOLUME,
    way_out="a smaller rise, a wider tolerance, or a longer class",
    yields=Yields.STEPS,
)
