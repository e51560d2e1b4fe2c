"""Superset."""

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
from grike.core.formats.layout import Layout
from grike.core.formats.parameters import dose_words, either
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class Superset(Format):
    """Two or three movements in turn, then a rest; ``change_seconds`` lie inside the group."""

    kind: ClassVar[str] = "superset"
    name: ClassVar[str] = "Superset"
    letters: ClassVar[str] = "SS"
    met: ClassVar[MetRange] = MET_RESISTANCE
    sets: int
    rest_seconds: int
    between_seconds: int
    change_seconds: int = 0
    group: int = 2
    reps: int | None = None
    work_seconds: int | None = None

    def __post_init__(self) -> None:
        within("sets", self.sets, 1, 12, unit="sets")
        within("group", self.group, 2, 3, unit="movements")
        within("rest_seconds", self.rest_seconds, 0, 600)
        within("between_seconds", self.between_seconds, 0, 600)
        within("change_seconds", self.change_seconds, 0, 120)
        either(self.reps, self.work_seconds)

    def summary(self) -> str:
        """Return the format in plain words."""
        dose = dose_words(self.reps, self.work_seconds)
        name = "Superset" if self.group == 2 else "Tri-set"
        return f"{name}, {self.sets} × {dose} of each, {self.rest_seconds} s rest after the group"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(3, 20, 45, reps=10)

    @property
    def in_pairs(self) -> bool:
        """Return whether a group is two movements."""
        return self.group == 2

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.sets

    @property
    def pause(self) -> int:
        """Return the rest after a bout."""
        return self.rest_seconds

    @property
    def shares_bouts(self) -> bool:
        """Return whether sets are timed, so that both sides share a bout."""
        return self.work_seconds is not None

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
            for work in (40, 50, 30, 35, 45):
                yield cls(sets, 40, 60, 15, work_seconds=work)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay each group out, set by set."""
        out: list[Step] = []
        for start in range(0, len(at.places), self.group):
            group = at.places[start : start + self.group]
            for set_ in range(1, self.sets + 1):
                turns = at.turns(group, set_, (self.work_seconds, self.reps))
                for turn in turns:
                    out += [*turn, at.gap(self.change_seconds)]
                out[-1] = at.rest_after(turns[-1], self.rest_seconds)
            out[-1] = at.gap(self.between_seconds)
        return out[:-1]
