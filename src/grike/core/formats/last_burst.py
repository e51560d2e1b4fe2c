"""Last burst."""

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
from grike.core.formats.parameters import dose_words, either
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class LastBurst(Format):
    """One movement at the end of the work: 30 to 120 s, or a challenge of some reps a side."""

    kind: ClassVar[str] = "last-burst"
    name: ClassVar[str] = "Last burst"
    letters: ClassVar[str] = "LB"
    met: ClassVar[MetRange] = MET_CIRCUIT
    holds: ClassVar[Holds] = Holds(1, 1)
    ending: ClassVar[bool] = True
    work_seconds: int | None = None
    reps: int | None = None

    def __post_init__(self) -> None:
        either(self.reps, self.work_seconds)
        within("work_seconds", self.work_seconds, 30, 120)
        within("reps", self.reps, 1, 50, unit="reps")

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Last burst, {dose_words(self.reps, self.work_seconds)}"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(work_seconds=40)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial("work seconds", self.work_seconds, 5, lambda to: replace(self, work_seconds=to)),
            *dial("reps", self.reps, 2, lambda to: replace(self, reps=to)),
        )

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay the one movement out."""
        return [*at.turn(0, 1, (self.work_seconds, self.reps))]
