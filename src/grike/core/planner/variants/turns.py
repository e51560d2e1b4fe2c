"""Movements of several parts in turn, cut into blocks."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from typing import Any

from grike.core.movement import Movement
from grike.core.planner.variants.variant import Variant


def in_turn(
    variant: Variant[Any],
    order: Sequence[Movement],
    plays: Sequence[Callable[[Movement], bool]],
) -> list[list[Movement]]:
    """Return blocks in which the parts take turns, each in the order given."""
    queues = [[m for m in order if part(m)] for part in plays]
    turns = [m for group in zip(*queues, strict=False) for m in group]
    size = variant.block_slots
    return [turns[n : n + size] for n in range(0, len(turns), size)]
