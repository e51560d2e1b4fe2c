"""Flow: a list without rests for warm-up, mobility and cool-down; seconds or reps a side."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.formats.format import (
    MET_STRETCHING,
    Format,
    MetRange,
)
from grike.core.formats.layout import Dose, Layout
from grike.core.formats.parameters import times_words
from grike.core.limits import within
from grike.core.purpose import Purpose


@dataclass(frozen=True, slots=True)
class Flow(Format):
    """A list without rests for warm-up, mobility and cool-down; seconds or reps a side."""

    kind: ClassVar[str] = "flow"
    name: ClassVar[str] = "Flow"
    letters: ClassVar[str] = "FL"
    met: ClassVar[MetRange] = MET_STRETCHING
    purposes: ClassVar[tuple[Purpose, ...]] = (Purpose.WARM_UP, Purpose.COOL_DOWN)
    seconds: int = 30
    rounds: int = 1
    reps: int | None = None

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 3, 60)
        within("rounds", self.rounds, 1, 5, unit="rounds")
        within("reps", self.reps, 1, 30, unit="reps")

    def summary(self) -> str:
        """Return the format in plain words."""
        dose = f"{self.reps}" if self.reps is not None else f"{self.seconds} s"
        rounds = f", {times_words(self.rounds, 'once', 'rounds')}" if self.rounds > 1 else ""
        return f"Flow, {dose} each{rounds}"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls()

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay the list out without rests."""
        dose: Dose = (None, self.reps) if self.reps is not None else (self.seconds, None)
        return [
            bout
            for round_ in range(1, self.rounds + 1)
            for turn in at.turns(at.places, round_, dose)
            for bout in turn
        ]
