"""C7: muscle groups take turns."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import pairwise

from grike.core.judging.class_facts import Station
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.rules.rule import Mend, Number, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting


def _check_c7(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        stations = member.stations
        alike = [after for before, after in pairwise(stations) if _alike(before, after)]
        allowed = int(line.numbers["most"] * max(0, len(stations) - 1) / 100)
        if len(alike) > allowed:
            first = alike[0]
            yield Finding(
                "C7",
                line.mode,
                here(member, first.block, first.place),
                f"{len(alike)} of {len(stations) - 1} neighbours have the same main muscle, first "
                f"at {first.movements[0].name}; {allowed} are wanted at most.",
                "Reorder the movements so that front follows back, and knees follow hips.",
                cost=aimed(line, len(alike) - allowed),
            )


def _alike(before: Station, after: Station) -> bool:
    """Neighbours are alike where the main target, the first named, is the same."""
    return before.movements[-1].targets[:1] == after.movements[0].targets[:1]


C7 = Rule(
    "C7",
    "Neighbours differ in their main muscle",
    "At most {most} % of neighbouring movements have the same main target.",
    "A neighbour that works something else lets the muscle rest and the next bout be good.",
    "practice",
    setting(Mode.AIM, 1, most=50),
    _check_c7,
    stages=(Stage.ORDERING,),
    numbers={"most": Number("neighbours that may be alike (%)", 0, 100)},
    reach=Reach.DESIGN,
    mends=(
        Mend.ORDER,
        Mend.SWAP_UNLIKE,
    ),
    yields=Yields.VARIETY,
)
