"""The class clock: steps to cues that cover every second, on the nominal and on the real clock.

The nominal clock is what the parameters say. The real clock adds what the rests cannot hold of
changes and showings: ``extra = max(0, needed - rest)``.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from dataclasses import dataclass
from enum import StrEnum
from typing import NamedTuple

from grike.core.bouts import Bout, Gap, Side, Step
from grike.core.design import ClassDesign, Purpose
from grike.core.expansion import steps
from grike.core.item import Handling, Manner, Unit
from grike.core.movement import Library
from grike.core.pace import DEFAULT_PACE, Pace, transition_seconds
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


@dataclass(frozen=True, slots=True)
class ClassClock:
    """Both clocks of one class and the bouts from which they were made."""

    nominal: tuple[Cue, ...]
    real: tuple[Cue, ...]
    bouts: tuple[Bout, ...]

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
    manner = {Manner.COUNTED: "", Manner.FATIGUE: ", to fatigue", Manner.OWN_PACE: ", own pace"}
    return said + manner[item.manner]


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

    def add(self, kind: CueKind, seconds: int, block: int, **more: object) -> None:
        if seconds > 0:
            cue = Cue(kind, self.at, self.at + seconds, block, **more)  # type: ignore[arg-type]
            self.cues.append(cue)
            self.at += seconds

    def bout(self, bout: Bout, kind: CueKind) -> None:
        """Write a bout as one cue, as left and right halves, or phase by phase."""
        about = {
            "place": bout.place,
            "movement_id": bout.movement.id,
            "round": bout.round,
        }
        label = dose_words(bout)
        if bout.side is Side.SPLIT:
            first = (bout.seconds + 1) // 2
            self.add(kind, first, bout.block, side=Side.LEFT, label=label, **about)
            rest = bout.seconds - first
            self.add(kind, rest, bout.block, side=Side.RIGHT, label=label, **about)
            return
        parts = _phases(bout) or [(label, bout.seconds)]
        for name, seconds in parts:
            self.add(kind, seconds, bout.block, side=bout.side, label=name, **about)

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


@dataclass(frozen=True, slots=True)
class _Need:
    """What has to happen before a bout: (kind, seconds, words) in order."""

    parts: tuple[tuple[CueKind, int, str], ...]

    @property
    def seconds(self) -> int:
        return sum(seconds for _, seconds, _ in self.parts)


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
    nominal = _Writer()
    for step in planned:
        if isinstance(step, Bout):
            nominal.bout(step, cue_kind(design, step))
        else:
            nominal.gap(step)
    paced = planned if pace == DEFAULT_PACE else steps(design, library, pace)
    bouts = tuple(step for step in planned if isinstance(step, Bout))
    return ClassClock(tuple(nominal.cues), _real(design, paced, known, pace), bouts)


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
        need = _need(design, before, step, shown, known, pace)
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
    return _Need(tuple(part for part in parts if part[1] > 0))


def _bridge(writer: _Writer, waiting: Gap | None, bout: Bout, need: _Need) -> None:
    """Write the gap before a bout: its changes and showings first, then what is left of it."""
    if waiting is not None and not waiting.absorbs:
        writer.gap(waiting)
        waiting = None
    left = waiting.seconds if waiting is not None else 0
    for kind, seconds, label in need.parts:
        extra = max(0, seconds - left)
        left = max(0, left - seconds)
        writer.add(
            kind,
            seconds,
            bout.block,
            place=bout.place,
            movement_id=bout.movement.id,
            label=label,
            side=bout.side if kind is CueKind.SWITCH else None,
            extra=extra,
        )
    if waiting is not None:
        writer.add(CueKind(waiting.kind), left, waiting.block, label=waiting.label)
