"""One movement in a block: how much of it, how it shares its sides, and what each pass changes."""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum

from grike.core.errors import InvalidInput
from grike.core.limits import within
from grike.core.movement import Pace


class Handling(StrEnum):
    """How a one-sided movement shares its bouts between left and right.

    CHAIN: neighbours in the block with this handling run on the left, then all of them on the
    right. LEFT and RIGHT: this side only; the other one is done in another place of the class.
    """

    TWO_BOUTS = "two-bouts"
    SPLIT = "split"
    BY_ROUND = "by-round"
    CHAIN = "chain"
    LEFT = "left-only"
    RIGHT = "right-only"


class Level(StrEnum):
    """Which option of a movement is planned."""

    EASIER = "easier"
    MAIN = "main"
    HARDER = "harder"


class Manner(StrEnum):
    """How a counted bout is counted."""

    COUNTED = "counted"
    FATIGUE = "to-fatigue"
    OWN_PACE = "own-pace"


class Unit(StrEnum):
    """In what a travelling movement is counted."""

    STEPS = "steps"
    LENGTHS = "lengths"


@dataclass(frozen=True, slots=True)
class Travel:
    """Counted travel over the floor. ``metres``: the length of floor that it needs."""

    unit: Unit
    metres: int

    def __post_init__(self) -> None:
        within("metres", self.metres, 2, 50, unit="m")


@dataclass(frozen=True, slots=True)
class Phase:
    """A part of a bout that is done in its own way, such as 10 s of pulses at the end.

    A phase lasts some seconds, or some reps at its own seconds a rep.
    """

    label: str
    seconds: int | None = None
    reps: int | None = None
    seconds_per_rep: float | None = None

    def __post_init__(self) -> None:
        if (self.seconds is None) == (self.reps is None):
            raise InvalidInput(
                f"The phase '{self.label}' is either counted or timed.",
                fix="Give seconds or reps, not both.",
                place="phases",
            )
        within("phase_seconds", self.seconds, 1, 600)
        within("phase_reps", self.reps, 1, 200, unit="reps")


@dataclass(frozen=True, slots=True)
class RepPart:
    """A part of one rep: down in three, up in one."""

    label: str
    seconds: float

    def __post_init__(self) -> None:
        if not 0 < self.seconds <= 30:
            raise InvalidInput(
                f"A part of a rep cannot last {self.seconds} s.",
                fix="Give up to 30 s.",
                place="pattern",
            )


def either_or_none(reps: object, seconds: int | None) -> None:
    """Raise InvalidInput where a bout is to be counted and timed at once."""
    if reps is not None and seconds is not None:
        raise InvalidInput(
            "Seconds and reps are both given, and a bout is either timed or counted.",
            fix="Leave one of them out.",
            place="seconds",
        )


@dataclass(frozen=True, slots=True)
class Pass:
    """What one pass or set changes; None leaves it as it is. ``finish`` is an end of its own.

    In a timed bout the finish is the last part of it; in a counted bout it comes on top.
    ``seconds`` in a counted bout make it a timed one, as a hold (``pace`` still) in place of reps.
    ``handling`` and ``movement`` (its id) are for the pass of one item: left leg, right leg, both.
    """

    reps: int | None = None
    seconds: int | None = None
    rest_seconds: int | None = None
    load_step: int | None = None
    level: Level | None = None
    finish: Phase | None = None
    handling: Handling | None = None
    phases: tuple[Phase, ...] = ()
    pattern: tuple[RepPart, ...] = ()
    pace: Pace | None = None
    movement: str | None = None

    def __post_init__(self) -> None:
        either_or_none(self.reps, self.seconds)
        within("reps", self.reps, 1, 200, unit="reps")
        within("seconds", self.seconds, 3, 600)
        within("rest_seconds", self.rest_seconds, 0, 600)
        within("load_step", self.load_step, 0, 20, unit="steps")


@dataclass(frozen=True, slots=True)
class Item:
    """One movement in a block. ``seconds`` and ``reps`` override the dose of the format.

    ``reps_range`` holds the lower and upper end of a rep range, whose upper end the clock uses;
    ``pattern`` and ``beats_per_rep`` set the seconds of a rep; ``passes`` go before those of the
    block, and the last of them stays in force. ``carried``: repeated from the week before on
    purpose, so that it must progress. ``again``: carried on as it was, since that was not reached
    when it was taught. ``counts``: the length of its part in a combination, where
    it differs from the others.
    """

    movement_id: str
    handling: Handling = Handling.TWO_BOUTS
    level: Level = Level.MAIN
    load_step: int = 0
    seconds: int | None = None
    reps: int | None = None
    phases: tuple[Phase, ...] = ()
    reps_range: tuple[int, int] | None = None
    manner: Manner = Manner.COUNTED
    pace: Pace | None = None
    pattern: tuple[RepPart, ...] = ()
    beats_per_rep: int | None = None
    seconds_per_rep: float | None = None
    travel: Travel | None = None
    passes: tuple[Pass, ...] = ()
    carried: bool = False
    again: bool = False
    counts: int | None = None

    def __post_init__(self) -> None:
        either_or_none(self.reps or self.reps_range, self.seconds)
        within("seconds", self.seconds, 3, 600)
        within("counts", self.counts, 2, 64, unit="counts")
        within("reps", self.reps, 1, 200, unit="reps")
        within("load_step", self.load_step, 0, 20, unit="steps")
        within("beats_per_rep", self.beats_per_rep, 1, 32, unit="beats")
        if self.seconds_per_rep is not None and not 0 < self.seconds_per_rep <= 60:
            raise InvalidInput(
                f"{self.seconds_per_rep} s a rep is out of range.",
                fix="Give up to 60 s.",
                place="seconds_per_rep",
            )
        if self.reps_range is not None:
            low, high = self.reps_range
            within("reps_range", low, 1, high, unit="reps")
            if self.reps is not None:
                within("reps", self.reps, low, high, unit="reps")

    @property
    def movement_ids(self) -> tuple[str, ...]:
        """Return the ids of all that is done at this place, its passes included."""
        if not self.passes:
            return (self.movement_id,)
        others = [entry.movement for entry in self.passes if entry.movement is not None]
        return tuple(dict.fromkeys([self.movement_id, *others]))

    def __hash__(self) -> int:
        # Items are keys wherever bouts are counted; three fields tell nearly all of them apart.
        return hash((self.movement_id, self.handling, self.level))


def pass_at(passes: tuple[Pass, ...], round_: int) -> Pass | None:
    """Return the entry for a round (from 1); the last entry stays in force."""
    return passes[min(round_, len(passes)) - 1] if passes else None
