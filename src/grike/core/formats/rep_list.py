"""Rep list: each movement to a number, once, at one's own pace; a one-sided movement shares it."""

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
from grike.core.formats.layout import Layout
from grike.core.item import Handling
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class RepList(Format):
    """Each movement to a number, once, at one's own pace; a one-sided movement shares it."""

    kind: ClassVar[str] = "rep-list"
    name: ClassVar[str] = "Rep list"
    letters: ClassVar[str] = "RL"
    met: ClassVar[MetRange] = MET_CALISTHENICS
    reps: int = 50
    rest_seconds: int = 0

    def __post_init__(self) -> None:
        within("reps", self.reps, 1, 200, unit="reps")
        within("rest_seconds", self.rest_seconds, 0, 300)

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Rep list, {self.reps} of each, own pace"

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
        return (*dial("reps", self.reps, 2, lambda to: replace(self, reps=to)),)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay the list out; left and right share the number, rounded up to equal halves."""
        out: list[Step] = []
        for place in at.places:
            item = at.items[place]
            reps = item.reps or self.reps
            shared = at.movement(place).one_sided and item.handling is Handling.TWO_BOUTS
            whole = at
            if shared:
                half = replace(item, reps=-(-reps // 2))
                items = (*at.items[:place], half, *at.items[place + 1 :])
                whole = replace(at, items=items)
            turn = whole.turn(place, 1, (None, reps))
            out += [*turn, at.rest_after(turn, self.rest_seconds)]
        return out[:-1]
