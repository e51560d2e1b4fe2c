"""Class formats: how the movements of a block run. Each has limits and a summary in plain words."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum
from typing import ClassVar, TypeAlias

from grike.core.errors import InvalidInput


class BetweenRounds(StrEnum):
    """Whether the rest between rounds takes the place of the last rest of a round or adds to it."""

    REPLACES = "replaces"
    ADDS = "adds"


class FinalRest(StrEnum):
    """What happens to the last rest of a block."""

    DROPPED = "dropped"
    KEPT = "kept"


class CircuitOrder(StrEnum):
    """Round by round, or all sets of a station before the next."""

    ROUNDS = "rounds"
    STATIONS = "stations"


def within(name: str, value: int | None, low: int, high: int, unit: str = "s") -> None:
    """Raise InvalidInput unless ``low <= value <= high``; None means "not given" and passes."""
    if value is not None and not low <= value <= high:
        raise InvalidInput(
            f"{name.replace('_', ' ').capitalize()} is {value} {unit}.",
            fix=f"Give {low} to {high} {unit}.",
            place=name,
        )


def either(reps: int | None, work_seconds: int | None) -> None:
    """Raise InvalidInput unless exactly one of reps and seconds is given."""
    if (reps is None) == (work_seconds is None):
        raise InvalidInput(
            "A set is either counted or timed.",
            fix="Give reps or work_seconds, not both.",
            place="reps",
        )
    within("reps", reps, 1, 100, "reps")
    within("work_seconds", work_seconds, 5, 600)


@dataclass(frozen=True, slots=True)
class TimedCircuit:
    """Bouts with rests. ``round_rest_seconds`` None: the ordinary rest runs on between rounds."""

    kind: ClassVar[str] = "timed-circuit"
    work_seconds: int
    rest_seconds: int
    rounds: int = 1
    round_rest_seconds: int | None = None
    order: CircuitOrder = CircuitOrder.ROUNDS
    between: BetweenRounds = BetweenRounds.REPLACES
    final: FinalRest = FinalRest.DROPPED

    def __post_init__(self) -> None:
        within("work_seconds", self.work_seconds, 5, 600)
        within("rest_seconds", self.rest_seconds, 0, 300)
        within("rounds", self.rounds, 1, 20, "rounds")
        within("round_rest_seconds", self.round_rest_seconds, 0, 600)

    @property
    def sets(self) -> int:
        """Return how often each movement is worked."""
        return self.rounds

    def summary(self) -> str:
        """Return the format in plain words."""
        times = "once" if self.rounds == 1 else f"{self.rounds} rounds"
        pause = (
            f", {self.round_rest_seconds} s between rounds"
            if self.round_rest_seconds is not None and self.rounds > 1
            else ""
        )
        return f"Circuit, {self.work_seconds} s work and {self.rest_seconds} s rest, {times}{pause}"


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
        dose = f"{self.reps}" if self.reps is not None else f"{self.work_seconds} s"
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
        dose = f"{self.reps}" if self.reps is not None else f"{self.work_seconds} s"
        name = "Superset" if self.group == 2 else "Tri-set"
        return f"{name}, {self.sets} × {dose} of each, {self.rest_seconds} s rest after the group"


@dataclass(frozen=True, slots=True)
class Flow:
    """A timed list without rests for warm-up, mobility and cool-down; seconds a side."""

    kind: ClassVar[str] = "flow"
    seconds: int = 30

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 10, 60)

    @property
    def sets(self) -> int:
        """Return how often each movement is done."""
        return 1

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Flow, {self.seconds} s each"


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


@dataclass(frozen=True, slots=True)
class Breather:
    """A planned pause: water, and time to fetch what comes next."""

    kind: ClassVar[str] = "breather"
    seconds: int
    note: str = "Water"

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 10, 300)

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"Breather, {self.seconds} s"


Format: TypeAlias = TimedCircuit | StraightSets | Superset | Flow | Talk | Breather
FORMATS: dict[str, type[Format]] = {
    cls.kind: cls for cls in (TimedCircuit, StraightSets, Superset, Flow, Talk, Breather)
}
FORMAT_NAMES: dict[str, str] = {
    "timed-circuit": "Timed circuit",
    "straight-sets": "Straight sets",
    "superset": "Superset",
    "flow": "Flow",
    "talk": "Talk",
    "breather": "Breather",
}
