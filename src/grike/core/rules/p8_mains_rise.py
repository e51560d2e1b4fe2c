"""P8: what rises from week to week is the work on main lifts, and classes stay as long."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from math import ceil, floor

from grike.core.composition import is_main
from grike.core.exact import exact_sum
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import Finding, Place
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Choice, Scope, WeekAmounts
from grike.core.rules.rule import Number, Rule, Topic, Yields, setting
from grike.core.rules.w7_steps import W7, factor_band, is_lighter
from grike.core.sheet import Mode, RuleSetting, RuleSheet

SECONDS_OF_A_STEP = 60


def main_sets(member: ClassFacts, level: int) -> Fraction:
    """Return the sets of main lifts of a class."""
    focus = member.design.focus
    return exact_sum(n for m, n in member.movement_sets.items() if is_main(m, focus, level))


def work_seconds(member: ClassFacts) -> int:
    """Return the seconds of work of a class."""
    return sum(bout.seconds for bout in member.work_bouts)


def week_amounts(
    before: Sequence[ClassFacts], week: int, classes: int, *, level: int, sheet: RuleSheet
) -> WeekAmounts | None:
    """Return what the mains and the work of a week of so many classes are asked to be.

    ``before``: classes of earlier weeks; None where none of them was a full week.
    """
    line, steps = P8.line(sheet), W7.line(sheet)
    weeks = {m.slot.week for m in before if m.slot.week < week}
    full = [number for number in weeks if not is_lighter(number, steps)]
    if not full:
        return None
    own = [m for m in before if m.slot.week == max(full)]
    share = Fraction(classes, len(own))
    sets = share * exact_sum(main_sets(m, level) for m in own)
    _, target, _ = factor_band(week, steps)
    within = line.numbers["within"] / 100
    seconds = share * sum(map(work_seconds, own))
    work = line.numbers["work"] / 100 if not is_lighter(week, steps) else None
    return WeekAmounts(
        (sets * (target - within), sets * (target + within)),
        None if work is None else (seconds * (1 - work), seconds * (1 + work)),
    )


def _off(amount: Fraction, bounds: tuple[Fraction, Fraction]) -> Fraction:
    return max(bounds[0] - amount, amount - bounds[1], Fraction(0))


def _faults(
    members: Sequence[ClassFacts], asked: WeekAmounts, level: int
) -> Iterator[tuple[str, str, int]]:
    """Yield (what is wrong, how to mend it, by how much) of a week."""
    sets = exact_sum(main_sets(m, level) for m in members)
    low, high = asked.main_sets
    off = missed(_off(sets, asked.main_sets))
    if off:
        what = f"Main lifts have {plain(sets)} sets; {plain(low)} to {plain(high)} are the step."
        yield what, "Give main lifts a set more or less.", off
    if asked.work_seconds is not None:
        minutes = Fraction(sum(map(work_seconds, members)), 60)
        low, high = (bound / 60 for bound in asked.work_seconds)
        off = missed(_off(minutes, (low, high)))
        if off:
            what = f"People work for {plain(minutes)} minutes; {plain(low)} to {plain(high)} are "
            what += "near to the week before."
            yield what, "Choose a format with more or with less rest.", off


def _check_p8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for week, members in facts.weeks.items():
        asked = week_amounts(facts.classes, week, len(members), level=level, sheet=facts.sheet)
        for what, fix, off in _faults(members, asked, level) if asked is not None else ():
            yield Finding("P8", line.mode, Place(week), what, fix, cost=aimed(line, off))


def _rows_p8(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    level, weight = scope.group.level, row_weight(line)
    focus = {bay.index: bay.focus for bay in scope.bays}

    def main(choice: Choice) -> int:
        return choice.sets if is_main(choice.movement, focus[choice.bay], level) else 0

    for week in scope.weeks():
        asked = scope.group.amounts.get(week)
        if asked is None:
            continue
        there = scope.fixed_of_week(week)
        low, high = (
            bound * TWELFTHS - sum(f.main_sets for f in there) for bound in asked.main_sets
        )
        terms = tuple(scope.week_terms(week, main))
        where = f"week {week + 1}, main lifts"
        yield Row("P8", where, terms, ceil(low), floor(high), weight, TWELFTHS)
        if asked.work_seconds is not None:
            low, high = (b - sum(f.work_seconds for f in there) for b in asked.work_seconds)
            terms = tuple(scope.week_terms(week, lambda choice: choice.work_seconds))
            where = f"week {week + 1}, work"
            yield Row("P8", where, terms, ceil(low), floor(high), weight, SECONDS_OF_A_STEP)


P8 = Rule(
    "P8",
    "Main lifts rise with the weeks",
    "The sets of main lifts follow the steps of the weeks (W7) within {within} %, and the time in "
    "which people work stays within {work} % of the full week before, lighter weeks aside.",
    "A week that grows by wrist curls has not grown.",
    "acsm2009",
    setting(Mode.OFF, 1, within=15, work=10),
    _check_p8,
    _rows_p8,
    numbers={
        "within": Number("sets of main lifts either way (%)", 0, 50),
        "work": Number("time of work either way (%)", 0, 50),
    },
    unit=SETS,
    about=Topic.WEEK,
    yields=Yields.COMPOSITION,
)
