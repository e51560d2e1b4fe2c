"""G1: the cautions of the group hold."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.cautions import CAUTION_NAMES, Caution, breaks
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.movement import Movement
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.sheet import Mode, RuleSetting


def _check_g1(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    wishes = facts.shape.wishes
    for member in facts.classes:
        cautions = wishes.cautions_on(member.slot.week, member.slot.weekday)
        for done in member.done if cautions else ():
            for caution in cautions:
                if done.goes_against(caution):
                    whose = "group" if caution in wishes.cautions else "class"
                    yield Finding(
                        "G1",
                        line.mode,
                        here(member, done.block, done.place),
                        f"{done.words} goes against a caution of this {whose}: "
                        f"{CAUTION_NAMES[caution]}.",
                        "Swap it for a movement that spares them.",
                        cost=aimed(line, 1),
                        about=About("caution", caution.value, -1),
                    )


def _of_caution(movement: Movement, about: About) -> float:
    return float(breaks(movement, Caution(about.id)))


G1 = Rule(
    "G1",
    "The group's cautions are kept",
    "No movement of a class, warm-up and cool-down included, goes against a caution of the group "
    "or of that class.",
    "What a group must be spared does not depend on what would balance the week.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g1,
    stages=(Stage.POOL,),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.FRAME_SWAP),
    gives=_of_caution,
    about=Topic.BODY,
)
