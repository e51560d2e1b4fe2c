"""On the minute: reps at the start of every minute; what is left of the minute is rest."""

from __future__ import annotations

from dataclasses import dataclass, replace
from typing import ClassVar

from grike.core.bouts import Step
from grike.core.errors import InvalidInput
from grike.core.formats.format import (
    MET_CALISTHENICS,
    Dial,
    Format,
    MetRange,
    dial,
)
from grike.core.formats.layout import Layout
from grike.core.limits import within


@dataclass(frozen=True, slots=True)
class OnTheMinute(Format):
    """Reps at the start of every minute; what is left of the minute is rest.

    The movements take the minutes in turn. The last minute runs out by default.
    """

    kind: ClassVar[str] = "on-the-minute"
    name: ClassVar[str] = "On the minute"
    letters: ClassVar[str] = "OM"
    met: ClassVar[MetRange] = MET_CALISTHENICS
    minutes: int
    reps: int
    keep_last_minute: bool = True

    def __post_init__(self) -> None:
        within("minutes", self.minutes, 1, 60, unit="minutes")
        within("reps", self.reps, 1, 60, unit="reps")

    def summary(self) -> str:
        """Return the format in plain words."""
        return f"On the minute, {self.reps} reps, {self.minutes} minutes"

    @classmethod
    def usual(cls) -> Format:
        """Return what a form starts with."""
        return cls(8, 10)

    def round_dials(self) -> tuple[Dial, ...]:
        """Return the minutes: all movements lose one, so that they stay in step."""
        return (Dial("minutes", self.minutes, 1, lambda to: replace(self, minutes=to), True),)

    def work_dials(self) -> tuple[Dial, ...]:
        """Return the length of a bout as it can be turned."""
        return (*dial("reps", self.reps, 2, lambda to: replace(self, reps=to)),)

    def lay_out(self, at: Layout) -> list[Step]:
        """Lay minutes out: the work, then what is left of the minute."""
        out: list[Step] = []
        for minute in range(self.minutes):
            place = minute % len(at.places)
            turn = at.turn(place, minute // len(at.places) + 1, (None, self.reps))
            seconds = sum(bout.seconds for bout in turn)
            if seconds > 60 and at.nominal:
                raise InvalidInput(
                    f"{at.movement(place).name} takes {seconds} s, longer than its minute.",
                    fix="Give fewer reps, or let sides change by round.",
                    place=f"items[{place}]",
                )
            out += [*turn, at.gap(max(0, 60 - seconds))]
        return out if self.keep_last_minute else out[:-1]
