"""P11: nothing is asked for far beyond its own dose."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.bouts import Bout, Side
from grike.core.composition import most_reps, most_seconds
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, setting
from grike.core.sheet import Mode, RuleSetting


def over_dose(bout: Bout, level: int) -> tuple[int, int, str] | None:
    """Return (asked for, the most, unit) where a bout goes beyond the dose of its movement.

    A bout that is split between the sides is half of it on each.
    """
    sides = 2 if bout.side is Side.SPLIT else 1
    if bout.reps is not None:
        each, most, unit = -(-bout.reps // sides), most_reps(bout.movement, level), "reps"
    else:
        each, most, unit = -(-bout.seconds // sides), most_seconds(bout.movement), "s"
    return (each, most, unit) if each > most else None


def _check_p11(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        told: set[tuple[int, int]] = set()
        for bout in member.work_bouts:
            over = over_dose(bout, facts.shape.level)
            flows = member.design.blocks[bout.block].format.flows
            if over is None or flows or (bout.block, bout.place) in told:
                continue
            told.add((bout.block, bout.place))
            asked, most, unit = over
            yield Finding(
                "P11",
                line.mode,
                here(member, bout.block, bout.place),
                f"{asked} {unit} of {bout.movement.name} are asked for; {most} are the most.",
                "Ask for less, or swap it for a movement that is done for so long.",
                cost=aimed(line, 1),
            )


P11 = Rule(
    "P11",
    "Every movement in its own dose",
    "No bout asks for more than a third over the top of the movement's own reps or seconds; twice "
    "the reps where it is done by the dozen with body weight, from level 2 on.",
    "Fifty side planks are not a harder class, they are a worse one.",
    "practice",
    setting(Mode.OFF, 12),
    _check_p11,
    stages=(Stage.POOL, Stage.SKELETON),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP_ANYWHERE,),
    about=Topic.BODY,
)
