"""A class from its cell and its movements: order, blocks, sides, frame."""

from __future__ import annotations

from collections.abc import Sequence

from grike.core.design import Block, ClassDesign, Purpose
from grike.core.focus import FOCUS_NAMES
from grike.core.format import FORMAT_NAMES
from grike.core.movement import Movement
from grike.core.planner.frame import Framer, breather
from grike.core.planner.linear import Limits
from grike.core.planner.ordering import into_blocks, ordered
from grike.core.planner.problem import Problem, Settings
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import item_for
from grike.core.series import PlannedClass

ORDER_TIME = 0.2


def assembled(
    problem: Problem,
    settings: Settings,
    cell: Cell,
    movements: Sequence[Movement],
    known: frozenset[str],
    seed: int,
) -> PlannedClass:
    """Return the planned class of a cell."""
    limits = Limits(ORDER_TIME, settings.wall_seconds, seed)
    shape = problem.plan.shape
    blocks: list[Block] = []
    for group in into_blocks(ordered(movements, limits), cell.variant):
        if blocks:
            blocks.append(breather())
        items = tuple(item_for(cell.variant, movement) for movement in group)
        blocks.append(Block(Purpose.WORK, cell.variant.format, items))
    work = ClassDesign(
        name=f"{FOCUS_NAMES[cell.focus]}, {FORMAT_NAMES[cell.variant.kind].lower()}",
        focus=cell.focus,
        slot_seconds=shape.minutes * 60,
        blocks=tuple(blocks),
        kit=cell.theme.kit,
    )
    framer = Framer(
        work,
        problem.library,
        shape.room,
        shape.heads,
        known,
        settings.pace,
        cell.slot.index + seed,
    )
    groups = int(problem.plan.sheet["C10"].numbers["groups"])
    return PlannedClass(cell.slot, framer.framed(groups))
