"""What is recorded of a session, and which stretches of a class say something about its pace."""

from __future__ import annotations

from collections.abc import Hashable, Iterator, Mapping
from dataclasses import dataclass
from typing import NamedTuple

from grike.core import done
from grike.core.bouts import Bout
from grike.core.clock import ClassClock
from grike.core.counting import bout_key, counted_bouts
from grike.core.cues import Cue, CueKind
from grike.core.done import Complaint, Otherwise
from grike.core.errors import InvalidInput
from grike.core.library import Library
from grike.core.load import session_load
from grike.core.movement import Movement
from grike.core.needs import NEXT_STATION
from grike.core.pace import Pace, kit_kinds, position_kind
from grike.core.pace_learning import BREATHER, REPS, REST, require_possible

MOST_EFFORT = 10
MOST_MINUTES = 180
#: A strap that tells of less or more lies wrong. Common practice, no source.
LEAST_PULSE, MOST_PULSE = 30, 240


class Mark(NamedTuple):
    """One stretch that was timed. ``planned`` and ``took`` are in seconds; see Record.

    Times are kept to a hundredth of a second.
    """

    kind: str
    took: float
    planned: float = 0
    movement_id: str = ""


@dataclass(frozen=True, slots=True)
class SessionRecord:
    """What a session really was: minutes, effort from 0 to 10 (session RPE), people, and marks.

    ``otherwise``: the bouts that were not done as planned; ``complaints``: what was sore;
    ``pulse``: the mean of whoever wore a strap, in beats a minute. Minutes are kept to a hundredth,
    effort to a tenth.
    """

    minutes: float
    effort: float | None = None
    heads: int | None = None
    note: str = ""
    marks: tuple[Mark, ...] = ()
    otherwise: tuple[Otherwise, ...] = ()
    complaints: tuple[Complaint, ...] = ()
    pulse: int | None = None

    def __post_init__(self) -> None:
        problems: dict[str, str] = {}
        object.__setattr__(self, "minutes", round(self.minutes, 2))
        if self.effort is not None:
            object.__setattr__(self, "effort", round(self.effort, 1))
        kept = tuple(
            mark._replace(took=round(mark.took, 2), planned=round(mark.planned, 2))
            for mark in self.marks
        )
        object.__setattr__(self, "marks", kept)
        for mark in kept:
            require_possible(mark.kind, mark.took, mark.planned)
        done.require_possible(self.otherwise, self.complaints)
        if not 1 <= self.minutes <= MOST_MINUTES:
            problems["minutes"] = f"A session lasts 1 to {MOST_MINUTES} minutes."
        if self.effort is not None and not 0 <= self.effort <= MOST_EFFORT:
            problems["effort"] = f"Effort goes from 0 (rest) to {MOST_EFFORT} (all out)."
        if self.heads is not None and not 0 <= self.heads <= 200:
            problems["heads"] = "Give how many people came: 0 to 200."
        if self.pulse is not None and not LEAST_PULSE <= self.pulse <= MOST_PULSE:
            problems["pulse"] = f"A mean pulse is {LEAST_PULSE} to {MOST_PULSE} beats a minute."
        if problems:
            raise InvalidInput("The record cannot be kept.", fields=problems)

    @property
    def load(self) -> float | None:
        """Session load: effort times minutes (Foster); None where the effort is not known."""
        return None if self.effort is None else session_load(self.effort, self.minutes)


class Measure(NamedTuple):
    """What timing a cue would tell: a kind of record, and the seconds that were expected."""

    kind: str
    movement_id: str
    planned: int


def measures(clock: ClassClock, library: Library, pace: Pace) -> tuple[Measure | None, ...]:
    """Return for each cue of the real clock what timing it tells, or None.

    A change tells something only where one thing happens: a position or a piece of kit, not both.
    A counted bout tells something where it is one cue, neither halved nor in phases.
    """
    return tuple(_measures(clock.real, counted_bouts(clock), library, pace))


def _measures(
    cues: tuple[Cue, ...],
    counted: Mapping[Hashable, Bout],
    library: Library,
    pace: Pace,
) -> Iterator[Measure | None]:
    before: Movement | None = None
    untimed = False
    for cue in cues:
        movement = library[cue.movement_id] if cue.movement_id is not None else None
        if cue.kind is CueKind.WORK and movement is not None:
            before = movement
            bout = counted.get(bout_key(cue))
            untimed = bout is not None
            yield Measure(REPS, movement.id, bout.seconds) if bout is not None else None
            continue
        yield _of_change(cue, before, movement, pace) or _of_pause(cue, untimed=untimed)
        # What fills a part of the rest says nothing of how long the rest was to be.
        untimed = False


def _of_change(
    cue: Cue, before: Movement | None, movement: Movement | None, pace: Pace
) -> Measure | None:
    if movement is None:
        return None
    if cue.kind is CueKind.CHANGE:
        if cue.label == NEXT_STATION:
            return Measure("station_seconds", "", cue.seconds)
        told = [*filter(None, [position_kind(before, movement)]), *kit_kinds(before, movement)]
        return Measure(told[0], "", getattr(pace, told[0])) if len(told) == 1 else None
    if cue.kind is CueKind.SHOW:
        kind = "show_new_seconds" if cue.label == "New" else "show_first_today_seconds"
        return Measure(kind, "", cue.seconds)
    if cue.kind is CueKind.SWITCH:
        return Measure("other_side_seconds", "", cue.seconds)
    return None


def _of_pause(cue: Cue, *, untimed: bool) -> Measure | None:
    """Return what a breather tells, or a rest after a counted bout that nothing else fills."""
    announced = cue.seconds - cue.extra
    if cue.kind is CueKind.BREATHER and cue.movement_id is None:
        return Measure(BREATHER, "", announced)
    if cue.kind is CueKind.REST and untimed and announced > 0:
        return Measure(REST, "", announced)
    return None
