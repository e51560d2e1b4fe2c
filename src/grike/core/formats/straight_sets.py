"""Straight sets."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.formats.format import (
    MET_RESISTANCE,
    Dial,
    Format,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout, rested, stations
from grike.core.formats.parameters import dose_words, either
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class StraightSets(Format):
    """All sets of a movement, then the next; counted, or timed (holds and timed sets)."""

    kind: ClassVar[str] = "straight-sets"
    name: ClassVar[str] = "Straight sets"
    letters: ClassVar[str] = "ST"
    met: ClassVar[MetRange] = MET_RESISTANCE
    trains: ClassVar[str] = "strength"
    sets: int
    rest_seconds: int
    between_seconds: int
    reps: int | None = None
    work_seconds: int | None = None

    def __post_init__(self) -> None:
        within("sets", self.sets, 1, 12, unit="sets")
        within("rest_seconds", self.rest_seconds, 0, 600)
        within("between_seconds", self.between_seconds, 0, 600)
        either(self.reps, self.work_seconds)

    def summary(self) -> str:
        """Return the format in plain words."""
        dose = dose_words(self.reps, self.work_seconds)
        return f"Straight sets, {self.sets} × {dose}, {self.rest_seconds} s rest"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(3, 20, 45, reps=10)

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.sets

    @property
    def pause(self) -> int:
        """Return the rest after a bout."""
        return self.rest_seconds

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return (
            *dial("between", self.between_seconds, 5, lambda to: replace(self, between_seconds=to)),
            *dial("rest", self.rest_seconds, 5, lambda to: replace(self, rest_seconds=to)),
        )

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return (*dial("sets", self.sets, 1, lambda to: replace(self, sets=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial("work seconds", self.work_seconds, 5, lambda to: replace(self, work_seconds=to)),
            *dial("reps", self.reps, 2, lambda to: replace(self, reps=to)),
        )

    @classmethod
    def settings(cls) -> Iterator[Format]:
        """Yield usual settings, the likeliest first."""
        for sets in (3, 4, 2):
            for reps in (12, 10, 8, 15):
                for rest in (30, 45):
                    yield cls(sets, rest, 45, reps=reps)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay all sets of a movement out, then the next movement."""
        dose = (self.work_seconds, self.reps)
        sets = range(1, self.sets + 1)
        movements = [
            [t for set_ in sets for t in at.turns(own, set_, dose)] for own in stations(at)
        ]
        return rested(at, movements, self.rest_seconds, self.between_seconds)[:-1]
