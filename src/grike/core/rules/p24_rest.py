"""P24: between two sets of a lift with a load there is a rest."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.bouts import Bout, Side
from grike.core.composition import is_main
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.rules.p10_load import is_loaded
from grike.core.rules.rule import Mend, Reach, Rule, Topic, Whole, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def rests(member: ClassFacts, level: int) -> Iterator[tuple[Bout, int]]:
    """Yield (set, seconds since the one before) of main lifts with a load, but for first sets.

    Where another movement is worked in between, it is no rest that is wanted; the other side of the
    same movement is one.
    """
    since: dict[Side, int] = {}
    last: Bout | None = None
    for step in member.steps:
        for side in since:
            since[side] += step.seconds
        if not isinstance(step, Bout):
            continue
        same = last is not None and (last.block, last.place) == (step.block, step.place)
        if not same or (last is not None and last.movement is not step.movement):
            since = {}
        lifted = is_main(step.movement, member.design.focus, level) and is_loaded(step.movement)
        if lifted and step.side in since:
            yield step, since[step.side] - step.seconds
        since[step.side] = 0
        last = step


def _check_p24(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    least = line.whole("least")
    for member in facts.classes:
        works = {number for number, _, _ in member.work_movements}
        told: set[int] = set()
        for bout, seconds in rests(member, facts.shape.level):
            if bout.block not in works or bout.block in told or seconds >= least:
                continue
            told.add(bout.block)
            yield Finding(
                "P24",
                line.mode,
                here(member, bout.block, bout.place),
                f"{bout.movement.name} comes again after {seconds} s; {least} s are the least "
                "between two sets of a lift with a load.",
                "Lengthen the rests, or let something else be worked in between.",
                cost=aimed(line, 1),
            )


P24 = Rule(
    "P24",
    "Rest between sets of a lift",
    "Between two sets of a main lift with a load lie {least} s at the least, unless something else "
    "is worked in between.",
    "Who is still out of breath lifts worse, not harder.",
    "practice",
    setting(Mode.OFF, 4, least=40),
    _check_p24,
    stages=(),
    numbers={"least": Whole("seconds between two sets of a lift", 0, 180)},
    reach=Reach.DESIGN,
    mends=(Mend.REST,),
    about=Topic.BODY,
    yields=Yields.COMPOSITION,
)
