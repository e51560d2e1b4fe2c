"""Rounds in a time cap as variants: as many whole rounds as were planned."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import chain, combinations, islice, takewhile
from typing import Any, ClassVar

from grike.core.design import Block
from grike.core.expansion import layout_of
from grike.core.formats import (
    Format,
    TimeCap,
)
from grike.core.formats.time_cap import capped_turns
from grike.core.item import Item
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.pace import DEFAULT_PACE
from grike.core.planner.variants.counted import Counted, levelled, work_of_blocks
from grike.core.planner.variants.variant import (
    CHANGE_SECONDS,
    Variant,
)

MINUTE = 60
#: The cap of which variants are made; that of a class is set anew once its movements are known.
USUAL_CAP = 10
#: Reps more or less of a movement by which a round is brought to the length that is wanted.
NUDGES = (1, -1, 2, -2)


@dataclass(frozen=True, slots=True)
class TimeCapVariant(Counted[TimeCap]):
    """Blocks of a list against the clock, of as many whole rounds as were planned.

    A cap that is fixed beforehand holds the planned rounds only by chance, and a bout more takes
    the week off its step. How many rounds a cap holds depends on its movements and their order.
    So the movements are chosen for ``rounds`` rounds, and then the cap of each block is set to the
    minutes that hold these; a rep more or less of a movement or two keeps another bout out.
    """

    of: ClassVar[type[Format]] = TimeCap
    rounds: int = 4
    carries: ClassVar[bool] = False

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for reps in (8, 10, 12, 15):
            for rounds in (3, 4, 5):
                for blocks, size in ((2, 4), (3, 4), (2, 5), (3, 3), (4, 4), (4, 3), (5, 3)):
                    yield cls(TimeCap(USUAL_CAP, reps), blocks, size, rounds)

    @property
    def sets(self) -> int:
        """How often each movement is worked."""
        return self.rounds

    @property
    def usual_reps(self) -> int:
        """The reps of a round."""
        return self.format.reps

    def rest_seconds(self) -> int:
        """Return what of the caps is no work: showings, changes, half of every last minute."""
        shows = self.slots * DEFAULT_PACE.show_new_seconds
        return shows + self.slots * self.rounds * CHANGE_SECONDS + self.blocks * MINUTE // 2

    def real_rest_seconds(self) -> int:
        """Return what of the time is no work: the clock ends it."""
        return self.rest_seconds()

    def reserve_seconds(self) -> int:
        """Return the other half of every last minute."""
        return self.blocks * MINUTE // 2

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return the work of caps that are each short enough."""
        return work_of_blocks(self, stretch_seconds)

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return lists of about the same length."""
        return levelled(self, order)

    def block_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return the block with a cap that holds the rounds and as little beyond them as can be."""
        library = Library(group)
        best: tuple[int, Block] | None = None
        for block in _nudged(Counted.block_for(self, group, given), library, self.format):
            beyond, capped = self._capped(block, library)
            if best is None or beyond < best[0]:
                best = beyond, capped
            if beyond == 0:
                break
        assert best is not None
        return best[1]

    def draft_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return the block with a cap that holds the rounds, whatever comes beyond them."""
        return self._capped(Counted.block_for(self, group, given), Library(group))[1]

    def _capped(self, block: Block, library: Library) -> tuple[int, Block]:
        """Return the block with the least cap that holds the rounds, and the bouts beyond them."""
        turns = capped_turns(layout_of(block, library), self.format.reps)
        planned = self.rounds * len(block.items)
        *_, last = (over for _, over in islice(turns, planned))
        minutes = -(-last // MINUTE)
        beyond = sum(1 for _ in takewhile(lambda entry: entry[1] <= MINUTE * minutes, turns))
        return beyond, replace(block, format=replace(self.format, minutes=minutes))


def whole_rounds(block: Block, library: Library) -> int:
    """Return how many whole rounds the cap of a block holds."""
    assert isinstance(block.format, TimeCap)
    cap = MINUTE * block.format.minutes
    ends = capped_turns(layout_of(block, library), block.format.reps)
    return sum(1 for _ in takewhile(lambda entry: entry[1] <= cap, ends)) // len(block.items)


def _nudged(block: Block, library: Library, fmt: TimeCap) -> Iterator[Block]:
    """Yield a block as it is, then with reps more or less of one movement, then of two.

    Every movement stays inside its dose.
    """
    yield block
    nudges = [
        (place, replace(item, reps=reps))
        for nudge in NUDGES
        for place, item in enumerate(block.items)
        if (reps := _within_dose(item, library, fmt, nudge)) is not None
    ]
    for changed in chain(((nudge,) for nudge in nudges), combinations(nudges, 2)):
        by_place = dict(changed)
        if len(by_place) == len(changed):
            items = tuple(by_place.get(place, item) for place, item in enumerate(block.items))
            yield replace(block, items=items)


def _within_dose(item: Item, library: Library, fmt: TimeCap, nudge: int) -> int | None:
    """Return the reps of a counted item after a nudge, where its dose allows them."""
    low, high = library[item.movement_id].dose.reps
    reps = (item.reps or fmt.reps) + nudge
    return reps if item.seconds is None and low <= reps <= high else None
