"""Add-on combination."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Bout, Side, Step
from grike.core.formats.format import (
    MET_TO_MUSIC,
    Dial,
    Format,
    Holds,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout
from grike.core.limits import within
from grike.core.work import rep_seconds


@dataclass(frozen=True, slots=True)
class AddOn(Format):
    """Learn A, learn B, then A and B; C, D, C and D; then all: counted to music, and nested.

    ``counts`` is the length of one part, where its item does not say another; ``learn`` how often
    it is done while it is learned, 0 where the parts are known and only done together; ``repeat``
    how often each combination is done; ``join`` how many parts are learned before they are joined.
    """

    kind: ClassVar[str] = "add-on"
    name: ClassVar[str] = "Add-on combination"
    letters: ClassVar[str] = "AO"
    met: ClassVar[MetRange] = MET_TO_MUSIC
    holds: ClassVar[Holds] = Holds(1, 8)
    flows: ClassVar[bool] = True
    counts: int = 32
    beats_a_minute: int = 128
    learn: int = 4
    repeat: int = 2
    join: int = 2

    def __post_init__(self) -> None:
        within("counts", self.counts, 4, 64, unit="counts")
        within("beats_a_minute", self.beats_a_minute, 60, 180, unit="beats a minute")
        within("learn", self.learn, 0, 16, unit="times")
        within("repeat", self.repeat, 1, 16, unit="times")
        within("join", self.join, 2, 4, unit="parts")

    def summary(self) -> str:
        """Return the format in plain words."""
        return (
            f"Add-on combination, parts of {self.counts} counts at "
            f"{self.beats_a_minute} beats a minute"
        )

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls()

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return (
            *dial("repeat", self.repeat, 1, lambda to: replace(self, repeat=to)),
            *dial("learn", self.learn or None, 1, lambda to: replace(self, learn=to)),
        )

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay the nested combinations out on the beat; seconds are rounded where a bout ends."""
        out: list[Step] = []
        beats, at_second = 0, 0
        for number, (place, times) in enumerate(_nested(list(at.places), self), start=1):
            item, movement = at.items[place], at.movement(place)
            counts = (item.counts or self.counts) * times
            beats += counts
            end = -(-beats * 60 // self.beats_a_minute)
            reps = counts // item.beats_per_rep if item.beats_per_rep else None
            per_rep = rep_seconds(item, movement, self.beats_a_minute)
            side = Side.SPLIT if movement.one_sided else Side.BOTH
            item = replace(item, seconds_per_rep=per_rep)
            out.append(Bout(at.number, place, item, movement, side, number, end - at_second, reps))
            at_second = end
        return out


def _nested(places: list[int], fmt: AddOn) -> Iterator[tuple[int, int]]:
    """Yield (place, times): learn some parts, then do them together, and so on with more."""
    if len(places) > fmt.join and fmt.learn:
        # A, B, A+B; C, D, C+D; all: the first half is the largest that leaves something over.
        half = fmt.join
        while half * 2 < len(places):
            half *= 2
        yield from _nested(places[:half], fmt)
        yield from _nested(places[half:], fmt)
    elif fmt.learn:
        yield from ((place, fmt.learn) for place in places)
    if len(places) > 1 or not fmt.learn:
        for _ in range(fmt.repeat):
            for place in places:
                yield place, 1
