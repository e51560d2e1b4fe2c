"""P21: something changes inside the class."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.design import Block, Role
from grike.core.formats import AddOn, Ladder, LastBurst, ThreePace
from grike.core.item import Manner
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.purpose import Purpose
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting, RuleSheet

#: Formats in which each round or rung is another than the one before.
_CHANGING = (AddOn, Ladder, LastBurst, ThreePace)


def changes_inside(block: Block) -> bool:
    """Return whether something changes on the way through a block: its passes, a burst, its end."""
    if isinstance(block.format, _CHANGING) or block.passes or block.role is Role.FINISH:
        return True
    return any(item.passes or item.phases or item.manner is Manner.FATIGUE for item in block.items)


def changes(member: ClassFacts) -> bool:
    """Return whether anything changes on the way through a class."""
    return any(changes_inside(b) for b in member.design.blocks if b.purpose is Purpose.WORK)


def asks_for_a_change(sheet: RuleSheet, level: int) -> bool:
    """Return whether a group of a level is to have something change in each class."""
    return P21.on(sheet) and level >= P21.line(sheet).whole("level")


def _check_p21(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    if facts.shape.level < line.whole("level"):
        return
    for member in facts.classes:
        if member.work_movements and not changes(member):
            yield Finding(
                "P21",
                line.mode,
                here(member),
                "Every round of the class is like the one before.",
                "Count the last set, end it with pulses, or take the harder option in it.",
                cost=aimed(line, 1),
            )


P21 = Rule(
    "P21",
    "Something changes on the way",
    "From level {level} on at least one thing changes inside each class: the last round is harder, "
    "heavier or counted, a bout ends in pulses, or the class ends with a burst.",
    "The third round of the same is where minds wander.",
    "practice",
    setting(Mode.OFF, 3, level=2),
    _check_p21,
    stages=(Stage.ASSEMBLY,),
    numbers={"level": Whole("level from which it holds", 1, 3)},
    reach=Reach.DESIGN,
    mends=(Mend.LAST_ROUND,),
    yields=Yields.COMPOSITION,
)
