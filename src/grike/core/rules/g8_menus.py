"""G8: a day keeps to its menus, and the series to the formats that were chosen."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.focus import FOCUS_NAMES
from grike.core.formats import name_of
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.purpose import Purpose
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.series import SeriesShape
from grike.core.sheet import Mode, RuleSetting


def _off_menu(member: ClassFacts, shape: SeriesShape) -> Iterator[tuple[str, About | None]]:
    """Yield what a class is that its day may not be; what a day is pinned to goes before."""
    slot, design = member.slot, member.design
    pin = shape.wishes.pin_of(slot.week, slot.weekday)
    menu = shape.menu(slot.weekday)
    if design.focus not in menu and not (pin and pin.focus):
        names = ", ".join(FOCUS_NAMES[focus].lower() for focus in sorted(menu))
        yield f"{FOCUS_NAMES[design.focus]} is not on the menu of this day: {names}.", None
    promised = pin.format if pin else None
    asked = shape.shape_days.get(slot.weekday, frozenset())
    if asked and design.shape not in asked and promised is None:
        names = ", ".join(own.name for own in shape.class_shapes if own.id in asked)
        yield f"This class has another shape than its day asks for: {names}.", None
    for kind in dict.fromkeys(b.format.kind for b in design.blocks if b.purpose is Purpose.WORK):
        if shape.formats and kind not in shape.formats and kind != promised:
            names = ", ".join(name_of(own).lower() for own in sorted(shape.formats))
            words = f"{name_of(kind)} is not one of the formats of this series: {names}."
            yield words, About("formats", "chosen")


def _check_g8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for words, about in _off_menu(member, facts.shape):
            yield Finding(
                "G8",
                line.mode,
                here(member),
                words,
                "Plan this class again, or widen the menu.",
                cost=aimed(line, 1),
                about=about,
            )


G8 = Rule(
    "G8",
    "Days keep to their menus",
    "The focus of a class is on the menu of its day, its shape is one of those that the day asks "
    "for, and its formats are among those that were chosen for the series.",
    "Who comes on a day knows what kind of class it is.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g8,
    stages=(Stage.SKELETON,),
    reach=Reach.DESIGN,
    mends=(Mend.FORMAT, Mend.FOCUS),
    way_out="a wider focus menu, or more formats",
    about=Topic.DAY,
)
