"""The last round of a block made another than those before it, without more work or time.

The bouts of the last round end in another way: small pulses, slowly, or quick; where reps are
counted, people go through the last round with half of the rests (common practice).
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import replace

from grike.core.bouts import Bout
from grike.core.composition import HIPS, KNEE
from grike.core.design import Block, ClassDesign
from grike.core.expansion import steps
from grike.core.formats import (
    CountedCircuit,
    Format,
    NoRestCircuit,
    ShortIntervals,
    StrengthPulse,
    Superset,
    TimedCircuit,
)
from grike.core.item import Handling, Item, Pass, Phase
from grike.core.library import Library
from grike.core.movement import Movement, Pace
from grike.core.pattern import Pattern
from grike.core.purpose import Purpose

#: The formats that go round, in bouts that are timed.
_ROUNDS = (TimedCircuit, NoRestCircuit, Superset, StrengthPulse, ShortIntervals)
#: Rests shorter than this are not halved.
SHORTEST_REST = 10
#: The end of a bout, and the shortest bout that has one.
END_SECONDS, SHORTEST_SECONDS = 10, 20
_PULSED = KNEE | HIPS | {Pattern.HIP_SIDE, Pattern.CALF_SHIN}


def ending(movement: Movement, fmt: Format) -> str | None:
    """Return how the last bout of a movement ends; None for what is held still."""
    if isinstance(fmt, ShortIntervals):
        return "count them"
    if movement.pace is Pace.STILL:
        return None
    if movement.pace is Pace.FAST:
        return "quick, as long as it is clean"
    return "small pulses" if movement.pattern in _PULSED else "slowly"


def _ended(item: Item, movement: Movement, fmt: Format, bouts: Iterable[Bout]) -> Item:
    """Return an item whose last round has an end of its own; itself where it can have none."""
    own, words = list(bouts), ending(movement, fmt)
    rounds = max((bout.round for bout in own), default=0)
    kept = item.passes or item.phases or item.handling is not Handling.TWO_BOUTS
    timed = all(b.reps is None and b.seconds >= SHORTEST_SECONDS for b in own)
    if kept or words is None or not rounds or not timed:
        return item
    last = Pass(finish=Phase(words, END_SECONDS))
    return replace(item, passes=(*[Pass()] * (rounds - 1), last))


def with_last_round(
    design: ClassDesign, library: Library, *, over: int | None = None, longest: bool = True
) -> ClassDesign:
    """Return a class in which something changes: the longest block that goes round, and long ones.

    A class in which no block can change stays as it is.
    """
    every = steps(design, library)
    able = [
        (sum(step.seconds for step in every if step.block == number), number)
        for number, block in enumerate(design.blocks)
        if block.purpose is Purpose.WORK and _goes_round(block) and not block.passes
    ]
    first = max(able, default=None) if longest else None
    long = [own for own in able if over is not None and own[0] > over]
    chosen = sorted({n for _, n in (*long, *([first] if first else []))})
    blocks = list(design.blocks)
    for number in chosen:
        own = [b for b in every if isinstance(b, Bout) and b.block == number]
        blocks[number] = _changed(blocks[number], own, library)
    return replace(design, blocks=tuple(blocks))


def _goes_round(block: Block) -> bool:
    fmt = block.format
    if isinstance(fmt, CountedCircuit):
        return fmt.passes > 1 and fmt.rest_seconds >= SHORTEST_REST
    return isinstance(fmt, _ROUNDS)


def _on_shorter_rests(block: Block, fmt: CountedCircuit) -> Block:
    """Return a circuit whose last pass has half of the rests between its movements."""
    last = Pass(rest_seconds=fmt.rest_seconds // 2)
    return replace(block, passes=(*[Pass()] * (fmt.passes - 1), last))


def _changed(block: Block, bouts: list[Bout], library: Library) -> Block:
    if isinstance(block.format, CountedCircuit):
        return _on_shorter_rests(block, block.format)
    items = tuple(
        _ended(item, library[item.movement_id], block.format, [b for b in bouts if b.place == n])
        for n, item in enumerate(block.items)
    )
    return replace(block, items=items)
