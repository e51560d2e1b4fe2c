"""G6: the level of the group is used."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed, missed, plain
from grike.core.judging.finding import About, Finding, Place
from grike.core.movement import Movement
from grike.core.rows.row import VOLUME, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Rule, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_g6(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    week = facts.first_week
    movements = [m for member in facts.weeks.get(week, ()) for _, _, m in member.work_movements]
    known = sum(1 for movement in movements if movement.foundation)
    short = missed(line.numbers["share"] * len(movements) / 100 - known)
    if short:
        yield Finding(
            "G6",
            line.mode,
            Place(week),
            f"{known} of the {len(movements)} movements of the first week are foundation; "
            f"{plain(line.numbers['share'])} % are wanted.",
            "Swap a movement for one of the foundation.",
            cost=aimed(line, short),
            about=About("foundation", "week"),
        )


def _rows_g6(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    share = int(line.numbers["share"])
    for week in scope.weeks():
        if week != scope.group.first_week:
            continue
        terms = scope.week_terms(week, lambda c: 100 * c.movement.foundation - share)
        yield Row("G6", f"week {week + 1}", tuple(terms), low=0, weight=row_weight(line), scale=100)


def _of_foundation(movement: Movement, _: About) -> float:
    return float(movement.foundation)


G6 = Rule(
    "G6",
    "The first week teaches",
    "At least {share} % of the movements of the first week are foundation movements.",
    "What everything else is built on is shown first, and slowly.",
    "practice",
    setting(Mode.OFF, 2, share=60),
    _check_g6,
    _rows_g6,
    numbers={"share": Number("foundation movements (%)", 0, 100)},
    mends=(Mend.SWAP,),
    gives=_of_foundation,
    unit=VOLUME,
    yields=Yields.VARIETY,
)
