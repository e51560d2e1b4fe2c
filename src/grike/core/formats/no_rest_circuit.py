"""No-rest circuit."""

from __future__ import annotations

from dataclasses import dataclass, replace
from itertools import accumulate, pairwise
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.errors import InvalidInput
from grike.core.formats.format import (
    MET_CIRCUIT,
    Dial,
    Format,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout, rested
from grike.core.formats.parameters import times_words
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class NoRestCircuit(Format):
    """Circuits of ``size`` movements each without a rest inside, and a longer rest between them.

    ``size`` None: all movements of the block are one circuit; ``sizes`` instead: circuits of so
    many movements, side by side. Each circuit is layered on one pattern, so that it counts as one
    bout where the load on a joint is judged.
    """

    kind: ClassVar[str] = "no-rest-circuit"
    name: ClassVar[str] = "No-rest circuit"
    letters: ClassVar[str] = "NR"
    met: ClassVar[MetRange] = MET_CIRCUIT
    layered: ClassVar[bool] = True
    work_seconds: int
    rounds: int = 1
    between_seconds: int = 45
    size: int | None = None
    sizes: tuple[int, ...] = ()

    def __post_init__(self) -> None:
        within("work_seconds", self.work_seconds, 5, 600)
        within("rounds", self.rounds, 1, 20, unit="rounds")
        within("between_seconds", self.between_seconds, 0, 600)
        within("size", self.size, 1, 12, unit="movements")
        for size in self.sizes:
            within("sizes", size, 1, 12, unit="movements")
        if self.size is not None and self.sizes:
            raise InvalidInput(
                "The circuits have one size and sizes of their own.",
                fix="Leave one of the two out.",
                place="sizes",
            )

    def summary(self) -> str:
        """Return the format in plain words."""
        each = f"{self.size}" if self.size else _words(self.sizes)
        size = f" of {each}" if each else ""
        rounds = times_words(self.rounds, "once", "rounds")
        return (
            f"No-rest circuit{size}, {self.work_seconds} s each, {rounds}, "
            f"{self.between_seconds} s between circuits"
        )

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(40)

    @property
    def times(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    def rest_dials(self) -> tuple[Dial, ...]:
        """Return the rests that can be made shorter, the longest first."""
        return (
            *dial("between", self.between_seconds, 5, lambda to: replace(self, between_seconds=to)),
        )

    def round_dials(self) -> tuple[Dial, ...]:
        """Return what can be done fewer times."""
        return (*dial("rounds", self.rounds, 1, lambda to: replace(self, rounds=to)),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (
            *dial("work seconds", self.work_seconds, 5, lambda to: replace(self, work_seconds=to)),
        )

    @property
    def shares_bouts(self) -> bool:
        """Return True: both sides share a bout."""
        return True

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay circuits out one after the other; only between them is there a rest."""
        circuits = self._circuits(at.places)
        dose = (self.work_seconds, None)
        turns = [
            [turn for round_ in range(1, self.rounds + 1) for turn in at.each(own, round_, dose)]
            for own in circuits
        ]
        return rested(at, turns, 0, self.between_seconds)[:-1]

    def _circuits(self, places: range) -> list[range]:
        if self.sizes and sum(self.sizes) != len(places):
            raise InvalidInput(
                f"Circuits of {_words(self.sizes)} hold "
                f"{sum(self.sizes)} movements, and the block has {len(places)}.",
                fix="Make the sizes add up to the movements of the block.",
                place="sizes",
            )
        size = self.size or len(places)
        ends = accumulate(self.sizes) if self.sizes else range(size, len(places) + size, size)
        return [places[start:end] for start, end in pairwise([0, *ends])]


def _words(sizes: tuple[int, ...]) -> str:
    """Return "3, 3 and 4"."""
    *first, last = map(str, sizes or ("",))
    return f"{', '.join(first)} and {last}" if first else last
