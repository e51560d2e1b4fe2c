"""The class clock: steps to cues that cover every second, on the nominal and on the real clock.

The nominal clock is what the parameters say. The real clock adds what the rests cannot hold of
changes and showings: ``extra = max(0, needed - rest)``.
"""

from __future__ import annotations

from collections.abc import Collection, Sequence
from functools import cached_property

from grike.core.bouts import Bout, Gap, Side, Step
from grike.core.cues import WORKED, Cue, CueKind
from grike.core.design import ClassDesign
from grike.core.expansion import steps
from grike.core.item import Manner, Unit
from grike.core.library import Library
from grike.core.needs import Need, Needs
from grike.core.pace import DEFAULT_PACE, Pace, paced
from grike.core.purpose import Purpose
from grike.core.sides import halves
from grike.core.work import phase_seconds, rep_seconds


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

    def bout(self, bout: Bout, kind: CueKind, extra: int = 0) -> None:
        """Write a bout as one cue, as left and right halves, or phase by phase.

        ``extra``: by how much the bout is longer than announced; its last cue says so.
        """
        if bout.side is Side.SPLIT:
            label = dose_words(bout)
            for side, seconds, _ in halves(bout):
                self.add(kind, seconds, bout.block, bout, side=side, label=label)
        elif bout.item.phases:
            for name, seconds in _phases(bout):
                self.add(kind, seconds, bout.block, bout, side=bout.side, label=name)
        else:
            self.add(kind, bout.seconds, bout.block, bout, side=bout.side, label=dose_words(bout))
        if extra:
            self.cues[-1] = self.cues[-1]._replace(extra=extra)

    def taken_up(self, gap: Gap) -> Gap:
        """Return a gap that ends at a fixed time, less what its block took beyond its rests."""
        over = 0
        for index, cue in enumerate(self.cues):
            if cue.block == gap.block and over + cue.extra <= gap.seconds:
                over += cue.extra
                self.cues[index] = cue._replace(extra=0)
        return gap._replace(seconds=gap.seconds - over)

    def gap(self, gap: Gap) -> None:
        kind = CueKind(gap.kind)
        self.add(kind, gap.seconds, gap.block, label=gap.label)


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
    counted = planned if pace.as_the_library_says else steps(design, library, pace)
    return ClassClock(design, planned, _real(design, counted, known, pace))


def cue_kind(design: ClassDesign, bout: Bout) -> CueKind:
    """Return work, or breather for the easy movements of a breather."""
    resting = design.blocks[bout.block].purpose is Purpose.BREATHER
    return CueKind.BREATHER if resting else CueKind.WORK


def _real(
    design: ClassDesign, planned: Sequence[Step], known: Collection[str], pace: Pace
) -> tuple[Cue, ...]:
    writer = _Writer()
    needs = Needs(design, planned, known, pace)
    before: Bout | None = None
    waiting: Gap | None = None
    for step in planned:
        if isinstance(step, Gap):
            if waiting is not None:
                _write(writer, waiting, before, pace)
            waiting = writer.taken_up(step) if step.takes_up else step
            continue
        need = needs.before(step, before, rested=waiting is not None and waiting.seconds > 0)
        _bridge(writer, waiting, step, need, before=before, pace=pace)
        kind = cue_kind(design, step)
        longer = (
            paced(step.seconds, pace.breather_factor) - step.seconds
            if kind is CueKind.BREATHER
            else 0
        )
        writer.bout(step._replace(seconds=step.seconds + longer), kind, longer)
        before, waiting = step, None
    if waiting is not None:
        _write(writer, waiting, before, pace)
    return tuple(writer.cues)


def _taken(gap: Gap, before: Bout | None, pace: Pace) -> int:
    """Return what a gap really takes: a breather and a rest that nobody times run over."""
    if gap.kind == CueKind.BREATHER:
        return paced(gap.seconds, pace.breather_factor)
    counted = before is not None and before.reps is not None and before.block == gap.block
    if gap.kind == CueKind.REST and counted and not gap.takes_up:
        return paced(gap.seconds, pace.rest_factor)
    return gap.seconds


def _write(writer: _Writer, gap: Gap, before: Bout | None, pace: Pace) -> None:
    taken = _taken(gap, before, pace)
    extra = taken - gap.seconds
    writer.add(CueKind(gap.kind), taken, gap.block, label=gap.label, extra=extra)


def _bridge(
    writer: _Writer,
    waiting: Gap | None,
    bout: Bout,
    need: Sequence[Need],
    *,
    before: Bout | None,
    pace: Pace,
) -> None:
    """Write the gap before a bout: its changes and showings first, then what is left of it.

    A breather is for water: changes and showings come on top of it.
    """
    if waiting is not None and not (waiting.absorbs and waiting.kind == CueKind.REST):
        _write(writer, waiting, before, pace)
        waiting = None
    announced = waiting.seconds if waiting is not None else 0
    left = _taken(waiting, before, pace) if waiting is not None else 0
    for kind, seconds, label, of in need:
        extra = max(0, seconds - announced)
        announced, left = max(0, announced - seconds), max(0, left - seconds)
        side = of.side if kind is CueKind.SWITCH else None
        writer.add(kind, seconds, bout.block, of, side=side, label=label, extra=extra)
    if waiting is not None:
        kind = CueKind(waiting.kind)
        writer.add(kind, left, waiting.block, label=waiting.label, extra=left - announced)
