"""G2: what was left out stays out."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.forms import made_of
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.gives import of_itself
from grike.core.rules.rule import Mend, Reach, Rule, Stage, setting
from grike.core.sheet import Mode, RuleSetting


def _check_g2(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    never = frozenset(facts.shape.wishes.never)
    for member in facts.classes if never else ():
        for done in member.used:
            if not never.isdisjoint(made_of(done.movement.id)):
                yield Finding(
                    "G2",
                    line.mode,
                    here(member, done.block, done.place),
                    f"{done.movement.name} was to be left out of this series.",
                    "Swap it for one of the alternatives.",
                    cost=aimed(line, 1),
                    about=About("use", done.movement.id, -1),
                )


G2 = Rule(
    "G2",
    "What is never wanted stays out",
    "A movement that the director left out of the series is not used in it, warm-up and cool-down "
    "included.",
    "There is always a reason, and it need not be told.",
    "practice",
    setting(Mode.MUST, 12),
    _check_g2,
    stages=(Stage.POOL,),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP, Mend.FRAME_SWAP),
    gives=of_itself,
)
