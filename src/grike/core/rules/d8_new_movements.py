"""D8: few movements of a class are new to the group."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_d8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most = line.whole("most")
    for member in facts.classes:
        if member.slot.week == facts.first_week:
            continue
        new = {m.id: (b, p, m) for b, p, m in member.work_movements if member.is_new(m)}
        if len(new) > most:
            block, place, movement = list(new.values())[most]
            yield Finding(
                "D8",
                line.mode,
                here(member, block, place),
                f"{len(new)} movements are new to the group, {movement.name} among them; {most} "
                "a class are the most.",
                "Swap it for one that the group knows.",
                cost=aimed(line, len(new) - most),
            )


def _rows_d8(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        if bay.slot.week == scope.group.first_week:
            continue
        terms = tuple(
            (c.key, 1)
            for c in bay.choices
            if not c.movement.foundation and c.movement.id not in scope.group.known
        )
        if terms:
            high = line.whole("most")
            yield Row("D8", bay.slot.label, terms, high=high, weight=row_weight(line))


D8 = Rule(
    "D8",
    "Few new movements at a time",
    "After the first week a class has at most {most} movements that the group does not know.",
    "A new movement must be taught, and teaching takes the time of the others.",
    "practice",
    setting(Mode.MUST, 12, most=2),
    _check_d8,
    _rows_d8,
    numbers={"most": Whole("new movements a class", 0, 12)},
    reach=Reach.CLASS,
    mends=(Mend.SWAP_ANYWHERE,),
    unit=MOVEMENTS,
    yields=Yields.VARIETY,
)
