"""Ladder."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.errors import InvalidInput
from grike.core.formats.format import (
    MET_CALISTHENICS,
    Dial,
    Format,
    Holds,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout
from grike.core.limits import within


class Direction(StrEnum):
    """The way in which a ladder is climbed."""

    DOWN = "down"
    UP = "up"
    BOTH = "both"


@dataclass(frozen=True, slots=True)
class Ladder(Format):
    """A list of reps such as 10-8-6-4-2, down, up, or down and up again; one to three movements.

    Going both ways the rung at the turn is done once.
    """

    kind: ClassVar[str] = "ladder"
    name: ClassVar[str] = "Ladder"
    letters: ClassVar[str] = "LA"
    met: ClassVar[MetRange] = MET_CALISTHENICS
    holds: ClassVar[Holds] = Holds(1, 3)
    reps: tuple[int, ...] = (10, 8, 6, 4, 2)
    direction: Direction = Direction.DOWN
    rest_seconds: int = 0

    def __post_init__(self) -> None:
        within("rungs", len(self.reps), 2, 20, unit="rungs")
        for reps in self.reps:
            within("reps", reps, 1, 100, unit="reps")
        within("rest_seconds", self.rest_seconds, 0, 300)

    def rungs(self) -> tuple[int, ...]:
        """Return the reps of each rung in the order in which they are done."""
        down = tuple(sorted(self.reps, reverse=True))
        if self.direction is Direction.DOWN:
            return down
        up = down[::-1]
        return up if self.direction is Direction.UP else down + up[1:]

    def summary(self) -> str:
        """Return the format in plain words."""
        return "Ladder, " + "-".join(str(reps) for reps in self.rungs())

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls()

    @property
    def times(self) -> int:
        """Return how often each movement is worked: once a rung."""
        return len(self.rungs())

    @property
    def pause(self) -> int:
        """Return the rest after a bout."""
        return self.rest_seconds

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return (*dial("rest", self.rest_seconds, 5, lambda to: replace(self, rest_seconds=to)),)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay rungs out; all movements do one rung before the next."""
        if any(item.reps is not None or item.reps_range is not None for item in at.items):
            raise InvalidInput(
                "In a ladder the rungs set the reps.",
                fix="Take the reps off the movement, or change the rungs.",
                place="items",
            )
        out: list[Step] = []
        for number, reps in enumerate(self.rungs(), start=1):
            turns = at.turns(at.places, number, (None, reps))
            for turn in turns:
                out += turn
            out.append(at.rest_after(turns[-1], self.rest_seconds))
        return out[:-1]
