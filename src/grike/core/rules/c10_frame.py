"""C10: what works is warmed up and stretched."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.anatomy import FACTS, Muscle
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import About, Finding
from grike.core.judging.pool import frame_pool
from grike.core.movement import Role
from grike.core.purpose import Purpose
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Whole, setting
from grike.core.sheet import Mode, RuleSetting
from grike.core.volume import Volume

#: What C10 looks at: the part of the class, what its movements are for, and what they do.
FRAME_PARTS = (
    (Purpose.WARM_UP, Role.WARM_UP, "prepare"),
    (Purpose.COOL_DOWN, Role.COOL_DOWN, "stretch"),
)


def most_worked(volume: Volume, count: int) -> list[Muscle]:
    """Return the groups with most sets, ties from head to foot."""
    order = list(Muscle)
    worked = [muscle for muscle, amount in volume.muscles.items() if amount.sets > 0]
    # As decimals, which sort several times faster; twelfths of sets stay apart and in order.
    sets = {muscle: float(volume.muscles[muscle].sets) for muscle in worked}
    return sorted(worked, key=lambda m: (-sets[m], order.index(m)))[:count]


def _check_c10(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    """Where nothing that the group may do reaches a muscle, that it is left out is remarked."""
    for member in facts.classes:
        groups = most_worked(member.volume, line.whole("groups"))
        for part, role, verb in FRAME_PARTS:
            items = [item for _, _, item in member.design.items(part)]
            served = {m for item in items for m in facts.library[item.movement_id].serves(role)}
            lacking = [muscle for muscle in groups if muscle not in served]
            if not lacking:
                continue
            allowed = frame_pool(facts.shape.on(member.slot), facts.library, role)
            able = {muscle for movement in allowed for muscle in movement.serves(role)}
            for beyond in (False, True):
                left = [muscle for muscle in lacking if (muscle not in able) is beyond]
                if not left:
                    continue
                names = ", ".join(FACTS[muscle].name.lower() for muscle in left)
                why = " With this kit, level and these cautions nothing does." if beyond else ""
                yield Finding(
                    "C10",
                    line.mode,
                    here(member),
                    f"The {part} does not {verb}: {names}.{why}",
                    f"Bring a {part} movement for it into the library."
                    if beyond
                    else f"Add a {part} movement for {FACTS[left[0]].name.lower()}.",
                    cost=0 if beyond else aimed(line, len(left)),
                    remark=beyond,
                    about=About(part, ",".join(muscle.value for muscle in left)),
                )


C10 = Rule(
    "C10",
    "Warm-up and cool-down match the work",
    "The warm-up prepares and the cool-down stretches the {groups} most-worked groups.",
    "Joints and muscles of the day first; what was worked is stretched.",
    "assumption",
    setting(Mode.MUST, 1, groups=4),
    _check_c10,
    stages=(Stage.ASSEMBLY,),
    numbers={"groups": Whole("how many of the most-worked groups", 0, 12)},
    reach=Reach.DESIGN,
    mends=(Mend.FRAME,),
)
