"""Counted circuit."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.formats.format import (
    MET_CALISTHENICS,
    Dial,
    Format,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout, rested
from grike.core.formats.parameters import times_words
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class CountedCircuit(Format):
    """Each movement to its reps, ``passes`` times; led by the instructor or at one's own pace."""

    kind: ClassVar[str] = "counted-circuit"
    name: ClassVar[str] = "Counted circuit"
    letters: ClassVar[str] = "CC"
    met: ClassVar[MetRange] = MET_CALISTHENICS
    reps: int
    passes: int = 2
    rest_seconds: int = 0
    round_rest_seconds: int = 60
    led: bool = True

    def __post_init__(self) -> None:
        within("reps", self.reps, 1, 200, unit="reps")
        within("passes", self.passes, 1, 20, unit="passes")
        within("rest_seconds", self.rest_seconds, 0, 300)
        within("round_rest_seconds", self.round_rest_seconds, 0, 600)

    def summary(self) -> str:
        """Return the format in plain words."""
        passes = times_words(self.passes, "once", "passes")
        pace = "led" if self.led else "own pace"
        return f"Counted circuit, {self.reps} of each, {passes}, {pace}"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(10)

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.passes

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
        return (*dial("passes", self.passes, 1, lambda to: replace(self, passes=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (*dial("reps", self.reps, 2, lambda to: replace(self, reps=to)),)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay passes out; left and right of a movement follow each other at once."""
        rounds = [at.turns(at.places, r, (None, self.reps)) for r in range(1, self.passes + 1)]
        return rested(at, rounds, self.rest_seconds, self.round_rest_seconds)[:-1]
