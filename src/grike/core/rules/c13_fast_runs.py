"""C13: fast movements do not follow each other for long."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.formats import ShortIntervals
from grike.core.judging.class_facts import ClassFacts, Station
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.movement import Pace
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Topic, Whole, setting
from grike.core.sheet import Mode, RuleSetting


def fast_runs(member: ClassFacts) -> Iterator[list[Station]]:
    """Yield the runs of fast stations; a breather ends a run.

    Short intervals are meant to be fast: each of their movements counts once.
    """
    run: list[Station] = []
    for station in member.stations:
        fast = all(movement.pace is Pace.FAST for movement in station.movements)
        if run and (station.rested or not fast):
            yield run
            run = []
        again = any(station.movements == before.movements for before in run)
        short = isinstance(member.design.blocks[station.block].format, ShortIntervals)
        if fast and not (short and again):
            run.append(station)
    if run:
        yield run


def _check_c13(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    most = line.whole("run")
    for member in facts.classes:
        for run in fast_runs(member):
            if len(run) > most:
                yield Finding(
                    "C13",
                    line.mode,
                    here(member, run[most].block, run[most].place),
                    f"{len(run)} fast movements in a row, from {run[0].movements[0].name}; "
                    f"{most} are wanted at most.",
                    "Put a slow and controlled one between them.",
                    cost=aimed(line, len(run) - most),
                )


C13 = Rule(
    "C13",
    "Fast bouts do not pile up",
    "At most {run} fast movements in a row; a breather ends the run, and each movement of 20/10 "
    "intervals counts once.",
    "Fast then controlled lets the breath come down without standing still.",
    "practice",
    setting(Mode.AIM, 1, run=3),
    _check_c13,
    stages=(Stage.ORDERING,),
    numbers={"run": Whole("fast movements in a row", 1, 20)},
    reach=Reach.DESIGN,
    mends=(
        Mend.ORDER,
        Mend.SWAP_ANYWHERE,
        Mend.BREATHER,
    ),
    about=Topic.BODY,
)
