"""Strength and pulse."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.formats.format import (
    MET_CIRCUIT,
    Dial,
    Format,
    Holds,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class StrengthPulse(Format):
    """A strength bout, then a cardio bout in place of its rest; movements stand in such pairs."""

    kind: ClassVar[str] = "strength-pulse"
    name: ClassVar[str] = "Strength and pulse"
    letters: ClassVar[str] = "SP"
    met: ClassVar[MetRange] = MET_CIRCUIT
    holds: ClassVar[Holds] = Holds(2, 20, 2)
    strength_seconds: int = 40
    pulse_seconds: int = 20
    rounds: int = 3
    round_rest_seconds: int = 0

    def __post_init__(self) -> None:
        within("strength_seconds", self.strength_seconds, 10, 120)
        within("pulse_seconds", self.pulse_seconds, 10, 120)
        within("rounds", self.rounds, 1, 20, unit="rounds")
        within("round_rest_seconds", self.round_rest_seconds, 0, 300)

    def summary(self) -> str:
        """Return the format in plain words."""
        return (
            f"Strength and pulse, {self.strength_seconds} s and {self.pulse_seconds} s, "
            f"{self.rounds} rounds"
        )

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls()

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    @property
    def shares_bouts(self) -> bool:
        """Return True: both sides share a bout."""
        return True

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return (
            *dial(
                "round rest",
                self.round_rest_seconds,
                5,
                lambda to: replace(self, round_rest_seconds=to),
            ),
        )

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return (*dial("rounds", self.rounds, 1, lambda to: replace(self, rounds=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial(
                "strength seconds",
                self.strength_seconds,
                5,
                lambda to: replace(self, strength_seconds=to),
            ),
        )

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay pairs out: after each strength bout, each side by itself, comes the cardio bout."""
        out: list[Step] = []
        for round_ in range(1, self.rounds + 1):
            for place in at.places[::2]:
                for turn in at.each([place], round_, (self.strength_seconds, None)):
                    pulse = at.turn(place + 1, round_, (self.pulse_seconds, None))
                    out += [*turn, *pulse]
            out.append(at.gap(self.round_rest_seconds))
        return out[:-1]
