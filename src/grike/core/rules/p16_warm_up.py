"""P16: the warm-up raises the pulse, then rehearses what the work begins with."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.judging.pool import frame_pool
from grike.core.movement import Movement, Role
from grike.core.purpose import Purpose
from grike.core.rehearsal import cool_down_seconds, opening_lifts, rehearses, warm_up_seconds
from grike.core.rules.c2_time import clock_text
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _movements(member: ClassFacts, purpose: Purpose) -> list[Movement]:
    return [member.library[item.movement_id] for _, _, item in member.design.items(purpose)]


def _seconds(member: ClassFacts, purpose: Purpose) -> int:
    """Return what a part of the class takes on the real clock."""
    blocks = {n for n, b in enumerate(member.design.blocks) if b.purpose is purpose}
    return sum(cue.seconds for cue in member.clock.real if cue.block in blocks)


def _faults(facts: Facts, member: ClassFacts) -> Iterator[tuple[str, str]]:
    """Yield (what is wrong, how to mend it) of the warm-up of a class."""
    warm, work = _movements(member, Purpose.WARM_UP), _movements(member, Purpose.WORK)
    if not warm or not work:
        return
    able = frame_pool(facts.shape.on(member.slot), facts.library, Role.WARM_UP)
    if not warm[0].raises_pulse and any(m.raises_pulse for m in able):
        yield (
            f"The warm-up begins with {warm[0].name}, which does not raise the pulse.",
            "Begin with a march, steps to the side or the like.",
        )
    for lift in opening_lifts(work):
        light = [m for m in able if rehearses(m, lift)]
        if light and not any(rehearses(m, lift) for m in warm):
            yield (
                f"The warm-up does not rehearse {lift.name}, with which the work begins.",
                f"Add {light[0].name}.",
            )
    if warm[-1].upright != work[0].upright and any(m.upright == work[0].upright for m in able):
        down = "on the floor" if work[0].upright else "upright"
        yield (
            f"The warm-up ends {down}, and {work[0].name} is not done there.",
            "Put what is done in the position of the work last.",
        )


def _lengths(member: ClassFacts) -> Iterator[tuple[str, str]]:
    """Yield (what is wrong, how to mend it) where a part is longer or shorter than is usual."""
    for purpose, limits in (
        (Purpose.WARM_UP, warm_up_seconds),
        (Purpose.COOL_DOWN, cool_down_seconds),
    ):
        own = _seconds(member, purpose)
        least, most = limits(member.design.slot_seconds)
        if own and not least <= own <= most:
            where = f"{clock_text(least)} to {clock_text(most)}"
            yield (
                f"The {purpose.value} takes {clock_text(own)}; {where} is usual.",
                "Take a movement out." if own > most else "Add a movement.",
            )


def _check_p16(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for text, fix in (*_faults(facts, member), *_lengths(member)):
            yield Finding("P16", line.mode, here(member), text, fix, cost=aimed(line, 1))


P16 = Rule(
    "P16",
    "The warm-up leads into the work",
    "The warm-up raises the pulse first, has a light form of the first two main lifts, ends in the "
    "position in which the work begins, and takes 2.5 to 6 minutes (2 to 4 in half an hour); the "
    "cool-down takes 2 to 5, at most 15 % of the class.",
    "A lift that was done lightly needs no second showing, and nobody starts it cold.",
    "jeffreys2007",
    setting(Mode.OFF, 3),
    _check_p16,
    stages=(Stage.ASSEMBLY,),
    reach=Reach.CLASS,
    mends=(Mend.WARM_UP, Mend.TIME),
    about=Topic.BODY,
    yields=Yields.COMPOSITION,
)
