"""20/10 intervals: hard bouts of 20 s with 10 s rest over 1, 2, 4 or 8 movements in turn."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.errors import InvalidInput
from grike.core.formats.format import (
    MET_CIRCUIT,
    Dial,
    Format,
    Holds,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout, Turn, rested
from grike.core.formats.parameters import FinalRest
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class ShortIntervals(Format):
    """Hard bouts of 20 s with 10 s rest over 1, 2, 4 or 8 movements in turn.

    Source of 20 s on, 10 s off, 7 to 8 bouts: Tabata et al., Med Sci Sports Exerc 1996;28:1327-30.
    """

    kind: ClassVar[str] = "intervals-20-10"
    name: ClassVar[str] = "20/10 intervals"
    letters: ClassVar[str] = "IN"
    met: ClassVar[MetRange] = MET_CIRCUIT
    holds: ClassVar[Holds] = Holds(1, 8)
    bouts: int = 8
    work_seconds: int = 20
    rest_seconds: int = 10
    final: FinalRest = FinalRest.DROPPED

    def __post_init__(self) -> None:
        within("bouts", self.bouts, 4, 16, unit="bouts")
        within("work_seconds", self.work_seconds, 10, 40)
        within("rest_seconds", self.rest_seconds, 5, 30)

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Intervals, {self.bouts} bouts of {self.work_seconds}/{self.rest_seconds} s"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls()

    @property
    def pause(self) -> int:
        """Return the rest after a bout."""
        return self.rest_seconds

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return (*dial("rest", self.rest_seconds, 5, lambda to: replace(self, rest_seconds=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial("work seconds", self.work_seconds, 5, lambda to: replace(self, work_seconds=to)),
        )

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay bouts out until their number is full, sides and movements in turn."""
        turns: list[Turn] = []
        round_ = 1
        while len(turns) < self.bouts:
            turns += at.each(at.places, round_, (self.work_seconds, None))
            round_ += 1
        if len(turns) > self.bouts:
            raise InvalidInput(
                f"{self.bouts} bouts cannot be shared evenly by these movements and sides.",
                "Each movement, and each side of a one-sided one, takes a bout in turn.",
                "Use 1, 2, 4 or 8 of them, or let sides change by round.",
                place="items",
            )
        out = rested(at, [turns], self.rest_seconds, None)
        return out if self.final is FinalRest.KEPT else out[:-1]
