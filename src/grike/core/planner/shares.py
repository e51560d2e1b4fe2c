"""What a class in a shape gives each region, and by how much it must be out of balance.

Parts take so many movements of certain kinds, and a focus asks for its patterns, so that a class is
less free than its sets say. What it can give at the least and the most is the answer of a small
linear program, in which movements that give the same are one variable.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from fractions import Fraction
from typing import Any, NamedTuple

from ortools.linear_solver import pywraplp

from grike.core.anatomy import Region
from grike.core.composition import NEEDS, TIMES_OVER, patterns_of
from grike.core.focus import Focus
from grike.core.movement import Movement
from grike.core.planner.profile import Excess, gives
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of

#: No class goes to the end of what it could be; so much of the range is left at each end.
MARGIN = 0.3


class Shares(NamedTuple):
    """Sets of each region, at the least and the most; and the least of each excess, in sets."""

    regions: Mapping[Region, tuple[float, float]]
    excess: Mapping[Excess, float]


@dataclass(frozen=True, slots=True)
class Alike:
    """Movements of a part that give the same: how many, and what one set of each gives."""

    part: int
    slots: int
    needs: tuple[bool, ...]
    regions: tuple[float, ...]
    excess: tuple[float, ...]
    names: tuple[Excess, ...] = field(compare=False, default=())


def alike(
    variant: ShapedVariant, focus: Focus, movements: Iterable[Movement], most: Fraction
) -> dict[Alike, int]:
    """Return how many movements that a shape takes in a class of a focus give the same.

    ``most``: sets of one side for each set of what balances it.
    """
    out: dict[Alike, int] = {}
    for movement in movements:
        part = variant.part_of(movement)
        if part is None or not variant.on(focus, movement) or not variant.suits(movement):
            continue
        given = gives(movement, most)
        own = patterns_of(movement)
        shares = parts_of(movement).regions
        kind = Alike(
            part,
            variant.slots_for(movement),
            tuple(not own.isdisjoint(need.patterns) for need in NEEDS[focus]),
            tuple(round(shares.get(region, 0) / TWELFTHS, 2) for region in Region),
            tuple(round(value, 2) for value in given.values()),
            tuple(given),
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

    def ends(values: Sequence[float]) -> tuple[float, float]:
        total = sum(v * sets[k.part] * k.slots * x for (k, x), v in _pairs(chosen, values))
        return _range(solver, total)

    if not chosen or solver.Solve() != pywraplp.Solver.OPTIMAL:
        return None
    every = [kind for kind, _ in chosen]
    return Shares(
        {region: ends([k.regions[n] for k in every]) for n, region in enumerate(Region)},
        {name: ends([k.excess[n] for k in every])[0] for n, name in enumerate(every[0].names)},
    )


def _range(solver: pywraplp.Solver, total: Any) -> tuple[float, float]:
    """Return between what a sum lies, without the margin at each end."""
    found: list[float] = []
    for turn in (solver.Minimize, solver.Maximize):
        turn(total)
        solver.Solve()
        found.append(float(solver.Objective().Value()))
    low, high = found
    return low + MARGIN * (high - low), high - MARGIN * (high - low)


def _pairs(
    chosen: Sequence[tuple[Alike, Any]], values: Sequence[float]
) -> Iterable[tuple[tuple[Alike, Any], float]]:
    return ((own, value) for own, value in zip(chosen, values, strict=True) if value)
