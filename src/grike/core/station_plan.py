"""Who stands where in a part whose people share the kit: one station each, and all move on."""

from __future__ import annotations

from collections import Counter
from collections.abc import Collection, Iterable, Sequence
from typing import NamedTuple

from grike.core.bouts import Bout, Side
from grike.core.design import ClassDesign


class StationPlace(NamedTuple):
    """A station: what is done there, one place of the part or several that take turns.

    ``side`` None: all sides of it. ``people``: how many stand there at a time, to begin with.
    """

    places: tuple[int, ...]
    side: Side | None
    people: int

    def has(self, place: int | None, side: Side | None) -> bool:
        """Return whether a bout is done at this station."""
        return place in self.places and self.side in (None, side)


def stations_of(
    design: ClassDesign, number: int, bouts: Iterable[Bout], heads: int
) -> tuple[StationPlace, ...]:
    """Return the stations of a block of a class; none where everybody does the same at a time."""
    if not design.blocks[number].stations:
        return ()
    return station_plan([bout for bout in bouts if bout.block == number], heads)


def station_plan(bouts: Sequence[Bout], heads: int) -> tuple[StationPlace, ...]:
    """Return the stations of a part in the order in which people go round, from its bouts.

    Where all sets of a movement, or of a pair, come before what follows, it is a station. Where
    all take turns round by round, each bout of a round is one, so that left and right are two.
    People spread as evenly as they can; the first stations have one more.
    """
    own = _in_a_row(bouts)
    stations: list[tuple[tuple[int, ...], Side | None]] = [(places, None) for places in own]
    if len(own) < 2:
        first = dict.fromkeys((b.place, b.side) for b in bouts if b.round == bouts[0].round)
        often = Counter(place for place, _ in first)
        stations = [((place,), side if often[place] > 1 else None) for place, side in first]
    each, over = divmod(heads, max(1, len(stations)))
    return tuple(
        StationPlace(places, side, each + (number < over))
        for number, (places, side) in enumerate(stations)
    )


def most_at_once(plan: Sequence[StationPlace], places: Collection[int]) -> int:
    """Return how many stand at some of the places of a part at one time, as people go round."""
    people = [station.people for station in plan]
    at = [number for number, one in enumerate(plan) if not set(one.places).isdisjoint(places)]
    turns = range(len(plan))
    return max((sum(people[number - turn] for number in at) for turn in turns), default=0)


def _in_a_row(bouts: Sequence[Bout]) -> list[tuple[int, ...]]:
    """Return the places of each stretch of a part after which none of its places comes again.

    A part of one round has none: there is nothing to be done before one moves on.
    """
    if len({bout.round for bout in bouts}) < 2:
        return []
    last = {bout.place: at for at, bout in enumerate(bouts)}
    out: list[tuple[int, ...]] = []
    began = end = 0
    for at, bout in enumerate(bouts):
        end = max(end, last[bout.place])
        if at == end:
            out.append(tuple(dict.fromkeys(one.place for one in bouts[began : at + 1])))
            began = end = at + 1
    return out
