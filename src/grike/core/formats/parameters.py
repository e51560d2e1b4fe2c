"""What the parameters of several formats share: how rests end, and doses in words."""

from __future__ import annotations

from enum import StrEnum

from grike.core.errors import InvalidInput
from grike.core.limits import within


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


def either(reps: int | None, work_seconds: int | None) -> None:
    """Raise InvalidInput unless exactly one of reps and seconds is given."""
    if (reps is None) == (work_seconds is None):
        raise InvalidInput(
            "A set is either counted or timed.",
            fix="Give reps or work_seconds, not both.",
            place="reps",
        )
    within("reps", reps, 1, 100, unit="reps")
    within("work_seconds", work_seconds, 5, 600)


def dose_words(reps: int | None, work_seconds: int | None) -> str:
    """Return a dose in plain words: "10", or "40 s"."""
    return f"{reps}" if reps is not None else f"{work_seconds} s"


def times_words(count: int, one: str, many: str) -> str:
    """Return "once" for 1, else the count with its word."""
    return one if count == 1 else f"{count} {many}"


def span_text(seconds: int) -> str:
    """Return a span for people: 45 s, 2:00."""
    return f"{seconds} s" if seconds < 60 else f"{seconds // 60}:{seconds % 60:02d}"
