"""C3: a movement stands once in a class."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, setting
from grike.core.sheet import Mode, RuleSetting


def _check_c3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        seen: set[str] = set()
        for block, place, movement in member.work_movements:
            if movement.id in seen:
                yield Finding(
                    "C3",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name} stands in the class twice.",
                    "Swap one of the two for an alternative.",
                    cost=aimed(line, 1),
                )
            seen.add(movement.id)


def _rows_c3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for slot, bays, fixed in scope.by_slot():
        if fixed is not None or len(bays) < 2:
            continue
        places: dict[str, list[Key]] = {}
        for bay in bays:
            for choice in bay.choices:
                places.setdefault(choice.movement.id, []).append(choice.key)
        for movement_id, keys in places.items():
            if len(keys) > 1:
                terms = tuple((key, 1) for key in keys)
                where = f"{slot.label}, {movement_id}"
                yield Row("C3", where, terms, high=1, weight=row_weight(line))


C3 = Rule(
    "C3",
    "No movement twice in a class",
    "A movement stands in a class once, rounds and sets apart.",
    "A repeat in another block is usually an oversight.",
    "practice",
    setting(Mode.MUST, 12),
    _check_c3,
    _rows_c3,
    reach=Reach.DESIGN,
    mends=(Mend.SWAP,),
)
