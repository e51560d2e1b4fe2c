"""The order of movements within a class: few changes, and neighbours that let each other rest."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import TypeAlias

from grike.core.family import CONDITIONING_FAMILIES, Family
from grike.core.movement import Movement, Pace
from grike.core.planner import cp_sat
from grike.core.planner.linear import Limits, solver_for
from grike.core.rules.c5_c6_joints import JOINT_NAMES, loads
from grike.core.rules.c14_demanding_first import demanding

# What it costs that one movement follows another, against each other: getting up or down costs a
# class the most seconds, a change of kit the next most; the rest is about what is tired. They are
# this model's own, since the rules of order judge a class that is laid out, with runs and rests,
# and no sum over neighbours says that; ``assembly`` holds what comes out against the rules.
UP_OR_DOWN, KIT_CHANGE, SAME_TARGET, SAME_FAMILY, FAST_AGAIN, PLACE_CHANGE = 40, 24, 4, 6, 3, 2
SAME_MAIN, TIRED_FIRST, APART, LARGE_FIRST = 8, 60, 120, 50
_COMBINED = frozenset({Family.SQUAT, Family.LUNGE, Family.HIP_HINGE, Family.COMBINED})


#: 0 for a main lift, 1 for what supports it, 2 for what is small, by id; all alike where left out.
Ranks: TypeAlias = Mapping[str, int]
ALIKE: Ranks = {}


def step_cost(
    before: Movement, after: Movement, *, spread: bool = False, ranks: Ranks = ALIKE
) -> int:
    """Return how much it costs that one movement follows another.

    ``spread``: loads on a joint, main targets and fast bouts are kept apart before all else.
    """
    cost = UP_OR_DOWN * (before.upright != after.upright)
    cost += KIT_CHANGE * bool(after.fetched_kit - before.fetched_kit)
    cost += PLACE_CHANGE * (before.position is not after.position)
    cost += SAME_TARGET * len(set(before.targets) & set(after.targets))
    cost += SAME_FAMILY * (before.family is after.family)
    cost += TIRED_FIRST * (demanding(after) and not demanding(before))
    cost += LARGE_FIRST * max(0, ranks.get(before.id, 0) - ranks.get(after.id, 0))
    cost += SAME_MAIN * (before.targets[:1] == after.targets[:1])
    if spread:
        both = [j for j in JOINT_NAMES if loads(before, j) and loads(after, j)]
        cost += APART * (len(both) + (before.targets[:1] == after.targets[:1]))
        cost += APART * (before.pace is Pace.FAST and after.pace is Pace.FAST)
    return cost + FAST_AGAIN * (before.pace is Pace.FAST and after.pace is Pace.FAST)


def first_cost(movement: Movement, ranks: Ranks = ALIKE) -> int:
    """Return how much it costs to start with a movement: demanding work on the feet comes first."""
    cost = 0 if movement.upright else UP_OR_DOWN // 2
    cost += 0 if movement.family in _COMBINED else 8
    cost += LARGE_FIRST * ranks.get(movement.id, 0)
    return cost + (6 if movement.family in CONDITIONING_FAMILIES else 0)


def ordered(
    movements: Sequence[Movement], limits: Limits, *, spread: bool = False, ranks: Ranks = ALIKE
) -> tuple[Movement, ...]:
    """Return the movements in the order of least cost (a shortest path through all of them).

    ``spread``: keep loads on a joint apart at any other cost.
    """
    if len(movements) < 2:
        return tuple(movements)
    model = cp_sat.CpModel()
    arcs: list[tuple[int, int, cp_sat.IntVar]] = []
    costs: list[tuple[cp_sat.IntVar, int]] = []

    def arc(tail: int, head: int, cost: int) -> None:
        literal = model.new_bool_var("")
        arcs.append((tail, head, literal))
        costs.append((literal, cost))

    any_demanding = any(demanding(movement) for movement in movements)
    for i, one in enumerate(movements, start=1):
        late = TIRED_FIRST * (any_demanding and not demanding(one))
        arc(0, i, first_cost(one, ranks) + late)
        arc(i, 0, 0)
        for j, other in enumerate(movements, start=1):
            if i != j:
                arc(i, j, step_cost(one, other, spread=spread, ranks=ranks))
    model.add_circuit(arcs)
    model.minimize(sum(literal * cost for literal, cost in costs))
    solver = solver_for(limits)
    # A circuit has a good linear relaxation: with it the proof takes a third of the time.
    solver.parameters.linearization_level = 2
    if solver.solve(model) not in (cp_sat.OPTIMAL, cp_sat.FEASIBLE):
        return tuple(movements)
    follow = {tail: head for tail, head, literal in arcs if solver.value(literal)}
    out: list[Movement] = []
    at = follow[0]
    while at:
        out.append(movements[at - 1])
        at = follow[at]
    return tuple(out)
