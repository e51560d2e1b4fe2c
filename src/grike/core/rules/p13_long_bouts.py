"""P13: nobody does one thing unvaried for long."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.bouts import Bout, Side
from grike.core.composition import Doses, longest_bout
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.rules.p11_dose import P11
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, Yields, setting
from grike.core.sheet import Mode, RuleSetting, RuleSheet


def too_long(bout: Bout) -> int | None:
    """Return the most seconds that a bout may last where it lasts longer, else None.

    A bout that is split is half of it on each side; phases are what varies one.
    """
    if bout.item.phases:
        return None
    seconds = bout.seconds // 2 if bout.side is Side.SPLIT else bout.seconds
    most = longest_bout(bout.movement)
    return most if seconds > most else None


def doses_of(sheet: RuleSheet, level: int) -> Doses:
    """Return which bouts the rules on doses (P11 and this one) allow a group of a level."""
    return Doses(level if P11.on(sheet) else None, P13.on(sheet))


def _check_p13(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        told: set[tuple[int, int]] = set()
        for bout in member.work_bouts:
            most = too_long(bout)
            flows = member.design.blocks[bout.block].format.flows
            if most is None or flows or (bout.block, bout.place) in told:
                continue
            told.add((bout.block, bout.place))
            yield Finding(
                "P13",
                line.mode,
                here(member, bout.block, bout.place),
                f"{bout.movement.name} goes on for {bout.seconds} s unvaried; {most} are the most.",
                "Shorten it, end it with pulses or a hold, or swap it.",
                cost=aimed(line, 1),
            )


P13 = Rule(
    "P13",
    "No bout goes on for long unvaried",
    "One movement lasts 60 s at most with nothing changed in it, 45 s where one joint works "
    "against a weight, 120 s where it is easy work for the pulse.",
    "After a minute of the same people cheat, or stop.",
    "practice",
    setting(Mode.OFF, 6),
    _check_p13,
    stages=(Stage.POOL, Stage.SKELETON),
    reach=Reach.DESIGN,
    mends=(Mend.SWAP_ANYWHERE, Mend.LENGTH),
    about=Topic.BODY,
    yields=Yields.COMPOSITION,
)
