"""G7: every day of the series has its class, and the class has work in it."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding, Place
from grike.core.purpose import Purpose
from grike.core.rules.rule import Rule, Stage, Topic, setting
from grike.core.series import DAY_NAMES, Slot
from grike.core.sheet import Mode, RuleSetting


def _check_g7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    """A series without any class is not planned yet, so nothing is missing from it."""
    there = {member.slot.day for member in facts.classes}
    missing: dict[int, list[Slot]] = {}
    for slot in facts.shape.slots() if there else ():
        if slot.day not in there:
            missing.setdefault(slot.week, []).append(slot)
    for week, slots in missing.items():
        *others, last = (DAY_NAMES[slot.weekday] for slot in slots)
        names = f"{', '.join(others)} and {last}" if others else last
        yield Finding(
            "G7",
            line.mode,
            Place(week),
            f"Week {week + 1} has no class on {names}.",
            "Plan the rest of the series, or close the days.",
            cost=aimed(line, len(slots)),
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
    about=Topic.DAY,
)
