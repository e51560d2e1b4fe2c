"""Three-pace rounds."""

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
from grike.core.movement import Pace
from grike.core.work import pace_of


@dataclass(frozen=True, slots=True)
class ThreePace(Format):
    """Rounds of three new movements each: one fast, one slow and controlled, one held still."""

    kind: ClassVar[str] = "three-pace"
    name: ClassVar[str] = "Three-pace rounds"
    letters: ClassVar[str] = "3P"
    met: ClassVar[MetRange] = MET_CIRCUIT
    holds: ClassVar[Holds] = Holds(3, 30, 3)
    work_seconds: int = 40
    rest_seconds: int = 20
    round_rest_seconds: int | None = None
    final: FinalRest = FinalRest.DROPPED

    def __post_init__(self) -> None:
        within("work_seconds", self.work_seconds, 10, 120)
        within("rest_seconds", self.rest_seconds, 0, 120)
        within("round_rest_seconds", self.round_rest_seconds, 0, 300)

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Three paces, {self.work_seconds} s work and {self.rest_seconds} s rest"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls()

    @property
    def pause(self) -> int:
        """Return the rest after a bout."""
        return self.rest_seconds

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
            *dial("rest", self.rest_seconds, 5, lambda to: replace(self, rest_seconds=to)),
        )

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial("work seconds", self.work_seconds, 5, lambda to: replace(self, work_seconds=to)),
        )

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay rounds of three out, each with all three paces."""
        rounds: list[list[Turn]] = []
        for start in range(0, len(at.places), 3):
            own = at.places[start : start + 3]
            paces = {pace_of(at.items[place], at.movement(place)) for place in own}
            if paces != set(Pace):
                raise InvalidInput(
                    f"Round {start // 3 + 1} lacks a pace.",
                    "Each round has one fast, one slow and controlled, and one held still.",
                    "Set the pace of a movement in the round, or swap one.",
                    place=f"items[{start}]",
                )
            rounds.append(at.each(own, start // 3 + 1, (self.work_seconds, None)))
        out = rested(at, rounds, self.rest_seconds, self.round_rest_seconds)
        return out if self.final is FinalRest.KEPT else out[:-1]
