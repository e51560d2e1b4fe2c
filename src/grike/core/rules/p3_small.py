"""P3: small movements fill, they are not the point of a class."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.composition import most_small
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.movement import Movement
from grike.core.pattern import Tier
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: In a list that is this short one small movement is already a third of it.
SHORTEST = 4


def _check_p3(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for member in facts.classes:
        works = member.work_movements
        small = [entry for entry in works if entry[2].tier_for(level) is Tier.SMALL]
        most = most_small(len(works)) if len(works) >= SHORTEST else 0
        if len(small) > most:
            block, place, movement = small[-1]
            yield Finding(
                "P3",
                line.mode,
                here(member, block, place),
                f"{len(small)} movements are small ones, {movement.name} among them; "
                f"{most} {'is' if most == 1 else 'are'} the most.",
                "Swap it for a movement of the focus.",
                cost=aimed(line, len(small) - most),
                about=About("small", str(level), -1),
            )
        if small and small[0] is works[0] and len(works) > len(small):
            block, place, movement = works[0]
            yield Finding(
                "P3",
                line.mode,
                here(member, block, place),
                f"The work begins with {movement.name}, which is a small movement.",
                "Begin with a main lift.",
                cost=aimed(line, 1),
            )


def _rows_p3(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    level = scope.group.level
    for bay in scope.bays:
        terms = tuple((c.key, 1) for c in bay.choices if c.movement.tier_for(level) is Tier.SMALL)
        # Movements may fill two slots, so that a class may have fewer than fourteen.
        most = most_small(bay.slots if bay.slots < 14 else bay.slots // 2)
        if len(terms) > most:
            yield Row("P3", bay.slot.label, terms, high=most, weight=row_weight(line))


def _of_tier(movement: Movement, about: About) -> float:
    return float(movement.tier_for(int(about.id)) is Tier.SMALL)


P3 = Rule(
    "P3",
    "Small movements are few and never first",
    "At most one small movement in a class, two among fourteen and more (calves and shins, grip, "
    "neck, arm circles, marching); the work does not begin with one.",
    "A calf raise counts as lower body in a table, and nobody comes for it.",
    "practice",
    setting(Mode.OFF, 12),
    _check_p3,
    _rows_p3,
    stages=(Stage.SELECTION, Stage.ORDERING),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.ORDER),
    gives=_of_tier,
    unit=MOVEMENTS,
    way_out="more small movements in a class",
    yields=Yields.COMPOSITION,
)
