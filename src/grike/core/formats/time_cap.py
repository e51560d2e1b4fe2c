"""Rounds in a time cap."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from itertools import count, takewhile
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.errors import InvalidInput
from grike.core.formats.format import (
    MET_CIRCUIT,
    Dial,
    Format,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout, Turn
from grike.core.limits import within
from grike.core.movement import Movement
from grike.core.pace import transition_seconds


@dataclass(frozen=True, slots=True)
class TimeCap(Format):
    """As many rounds of a list as fit a number of minutes; what is left over is rest."""

    kind: ClassVar[str] = "time-cap"
    name: ClassVar[str] = "Rounds in a time cap"
    letters: ClassVar[str] = "TI"
    met: ClassVar[MetRange] = MET_CIRCUIT
    minutes: int
    reps: int = 10

    def __post_init__(self) -> None:
        within("minutes", self.minutes, 2, 40, unit="minutes")
        within("reps", self.reps, 1, 100, unit="reps")

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Rounds in {self.minutes} minutes, {self.reps} of each"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(8)

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return (*dial("minutes", self.minutes, 1, lambda to: replace(self, minutes=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (*dial("reps", self.reps, 2, lambda to: replace(self, reps=to)),)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay out the rounds that are expected to fit the cap, their changes, and what is left.

        Only movements that can be ended, both sides, are expected of the last round.
        """
        cap = 60 * self.minutes
        done = [
            turn
            for turn, _ in takewhile(lambda entry: entry[1] <= cap, capped_turns(at, self.reps))
        ]
        out: list[Step] = [bout for turn in done for bout in turn]
        if len(done) < len(at.turns(at.places, 1, (None, self.reps))) and at.nominal:
            raise InvalidInput(
                f"One round takes longer than {self.minutes} minutes.",
                fix="Give more minutes, or fewer reps.",
                place="format",
            )
        worked = sum(bout.seconds for turn in done for bout in turn)
        rest = at.gap(cap - worked, "until the time is up")
        return [*out, rest._replace(takes_up=True)]


def capped_turns(at: Layout, reps: int) -> Iterator[tuple[Turn, int]]:
    """Yield the turns of a list in rounds without end, each with the seconds until it is over.

    The seconds count from the start: all showings first, then changes and work.
    """
    over = at.pace.show_new_seconds * len(at.places)
    before: Movement | None = None
    for round_ in count(1):
        for turn in at.turns(at.places, round_, (None, reps)):
            movement = turn[0].movement
            over += transition_seconds(before, movement, at.pace)
            over += at.pace.other_side_seconds * (len(turn) - 1)
            over += sum(bout.seconds for bout in turn)
            yield turn, over
            before = movement
