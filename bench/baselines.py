"""Two ways to a series without a planner: rotation by hand rules, and the best of random fillings.

Both know what a person knows without arithmetic: the next focus, format and kit in turn, movements
that fit the focus and did not come lately. Nothing is weighed.
"""

from __future__ import annotations

import random
from collections.abc import Callable
from dataclasses import replace
from heapq import nsmallest
from itertools import cycle, islice

from grike.core.focus import Focus, on_focus
from grike.core.movement import Movement
from grike.core.planner import Problem, Settings
from grike.core.planner.assembly import assembled, work_design
from grike.core.planner.cells import themes
from grike.core.planner.skeleton import Cell
from grike.core.planner.variants import variants_of
from grike.core.rules import CATALOGUE, Facts, broken_musts, cost_by_rule, findings
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.sheet import Mode

ROTATION = (Focus.LOWER, Focus.UPPER, Focus.CORE, Focus.WHOLE)
Pick = Callable[[list[Movement]], list[Movement]]
Made = Callable[[Problem, Cell, list[Movement], frozenset[str]], PlannedClass]
#: So many of the best draws are put in order and framed, and judged as a whole.
FINALS = 20
MOVEMENT_RULES = [rule for rule in CATALOGUE if rule.rows and rule.id not in ("C2", "C11")]


def judged(plan: SeriesPlan, problem: Problem) -> tuple[int, int]:
    """Return (musts broken, cost) by the same checks as any plan."""
    found = findings(Facts(plan, problem.library))
    return len(broken_musts(found)), sum(cost_by_rule(found).values())


def _by_movements(plan: SeriesPlan, problem: Problem) -> tuple[int, int]:
    """Return (musts broken, cost) by the rules on which movements stand where, no clock asked."""
    facts = Facts(plan, problem.library)
    lines = ((rule, facts.sheet[rule.id]) for rule in MOVEMENT_RULES)
    found = [
        f for rule, line in lines if line.mode is not Mode.OFF for f in rule.check(facts, line)
    ]
    return len(broken_musts(found)), sum(cost_by_rule(found).values())


def _in_full(
    problem: Problem, cell: Cell, chosen: list[Movement], known: frozenset[str]
) -> PlannedClass:
    """Return a class with its movements in good order, a warm-up and a cool-down."""
    return assembled(problem, Settings(exchanges=0), cell, chosen, known=known, seed=1)


def _bare(problem: Problem, cell: Cell, chosen: list[Movement], _: frozenset[str]) -> PlannedClass:
    """Return a class with the work alone, its movements in the order in which they were drawn."""
    blocks = (cell.variant.block_for(group, {}) for group in cell.variant.in_blocks(chosen))
    return PlannedClass(cell.slot, work_design(problem, cell, blocks))


def _filled(problem: Problem, cells: list[Cell], pick: Pick, made: Made = _in_full) -> SeriesPlan:
    gap = problem.plan.sheet["D4"].whole("gap")
    classes: list[PlannedClass] = []
    for cell in cells:
        recent = {i for planned in classes[-gap:] for i in planned.design.movement_ids()}
        pool = [m for m in cell.theme.movements if cell.variant.suits(m)]
        fresh = [m for m in pool if m.id not in recent]
        ordered = pick([m for m in fresh if on_focus(m, cell.focus)]) + pick(fresh) + pick(pool)
        chosen: list[Movement] = []
        free = cell.variant.slots
        for movement in ordered:
            size = cell.variant.slots_for(movement)
            if movement not in chosen and size <= free:
                chosen.append(movement)
                free -= size
        known = frozenset(i for planned in classes for i in planned.design.movement_ids())
        classes.append(made(problem, cell, chosen, known))
    return replace(problem.plan, classes=tuple(classes))


def by_rotation(problem: Problem) -> SeriesPlan:
    """Return a series in which focus, format and kit go round, movements in library order."""
    shape = problem.plan.shape
    kits = themes(shape, problem.library)
    by_kind: dict[str, list[object]] = {}
    for variant in variants_of(problem.plan):
        by_kind.setdefault(variant.kind, []).append(variant)
    middles = [own[len(own) // 2] for own in by_kind.values()]
    count = len(problem.slots)
    turns = zip(
        problem.slots,
        islice(cycle(ROTATION), count),
        islice(cycle(middles), count),
        islice(cycle(kits), count),
        strict=True,
    )
    cells = [Cell(slot, focus, variant, kit) for slot, focus, variant, kit in turns]  # type: ignore[arg-type]
    offset = iter(range(10**6))

    def in_turn(movements: list[Movement]) -> list[Movement]:
        start = next(offset) * 5 % max(1, len(movements))
        return movements[start:] + movements[:start]

    return _filled(problem, cells, in_turn)


def best_of_random(problem: Problem, draws: int, seed: int = 1) -> tuple[int, int]:
    """Return the least (musts broken, cost) of so many random fillings.

    All are judged by the rules on movements; the best of them are then laid out in full and judged
    by every rule, since laying out takes much longer than drawing.
    """
    kits = themes(problem.plan.shape, problem.library)
    options = variants_of(problem.plan)

    def drawn(number: int, made: Made) -> SeriesPlan:
        own = random.Random(seed * 1_000_003 + number)
        cells = [
            Cell(slot, own.choice(ROTATION), own.choice(options), own.choice(kits))
            for slot in problem.slots
        ]
        return _filled(problem, cells, lambda m: own.sample(m, len(m)), made)

    first = nsmallest(FINALS, ((_by_movements(drawn(n, _bare), problem), n) for n in range(draws)))
    return min(judged(drawn(number, _in_full), problem) for _, number in first)
