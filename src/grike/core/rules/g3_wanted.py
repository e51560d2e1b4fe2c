"""G3: what was wished for comes."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding, Place
from grike.core.judging.gives import of_itself
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Rule, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_g3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    wanted = facts.shape.wishes.wanted
    if not wanted or len(facts.classes) < len(facts.shape.slots()):
        return
    there = {movement.id for member in facts.classes for _, _, movement in member.work_movements}
    for movement_id in wanted:
        if movement_id not in there and movement_id in facts.library:
            name = facts.library[movement_id].name
            yield Finding(
                "G3",
                line.mode,
                Place(),
                f"{name} is wanted and does not come in this series.",
                f"Swap {name.lower()} in where it fits.",
                cost=aimed(line, 1),
                about=About("wanted", movement_id),
            )


def _rows_g3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    group = scope.group
    for week in scope.weeks():
        terms = scope.week_terms(week, lambda c: int(c.movement.id in group.wanted))
        there = {c.movement.id for bay in scope.bays_of_week(week) for c in bay.choices}
        low = min(group.wanted_now, len(there & group.wanted))
        if low:
            where = f"week {week + 1}"
            yield Row("G3", where, tuple(terms), low=low, weight=row_weight(line))


G3 = Rule(
    "G3",
    "What is wanted comes",
    "A movement that the director wants is used at least once in the series.",
    "A series may be built towards a movement.",
    "practice",
    setting(Mode.AIM, 24),
    _check_g3,
    _rows_g3,
    mends=(Mend.SWAP,),
    gives=of_itself,
    unit=MOVEMENTS,
    way_out="wish for fewer movements, or for those that this kit and level allow",
    yields=Yields.BALANCE,
)
