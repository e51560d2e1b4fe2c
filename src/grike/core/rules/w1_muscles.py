"""W1: every muscle group gets its sets each week, and none too many."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from itertools import chain

from grike.core.anatomy import FACTS, MAJOR_GROUPS, Muscle
from grike.core.judging.facts import Facts
from grike.core.judging.few_classes import part_of_a_week
from grike.core.judging.figures import aimed, missed, plain, sets_words
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_muscle
from grike.core.rows.row import SETS, TWELFTHS, Row, row_weight
from grike.core.rows.scope import Choice, Scope, fixed_sets, merge, twelfths
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: The part of the floor that a muscle group needs: what carries the body all of it; calves,
#: adductors and the parts of a major group, which has a floor of its own (W1b), half; and what
#: works along with every lift nothing. A floor for each fills classes with wrists and shins.
#: Common practice, no source.
FLOOR_SHARES = {
    **dict.fromkeys(chain(*(m for m in MAJOR_GROUPS.values() if len(m) > 1)), Fraction(1, 2)),
    Muscle.CALVES: Fraction(1, 2),
    Muscle.ADDUCTORS: Fraction(1, 2),
    Muscle.DEEP_CORE: Fraction(0),
    Muscle.NECK: Fraction(0),
    Muscle.FOREARMS: Fraction(0),
    Muscle.SHINS: Fraction(0),
    Muscle.HIP_FLEXORS: Fraction(0),
}


def owed_by(line: RuleSetting, classes: int) -> Fraction:
    """Return the sets that a week of so many classes owes a muscle group of a whole floor."""
    return line.numbers["least"] * part_of_a_week(line, classes)


def least_sets(line: RuleSetting, muscle: Muscle, classes: int) -> Fraction:
    """Return the fewest sets that a muscle group should get in a week of so many classes."""
    return owed_by(line, classes) * FLOOR_SHARES.get(muscle, Fraction(1))


def most_sets(line: RuleSetting, total: Fraction) -> Fraction:
    """Return the most sets a week that a muscle group should get."""
    return max(line.numbers["most"], line.numbers["most_percent"] * total / 100)


def _check_w1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for week, volume in facts.week_volumes.items():
        most = most_sets(line, volume.total.sets)
        for muscle in Muscle:
            sets = volume.muscle_sets((muscle,))
            least = least_sets(line, muscle, len(facts.weeks[week]))
            under = missed(least - sets, Fraction(1, TWELFTHS))
            over = missed(sets - most, Fraction(1, TWELFTHS))
            if under or over:
                name = FACTS[muscle].name
                limit = f"at least {plain(least)}" if under else f"at most {plain(most)}"
                yield Finding(
                    "W1",
                    line.mode,
                    Place(week),
                    f"{name} gets {sets_words(sets)}; {limit} are wanted.",
                    f"{'Add' if under else 'Replace'} a movement that works the "
                    f"{name.lower()} in week {week + 1}.",
                    cost=aimed(line, under + over),
                    about=About("muscle", muscle.value, 1 if under else -1),
                )


def _rows_w1(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    percent = line.numbers["most_percent"]
    fixed_most = twelfths(line.numbers["most"])
    for week in scope.weeks():
        all_sets = scope.week_terms(week, lambda choice: choice.sets)
        known = sum((f.volume.total.sets for f in scope.fixed_of_week(week)), Fraction(0))
        classes = scope.classes_of_week(week)
        share_wins = _share_wins(scope, week, known, percent, fixed_most=fixed_most)
        for muscle in Muscle:
            terms = scope.week_terms(week, _amount_of(muscle))
            there = fixed_sets(scope, week, (muscle,))
            where = f"week {week + 1}, {FACTS[muscle].name.lower()}"
            least = twelfths(least_sets(line, muscle, classes))
            floor = min(least, scope.floors.get(muscle.value, least))
            yield Row("W1", where, tuple(terms), low=floor - there, weight=row_weight(line))
            if share_wins:
                scaled = merge(
                    (terms, percent.denominator * 100),
                    (all_sets, -percent.numerator),
                )
                room = int(percent.numerator * known * TWELFTHS)
                high = room - there * percent.denominator * 100
                scale = percent.denominator * 100
                yield Row("W1", where, scaled, high=high, weight=row_weight(line), scale=scale)
            else:
                high = fixed_most - there
                yield Row("W1", where, tuple(terms), high=high, weight=row_weight(line))


def _share_wins(
    scope: Scope, week: int, known: Fraction, percent: Fraction, *, fixed_most: int
) -> bool:
    """Return whether the share of the week's sets is the larger maximum.

    The fewest sets that the bays can hold decide, so that a row never allows more than the check.
    """
    fewest = int(known * TWELFTHS) + sum(bay.fewest_sets for bay in scope.bays_of_week(week))
    return percent * fewest / 100 >= fixed_most


def _amount_of(muscle: Muscle) -> Callable[[Choice], int]:
    return lambda choice: choice.muscle(muscle)


W1 = Rule(
    "W1",
    "Every muscle group gets its sets",
    "Each week every muscle group gets between {least} sets and the larger of {most} sets and "
    "{most_percent} % of the week's sets; deltoids, lats, mid back, calves and adductors half of "
    "that floor, and neck, forearms, shins, hip flexors and deep core none. A week of fewer than "
    "{classes} classes owes its part of the floor.",
    "More sets a week gain more, fewer than five still gain, and too many crowd out the rest.",
    "schoenfeld2017",
    setting(Mode.AIM, 1, least=4, most=16, most_percent=22, classes=3),
    _check_w1,
    _rows_w1,
    numbers={
        "least": Number("fewest sets a week", 0, 40),
        "most": Number("most sets a week", 1, 60),
        "most_percent": Number("or this share of the week's sets, if that is more (%)", 0, 100),
        "classes": Whole("classes a week that owe the whole floor", 1, 7),
    },
    reach=Reach.WEEK,
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.SWAP,),
    gives=of_muscle,
    unit=SETS,
    way_out="fewer sets as the least for a muscle group, or more kit",
    yields=Yields.BALANCE,
)
