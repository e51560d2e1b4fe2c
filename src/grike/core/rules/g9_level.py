"""G9: nothing is asked that lies above the level of the group."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.movement import Movement
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.series import LEVEL_NAMES
from grike.core.sheet import Mode, RuleSetting


def _check_g9(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for member in facts.classes:
        for done in member.done:
            if done.movement.level > level:
                yield Finding(
                    "G9",
                    line.mode,
                    here(member, done.block, done.place),
                    f"{done.words} is for the {LEVEL_NAMES[done.movement.level].lower()} level; "
                    f"this group is {LEVEL_NAMES[level].lower()}.",
                    "Swap it, or take its easier option.",
                    cost=aimed(line, done.movement.level - level),
                    about=About("level", str(level), -1),
                )


def _of_level(movement: Movement, about: About) -> float:
    return float(movement.level > int(about.id))


G9 = Rule(
    "G9",
    "The level of the group holds",
    "No movement of a class, warm-up and cool-down included, is above the level of the group.",
    "What is too hard is done badly, and that is when people are hurt.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g9,
    stages=(Stage.POOL,),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.FRAME_SWAP),
    gives=_of_level,
    way_out="a higher level",
    about=Topic.BODY,
)
