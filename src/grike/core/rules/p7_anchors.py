"""P7: main lifts come back on their weekday for some weeks and ask for more."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from grike.core.composition import is_main
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.purpose import Purpose
from grike.core.rows.row import MOVEMENTS, Row, row_weight
from grike.core.rows.scope import Anchors, Scope
from grike.core.rules.rule import Mend, Rule, Stage, Whole, Yields, setting
from grike.core.rules.w7_steps import W7, is_lighter
from grike.core.series import Slot
from grike.core.sheet import Mode, RuleSetting, RuleSheet


def begins_anew(week: int, first_week: int, line: RuleSetting) -> bool:
    """Return whether in a week other mains may begin: every so many weeks of the series."""
    return (week - first_week) % line.whole("weeks") == 0


def class_before(
    members: Sequence[ClassFacts], slot: Slot, sheet: RuleSheet, first_week: int
) -> ClassFacts | None:
    """Return the class whose mains come back in a slot: of its weekday, in the last full week.

    None where other mains begin, and where the weekday had no class then.
    """
    if begins_anew(slot.week, first_week, P7.line(sheet)):
        return None
    lighter = W7.line(sheet)
    weeks = {member.slot.week for member in members if member.slot.week < slot.week}
    full = [week for week in weeks if not is_lighter(week, lighter)]
    own = (m for m in members if full and m.slot.week == max(full))
    return next((m for m in own if m.slot.weekday == slot.weekday), None)


def anchors_of(before: ClassFacts, level: int, line: RuleSetting) -> Anchors:
    """Return which mains of a class may come back a week later, and how many are wanted."""
    focus = before.design.focus
    ids = frozenset(m.id for _, _, m in before.work_movements if is_main(m, focus, level))
    return Anchors(min(line.whole("mains"), len(ids)), ids)


def back_in(member: ClassFacts, anchors: Anchors) -> int:
    """Return how many of the mains that may come back are carried on in a class."""
    return sum(
        item.carried and item.movement_id in anchors.ids
        for _, _, item in member.design.items(Purpose.WORK)
    )


def _check_p7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        before = class_before(facts.classes, member.slot, facts.sheet, facts.first_week)
        if before is None:
            continue
        anchors = anchors_of(before, facts.shape.level, line)
        back = back_in(member, anchors)
        if back < anchors.wanted:
            yield Finding(
                "P7",
                line.mode,
                here(member),
                f"{back} of the main lifts of {before.slot.label} "
                f"{'comes' if back == 1 else 'come'} back; {anchors.wanted} are wanted.",
                "Carry one of them on and add to it.",
                cost=aimed(line, anchors.wanted - back),
                about=About("anchors", str(before.slot.index), 1),
            )


def _rows_p7(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        anchors = scope.group.anchors.get(bay.index)
        if anchors is None or not anchors.wanted:
            continue
        terms = tuple((c.key, 1) for c in bay.choices if c.carried and c.movement.id in anchors.ids)
        yield Row("P7", bay.slot.label, terms, low=anchors.wanted, weight=row_weight(line))


P7 = Rule(
    "P7",
    "Main lifts come back and ask for more",
    "{mains} main lifts of a class come back on its weekday, week after week, and ask for more "
    "each time; after {weeks} weeks others may begin.",
    "Who meets the same lift every Monday sees the number grow.",
    "practice",
    setting(Mode.OFF, 6, mains=2, weeks=4),
    _check_p7,
    _rows_p7,
    stages=(Stage.SKELETON, Stage.SELECTION),
    numbers={
        "mains": Whole("main lifts that come back", 1, 6),
        "weeks": Whole("weeks for which they do", 2, 12),
    },
    mends=(Mend.COME_BACK,),
    unit=MOVEMENTS,
    way_out="main lifts that do not come back",
    yields=Yields.COMPOSITION,
)
