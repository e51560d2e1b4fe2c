"""A class from its cell and its movements: order, blocks, sides, frame."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from grike.core.design import Block, ClassDesign, Purpose
from grike.core.focus import FOCUS_NAMES
from grike.core.format import FORMAT_NAMES
from grike.core.item import Item
from grike.core.movement import Movement
from grike.core.planner.frame import Framer, breather
from grike.core.planner.linear import Limits
from grike.core.planner.ordering import into_blocks, ordered
from grike.core.planner.problem import Problem, Settings
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import item_for
from grike.core.rules import Facts, broken_musts
from grike.core.rules.joints import C5, C6
from grike.core.rules.order import C7, C8, C13, C14
from grike.core.series import PlannedClass, Slot
from grike.core.sheet import Mode

ORDER_TIME = 0.2
NO_ITEMS: Mapping[str, Item] = {}
#: The rules that the order within a class decides.
ORDER_RULES = (C5, C6, C7, C8, C13, C14)


def _in_order(
    problem: Problem, cell: Cell, order: Sequence[Movement], given: Mapping[str, Item]
) -> ClassDesign:
    """Return the work blocks of a class, with breathers between them."""
    blocks: list[Block] = []
    for group in into_blocks(order, cell.variant):
        if blocks:
            blocks.append(breather())
        items = tuple(given.get(m.id) or item_for(cell.variant, m) for m in group)
        blocks.append(Block(Purpose.WORK, cell.variant.format, items))
    return ClassDesign(
        name=f"{FOCUS_NAMES[cell.focus]}, {FORMAT_NAMES[cell.variant.kind].lower()}",
        focus=cell.focus,
        slot_seconds=problem.plan.shape.minutes * 60,
        blocks=tuple(blocks),
        kit=cell.theme.kit,
    )


def _order_trouble(problem: Problem, planned: PlannedClass) -> tuple[int, int]:
    """Return (musts broken, cost) of the rules that the order within a class decides."""
    alone = replace(problem.plan, classes=(planned,))
    facts = Facts(alone, problem.library)
    found = [
        finding
        for rule in ORDER_RULES
        if facts.sheet[rule.id].mode is not Mode.OFF
        for finding in rule.check(facts, facts.sheet[rule.id])
    ]
    return len(broken_musts(found)), sum(finding.cost for finding in found)


def assembled(
    problem: Problem,
    settings: Settings,
    cell: Cell,
    movements: Sequence[Movement],
    known: frozenset[str],
    seed: int,
    items: Mapping[str, Item] = NO_ITEMS,
) -> PlannedClass:
    """Return the planned class of a cell; ``items`` stand for movements that are carried on."""
    limits = Limits(ORDER_TIME, settings.wall_seconds, seed)
    tries = []
    for spread in (False, True):
        order = ordered(movements, limits, spread=spread)
        design = _in_order(problem, cell, order, items)
        trouble = _order_trouble(problem, PlannedClass(cell.slot, design))
        tries.append((trouble, design))
        if trouble == (0, 0):
            break
    work = min(tries, key=lambda entry: entry[0])[1]
    return PlannedClass(cell.slot, _framed(problem, settings, cell.slot, work, known, seed))


def reframed(
    problem: Problem, settings: Settings, planned: PlannedClass, known: frozenset[str], seed: int
) -> PlannedClass:
    """Return a class with its work as it is and a warm-up and cool-down that match it."""
    inside = (Purpose.WORK, Purpose.BREATHER)
    blocks = tuple(block for block in planned.design.blocks if block.purpose in inside)
    work = replace(planned.design, blocks=blocks)
    design = _framed(problem, settings, planned.slot, work, known, seed)
    return replace(planned, design=design)


def _framed(
    problem: Problem,
    settings: Settings,
    slot: Slot,
    work: ClassDesign,
    known: frozenset[str],
    seed: int,
) -> ClassDesign:
    pace = settings.paces.of(slot.index)
    framer = Framer(work, problem.library, problem.plan.shape, known, pace, slot.index + seed)
    return framer.framed(int(problem.plan.sheet["C10"].numbers["groups"]))
