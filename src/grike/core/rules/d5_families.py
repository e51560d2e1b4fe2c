"""D5: a class does not repeat the families of the one before."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator

from grike.core.family import Family
from grike.core.judging.facts import Facts
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding, Place
from grike.core.movement import Movement
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_d5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for week, members in facts.weeks.items():
        cap = max(line.whole("most"), len(members))
        uses = Counter(m.family for c in members for _, _, m in c.work_movements)
        for family, count in uses.items():
            if count > cap:
                yield Finding(
                    "D5",
                    line.mode,
                    Place(week),
                    f"{family_name(family)} is used {count} times in the week; {cap} times are "
                    "wanted at most.",
                    f"Swap one of them for another family in week {week + 1}.",
                    cost=aimed(line, count - cap),
                    about=About("family", family.value, -1),
                )


def family_name(family: Family) -> str:
    """Return a family for people."""
    return family.value.replace("-", " ").capitalize()


def _rows_d5(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for week in scope.weeks():
        bays, fixed = scope.bays_of_week(week), scope.fixed_of_week(week)
        cap = max(line.whole("most"), len(bays) + len(fixed))
        there = Counter(family for f in fixed for family in f.families)
        terms: dict[Family, list[tuple[Key, int]]] = {}
        for bay in bays:
            for choice in bay.choices:
                terms.setdefault(choice.movement.family, []).append((choice.key, 1))
        for family, own in terms.items():
            where = f"week {week + 1}, {family.value}"
            high = cap - there[family]
            yield Row("D5", where, tuple(own), high=high, weight=row_weight(line))


def _of_family(movement: Movement, about: About) -> float:
    return float(movement.family.value == about.id)


D5 = Rule(
    "D5",
    "No family takes over the week",
    "A family is used at most {most} times a week, or once a class if that is more.",
    "Five kinds of squat are still squats.",
    "practice",
    setting(Mode.AIM, 2, most=3),
    _check_d5,
    _rows_d5,
    numbers={"most": Whole("uses a week", 1, 21)},
    reach=Reach.WEEK,
    mends=(Mend.SWAP,),
    gives=_of_family,
    yields=Yields.VARIETY,
)
