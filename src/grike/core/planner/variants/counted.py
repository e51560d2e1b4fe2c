"""Variants that count reps, so that their time depends on the movement."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, ClassVar, TypeVar

from grike.core.formats import (
    Format,
)
from grike.core.item import Item
from grike.core.movement import Movement, Pace
from grike.core.pace import DEFAULT_PACE, paced
from grike.core.planner.variants.variant import (
    UNEVEN_SECONDS,
    Variant,
)
from grike.core.rules.w8_strength_days import STRENGTH_REPS
from grike.core.work import counted_seconds

F = TypeVar("F", bound=Format)
#: Seconds of a counted set when nothing is known but its reps: the medians of the shipped library,
#: both sides together, where the dose of many movements ends at about twenty reps. A guess of 3 s
#: a rep picked lists that could not fill their slot, and every such pattern failed.
SET_SECONDS, SET_SECONDS_PER_REP, MOST_SET_SECONDS = 4, 2.15, 40
HOLD_SECONDS = 30


def sides_of(movement: Movement) -> int:
    """Return how many bouts a counted set of a movement has."""
    return 2 if movement.one_sided else 1


@dataclass(frozen=True, slots=True)
class Counted(Variant[F]):
    """Sets of one number of reps, kept inside the dose of each movement; holds last 30 s."""

    counted: ClassVar[bool] = True
    elastic: ClassVar[bool] = True
    uniform: ClassVar[bool] = False
    carries: ClassVar[bool] = True

    def slot_seconds(self) -> int:
        """Return a guess."""
        return round(min(MOST_SET_SECONDS, SET_SECONDS + SET_SECONDS_PER_REP * self.usual_reps))

    def item_for(self, movement: Movement) -> Item:
        """Return the item with its reps where they differ from the format's."""
        if movement.pace is Pace.STILL:
            return Item(movement.id, seconds=HOLD_SECONDS)
        reps = movement.dose.nearest_reps(self.usual_reps)
        return Item(movement.id, reps=None if reps == self.usual_reps else reps)

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return the seconds of a hold, or the reps a side."""
        item = self.item_for(movement)
        return (item.seconds, None) if item.seconds else (None, item.reps or self.usual_reps)

    def set_seconds(self, movement: Movement) -> int:
        """Return the work seconds of one set, both sides together."""
        item = self.item_for(movement)
        if item.seconds is not None:
            return item.seconds * sides_of(movement)
        reps = item.reps or self.usual_reps
        return counted_seconds(reps, movement.seconds_per_rep) * sides_of(movement)

    def real_rest_seconds(self) -> int:
        """Return what the rests really take: nobody times those after counted bouts."""
        return paced(self.rest_seconds(), DEFAULT_PACE.rest_factor)

    @property
    def strength(self) -> bool:
        """Whether the reps are few enough for strength."""
        return 0 < self.usual_reps <= STRENGTH_REPS

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement fits: what is done by the dozen is no strength set."""
        return not self.strength or (self.item_for(movement).reps or 0) <= STRENGTH_REPS

    def seconds_of(self, movement: Movement) -> int:
        """Return the work seconds of all sets, both sides."""
        return self.sets * self.set_seconds(movement)


def work_of_blocks(variant: Variant[Any], stretch_seconds: int) -> int:
    """Return the work of blocks that stay below a stretch; four fifths, as they are uneven."""
    beside = (variant.real_rest_seconds() + variant.reserve_seconds()) // variant.blocks
    room = stretch_seconds - UNEVEN_SECONDS - beside
    return variant.blocks * room * 8 // 10


def levelled(variant: Variant[Any], order: Sequence[Movement]) -> list[list[Movement]]:
    """Return blocks of about the same work: the longest movements are dealt out first."""
    blocks: list[list[Movement]] = [[] for _ in range(variant.blocks)]
    for movement in sorted(order, key=lambda m: -variant.seconds_of(m)):
        open_blocks = [b for b in blocks if len(b) < variant.block_slots]
        if open_blocks:
            least = min(open_blocks, key=lambda b: sum(map(variant.seconds_of, b)))
            least.append(movement)
    place = {m.id: n for n, m in enumerate(order)}
    for block in blocks:
        block.sort(key=lambda m: place[m.id])
    blocks.sort(key=lambda b: place[b[0].id] if b else len(place))
    return [block for block in blocks if block]
