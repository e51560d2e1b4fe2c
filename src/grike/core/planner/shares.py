"""What a class of a focus in a shape gives each region at the least and the most.

Parts take so many movements of certain kinds, and a focus asks for its patterns, so that a class is
less free than its sets say. What it can give is the answer of a small linear program, in which
movements that give the same are one variable.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from typing import Any, NamedTuple, TypeAlias

from ortools.linear_solver import pywraplp

from grike.core.anatomy import Region
from grike.core.composition import NEEDS, TIMES_OVER, patterns_of
from grike.core.focus import Focus
from grike.core.movement import Movement
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of

#: No class goes to the end of what it could be; so much of the range is left at each end.
MARGIN = 0.3
#: Sets of each region, at the least and the most.
Shares: TypeAlias = Mapping[Region, tuple[float, float]]


class Alike(NamedTuple):
    """What movements of a part have in common that give the same.

    ``needs``: which patterns of the focus they are; ``regions``: twelfths of a set for each region.
    """

    part: int
    slots: int
    needs: tuple[bool, ...]
    regions: tuple[int, ...]


def alike(variant: ShapedVariant, focus: Focus, movements: Iterable[Movement]) -> dict[Alike, int]:
    """Return how many movements that a shape takes in a class of a focus give the same."""
    out: dict[Alike, int] = {}
    for movement in movements:
        part = variant.part_of(movement)
        if part is None or not variant.on(focus, movement) or not variant.suits(movement):
            continue
        own, given = patterns_of(movement), parts_of(movement).regions
        kind = Alike(
            part,
            variant.slots_for(movement),
            tuple(not own.isdisjoint(need.patterns) for need in NEEDS[focus]),
            tuple(given.get(region, 0) for region in Region),
        )
        out[kind] = out.get(kind, 0) + 1
    return out


def shares(variant: ShapedVariant, focus: Focus, kinds: Mapping[Alike, int]) -> Shares | None:
    """Return what a class of a focus gives; None where the shape cannot be filled for it."""
    solver = pywraplp.Solver.CreateSolver("GLOP")
    chosen = [(kind, solver.NumVar(0, count, "")) for kind, count in kinds.items()]
    sets = [own.all_sets / own.slots for own in variant.fitted]
    for number, own in enumerate(variant.fitted):
        solver.Add(sum(k.slots * x for k, x in chosen if k.part == number) == own.slots)
    for number, need in enumerate(NEEDS[focus]):
        able = sum(count for kind, count in kinds.items() if kind.needs[number])
        least = min(need.least, able / TIMES_OVER)
        solver.Add(sum(x for kind, x in chosen if kind.needs[number]) >= least)
    if not chosen or solver.Solve() != pywraplp.Solver.OPTIMAL:
        return None
    out: dict[Region, tuple[float, float]] = {}
    for number, region in enumerate(Region):
        given = ((k.regions[number] / TWELFTHS, k, x) for k, x in chosen if k.regions[number])
        out[region] = _range(solver, sum(v * sets[k.part] * k.slots * x for v, k, x in given))
    return out


def conditioning_share(variant: ShapedVariant, slots: Mapping[int, int]) -> float:
    """Return the most of a class in a shape that can be conditioning, from 0 to 1, by its seconds.

    ``slots``: how many the movements for it fill in each part (by number). What stands in a part
    aside counts only where it is conditioning, as C1 has it.
    """
    on = off = 0.0
    for number, own in enumerate(variant.fitted):
        filled = min(1.0, slots.get(number, 0) / own.slots)
        on += filled * own.work_seconds()
        off += 0 if variant.shape.stands_aside(number) else (1 - filled) * own.work_seconds()
    return on / (on + off) if on else 0.0


def _range(solver: pywraplp.Solver, total: Any) -> tuple[float, float]:
    """Return between what a sum lies, without the margin at each end."""
    found: list[float] = []
    for turn in (solver.Minimize, solver.Maximize):
        turn(total)
        solver.Solve()
        found.append(float(solver.Objective().Value()))
    low, high = found
    return low + MARGIN * (high - low), high - MARGIN * (high - low)
