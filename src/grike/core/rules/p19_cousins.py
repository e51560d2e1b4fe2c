"""P19: no movement beside its own easier or harder option."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.gives import of_itself
from grike.core.movement import Movement
from grike.core.rows.row import Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def cousins(movement: Movement) -> frozenset[str]:
    """Return the ids of the options of a movement that are movements of the library."""
    options = (movement.easier, movement.harder)
    return frozenset(o.movement_id for o in options if o is not None and o.movement_id is not None)


def _check_p19(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        seen: dict[str, Movement] = {}
        for block, place, movement in member.work_movements:
            kin = [o for o in seen.values() if o.id in cousins(movement)]
            kin += [o for o in seen.values() if movement.id in cousins(o) and o not in kin]
            for other in kin:
                yield Finding(
                    "P19",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name} stands beside {other.name}, which is an option of it.",
                    "Swap one of the two.",
                    cost=aimed(line, 1),
                    about=About("use", movement.id, -1),
                )
            seen[movement.id] = movement


def _rows_p19(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        there = {choice.movement.id: choice for choice in bay.choices}
        pairs = {
            frozenset({choice.movement.id, other})
            for choice in bay.choices
            for other in cousins(choice.movement)
            if other in there and other != choice.movement.id
        }
        for pair in sorted(sorted(pair) for pair in pairs):
            terms = tuple((there[name].key, 1) for name in pair)
            where = f"{bay.slot.label}, {' and '.join(pair)}"
            yield Row("P19", where, terms, high=1, weight=row_weight(line))


P19 = Rule(
    "P19",
    "No movement beside its own option",
    "No class has a movement and the easier or harder option of it as two of its movements.",
    "A squat and a chair squat are one thing twice.",
    "practice",
    setting(Mode.OFF, 12),
    _check_p19,
    _rows_p19,
    reach=Reach.DESIGN,
    mends=(Mend.SWAP,),
    gives=of_itself,
    yields=Yields.COMPOSITION,
)
