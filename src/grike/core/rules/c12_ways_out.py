"""C12: everybody has a way to do what is planned."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.judging.pool import ways_out_missing
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.sheet import Mode, RuleSetting


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


C12 = Rule(
    "C12",
    "Everybody has a way to do it",
    "Every movement offers an easier option, every jump one without impact, all kit a stand-in.",
    "People with no jump, no kit or a sore joint should not be left to work it out.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c12,
    stages=(Stage.POOL,),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP,),
    about=Topic.BODY,
)
