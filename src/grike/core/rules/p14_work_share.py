"""P14: how much of each part is work."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from fractions import Fraction

from grike.core.cues import CueKind
from grike.core.design import Role
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed, missed
from grike.core.judging.finding import Finding
from grike.core.purpose import Purpose
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: The least and the most that is work in a part, in percent (common practice).
SHARES: Mapping[Role, tuple[int, int]] = {
    Role.LIFT: (30, 45),
    Role.PAIRS: (45, 60),
    Role.CIRCUIT: (52, 75),
}
#: A point outside of its band costs nothing, a step of so many does.
STEP = 5


def _real(member: ClassFacts) -> dict[int, tuple[int, int]]:
    """Return (work seconds, all seconds) of each work block on the real clock."""
    out: dict[int, tuple[int, int]] = {}
    for cue in member.clock.real:
        if member.design.blocks[cue.block].purpose is Purpose.WORK:
            work, whole = out.get(cue.block, (0, 0))
            out[cue.block] = work + cue.seconds * (cue.kind is CueKind.WORK), whole + cue.seconds
    return out


def work_share(member: ClassFacts) -> float:
    """Return how much is work (%) between warm-up and cool-down, breathers included."""
    frame = (Purpose.WORK, Purpose.BREATHER)
    inside = [c for c in member.clock.real if member.design.blocks[c.block].purpose in frame]
    work = sum(c.seconds for c in inside if c.kind is CueKind.WORK)
    return 100 * work / sum(c.seconds for c in inside) if inside else 0.0


def _of_parts(member: ClassFacts) -> Iterator[tuple[int, str, int]]:
    """Yield (block, what is wrong, by how many points) of the parts of a class."""
    for number, (work, seconds) in _real(member).items():
        block = member.design.blocks[number]
        if block.role is None or block.role not in SHARES or not seconds:
            continue
        # Where nobody rests between movements there is no too much.
        least, most = SHARES[block.role]
        most = 100 if block.format.layered else most
        share = round(100 * work / seconds)
        if not least <= share <= most:
            what = f"{share} % of this part is work; {least} to {most} % are usual."
            yield number, what, max(least - share, share - most)


def _check_p14(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for block, what, off in _of_parts(member):
            fix, cost = "Shorten the rests, or lengthen them.", missed(Fraction(off), STEP)
            where = here(member, block)
            yield Finding("P14", line.mode, where, what, fix, cost=aimed(line, cost))
        lifts = any(block.role is Role.LIFT for block in member.design.blocks)
        least = line.whole("slow" if facts.shape.level == 1 or lifts else "least")
        share = round(work_share(member))
        if 0 < share < least:
            what = f"{share} % of the time between warm-up and cool-down is work; {least} % are "
            what += "the least."
            fix = "Shorten the rests, or put movements in that are shown while people work."
            cost = aimed(line, missed(Fraction(least - share), STEP))
            yield Finding("P14", line.mode, here(member), what, fix, cost=cost)


P14 = Rule(
    "P14",
    "People work for a good part of the class",
    "30 to 45 % of a part for lifts is work, 45 to 60 % of pairs, 52 to 75 % of circuits; "
    "{least} % between warm-up and cool-down at least, {slow} % for beginners and where there are "
    "lifts.",
    "A class that waits is cold, and one that never rests is sloppy.",
    "practice",
    setting(Mode.OFF, 1, least=50, slow=30),
    _check_p14,
    stages=(Stage.SKELETON,),
    numbers={
        "least": Whole("work between warm-up and cool-down (%)", 10, 90),
        "slow": Whole("the same with lifts and for beginners (%)", 10, 90),
    },
    reach=Reach.CLASS,
    mends=(Mend.LENGTH, Mend.FORMAT),
    yields=Yields.COMPOSITION,
)
