"""Blocks to steps: the bouts of a class and the gaps between them, in order, before any clock."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple, TypeAlias

from grike.core.design import Block, ClassDesign, Handling, Item
from grike.core.errors import InvalidInput
from grike.core.format import (
    BetweenRounds,
    Breather,
    CircuitOrder,
    FinalRest,
    Flow,
    StraightSets,
    Superset,
    Talk,
    TimedCircuit,
)
from grike.core.movement import Library, Movement, Sides


class Side(StrEnum):
    """The side on which a bout is done. SPLIT: first half left, second half right."""

    BOTH = "both"
    LEFT = "left"
    RIGHT = "right"
    SPLIT = "split"


class Bout(NamedTuple):
    """One stretch of work on one movement. ``reps`` is the planned count of a counted bout."""

    block: int
    place: int
    item: Item
    movement: Movement
    side: Side
    round: int
    seconds: int
    reps: int | None = None


class Gap(NamedTuple):
    """Time between bouts. ``absorbs``: whether changes and showings may happen inside it."""

    block: int
    seconds: int
    kind: str
    label: str = ""
    absorbs: bool = True


Step: TypeAlias = Bout | Gap


@lru_cache(maxsize=8192)
def counted_seconds(reps: int, seconds_per_rep: float, factor: float = 1.0) -> int:
    """Return the whole seconds that a counted bout takes, rounded up.

    The arithmetic is exact, so that 10 reps of 1.6 s are 16 s and never 17.
    """
    return math.ceil(reps * Fraction(str(seconds_per_rep)) * Fraction(str(factor)))


def steps(design: ClassDesign, library: Library, counted_factor: float = 1.0) -> list[Step]:
    """Return bouts and gaps of a whole class in order.

    Raises NotFound for an unknown movement and InvalidInput for phases that do not fill their bout.
    """
    return [
        step
        for number, block in enumerate(design.blocks)
        for step in _Expansion(number, block, library, counted_factor).steps()
    ]


class _Expansion:
    """One block at work."""

    def __init__(self, number: int, block: Block, library: Library, factor: float) -> None:
        self.number, self.block, self.library, self.factor = number, block, library, factor

    def steps(self) -> list[Step]:
        fmt = self.block.format
        if isinstance(fmt, Talk):
            label = fmt.say or self.block.purpose.value
            return [Gap(self.number, fmt.seconds, "talk", label, absorbs=False)]
        if isinstance(fmt, Breather):
            return [Gap(self.number, fmt.seconds, "breather", fmt.note)]
        if isinstance(fmt, Flow):
            return list(self._flow(fmt))
        if isinstance(fmt, TimedCircuit):
            return self._circuit(fmt)
        if isinstance(fmt, StraightSets):
            return self._straight(fmt)
        return self._superset(fmt)

    def _rest(self, seconds: int) -> Gap:
        return Gap(self.number, seconds, "rest")

    def _bouts(self, place: int, round_: int, seconds: int | None, reps: int | None) -> list[Bout]:
        """Return the bouts of one item in one round: one, or left and right."""
        item = self.block.items[place]
        movement = self.library[item.movement_id]
        if item.reps is not None or item.seconds is not None:
            seconds, reps = item.seconds, item.reps
        if reps is not None:
            seconds = counted_seconds(reps, movement.seconds_per_rep, self.factor)
        assert seconds is not None
        self._check_phases(item, movement, seconds)
        sides = self._sides(item, movement, round_)
        return [
            Bout(self.number, place, item, movement, side, round_, seconds, reps) for side in sides
        ]

    @staticmethod
    def _sides(item: Item, movement: Movement, round_: int) -> Sequence[Side]:
        if movement.sides is not Sides.ONE:
            return (Side.BOTH,)
        if item.handling is Handling.SPLIT:
            return (Side.SPLIT,)
        if item.handling is Handling.BY_ROUND:
            return (Side.LEFT if round_ % 2 else Side.RIGHT,)
        return (Side.LEFT, Side.RIGHT)

    def _check_phases(self, item: Item, movement: Movement, seconds: int) -> None:
        total = sum(phase.seconds for phase in item.phases)
        if item.phases and total != seconds:
            raise InvalidInput(
                f"The phases of {movement.name} last {total} s, its bout {seconds} s.",
                fix="Make the phases add up to the bout.",
                place=f"blocks[{self.number}]",
            )

    def _flow(self, fmt: Flow) -> Iterator[Step]:
        for place in range(len(self.block.items)):
            yield from self._bouts(place, 1, fmt.seconds, None)

    def _circuit(self, fmt: TimedCircuit) -> list[Step]:
        """Lay rounds (or stations) out, then settle the rests at their ends."""
        places = range(len(self.block.items))
        rounds = range(1, fmt.rounds + 1)
        if fmt.order is CircuitOrder.ROUNDS:
            groups = [[(place, round_) for place in places] for round_ in rounds]
        else:
            groups = [[(place, round_) for round_ in rounds] for place in places]
        out: list[Step] = []
        for index, group in enumerate(groups):
            for place, round_ in group:
                for bout in self._bouts(place, round_, fmt.work_seconds, None):
                    out += [bout, self._rest(fmt.rest_seconds)]
            if index < len(groups) - 1 and fmt.round_rest_seconds is not None:
                adds = fmt.rest_seconds if fmt.between is BetweenRounds.ADDS else 0
                out[-1] = self._rest(fmt.round_rest_seconds + adds)
        if fmt.final is FinalRest.DROPPED:
            out.pop()
        return out

    def _straight(self, fmt: StraightSets) -> list[Step]:
        out: list[Step] = []
        for place in range(len(self.block.items)):
            for set_ in range(1, fmt.sets + 1):
                out += self._bouts(place, set_, fmt.work_seconds, fmt.reps)
                out.append(self._rest(fmt.rest_seconds))
            out[-1] = self._rest(fmt.between_seconds)
        out.pop()
        return out

    def _superset(self, fmt: Superset) -> list[Step]:
        out: list[Step] = []
        places = list(range(len(self.block.items)))
        for start in range(0, len(places), fmt.group):
            group = places[start : start + fmt.group]
            for set_ in range(1, fmt.sets + 1):
                for place in group:
                    out += self._bouts(place, set_, fmt.work_seconds, fmt.reps)
                    out.append(self._rest(fmt.change_seconds))
                out[-1] = self._rest(fmt.rest_seconds)
            out[-1] = self._rest(fmt.between_seconds)
        out.pop()
        return out
