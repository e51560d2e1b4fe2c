"""Formats that count sets, rungs or reps: straight sets, supersets, ladders, lists."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar

from grike.core.format.limits import dose_words, either, within


@dataclass(frozen=True, slots=True)
class StraightSets:
    """All sets of a movement, then the next; counted, or timed (holds and timed sets)."""

    kind: ClassVar[str] = "straight-sets"
    sets: int
    rest_seconds: int
    between_seconds: int
    reps: int | None = None
    work_seconds: int | None = None

    def __post_init__(self) -> None:
        within("sets", self.sets, 1, 12, "sets")
        within("rest_seconds", self.rest_seconds, 0, 600)
        within("between_seconds", self.between_seconds, 0, 600)
        either(self.reps, self.work_seconds)

    def summary(self) -> str:
        """Return the format in plain words."""
        dose = dose_words(self.reps, self.work_seconds)
        return f"Straight sets, {self.sets} × {dose}, {self.rest_seconds} s rest"


@dataclass(frozen=True, slots=True)
class Superset:
    """Two or three movements in turn, then a rest; ``change_seconds`` lie inside the group."""

    kind: ClassVar[str] = "superset"
    sets: int
    rest_seconds: int
    between_seconds: int
    change_seconds: int = 0
    group: int = 2
    reps: int | None = None
    work_seconds: int | None = None

    def __post_init__(self) -> None:
        within("sets", self.sets, 1, 12, "sets")
        within("group", self.group, 2, 3, "movements")
        within("rest_seconds", self.rest_seconds, 0, 600)
        within("between_seconds", self.between_seconds, 0, 600)
        within("change_seconds", self.change_seconds, 0, 120)
        either(self.reps, self.work_seconds)

    def summary(self) -> str:
        """Return the format in plain words."""
        dose = dose_words(self.reps, self.work_seconds)
        name = "Superset" if self.group == 2 else "Tri-set"
        return f"{name}, {self.sets} × {dose} of each, {self.rest_seconds} s rest after the group"


class Direction(StrEnum):
    """The way in which a ladder is climbed."""

    DOWN = "down"
    UP = "up"
    BOTH = "both"


@dataclass(frozen=True, slots=True)
class Ladder:
    """A list of reps such as 10-8-6-4-2, down, up, or down and up again; one to three movements.

    Going both ways the rung at the turn is done once.
    """

    kind: ClassVar[str] = "ladder"
    reps: tuple[int, ...] = (10, 8, 6, 4, 2)
    direction: Direction = Direction.DOWN
    rest_seconds: int = 0

    def __post_init__(self) -> None:
        within("rungs", len(self.reps), 2, 20, "rungs")
        for reps in self.reps:
            within("reps", reps, 1, 100, "reps")
        within("rest_seconds", self.rest_seconds, 0, 300)

    def rungs(self) -> tuple[int, ...]:
        """Return the reps of each rung in the order in which they are done."""
        down = tuple(sorted(self.reps, reverse=True))
        if self.direction is Direction.DOWN:
            return down
        up = down[::-1]
        return up if self.direction is Direction.UP else down + up[1:]

    @property
    def sets(self) -> int:
        """Return how often each movement is worked: once a rung."""
        return len(self.rungs())

    def summary(self) -> str:
        """Return the format in plain words."""
        return "Ladder, " + "-".join(str(reps) for reps in self.rungs())


@dataclass(frozen=True, slots=True)
class RepList:
    """Each movement to a number, once, at one's own pace; a one-sided movement shares it."""

    kind: ClassVar[str] = "rep-list"
    reps: int = 50
    rest_seconds: int = 0

    def __post_init__(self) -> None:
        within("reps", self.reps, 1, 200, "reps")
        within("rest_seconds", self.rest_seconds, 0, 300)

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Rep list, {self.reps} of each, own pace"


@dataclass(frozen=True, slots=True)
class OnTheMinute:
    """Reps at the start of every minute; what is left of the minute is rest.

    The movements take the minutes in turn. The last minute runs out by default.
    """

    kind: ClassVar[str] = "on-the-minute"
    minutes: int
    reps: int
    keep_last_minute: bool = True

    def __post_init__(self) -> None:
        within("minutes", self.minutes, 1, 60, "minutes")
        within("reps", self.reps, 1, 60, "reps")

    @property
    def sets(self) -> int:
        """Return 1: how often each movement comes depends on how many share the minutes."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"On the minute, {self.reps} reps, {self.minutes} minutes"


@dataclass(frozen=True, slots=True)
class TimeCap:
    """As many rounds of a list as fit a number of minutes; what is left over is rest."""

    kind: ClassVar[str] = "time-cap"
    minutes: int
    reps: int = 10

    def __post_init__(self) -> None:
        within("minutes", self.minutes, 2, 40, "minutes")
        within("reps", self.reps, 1, 100, "reps")

    @property
    def sets(self) -> int:
        """Return 1: the rounds come from the seconds that the reps take."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Rounds in {self.minutes} minutes, {self.reps} of each"


@dataclass(frozen=True, slots=True)
class LastBurst:
    """One movement at the end of the work: 30 to 120 s, or a challenge of some reps a side."""

    kind: ClassVar[str] = "last-burst"
    work_seconds: int | None = None
    reps: int | None = None

    def __post_init__(self) -> None:
        either(self.reps, self.work_seconds)
        within("work_seconds", self.work_seconds, 30, 120)
        within("reps", self.reps, 1, 50, "reps")

    @property
    def sets(self) -> int:
        """Return how often the movement is worked."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Last burst, {dose_words(self.reps, self.work_seconds)}"
