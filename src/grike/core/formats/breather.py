"""Breather: a planned pause: water, and time to fetch what comes next."""

from __future__ import annotations

from dataclasses import dataclass, replace
from enum import StrEnum
from typing import ClassVar

from grike.core.bouts import Bout, Gap, Side, Step
from grike.core.errors import InvalidInput
from grike.core.formats.format import (
    MET_AT_EASE,
    Format,
    Holds,
    MetRange,
)
from grike.core.formats.layout import Layout
from grike.core.formats.parameters import span_text
from grike.core.item import Handling
from grike.core.limits import within
from grike.core.purpose import Purpose


class Check(StrEnum):
    """What may be asked for during a breather."""

    NONE = "none"
    PULSE = "pulse"
    EFFORT = "effort"


@dataclass(frozen=True, slots=True)
class Breather(Format):
    """A planned pause: water, and time to fetch what comes next.

    It may hold easy movements, which share its seconds, and a check of pulse (beats a minute) or
    effort (0 to 10) with the range that is expected.
    """

    kind: ClassVar[str] = "breather"
    name: ClassVar[str] = "Breather"
    letters: ClassVar[str] = "BR"
    met: ClassVar[MetRange] = MET_AT_EASE
    holds: ClassVar[Holds] = Holds(0, 4)
    purposes: ClassVar[tuple[Purpose, ...]] = (Purpose.BREATHER,)
    seconds: int
    note: str = "Water"
    check: Check = Check.NONE
    check_low: int | None = None
    check_high: int | None = None

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 10, 300)
        given = (self.check_low is not None, self.check_high is not None)
        if self.check is Check.NONE:
            if any(given):
                raise InvalidInput(
                    "A range without a check means nothing.",
                    fix="Choose pulse or effort, or leave the range out.",
                    place="check",
                )
            return
        if self.check_low is None or self.check_high is None or self.check_low > self.check_high:
            raise InvalidInput(
                f"The {self.check.value} check needs its expected range.",
                fix="Give check_low and check_high, the lower one first.",
                place="check",
            )
        low, high = (40, 220) if self.check is Check.PULSE else (0, 10)
        within("check_low", self.check_low, low, high, unit="")
        within("check_high", self.check_high, low, high, unit="")

    def summary(self) -> str:
        """Return the format in plain words."""
        asked = ""
        if self.check is not Check.NONE:
            asked = f", {self.check.value} check {self.check_low} to {self.check_high}"
        return f"Breather, {span_text(self.seconds)}{asked}"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(30)

    @property
    def times(self) -> int:
        """Return 0: nothing is worked."""
        return 0

    def lay_out(self, at: Layout) -> list[Step]:
        """Share the seconds between its easy movements; the last takes the rest."""
        if not at.places:
            return [Gap(at.number, self.seconds, "breather", self.note)]
        each, over = divmod(self.seconds, len(at.places))
        out: list[Step] = []
        for place in at.places:
            seconds = each + (over if place == at.places[-1] else 0)
            side = Side.SPLIT if at.movement(place).one_sided else Side.BOTH
            item = replace(at.items[place], seconds=None, reps=None, handling=Handling.SPLIT)
            out.append(Bout(at.number, place, item, at.movement(place), side, 1, seconds))
        return out
