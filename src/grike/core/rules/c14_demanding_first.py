"""C14: what asks most comes before what is small."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.family import Family
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.movement import Movement
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: Families whose movements of one target work a muscle by itself.
ISOLATION_FAMILIES = frozenset(
    {
        Family.HIP_ABDUCTION,
        Family.HIP_ADDUCTION,
        Family.HIP_EXTENSION,
        Family.KNEE_FLEXION,
        Family.CALF_SHIN,
        Family.SHOULDER_RAISE,
        Family.SHRUG,
        Family.ELBOW_FLEXION,
        Family.ELBOW_EXTENSION,
    }
)


def demanding(movement: Movement) -> bool:
    """Return whether a movement is demanding combined work."""
    return movement.family is Family.COMBINED


def isolating(movement: Movement) -> bool:
    """Return whether a movement works one muscle by itself."""
    return movement.family in ISOLATION_FAMILIES and len(movement.targets) == 1


def _check_c14(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for member in facts.classes:
        isolated: Movement | None = None
        late: list[tuple[int, int, Movement]] = []
        for block, place, movement in member.work_movements:
            if isolating(movement):
                isolated = isolated or movement
            elif demanding(movement) and isolated is not None:
                late.append((block, place, movement))
        if isolated is not None and late:
            block, place, movement = late[0]
            yield Finding(
                "C14",
                line.mode,
                here(member, block, place),
                f"{movement.name} comes after {isolated.name}, which tires one muscle first.",
                "Move the combined lift to the front.",
                cost=aimed(line, len(late)),
            )


C14 = Rule(
    "C14",
    "Demanding work comes before isolation",
    "Combined lifts come before movements that work one muscle by itself.",
    "Technique under fatigue is where combined lifts go wrong.",
    "acsm2009",
    setting(Mode.AIM, 2),
    _check_c14,
    stages=(Stage.ORDERING,),
    reach=Reach.DESIGN,
    mends=(
        Mend.ORDER,
        Mend.SWAP_EASIER,
    ),
    yields=Yields.VARIETY,
)
