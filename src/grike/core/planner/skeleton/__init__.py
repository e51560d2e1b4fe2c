"""The skeleton: focus, format variant and kit of every class, before any movement is chosen."""

from __future__ import annotations

from grike.core.focus import Focus
from grike.core.item import Level
from grike.core.planner import cp_sat
from grike.core.planner.linear import Limits, Outcome, solver_for
from grike.core.planner.skeleton.balance import reached, regions, sides, supply
from grike.core.planner.skeleton.calendar import calendar
from grike.core.planner.skeleton.choices import Choices
from grike.core.planner.skeleton.days import anchored, leant_on, mix, recovery, refusals, variety
from grike.core.planner.skeleton.kit import goes_round
from grike.core.planner.skeleton.task import Cell, Skeleton, SkeletonTask
from grike.core.planner.skeleton.taste import tie_breaks
from grike.core.planner.skeleton.volume import PLAY, VolumeRows
from grike.core.rules.d2_formats import D2
from grike.core.rules.d3_kit import D3

#: Tie-breaks need not be the best of all; aims weigh more than this.
GAP = 30


def _solver(limits: Limits, *, whole: bool) -> cp_sat.CpSolver:
    """Return a solver with what serves skeletons, of one week or two or of the ``whole`` series."""
    solver = solver_for(limits)
    # 24 skeletons of one week took 5.3 s with presolve at level 2, 2.4 s without presolve, 2.0 s at
    # level 1. Only where all weeks are chosen at once it is the opposite.
    solver.parameters.cp_model_presolve = whole
    solver.parameters.linearization_level = 2 if whole else 1
    solver.parameters.cp_model_probing_level = 0
    solver.parameters.absolute_gap_limit = GAP
    return solver


def skeleton(task: SkeletonTask, limits: Limits) -> Skeleton:
    """Return the cells of all open classes, or the outcome that kept them from being found."""
    choices = Choices(task)
    volume = VolumeRows(choices)
    recovery(choices)
    variety(choices, D2, choices.formats)
    variety(choices, D3, choices.kits)
    anchored(choices)
    leant_on(choices)
    mix(choices)
    calendar(choices)
    goes_round(choices)
    supply(choices)
    sides(choices)
    reached(choices)
    volume.steps()
    volume.finish()
    regions(choices)
    refusals(choices)
    tie_breaks(choices)
    choices.model.minimize(sum((p * w for p, w in choices.penalties), start=0))
    solver = _solver(limits, whole=task.horizon is None)
    status = solver.solve(choices.model)
    if status == cp_sat.INFEASIBLE:
        return Skeleton(Outcome.IMPOSSIBLE)
    if status not in (cp_sat.OPTIMAL, cp_sat.FEASIBLE):
        return Skeleton(Outcome.UNDECIDED)
    return Skeleton(Outcome.FOUND, {**task.fixed_cells, **_chosen(choices, volume, solver)})


def _chosen(choices: Choices, volume: VolumeRows, solver: cp_sat.CpSolver) -> dict[int, Cell]:
    """Return the cells that the solver has chosen, by slot index."""
    grounds, cells = choices.task.grounds, {}
    for slot in choices.slots:
        i = slot.index
        focus = next(
            f for f in Focus if (i, f) in choices.focus and solver.value(choices.focus[i, f])
        )
        theme = next(t for n, t in enumerate(choices.themes) if solver.value(choices.theme[i, n]))
        variant = next(
            v for n, v in enumerate(choices.variants) if solver.value(choices.variant[i, n])
        )
        if i in volume.harder and solver.value(volume.harder[i]):
            variant = variant.at_level(Level.HARDER, grounds.plain_on(slot))
        cells[i] = Cell(slot, focus, variant, grounds.theme_on(slot, theme))
    return cells


__all__ = ["PLAY", "Cell", "Skeleton", "SkeletonTask", "skeleton"]
