"""G4: promised days are kept."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.focus import FOCUS_NAMES
from grike.core.formats import name_of
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.kit import kit_words
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.wishes import Pin


def _off_pin(member: ClassFacts, pin: Pin) -> str:
    """Return how a class is not what its day is pinned to; "" where it is."""
    design = member.design
    if pin.focus is not None and design.focus is not pin.focus:
        return f"This day is pinned to {FOCUS_NAMES[pin.focus].lower()}."
    if pin.format is not None and design.main_format() != pin.format:
        return f"This day is pinned to the format {name_of(pin.format).lower()}."
    if pin.kit is not None and design.kit != frozenset(pin.kit):
        names = kit_words(pin.kit)
        return f"This day is pinned to this kit: {names}."
    return ""


def _check_g4(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        pin = facts.shape.wishes.pin_of(member.slot.week, member.slot.weekday)
        what = _off_pin(member, pin) if pin is not None else ""
        if what:
            yield Finding(
                "G4",
                line.mode,
                here(member),
                what,
                "Plan this class again, or take the pin out.",
                cost=aimed(line, 1),
                about=About("format", pin.format) if pin and pin.format else None,
            )


G4 = Rule(
    "G4",
    "Pinned days are what they are pinned to",
    "The class of a pinned day has the focus, the format or the kit that it is pinned to.",
    "Some days are promised to the people who come.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g4,
    stages=(Stage.SKELETON,),
    reach=Reach.DESIGN,
    mends=(Mend.FORMAT,),
    way_out="take a promised day back",
    about=Topic.DAY,
)
