"""Timed circuit."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.formats.format import (
    MET_CIRCUIT,
    Dial,
    Format,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout, rested, stations
from grike.core.formats.parameters import BetweenRounds, CircuitOrder, FinalRest, times_words
from grike.core.limits import within

#: (work, rest) in seconds, the likeliest first. Common practice, no source.
USUAL_BOUTS = ((40, 20), (30, 20), (30, 15), (50, 20), (45, 15), (35, 15), (25, 15))


@dataclass(frozen=True, slots=True)
class TimedCircuit(Format):
    """Bouts with rests. ``round_rest_seconds`` None: the ordinary rest runs on between rounds."""

    kind: ClassVar[str] = "timed-circuit"
    name: ClassVar[str] = "Timed circuit"
    letters: ClassVar[str] = "TC"
    met: ClassVar[MetRange] = MET_CIRCUIT
    work_seconds: int
    rest_seconds: int
    rounds: int = 1
    round_rest_seconds: int | None = None
    order: CircuitOrder = CircuitOrder.ROUNDS
    between: BetweenRounds = BetweenRounds.REPLACES
    final: FinalRest = FinalRest.DROPPED

    def __post_init__(self) -> None:
        within("work_seconds", self.work_seconds, 5, 600)
        within("rest_seconds", self.rest_seconds, 0, 300)
        within("rounds", self.rounds, 1, 20, unit="rounds")
        within("round_rest_seconds", self.round_rest_seconds, 0, 600)

    def summary(self) -> str:
        """Return the format in plain words."""
        times = times_words(self.rounds, "once", "rounds")
        pause = (
            f", {self.round_rest_seconds} s between rounds"
            if self.round_rest_seconds is not None and self.rounds > 1
            else ""
        )
        return f"Circuit, {self.work_seconds} s work and {self.rest_seconds} s rest, {times}{pause}"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(40, 20, 3)

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    @property
    def pause(self) -> int:
        """Return the rest after a bout."""
        return self.rest_seconds

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return (
            *dial(
                "round rest",
                self.round_rest_seconds,
                5,
                lambda to: replace(self, round_rest_seconds=to),
            ),
            *dial("rest", self.rest_seconds, 5, lambda to: replace(self, rest_seconds=to)),
        )

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return (*dial("rounds", self.rounds, 1, lambda to: replace(self, rounds=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial("work seconds", self.work_seconds, 5, lambda to: replace(self, work_seconds=to)),
        )

    @classmethod
    def settings(cls) -> Iterator[Format]:
        """Yield usual settings, the likeliest first."""
        for rounds in (3, 4, 2, 5):
            for work, rest in USUAL_BOUTS:
                yield cls(work, rest, rounds, 45)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay rounds (or stations) out, then settle the rests at their ends."""
        rounds, dose = range(1, self.rounds + 1), (self.work_seconds, None)
        if self.order is CircuitOrder.ROUNDS:
            groups = [at.each(at.places, round_, dose) for round_ in rounds]
        else:
            groups = [[t for r in rounds for t in at.each(own, r, dose)] for own in stations(at)]
        out = rested(at, groups, self.rest_seconds, self.round_rest_seconds, manner=self.between)
        return out if self.final is FinalRest.KEPT else out[:-1]
