"""P18: shapes come round, and the showy ones come seldom."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterator
from math import ceil
from typing import NamedTuple

from grike.core.design import Block, ClassDesign, Role
from grike.core.formats import AddOn, Ladder, LastBurst, RepList, ShortIntervals
from grike.core.formats.format import Format
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.purpose import Purpose
from grike.core.rules.p7_anchors import P7, class_before
from grike.core.rules.rule import Mend, Rule, Stage, Topic, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: Formats that a week has once.
SELDOM: tuple[type[Format], ...] = (AddOn, Ladder, RepList, ShortIntervals)
#: With what a class may end.
ENDS: tuple[type[Format], ...] = (LastBurst, Ladder, ShortIntervals)


class Fault(NamedTuple):
    """What is wrong in which class; ``finishes``: 1 where one is lacking, -1 where one is over."""

    member: ClassFacts
    what: str
    fix: str
    finishes: int = 0


def ends_with_a_finish(design: ClassDesign) -> bool:
    """Return whether the work of a class ends with a burst, a ladder or short intervals."""
    work = [block for block in design.blocks if block.purpose is Purpose.WORK]
    return bool(work) and _is_finish(work[-1])


def _is_finish(block: Block) -> bool:
    return block.role is Role.FINISH or isinstance(block.format, ENDS)


def _again(facts: Facts, _: RuleSetting) -> Iterator[Fault]:
    """Yield classes that look as their weekday did a week before, without lifts that came back."""
    by_day = {(m.slot.week, m.slot.weekday): m for m in facts.classes}
    for member in facts.classes:
        before = by_day.get((member.slot.week - 1, member.slot.weekday))
        if before is None or not member.design.look():
            continue
        back = P7.on(facts.sheet) and class_before(
            facts.classes, member.slot, facts.sheet, facts.first_week
        )
        same = member.design.look() == before.design.look()
        if member.slot.weekday in facts.shape.kept_days:
            if not same:
                name = facts.shape.look_name(before.design)
                text = f"This day keeps its shape, which was {name.lower()} a week before."
                yield Fault(member, text, "Plan this class again, or let the day change.")
        elif same and not back:
            name = facts.shape.look_name(member.design)
            text = f"{name} again, as a week before."
            yield Fault(member, text, "Choose another shape.")


def _seldom(facts: Facts, line: RuleSetting) -> Iterator[Fault]:
    for members in facts.weeks.values():
        seen: Counter[str] = Counter()
        for member in members:
            blocks = member.design.blocks
            for name in sorted({b.format.name for b in blocks if isinstance(b.format, SELDOM)}):
                seen[name] += 1
                if seen[name] > line.whole("in_a_week"):
                    text = f"{name} for the {_nth(seen[name])} time in a week."
                    yield Fault(member, text, "Choose another shape for one of the two.")


def _nth(number: int) -> str:
    return {2: "second", 3: "third"}.get(number, f"{number}th")


def most_finishes(classes: int) -> int:
    """Return how many of so many classes end with a finish at the most: every other one."""
    return ceil(classes / 2)


def _finishes(facts: Facts, line: RuleSetting) -> Iterator[Fault]:
    classes = [member for member in facts.classes if member.work_movements]
    if not classes:
        return
    wanted = ceil(len(classes) / line.whole("finishes"))
    there = sum(ends_with_a_finish(member.design) for member in classes)
    mend = "End it with a burst, a ladder or short intervals."
    if there < wanted:
        text = f"{there} of {len(classes)} classes end with a finish; {wanted} are wanted."
        yield Fault(classes[-1], text, mend, 1)
    elif there > most_finishes(len(classes)):
        most = most_finishes(len(classes))
        text = f"{there} of {len(classes)} classes end with a finish; {most} are the most."
        yield Fault(classes[-1], text, "End some of them without.", -1)
    elif not ends_with_a_finish(classes[-1].design):
        yield Fault(classes[-1], "The last class of the series has no finish.", mend, 1)


def _check_p18(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for find in (_again, _seldom, _finishes):
        for fault in find(facts, line):
            yield Finding(
                "P18",
                line.mode,
                here(fault.member),
                fault.what,
                fault.fix,
                cost=aimed(line, 1),
                about=About("finish", "class", fault.finishes) if fault.finishes else None,
            )


P18 = Rule(
    "P18",
    "Shapes come round",
    "No weekday looks as it did a week before, unless its lifts come back or it is to keep its "
    "shape; a combination, a "
    "ladder, a rep list and 20/10 come {in_a_week} time a week each at most; one class in "
    "{finishes} ends with a finish, and so does the last, but no more than every other one.",
    "A burst every day is a habit, one a week is an event.",
    "practice",
    setting(Mode.OFF, 2, in_a_week=1, finishes=3),
    _check_p18,
    stages=(Stage.SKELETON,),
    numbers={
        "in_a_week": Whole("times a week for each of them", 1, 6),
        "finishes": Whole("classes of which one ends with a finish", 1, 12),
    },
    mends=(Mend.FINISH, Mend.FORMAT, Mend.ANOTHER_DAY),
    about=Topic.WEEK,
    yields=Yields.COMPOSITION,
)
