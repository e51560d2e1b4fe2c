"""Which classes of a pattern nothing could fill, whatever stands beside them.

A pattern that failed says little: any of its classes may be to blame, or two together. Where one
by itself cannot be, it is left out of every pattern to come, and not only with the same others.
"""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.item import Level
from grike.core.planner.linear import Outcome
from grike.core.planner.run import Run, WeekTask
from grike.core.planner.selection import build
from grike.core.planner.skeleton import Cell
from grike.core.rows.row import Row


def hopeless(run: Run, task: WeekTask) -> Iterator[Cell]:
    """Yield the classes of a week that no movements could fill even by themselves.

    ``task``: of all movements that the kit allows. Neither aims nor what several classes share are
    asked, so that it is a proof. Aims were asked as well at first, and all sizes of the shape left
    out with the one that failed: a narrow room's plans then cost half as much again.
    """
    limits = run.limits(run.settings.week_time)
    for bay in task.scope.bays:
        cell = task.cells[bay.index]
        # That the harder option cannot be had says nothing of the plain one.
        if cell.variant.level is not Level.MAIN:
            continue
        model = build(_own_musts(task, bay.index))
        if model.run(model.solver(limits), limits).outcome is Outcome.IMPOSSIBLE:
            yield cell


def _own_musts(task: WeekTask, index: int) -> Iterator[Row]:
    """Yield the musts in which no movement of another class stands."""
    others = {c.key for bay in task.scope.bays if bay.index != index for c in bay.choices}
    musts = (row for row in task.rows if row.weight is None)
    return (row for row in musts if all(key not in others for key, _ in row.terms))
