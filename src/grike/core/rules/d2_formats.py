"""D2: the format differs from the class before."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts
from grike.core.judging.finding import Finding, Place
from grike.core.rules.rule import Mend, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_format(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for before, after in facts.pairs():
        mine, theirs = after.design.look(), before.design.look()
        if mine == theirs and mine:
            yield Finding(
                "D2",
                line.mode,
                Place(after.slot.week, after.slot.index),
                f"{facts.shape.look_name(after.design)} again, as in the class before.",
                "Choose another format for one of the two.",
                cost=line.weight if line.mode is Mode.AIM else 0,
            )


D2 = Rule(
    "D2",
    "Formats differ from day to day",
    "The shape of a class, or where it has none its format, differs from the class before.",
    "A week of one format feels the same every day.",
    "practice",
    setting(Mode.AIM, 12),
    _check_format,
    stages=(Stage.SKELETON,),
    mends=(
        Mend.FORMAT,
        Mend.ANOTHER_DAY,
    ),
    way_out="let formats repeat",
    yields=Yields.VARIETY,
)
