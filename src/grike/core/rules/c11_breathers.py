"""C11: no long work without a breather."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.bouts import Bout
from grike.core.cues import CueKind
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.purpose import Purpose
from grike.core.rows.row import TENS_OF_SECONDS, Row, row_weight
from grike.core.rows.scope import Scope
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, setting
from grike.core.sheet import Mode, RuleSetting

#: A rest of this length, after changes and showings, is as good as a breather.
BREATHER_REST_SECONDS = 30


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
            yield Row("C11", bay.slot.label, terms, None, bay.most_work, weight, scale=10)


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
    stages=(Stage.SKELETON, Stage.SELECTION),
    numbers={"minutes": Number("minutes without a breather", 1, 60)},
    reach=Reach.CLASS,
    mends=(Mend.BREATHER,),
    unit=TENS_OF_SECONDS,
    way_out="a longer stretch without a breather",
)
