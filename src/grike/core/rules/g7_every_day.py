"""G7: every day of the series has its class, and the class has work in it."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.design import Purpose
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding, Place
from grike.core.rules.rule import Rule, Stage, setting
from grike.core.sheet import Mode, RuleSetting


def _check_g7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    there = {member.slot.day for member in facts.classes}
    for slot in facts.shape.slots():
        if slot.day not in there:
            yield Finding(
                "G7",
                line.mode,
                Place(slot.week, slot.index),
                f"{slot.label} has no class.",
                "Plan the rest of the series, or close the day.",
                cost=aimed(line, 1),
            )
    for member in facts.classes:
        if not member.design.movement_ids(Purpose.WORK):
            yield Finding(
                "G7",
                line.mode,
                here(member),
                "The class has no work in it.",
                "Plan this class again.",
                cost=aimed(line, 1),
            )


G7 = Rule(
    "G7",
    "Every day has its class",
    "Each day of the series that is not closed has a class, and the class has work in it.",
    "People come on the days that the series promises.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g7,
    stages=(Stage.ASSEMBLY,),
    way_out="close a day",
)
