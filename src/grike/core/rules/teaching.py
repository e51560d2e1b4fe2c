"""Rules for the people in the class: few new movements, breathers, and a way out for everybody."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.bouts import Bout
from grike.core.clock import CueKind
from grike.core.design import Purpose
from grike.core.movement import Movement
from grike.core.rules.base import (
    Finding,
    Number,
    Reach,
    Row,
    Rule,
    Whole,
    aimed,
    row_weight,
    setting,
)
from grike.core.rules.class_facts import ClassFacts
from grike.core.rules.facts import Facts, here
from grike.core.rules.scope import Scope
from grike.core.sheet import Mode, RuleSetting

#: A rest of this length, after changes and showings, is as good as a breather.
BREATHER_REST_SECONDS = 30


def _check_d8(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most = line.whole("most")
    for member in facts.classes:
        if member.slot.week == facts.first_week:
            continue
        new = {m.id: (b, p, m) for b, p, m in member.work_movements if member.is_new(m)}
        if len(new) > most:
            block, place, movement = list(new.values())[most]
            yield Finding(
                "D8",
                line.mode,
                here(member, block, place),
                f"{len(new)} movements are new to the group, {movement.name} among them; {most} "
                "a class are the most.",
                "Swap it for one that the group knows.",
                cost=aimed(line, len(new) - most),
            )


def _rows_d8(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    for bay in scope.bays:
        if bay.slot.week == scope.group.first_week:
            continue
        terms = tuple(
            (c.key, 1)
            for c in bay.choices
            if not c.movement.foundation and c.movement.id not in scope.group.known
        )
        if terms:
            high = line.whole("most")
            yield Row("D8", bay.slot.label, terms, high=high, weight=row_weight(line))


def waived(member: ClassFacts) -> frozenset[int]:
    """Return the blocks whose rests are at least half of their work."""
    blocks = member.design.blocks
    worked, rested = [0] * len(blocks), [0] * len(blocks)
    for step in member.steps:
        (worked if isinstance(step, Bout) else rested)[step.block] += step.seconds
    return frozenset(n for n in range(len(blocks)) if 2 * rested[n] >= worked[n])


def longest_stretch(member: ClassFacts) -> tuple[int, int]:
    """Return (seconds, block) of the longest work without a breather, on the real clock."""
    rests_enough = waived(member)
    free = {
        number
        for number, block in enumerate(member.design.blocks)
        if block.purpose is not Purpose.WORK or number in rests_enough
    }
    longest, where, start = 0, 0, None
    for cue in member.clock.real:
        rest = cue.kind is CueKind.REST and cue.seconds >= BREATHER_REST_SECONDS
        if cue.block in free or cue.kind is CueKind.BREATHER or rest:
            start = None
            continue
        start = cue.start if start is None else start
        if cue.end - start > longest:
            longest, where = cue.end - start, cue.block
    return longest, where


def _check_c11(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most = int(60 * line.numbers["minutes"])
    for member in facts.classes:
        seconds, block = longest_stretch(member)
        if seconds > most:
            yield Finding(
                "C11",
                line.mode,
                here(member, block),
                f"{seconds // 60}:{seconds % 60:02d} of work without a breather; "
                f"{line.whole('minutes')} minutes are the most.",
                "Add a breather, or a longer rest between rounds.",
                cost=aimed(line, -(-(seconds - most) // 10)),
            )


def _rows_c11(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """Counted work stays short enough for the breathers and rests that its format has."""
    for bay in scope.bays:
        terms = tuple((c.key, c.seconds) for c in bay.choices if c.seconds)
        if terms and bay.most_work is not None:
            weight = row_weight(line)
            yield Row("C11", bay.slot.label, terms, high=bay.most_work, weight=weight)


def ways_out_missing(movement: Movement) -> str:
    """Return what a movement lacks for people who cannot do it as it is; "" if nothing."""
    if movement.easier is None:
        return "an easier option"
    if movement.impact >= 2 and movement.low_impact is None:
        return "a low-impact option"
    if movement.kit and movement.stand_in is None:
        return "a stand-in for its kit"
    return ""


def _check_c12(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for block, place, movement in member.work_movements:
            lacks = ways_out_missing(movement)
            if lacks:
                yield Finding(
                    "C12",
                    line.mode,
                    here(member, block, place),
                    f"{movement.name} does not offer {lacks}.",
                    "Give it one in the library, or swap it.",
                    cost=aimed(line, 1),
                )


D8 = Rule(
    "D8",
    "Few new movements at a time",
    "After the first week a class has at most {most} movements that the group does not know.",
    "A new movement must be taught, and teaching takes the time of the others.",
    "practice",
    setting(Mode.MUST, 12, most=2),
    _check_d8,
    _rows_d8,
    numbers={"most": Whole("new movements a class", 0, 12)},
    reach=Reach.CLASS,
)
C11 = Rule(
    "C11",
    "A breather every so many minutes",
    "At most {minutes} minutes of work without a breather, or a rest of half a minute; waived "
    "where rests are at least half of the work.",
    "Water, and a look at how people are.",
    "practice",
    setting(Mode.MUST, 1, minutes=10),
    _check_c11,
    _rows_c11,
    held_by="skeleton and selection",
    numbers={"minutes": Number("minutes without a breather", 1, 60)},
    reach=Reach.CLASS,
)
C12 = Rule(
    "C12",
    "Everybody has a way to do it",
    "Every movement offers an easier option, every jump one without impact, all kit a stand-in.",
    "People with no jump, no kit or a sore joint should not be left to work it out.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c12,
    held_by="pool",
    reach=Reach.CLASS,
)
