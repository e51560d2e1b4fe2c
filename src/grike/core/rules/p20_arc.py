"""P20: a class has an arc, and nobody gets up and down all the time."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from fractions import Fraction
from itertools import pairwise

from grike.core.bouts import Bout
from grike.core.composition import is_main
from grike.core.design import Role
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: Down and up once is no restless class, however short it is.
ONCE = 2


def ups_and_downs(bouts: Sequence[Bout]) -> int:
    """Return how often people get down to the floor or up from it, over all rounds."""
    return sum(a.movement.upright != b.movement.upright for a, b in pairwise(bouts))


def _out_of_order(member: ClassFacts, level: int) -> Iterator[tuple[int, str]]:
    """Yield (block, what is wrong) of parts that come too early or too late."""
    worked = sorted({block for block, _, _ in member.work_movements})
    roles = [(n, member.design.blocks[n].role) for n in worked]
    for (_, before), (number, after) in pairwise(roles):
        if before is Role.FINISH and after is not Role.FINISH:
            yield number, "The finish comes before other work"
        if after is Role.LIFT and before in (Role.PULSE, Role.CORE, Role.CONTROL):
            yield number, f"Lifts come after {before.value}"
    focus = member.design.focus
    skilled = [m for _, _, m in member.work_movements if m.skill >= 2 and is_main(m, focus, level)]
    late = len(member.work_movements) // 2
    for block, _, movement in member.work_movements[late:]:
        if movement in skilled and member.design.blocks[block].role is not Role.LIFT:
            yield block, f"{movement.name} wants skill, and comes late in the class"
            break


def _too_often(member: ClassFacts, line: RuleSetting) -> tuple[str, int]:
    """Return (what is wrong, by how much) where people get up and down a lot."""
    changes, minutes = ups_and_downs(member.work_bouts), member.clock.real_seconds / 60
    in_time = max(Fraction(ONCE), line.numbers["in_ten"] * int(minutes) / 10)
    most = int(min(line.numbers["most"], in_time))
    what = f"People get down or up {changes} times; {most} in {round(minutes)} minutes are "
    return what + "the most.", changes - most


def _check_p20(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        for block, text in _out_of_order(member, facts.shape.level):
            fix, where = "Put what needs most skill and strength first.", here(member, block)
            yield Finding("P20", line.mode, where, f"{text}.", fix, cost=aimed(line, 1))
        what, over = _too_often(member, line)
        if over > 0:
            fix = "Put what is done on the floor side by side."
            about = About("change", "ups_and_downs")
            cost = aimed(line, over)
            yield Finding("P20", line.mode, here(member), what, fix, cost=cost, about=about)


P20 = Rule(
    "P20",
    "The class has an arc",
    "Lifts come before pulse work and the trunk, the finish comes last, and what wants skill not "
    "late; over all rounds people get down or up {in_ten} times in ten minutes at most, and "
    "{most} times in a class.",
    "One lift after getting up is a lift, ten are a nuisance.",
    "practice",
    setting(Mode.OFF, 2, in_ten="4.4", most=11),
    _check_p20,
    stages=(Stage.ORDERING,),
    numbers={
        "in_ten": Number("ups and downs in ten minutes", 0, 20),
        "most": Whole("ups and downs in a class", 0, 60),
    },
    reach=Reach.CLASS,
    mends=(Mend.ORDER, Mend.SWAP_ANYWHERE),
    yields=Yields.COMPOSITION,
)
