"""What a skeleton may leave out where it is not found otherwise, and in which order."""

from __future__ import annotations

from grike.core.planner.run import Run
from grike.core.rules.d2_formats import D2
from grike.core.rules.d3_kit import D3
from grike.core.rules.p1_patterns import P1
from grike.core.rules.rule import Rule
from grike.core.rules.w1_muscles import W1
from grike.core.rules.w2_regions import W2
from grike.core.rules.w4_major_days import W4
from grike.core.rules.w7_steps import W7
from grike.core.rules.w8_strength_days import W8
from grike.core.sheet import Mode

#: Aims that a skeleton may be chosen without, the one that matters least to a week last.
GIVE_WAY = (W2, D3, D2, W8)
#: What is left out besides where musts may give way.
GIVE_WAY_EASED = (W4, W1, P1)


def loosenings(run: Run) -> list[tuple[frozenset[Rule], bool]]:
    """Return what is tried in turn: (aims left out, whether harder options may make up the step).

    Musts are never left out. Where the slot cannot hold the step, harder options come first and
    once more before the step itself is given up; beginners are spared them.
    """
    sheet, level = run.problem.plan.sheet, run.problem.plan.shape.level
    first = GIVE_WAY + GIVE_WAY_EASED if run.problem.eased else GIVE_WAY
    aims = [rule for rule in first if rule.line(sheet).mode is Mode.AIM]
    steps = W7.on(sheet) and level > 1
    # Where it is known that not all can hold, all at once are left out: a try each takes long.
    tries = (0, len(aims)) if run.problem.eased else range(len(aims) + 1)
    out = [(frozenset(aims[:n]), False) for n in tries]
    if steps:
        out.insert(1, (frozenset(), True))
        out.append((frozenset(aims), True))
    if W7.line(sheet).mode is Mode.AIM:
        out.append((frozenset([*aims, W7]), False))
    return list(dict.fromkeys(out))
