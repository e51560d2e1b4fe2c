"""D3: the kit differs from the class before."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts
from grike.core.judging.finding import Finding, Place
from grike.core.kit import KIT_NAMES
from grike.core.rules.rule import Mend, Rule, Stage, Topic, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_kit(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for before, after in facts.pairs():
        if before.design.kit == after.design.kit:
            names = ", ".join(KIT_NAMES[kit] for kit in sorted(after.design.kit)) or "body weight"
            yield Finding(
                "D3",
                line.mode,
                Place(after.slot.week, after.slot.index),
                f"The same kit as in the class before: {names}.",
                "Choose other kit for one of the two.",
                cost=line.weight if line.mode is Mode.AIM else 0,
            )


D3 = Rule(
    "D3",
    "Kit differs from day to day",
    "The kit differs from the class before.",
    "New kit makes a known movement new, and spares the same joints and grip.",
    "practice",
    setting(Mode.AIM, 12),
    _check_kit,
    stages=(Stage.SKELETON,),
    mends=(Mend.ANOTHER_DAY,),
    way_out="let kit repeat",
    yields=Yields.VARIETY,
    about=Topic.ROOM,
)
