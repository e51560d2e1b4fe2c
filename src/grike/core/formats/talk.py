"""Talk: welcome, kit and cautions, plan of the day; or clearing away."""

from __future__ import annotations

from dataclasses import dataclass
from typing import ClassVar

from grike.core.bouts import Gap, Step
from grike.core.formats.format import (
    MET_AT_EASE,
    Format,
    Holds,
    MetRange,
)
from grike.core.formats.layout import Layout
from grike.core.formats.parameters import span_text
from grike.core.limits import within
from grike.core.purpose import Purpose


@dataclass(frozen=True, slots=True)
class Talk(Format):
    """Welcome, kit and cautions, plan of the day; or clearing away."""

    kind: ClassVar[str] = "talk"
    name: ClassVar[str] = "Talk"
    letters: ClassVar[str] = "TA"
    met: ClassVar[MetRange] = MET_AT_EASE
    holds: ClassVar[Holds] = Holds(0, 0)
    purposes: ClassVar[tuple[Purpose, ...]] = (Purpose.WELCOME, Purpose.CLOSE)
    seconds: int
    say: str = ""

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 5, 300)

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Talk, {span_text(self.seconds)}"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(30)

    @property
    def times(self) -> int:
        """Return 0: nothing is worked."""
        return 0

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay a talk out: time in which nothing else can happen."""
        label = self.say or at.purpose.value
        return [Gap(at.number, self.seconds, "talk", label, absorbs=False)]
