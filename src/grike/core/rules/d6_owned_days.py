"""D6: what belongs to a day stays on that day."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.anatomy import FACTS, Muscle
from grike.core.family import Family
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.movement import Movement
from grike.core.rows.row import Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.d5_families import family_name
from grike.core.rules.rule import Mend, Reach, Rule, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def owner_problem(movement: Movement, weekday: int, owned: dict[str, int]) -> str:
    """Return the owned family or group that a movement takes from another day; "" if none."""
    keys = [movement.family.value, *(muscle.value for muscle in movement.targets)]
    return next((key for key in keys if owned.get(key, weekday) != weekday), "")


def _owned_name(key: str) -> str:
    if key in {muscle.value for muscle in Muscle}:
        return FACTS[Muscle(key)].name
    return family_name(Family(key))


def _check_d6(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    owned = dict(facts.sheet.owned)
    if not owned:
        return
    for member in facts.classes:
        for block, place, movement in member.work_movements:
            key = owner_problem(movement, member.slot.weekday, owned)
            if key:
                yield Finding(
                    "D6",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name}: {_owned_name(key).lower()} is kept for another day of the "
                    "week.",
                    "Swap it for another family, or give the family free.",
                    cost=aimed(line, 1),
                )


def _rows_d6(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    if not scope.group.owned:
        return
    owned = dict(scope.group.owned)
    for bay in scope.bays:
        terms = tuple(
            (c.key, 1) for c in bay.choices if owner_problem(c.movement, bay.slot.weekday, owned)
        )
        if terms:
            yield Row("D6", bay.slot.label, terms, high=0, weight=row_weight(line))


D6 = Rule(
    "D6",
    "What one class owns, no other uses",
    "A family or muscle group that is given to one day of the week is left out on the others.",
    "A class given over to bridges is only special while no other day has them.",
    "practice",
    setting(Mode.MUST, 12),
    _check_d6,
    _rows_d6,
    reach=Reach.DESIGN,
    mends=(Mend.SWAP,),
    yields=Yields.BALANCE,
)
