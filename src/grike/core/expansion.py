"""Blocks to steps: the bouts and gaps of a class in order, as each format lays them out."""

from __future__ import annotations

from functools import lru_cache

from grike.core.bouts import Step
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.formats.layout import Layout
from grike.core.library import Library
from grike.core.pace import DEFAULT_PACE, Pace


@lru_cache(maxsize=4096)
def _laid_out(number: int, block: Block, library: Library, pace: Pace) -> tuple[Step, ...]:
    """Return the steps of one block; an edit of a class changes one of its blocks and no more."""
    return tuple(block.format.lay_out(layout_of(block, library, number=number, pace=pace)))


def layout_of(
    block: Block, library: Library, *, number: int = 0, pace: Pace = DEFAULT_PACE
) -> Layout:
    """Return a block ready to be laid out, as block ``number`` of its class."""
    return Layout(
        library=library,
        items=block.items,
        purpose=block.purpose,
        passes=block.passes,
        beats_a_minute=block.beats_a_minute,
        number=number,
        pace=pace,
    )


def steps(design: ClassDesign, library: Library, pace: Pace = DEFAULT_PACE) -> list[Step]:
    """Return bouts and gaps of a whole class in order; ``pace`` scales counted bouts.

    Raises NotFound for an unknown movement and InvalidInput, with its place, for a block whose
    parameters and movements do not go together.
    """
    out: list[Step] = []
    for number, block in enumerate(design.blocks):
        try:
            out += _laid_out(number, block, library, pace)
        except InvalidInput as error:
            error.place = f"blocks[{number}]" + (f".{error.place}" if error.place else "")
            error.args = (error.line(),)
            raise
    return out
