"""Bouts and gaps: the steps of a class in order, before any clock."""

from __future__ import annotations

from enum import StrEnum
from typing import NamedTuple, TypeAlias

from grike.core.item import Item
from grike.core.movement import Movement


class Side(StrEnum):
    """The side on which a bout is done. SPLIT: first half left, second half right."""

    BOTH = "both"
    LEFT = "left"
    RIGHT = "right"
    SPLIT = "split"


class Bout(NamedTuple):
    """One stretch of work on one movement. ``reps`` is the planned count of a counted bout.

    ``item`` is the item as its pass changed it.
    """

    block: int
    place: int
    item: Item
    movement: Movement
    side: Side
    round: int
    seconds: int
    reps: int | None = None


class Gap(NamedTuple):
    """Time between bouts. ``absorbs``: whether changes and showings may happen inside it.

    ``takes_up``: it ends at a fixed time; what its block took beyond rests makes it shorter.
    """

    block: int
    seconds: int
    kind: str
    label: str = ""
    absorbs: bool = True
    takes_up: bool = False


Step: TypeAlias = Bout | Gap
