"""A block being laid out: its bouts, turns, side chains and rests."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from grike.core.bouts import Bout, Gap, Side, Step
from grike.core.formats.parameters import BetweenRounds
from grike.core.item import Handling, Item, Pass
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.pace import DEFAULT_PACE, Pace
from grike.core.plain import at
from grike.core.purpose import Purpose
from grike.core.work import item_in_pass, rest_in_pass, work_of

#: (seconds, reps) of a bout, one of them None.
Dose = tuple[int | None, int | None]
#: The bouts that follow each other without a gap: one, or left and right of the same item.
Turn = list[Bout]


@dataclass(frozen=True, slots=True, kw_only=True)
class Layout:
    """One block being laid out: what it holds, and the place ``number`` that it has in its class.

    ``passes`` and ``beats_a_minute`` are those of the block, for all of its movements.
    """

    library: Library
    items: tuple[Item, ...]
    purpose: Purpose = Purpose.WORK
    passes: tuple[Pass, ...] = ()
    beats_a_minute: int | None = None
    number: int = 0
    pace: Pace = DEFAULT_PACE

    @property
    def places(self) -> range:
        """The places of the block."""
        return range(len(self.items))

    @property
    def nominal(self) -> bool:
        """Whether this is the clock as planned; a slower group may take longer than the limits."""
        return self.pace == DEFAULT_PACE

    def movement(self, place: int) -> Movement:
        """Return the movement at a place of the block."""
        return self.library[self.items[place].movement_id]

    def gap(self, seconds: int, label: str = "") -> Gap:
        """Return a rest."""
        return Gap(self.number, seconds, "rest", label)

    def rest_after(self, turn: Turn, default: int) -> Gap:
        """Return the rest after a turn; its pass may set another than the format."""
        item, passes = self.items[turn[-1].place], self.passes
        if item.passes or passes:
            own = rest_in_pass(item, passes, turn[-1].round)
            return self.gap(default if own is None else own)
        return self.gap(default)

    def bout(self, place: int, round_: int, dose: Dose, side: Side) -> Bout:
        """Return one bout with its dose after format, item and pass."""
        item, movement = self.in_round(place, round_)
        with at(f"items[{place}]"):
            work = work_of(
                self.items[place],
                movement,
                round_,
                self.passes,
                default=dose,
                factor=self.pace.factor_of(item.movement_id),
                beats_a_minute=self.beats_a_minute,
            )
        return Bout(self.number, place, work.item, movement, side, round_, work.seconds, work.reps)

    def in_round(self, place: int, round_: int) -> tuple[Item, Movement]:
        """Return what stands at a place in one round; a pass may change it."""
        item = item_in_pass(self.items[place], self.passes, round_)
        return item, self.library[item.movement_id]

    def turn(self, place: int, round_: int, dose: Dose) -> Turn:
        """Return the bouts of one item in one round: one, or left and right."""
        item, movement = self.in_round(place, round_)
        return [
            self.bout(place, round_, dose, side)
            for side in sides_of(item.handling, movement, round_)
        ]

    def turns(self, places: Iterable[int], round_: int, dose: Dose) -> list[Turn]:
        """Return the turns of a round; a side chain runs on the left, then on the right."""
        out: list[Turn] = []
        chain: list[int] = []
        for place in places:
            item = self.items[place]
            if item.handling is Handling.CHAIN and self.movement(place).one_sided:
                chain.append(place)
                continue
            out += self._chained(chain, round_, dose)
            chain = []
            out.append(self.turn(place, round_, dose))
        return out + self._chained(chain, round_, dose)

    def _chained(self, places: list[int], round_: int, dose: Dose) -> list[Turn]:
        return [
            [self.bout(place, round_, dose, side)]
            for side in (Side.LEFT, Side.RIGHT)
            for place in places
        ]

    def each(self, places: Iterable[int], round_: int, dose: Dose) -> list[Turn]:
        """Return the turns of a round with every bout a turn of its own, as stations have it."""
        return [[bout] for turn in self.turns(places, round_, dose) for bout in turn]


def sides_of(handling: Handling, movement: Movement, round_: int) -> Sequence[Side]:
    """Return the sides that a movement does in one round, in order."""
    if not movement.one_sided:
        return (Side.BOTH,)
    if handling is Handling.BY_ROUND:
        return (Side.LEFT if round_ % 2 else Side.RIGHT,)
    only = {Handling.SPLIT: Side.SPLIT, Handling.LEFT: Side.LEFT, Handling.RIGHT: Side.RIGHT}
    return (only[handling],) if handling in only else (Side.LEFT, Side.RIGHT)


def stations(at: Layout) -> list[list[int]]:
    """Return the places of each station; the movements of a side chain are one station."""
    out: list[list[int]] = []
    for place in at.places:
        item = at.items[place]
        chained = item.handling is Handling.CHAIN
        if chained and out and at.items[out[-1][-1]].handling is Handling.CHAIN:
            out[-1].append(place)
        else:
            out.append([place])
    return out


def rested(
    at: Layout,
    rounds: list[list[Turn]],
    rest: int,
    between: int | None,
    *,
    manner: BetweenRounds = BetweenRounds.REPLACES,
) -> list[Step]:
    """Put a rest after every turn, and settle the last rest of each round but the last."""
    out: list[Step] = []
    for index, turns in enumerate(rounds):
        for turn in turns:
            out += [*turn, at.rest_after(turn, rest)]
        if index < len(rounds) - 1 and between is not None:
            last = out[-1]
            adds = last.seconds if manner is BetweenRounds.ADDS else 0
            out[-1] = at.gap(between + adds)
    return out
