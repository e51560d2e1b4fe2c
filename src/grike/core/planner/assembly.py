"""A class from its cell and its movements: order, blocks, sides, frame."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Mapping, Sequence
from dataclasses import replace
from itertools import combinations, pairwise
from typing import Any, TypeAlias

from grike.core.design import Block, ClassDesign
from grike.core.focus import FOCUS_NAMES
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.kit import Kit
from grike.core.last_round import with_last_round
from grike.core.movement import Movement
from grike.core.pairs import in_pairs
from grike.core.planner.frame import Framer, breather
from grike.core.planner.linear import Limits
from grike.core.planner.ordering import Ranks, ordered
from grike.core.planner.problem import Problem, Settings
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import Variant
from grike.core.purpose import Purpose
from grike.core.rules import Facts, broken_musts
from grike.core.rules.c5_c6_joints import C5, C6
from grike.core.rules.c7_turns import C7
from grike.core.rules.c8_changes import C8
from grike.core.rules.c10_frame import C10
from grike.core.rules.c13_fast_runs import C13
from grike.core.rules.c14_demanding_first import C14
from grike.core.rules.p3_small import P3
from grike.core.rules.p5_order import P5, rank
from grike.core.rules.p6_purpose import P6
from grike.core.rules.p12_formats import long_seconds
from grike.core.rules.p15_kit import P15
from grike.core.rules.p17_shoulders_back import P17
from grike.core.rules.p20_arc import P20, ups_and_downs
from grike.core.rules.p21_changes import asks_for_a_change
from grike.core.series import PlannedClass, Slot
from grike.core.sheet import Mode

Groups: TypeAlias = list[list[Movement]]
#: Musts broken, cost, and what decides between orders that are alike in these.
Trouble: TypeAlias = tuple[int, int, int]
ORDER_TIME = 0.2
NO_ITEMS: Mapping[str, Item] = {}
NONE: Trouble = (0, 0, 0)
#: The rules that the order within a class decides.
ORDER_RULES = (C5, C6, C7, C8, C13, C14, P3, P5, P6, P17, P20)


def work_design(problem: Problem, cell: Cell, work: Iterable[Block]) -> ClassDesign:
    """Return the work blocks of a class, with breathers between them."""
    blocks: list[Block] = []
    for block in work:
        if blocks:
            blocks.append(breather())
        blocks.append(block)
    return ClassDesign(
        name=f"{FOCUS_NAMES[cell.focus]}, {cell.variant.name}",
        focus=cell.focus,
        slot_seconds=problem.plan.shape.minutes * 60,
        blocks=tuple(blocks),
        kit=_laid_out(problem, cell, blocks),
        shape=cell.variant.shape_id,
    )


def _laid_out(problem: Problem, cell: Cell, blocks: Iterable[Block]) -> frozenset[Kit]:
    """Return the kit of a class: that on which it is built, less what no movement is done with.

    On a day that is promised a kit all of it is there.
    """
    pin = problem.plan.shape.wishes.pin_of(cell.slot.week, cell.slot.weekday)
    if (pin and pin.kit is not None) or not P15.on(problem.plan.sheet):
        return cell.theme.kit
    ids = {name for block in blocks for item in block.items for name in item.movement_ids}
    used = frozenset().union(*(problem.library[name].fetched_kit for name in ids))
    return cell.theme.kit & used if used else cell.theme.kit


def _order_trouble(problem: Problem, planned: PlannedClass) -> Trouble:
    """Return (musts broken, cost, unrest) of the rules that the order within a class decides."""
    alone = replace(problem.plan, classes=(planned,))
    facts = Facts(alone, problem.library)
    found = [
        finding
        for rule in ORDER_RULES
        if facts.sheet[rule.id].mode is not Mode.OFF
        for finding in rule.check(facts, facts.sheet[rule.id])
    ]
    cost = sum(finding.cost for finding in found)
    return len(broken_musts(found)), cost, unrest(facts.classes[0])


def unrest(member: ClassFacts) -> int:
    """Return what decides between orders that keep the rules alike.

    How often people get up or down over all rounds, from their feet on, how often one kind follows
    its like, and how many blocks begin on the floor and get up again.
    """
    down = not member.work_bouts[0].movement.upright
    alike = (
        a.movements[-1].pattern is b.movements[0].pattern for a, b in pairwise(member.stations)
    )
    blocks: dict[int, list[bool]] = {}
    for number, _, movement in member.work_movements:
        blocks.setdefault(number, []).append(movement.upright)
    down_first = (not up[0] and any(up) for up in blocks.values())
    return down + ups_and_downs(member.work_bouts) + sum(alike) + sum(down_first)


def assembled(
    problem: Problem,
    settings: Settings,
    cell: Cell,
    movements: Sequence[Movement],
    *,
    known: frozenset[str],
    seed: int,
    items: Mapping[str, Item] = NO_ITEMS,
) -> PlannedClass:
    """Return the planned class of a cell; ``items`` stand for movements that are carried on."""
    limits = Limits(ORDER_TIME, settings.wall_seconds, seed)
    groups = _in_order(problem, cell, movements, items, limits=limits, most=settings.exchanges)
    blocks = (cell.variant.block_for(group, items) for group in groups)
    work = work_design(problem, cell, blocks)
    sheet = problem.plan.sheet
    some = asks_for_a_change(sheet, problem.plan.shape.level)
    over = long_seconds(sheet)
    if some or over is not None:
        work = with_last_round(work, problem.library, over=over, longest=some)
    return PlannedClass(
        cell.slot, _framed(problem, settings, cell.slot, work, known=known, seed=seed)
    )


def _in_order(
    problem: Problem,
    cell: Cell,
    movements: Sequence[Movement],
    items: Mapping[str, Item],
    *,
    limits: Limits,
    most: int,
) -> Groups:
    """Return the movements by block in the order that troubles the rules least.

    Of orders that do so alike, the one with the least unrest comes first.

    ``most``: so many exchanges are tried where trouble is left. Orders are judged by drafts of
    their blocks, without the last touch that a time cap needs: that takes a third of the time.
    """
    drafts: dict[tuple[str, ...], Block] = {}

    def draft(group: Sequence[Movement]) -> Block:
        name = tuple(movement.id for movement in group)
        if name not in drafts:
            drafts[name] = cell.variant.draft_for(group, items)
        return drafts[name]

    def trouble(groups: Groups) -> Trouble:
        design = work_design(problem, cell, map(draft, groups))
        return _order_trouble(problem, PlannedClass(cell.slot, design))

    level = problem.plan.shape.level
    ranks = {movement.id: rank(movement, cell.focus, level) for movement in movements}
    tries: list[tuple[Trouble, Groups]] = []
    for groups in _orders(cell.variant, movements, limits, ranks):
        tries.append((trouble(groups), groups))
        if tries[-1][0] == NONE:
            break
    worst, best = min(tries, key=lambda entry: entry[0])
    if worst[:2] != NONE[:2] and most:
        worst, best = _exchanged(cell.variant, best, worst, trouble, most=most)
    return best


def _orders(
    variant: Variant[Any], movements: Sequence[Movement], limits: Limits, ranks: Ranks
) -> Iterator[Groups]:
    """Yield orders by block, each with pairs made for a reason and without.

    As the changes ask, with what is done on the feet first, with lifts first, with loads apart.
    """
    plain = ordered(movements, limits, ranks=ranks)
    on_feet = sorted(plain, key=lambda movement: not movement.upright)
    yield from _with_pairs(variant, plain)
    yield from _with_pairs(variant, on_feet)
    yield from _with_pairs(variant, sorted(on_feet, key=lambda movement: ranks[movement.id]))
    yield variant.in_blocks(ordered(movements, limits, spread=True, ranks=ranks))


def _with_pairs(variant: Variant[Any], order: Sequence[Movement]) -> Iterator[Groups]:
    """Yield the blocks of an order with pairs made for a reason, then as they are."""
    plain = variant.in_blocks(order)
    paired = [
        in_pairs(group) if variant.draft_for(group, NO_ITEMS).format.in_pairs else group
        for group in plain
    ]
    if paired != plain:
        yield paired
    yield plain


def _exchanged(
    variant: Variant[Any],
    groups: Groups,
    worst: Trouble,
    trouble: Callable[[Groups], Trouble],
    *,
    most: int,
) -> tuple[Trouble, Groups]:
    """Return the trouble and the groups after exchanges of two movements that each made it less.

    Only movements that play the same part and take as many slots change places.
    """
    parts = variant.parts()
    tries = 0
    places = [(b, n) for b, group in enumerate(groups) for n, _ in enumerate(group)]
    better = True
    while better and worst[:2] != NONE[:2]:
        better = False
        for (b, n), (c, k) in combinations(places, 2):
            one, other = groups[b][n], groups[c][k]
            alike = all(part.plays(one) == part.plays(other) for part in parts)
            if not alike or variant.slots_for(one) != variant.slots_for(other):
                continue
            tried = [list(group) for group in groups]
            tried[b][n], tried[c][k] = other, one
            found = trouble(tried)
            tries += 1
            if found < worst:
                worst, groups, better = found, tried, True
            if worst[:2] == NONE[:2] or tries >= most:
                return worst, groups
    return worst, groups


def reframed(
    problem: Problem, settings: Settings, planned: PlannedClass, known: frozenset[str], *, seed: int
) -> PlannedClass:
    """Return a class with its work as it is and a warm-up and cool-down that match it."""
    inside = (Purpose.WORK, Purpose.BREATHER)
    blocks = tuple(block for block in planned.design.blocks if block.purpose in inside)
    work = replace(planned.design, blocks=blocks)
    design = _framed(problem, settings, planned.slot, work, known=known, seed=seed)
    return replace(planned, design=design)


def _framed(
    problem: Problem,
    settings: Settings,
    slot: Slot,
    work: ClassDesign,
    *,
    known: frozenset[str],
    seed: int,
) -> ClassDesign:
    pace = settings.paces.of(slot.index)
    shape = problem.plan.shape.on(slot)
    framer = Framer(work, problem.library, shape, known=known, pace=pace, turn=slot.index + seed)
    return framer.framed(int(C10.line(problem.plan.sheet).numbers["groups"]))
