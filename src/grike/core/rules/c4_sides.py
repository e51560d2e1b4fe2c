"""C4: left and right do the same."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.sheet import Mode, RuleSetting


def _check_c4(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        ledger = member.ledger
        for movement_id, (left, right) in ledger.by_movement.items():
            if left == right:
                continue
            name = facts.library[movement_id].name
            seconds, reps = left.seconds - right.seconds, left.reps - right.reps
            side = "left" if (seconds, reps) > (0, 0) else "right"
            amount = f"{abs(reps)} reps" if reps else f"{abs(seconds)} s"
            yield Finding(
                "C4",
                line.mode,
                here(member),
                f"{name}: the {side} side does {amount} more.",
                "Give both sides the same: left then right, or an even number of rounds.",
                cost=aimed(line, max(abs(seconds), abs(reps))),
                about=About("movement", movement_id),
            )


C4 = Rule(
    "C4",
    "Both sides do the same",
    "Left and right get equal seconds, reps and sets over the whole class.",
    "The second side is done from memory and comes out differently.",
    "practice",
    setting(Mode.MUST, 1),
    _check_c4,
    stages=(Stage.ASSEMBLY,),
    reach=Reach.DESIGN,
    mends=(Mend.SIDES,),
    about=Topic.BODY,
)
