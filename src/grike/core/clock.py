"""The class clock: steps to cues that cover every second, on the nominal and on the real clock.

The nominal clock is what the parameters say. The real clock adds what the rests cannot hold of
changes and showings: ``extra = max(0, needed - rest)``.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from enum import StrEnum
from functools import cached_property
from typing import NamedTuple, TypeAlias

from grike.core.bouts import Bout, Gap, Side, Step
from grike.core.design import ClassDesign
from grike.core.expansion import steps
from grike.core.item import Handling, Manner, Unit
from grike.core.library import Library
from grike.core.pace import DEFAULT_PACE, Pace, transition_seconds
from grike.core.purpose import Purpose
from grike.core.work import phase_seconds, rep_seconds


class CueKind(StrEnum):
    """What happens during a cue."""

    TALK = "talk"
    WORK = "work"
    REST = "rest"
    SWITCH = "switch"
    CHANGE = "change"
    SHOW = "show"
    BREATHER = "breather"


#: The kinds of cue that are a bout, or a part of one.
WORKED = frozenset({CueKind.WORK, CueKind.BREATHER})


class Cue(NamedTuple):
    """Seconds ``start`` to ``end`` of the class. ``extra``: seconds the nominal clock lacks."""

    kind: CueKind
    start: int
    end: int
    block: int
    place: int | None = None
    movement_id: str | None = None
    side: Side | None = None
    round: int | None = None
    label: str = ""
    extra: int = 0

    @property
    def seconds(self) -> int:
        """Return how long the cue lasts."""
        return self.end - self.start


class ClassClock:
    """Both clocks of one class and the bouts from which they were made."""

    def __init__(self, design: ClassDesign, planned: Sequence[Step], real: tuple[Cue, ...]) -> None:
        self._design, self._planned = design, planned
        self.real = real
        self.bouts: tuple[Bout, ...] = tuple(step for step in planned if isinstance(step, Bout))

    @cached_property
    def nominal(self) -> tuple[Cue, ...]:
        """The clock as planned; written when it is asked for, which rules never do."""
        writer = _Writer()
        for step in self._planned:
            if isinstance(step, Bout):
                writer.bout(step, cue_kind(self._design, step))
            else:
                writer.gap(step)
        return tuple(writer.cues)

    @property
    def nominal_seconds(self) -> int:
        """Return the length on the nominal clock."""
        return self.nominal[-1].end if self.nominal else 0

    @property
    def real_seconds(self) -> int:
        """Return the length on the real clock, the one that must fit the slot."""
        return self.real[-1].end if self.real else 0

    @property
    def extra_seconds(self) -> int:
        """Return what changes and showings add beyond the rests."""
        return sum(cue.extra for cue in self.real)


MANNER_WORDS = {
    Manner.COUNTED: "",
    Manner.FATIGUE: ", to fatigue",
    Manner.OWN_PACE: ", own pace",
}


def dose_words(bout: Bout) -> str:
    """Return what is counted in a bout: "12 to 15 reps"; "" where only time is kept."""
    item = bout.item
    if item.travel is not None and item.travel.unit is Unit.LENGTHS:
        return f"{item.reps} lengths of {item.travel.metres} m"
    if bout.reps is None:
        return ""
    if item.travel is not None:
        return f"{bout.reps} steps"
    if item.reps_range is not None:
        said = f"{item.reps_range[0]} to {item.reps_range[1]} reps"
    else:
        said = f"{bout.reps} reps"
    return said + MANNER_WORDS[item.manner]


def _phases(bout: Bout) -> list[tuple[str, int]]:
    """Return (words, seconds) of each phase; the last takes what is left of the bout."""
    out: list[tuple[str, int]] = []
    left = bout.seconds
    for number, phase in enumerate(bout.item.phases, start=1):
        counted = f"{phase.reps} reps" if phase.reps is not None else ""
        words = ", ".join(part for part in (phase.label, counted) if part)
        seconds = phase_seconds(phase, rep_seconds(bout.item, bout.movement))
        seconds = left if number == len(bout.item.phases) else min(seconds, left)
        out.append((words, seconds))
        left -= seconds
    return out


class _Writer:
    """Lays cues end to end."""

    def __init__(self) -> None:
        self.cues: list[Cue] = []
        self.at = 0

    def add(
        self,
        kind: CueKind,
        seconds: int,
        block: int,
        bout: Bout | None = None,
        *,
        side: Side | None = None,
        label: str = "",
        extra: int = 0,
    ) -> None:
        """Write a cue; one of no length is left out. Those of a bout name its movement."""
        if seconds <= 0:
            return
        start, self.at = self.at, self.at + seconds
        if bout is None:
            self.cues.append(Cue(kind, start, self.at, block, label=label, extra=extra))
            return
        round_ = bout.round if kind in WORKED else None
        about = (bout.place, bout.movement.id, side, round_, label, extra)
        self.cues.append(Cue(kind, start, self.at, block, *about))

    def bout(self, bout: Bout, kind: CueKind) -> None:
        """Write a bout as one cue, as left and right halves, or phase by phase."""
        if bout.side is Side.SPLIT:
            first, label = (bout.seconds + 1) // 2, dose_words(bout)
            self.add(kind, first, bout.block, bout, side=Side.LEFT, label=label)
            self.add(kind, bout.seconds - first, bout.block, bout, side=Side.RIGHT, label=label)
        elif bout.item.phases:
            for name, seconds in _phases(bout):
                self.add(kind, seconds, bout.block, bout, side=bout.side, label=name)
        else:
            self.add(kind, bout.seconds, bout.block, bout, side=bout.side, label=dose_words(bout))

    def taken_up(self, gap: Gap) -> Gap:
        """Return a gap that ends at a fixed time, less what its block took beyond its rests."""
        over = 0
        for index, cue in enumerate(self.cues):
            if cue.block == gap.block and over + cue.extra <= gap.seconds:
                over += cue.extra
                self.cues[index] = cue._replace(extra=0)
        return gap._replace(seconds=gap.seconds - over, takes_up=False)

    def gap(self, gap: Gap) -> None:
        kind = CueKind(gap.kind)
        self.add(kind, gap.seconds, gap.block, label=gap.label)


#: What has to happen before a bout: (kind, seconds, words) in order.
_Need: TypeAlias = Sequence[tuple[CueKind, int, str]]


def class_clock(
    design: ClassDesign,
    library: Library,
    *,
    known: Collection[str] = frozenset(),
    pace: Pace = DEFAULT_PACE,
) -> ClassClock:
    """Return both clocks of a class.

    ``known`` holds the ids of movements the group has met; foundation movements always count.
    Raises NotFound for an unknown movement, InvalidInput for phases that do not fill their bout.
    """
    planned = steps(design, library)
    paced = planned if pace == DEFAULT_PACE else steps(design, library, pace)
    return ClassClock(design, planned, _real(design, paced, known, pace))


def cue_kind(design: ClassDesign, bout: Bout) -> CueKind:
    """Return work, or breather for the easy movements of a breather."""
    resting = design.blocks[bout.block].purpose is Purpose.BREATHER
    return CueKind.BREATHER if resting else CueKind.WORK


def _real(
    design: ClassDesign, planned: Sequence[Step], known: Collection[str], pace: Pace
) -> tuple[Cue, ...]:
    writer = _Writer()
    shown = set(design.movement_ids(Purpose.WARM_UP))
    before: Bout | None = None
    waiting: Gap | None = None
    for step in planned:
        if isinstance(step, Gap):
            if waiting is not None:
                writer.gap(waiting)
            waiting = writer.taken_up(step) if step.takes_up else step
            continue
        need = _need(design, before, step, shown, known=known, pace=pace)
        _bridge(writer, waiting, step, need)
        writer.bout(step, cue_kind(design, step))
        shown.add(step.movement.id)
        before, waiting = step, None
    if waiting is not None:
        writer.gap(waiting)
    return tuple(writer.cues)


def _need(
    design: ClassDesign,
    before: Bout | None,
    bout: Bout,
    shown: Collection[str],
    *,
    known: Collection[str],
    pace: Pace,
) -> _Need:
    last = before.movement if before is not None else None
    parts: list[tuple[CueKind, int, str]] = []
    same = before is not None and before.movement.id == bout.movement.id
    chained = bout.item.handling is Handling.CHAIN
    turns = before is not None and chained and before.side is Side.LEFT
    if before is not None and (same or turns) and before.side is not bout.side:
        parts.append((CueKind.SWITCH, pace.other_side_seconds, "Other side"))
    parts.append((CueKind.CHANGE, transition_seconds(last, bout.movement, pace), ""))
    works = design.blocks[bout.block].purpose is Purpose.WORK
    if works and bout.movement.id not in shown:
        new = bout.movement.id not in known and not bout.movement.foundation
        seconds = pace.show_new_seconds if new else pace.show_first_today_seconds
        parts.append((CueKind.SHOW, seconds, "New" if new else ""))
    return parts


def _bridge(writer: _Writer, waiting: Gap | None, bout: Bout, need: _Need) -> None:
    """Write the gap before a bout: its changes and showings first, then what is left of it."""
    if waiting is not None and not waiting.absorbs:
        writer.gap(waiting)
        waiting = None
    left = waiting.seconds if waiting is not None else 0
    for kind, seconds, label in need:
        extra = max(0, seconds - left)
        left = max(0, left - seconds)
        side = bout.side if kind is CueKind.SWITCH else None
        writer.add(kind, seconds, bout.block, bout, side=side, label=label, extra=extra)
    if waiting is not None:
        writer.add(CueKind(waiting.kind), left, waiting.block, label=waiting.label)
