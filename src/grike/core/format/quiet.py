"""Formats around the work: flow, talk and breather."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar

from grike.core.errors import InvalidInput
from grike.core.format.limits import times_words, within


@dataclass(frozen=True, slots=True)
class Flow:
    """A list without rests for warm-up, mobility and cool-down; seconds or reps a side."""

    kind: ClassVar[str] = "flow"
    seconds: int = 30
    rounds: int = 1
    reps: int | None = None

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 10, 60)
        within("rounds", self.rounds, 1, 5, "rounds")
        within("reps", self.reps, 1, 30, "reps")

    @property
    def sets(self) -> int:
        """Return how often each movement is done."""
        return self.rounds

    def summary(self) -> str:
        """Return the format in plain words."""
        dose = f"{self.reps}" if self.reps is not None else f"{self.seconds} s"
        rounds = f", {times_words(self.rounds, 'once', 'rounds')}" if self.rounds > 1 else ""
        return f"Flow, {dose} each{rounds}"


@dataclass(frozen=True, slots=True)
class Talk:
    """Welcome, kit and cautions, plan of the day; or clearing away."""

    kind: ClassVar[str] = "talk"
    seconds: int
    say: str = ""

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 5, 300)

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Talk, {self.seconds} s"


class Check(StrEnum):
    """What may be asked for during a breather."""

    NONE = "none"
    PULSE = "pulse"
    EFFORT = "effort"


@dataclass(frozen=True, slots=True)
class Breather:
    """A planned pause: water, and time to fetch what comes next.

    It may hold easy movements, which share its seconds, and a check of pulse (beats a minute) or
    effort (0 to 10) with the range that is expected.
    """

    kind: ClassVar[str] = "breather"
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
        within("check_low", self.check_low, low, high, "")
        within("check_high", self.check_high, low, high, "")

    def summary(self) -> str:
        """Return the format in plain words."""
        asked = ""
        if self.check is not Check.NONE:
            asked = f", {self.check.value} check {self.check_low} to {self.check_high}"
        return f"Breather, {self.seconds} s{asked}"
