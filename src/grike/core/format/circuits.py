"""Formats in which everybody goes round: timed, without rests, and counted."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from grike.core.format.limits import BetweenRounds, CircuitOrder, FinalRest, times_words, within


@dataclass(frozen=True, slots=True)
class TimedCircuit:
    """Bouts with rests. ``round_rest_seconds`` None: the ordinary rest runs on between rounds."""

    kind: ClassVar[str] = "timed-circuit"
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
        within("rounds", self.rounds, 1, 20, "rounds")
        within("round_rest_seconds", self.round_rest_seconds, 0, 600)

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    def summary(self) -> str:
        """Return the format in plain words."""
        times = times_words(self.rounds, "once", "rounds")
        pause = (
            f", {self.round_rest_seconds} s between rounds"
            if self.round_rest_seconds is not None and self.rounds > 1
            else ""
        )
        return f"Circuit, {self.work_seconds} s work and {self.rest_seconds} s rest, {times}{pause}"


@dataclass(frozen=True, slots=True)
class NoRestCircuit:
    """Circuits of ``size`` movements each without a rest inside, and a longer rest between them.

    ``size`` None: all movements of the block are one circuit. Each circuit is layered on one
    pattern, so that it counts as one bout where the load on a joint is judged.
    """

    kind: ClassVar[str] = "no-rest-circuit"
    work_seconds: int
    rounds: int = 1
    between_seconds: int = 45
    size: int | None = None

    def __post_init__(self) -> None:
        within("work_seconds", self.work_seconds, 5, 600)
        within("rounds", self.rounds, 1, 20, "rounds")
        within("between_seconds", self.between_seconds, 0, 600)
        within("size", self.size, 1, 12, "movements")

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    def summary(self) -> str:
        """Return the format in plain words."""
        size = f" of {self.size}" if self.size else ""
        rounds = times_words(self.rounds, "once", "rounds")
        return (
            f"No-rest circuit{size}, {self.work_seconds} s each, {rounds}, "
            f"{self.between_seconds} s between circuits"
        )


@dataclass(frozen=True, slots=True)
class CountedCircuit:
    """Each movement to its reps, ``passes`` times; led by the instructor or at one's own pace."""

    kind: ClassVar[str] = "counted-circuit"
    reps: int
    passes: int = 2
    rest_seconds: int = 0
    round_rest_seconds: int = 60
    led: bool = True

    def __post_init__(self) -> None:
        within("reps", self.reps, 1, 200, "reps")
        within("passes", self.passes, 1, 20, "passes")
        within("rest_seconds", self.rest_seconds, 0, 300)
        within("round_rest_seconds", self.round_rest_seconds, 0, 600)

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return self.passes

    def summary(self) -> str:
        """Return the format in plain words."""
        passes = times_words(self.passes, "once", "passes")
        pace = "led" if self.led else "own pace"
        return f"Counted circuit, {self.reps} of each, {passes}, {pace}"


@dataclass(frozen=True, slots=True)
class ShortIntervals:
    """Hard bouts of 20 s with 10 s rest over 1, 2, 4 or 8 movements in turn.

    Source of 20 s on, 10 s off, 7 to 8 bouts: Tabata et al., Med Sci Sports Exerc 1996;28:1327-30.
    """

    kind: ClassVar[str] = "intervals-20-10"
    bouts: int = 8
    work_seconds: int = 20
    rest_seconds: int = 10
    final: FinalRest = FinalRest.DROPPED

    def __post_init__(self) -> None:
        within("bouts", self.bouts, 4, 16, "bouts")
        within("work_seconds", self.work_seconds, 10, 40)
        within("rest_seconds", self.rest_seconds, 5, 30)

    @property
    def sets(self) -> int:
        """Return 1: how often each movement comes depends on how many share the bouts."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Intervals, {self.bouts} bouts of {self.work_seconds}/{self.rest_seconds} s"
