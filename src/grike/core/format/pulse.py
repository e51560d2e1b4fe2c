"""Formats that play with pace: three paces, strength and pulse, and combinations to music."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from grike.core.format.limits import FinalRest, within


@dataclass(frozen=True, slots=True)
class ThreePace:
    """Rounds of three new movements each: one fast, one slow and controlled, one held still."""

    kind: ClassVar[str] = "three-pace"
    work_seconds: int = 40
    rest_seconds: int = 20
    round_rest_seconds: int | None = None
    final: FinalRest = FinalRest.DROPPED

    def __post_init__(self) -> None:
        within("work_seconds", self.work_seconds, 10, 120)
        within("rest_seconds", self.rest_seconds, 0, 120)
        within("round_rest_seconds", self.round_rest_seconds, 0, 300)

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Three paces, {self.work_seconds} s work and {self.rest_seconds} s rest"


@dataclass(frozen=True, slots=True)
class StrengthPulse:
    """A strength bout, then a cardio bout in place of its rest; movements stand in such pairs."""

    kind: ClassVar[str] = "strength-pulse"
    strength_seconds: int = 40
    pulse_seconds: int = 20
    rounds: int = 3
    round_rest_seconds: int = 0

    def __post_init__(self) -> None:
        within("strength_seconds", self.strength_seconds, 10, 120)
        within("pulse_seconds", self.pulse_seconds, 10, 120)
        within("rounds", self.rounds, 1, 20, "rounds")
        within("round_rest_seconds", self.round_rest_seconds, 0, 300)

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    def summary(self) -> str:
        """Return the format in plain words."""
        return (
            f"Strength and pulse, {self.strength_seconds} s and {self.pulse_seconds} s, "
            f"{self.rounds} rounds"
        )


@dataclass(frozen=True, slots=True)
class AddOn:
    """Learn A, learn B, then A and B; C, D, C and D; then all: counted to music, and nested.

    ``counts`` is the length of one part, ``learn`` how often it is done while it is learned, and
    ``repeat`` how often each combination is done.
    """

    kind: ClassVar[str] = "add-on"
    counts: int = 32
    beats_a_minute: int = 128
    learn: int = 4
    repeat: int = 2

    def __post_init__(self) -> None:
        within("counts", self.counts, 4, 64, "counts")
        within("beats_a_minute", self.beats_a_minute, 60, 180, "beats a minute")
        within("learn", self.learn, 1, 16, "times")
        within("repeat", self.repeat, 1, 16, "times")

    @property
    def sets(self) -> int:
        """Return 1: a part comes as often as the combinations that hold it."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return (
            f"Add-on combination, parts of {self.counts} counts at "
            f"{self.beats_a_minute} beats a minute"
        )
