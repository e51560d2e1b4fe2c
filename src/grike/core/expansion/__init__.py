"""Blocks to steps: each format lays out its bouts and gaps."""

from __future__ import annotations

from collections.abc import Callable
from functools import lru_cache

from grike.core.bouts import Step
from grike.core.design import Block, ClassDesign
from grike.core.errors import InvalidInput
from grike.core.expansion import lists, rounds
from grike.core.expansion.layout import Layout
from grike.core.format import (
    AddOn,
    Breather,
    CountedCircuit,
    Flow,
    Ladder,
    LastBurst,
    NoRestCircuit,
    OnTheMinute,
    RepList,
    ShortIntervals,
    StraightSets,
    StrengthPulse,
    Superset,
    Talk,
    ThreePace,
    TimeCap,
    TimedCircuit,
)
from grike.core.movement import Library
from grike.core.pace import DEFAULT_PACE, Pace

_EXPANSIONS: dict[type, Callable[[Layout], list[Step]]] = {
    TimedCircuit: rounds.timed_circuit,
    NoRestCircuit: rounds.no_rest_circuit,
    CountedCircuit: rounds.counted_circuit,
    StraightSets: rounds.straight_sets,
    Superset: rounds.superset,
    ShortIntervals: rounds.short_intervals,
    Ladder: lists.ladder,
    RepList: lists.rep_list,
    ThreePace: rounds.three_pace,
    StrengthPulse: rounds.strength_pulse,
    AddOn: lists.add_on,
    OnTheMinute: lists.on_the_minute,
    TimeCap: lists.time_cap,
    LastBurst: lists.last_burst,
    Flow: lists.flow,
    Talk: lists.talk,
    Breather: lists.breather,
}


@lru_cache(maxsize=4096)
def _laid_out(number: int, block: Block, library: Library, pace: Pace) -> tuple[Step, ...]:
    """Return the steps of one block; an edit of a class changes one of its blocks and no more."""
    return tuple(_EXPANSIONS[type(block.format)](Layout(number, block, library, pace)))


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
