"""Blocks to steps: the bouts and gaps of a class in order, as each format lays them out."""

from __future__ import annotations

from functools import lru_cache

from grike.core.bouts import Bout, Step
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.formats.layout import Layout
from grike.core.library import Library
from grike.core.pace import DEFAULT_PACE, Pace


@lru_cache(maxsize=4096)
def _laid_out(number: int, block: Block, library: Library, pace: Pace) -> tuple[Step, ...]:
    """Return the steps of one block; an edit of a class changes one of its blocks and no more."""
    out = block.format.lay_out(layout_of(block, library, number=number, pace=pace))
    if block.active_rest is None:
        return tuple(out)
    kept_up = library[block.active_rest].name
    return tuple(_active(step, kept_up) for step in out)


def _active(step: Step, kept_up: str) -> Step:
    """Return a rest with the easy movement that is kept up in it; other steps as they are."""
    if isinstance(step, Bout) or step.kind != "rest":
        return step
    return step._replace(label=". ".join(filter(None, [step.label, f"{kept_up}, easily"])))


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
