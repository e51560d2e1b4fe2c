"""Bouts that are counted in one go, and the beat at which they, or the music, go on."""

from __future__ import annotations

from collections import Counter
from collections.abc import Hashable, Mapping

from grike.core.bouts import Bout
from grike.core.clock import ClassClock
from grike.core.cues import Cue, CueKind


def bout_key(one: Cue | Bout) -> Hashable:
    """Return what a bout and its cue have in common."""
    return (one.block, one.place, one.round, one.side)


def counted_bouts(clock: ClassClock) -> dict[Hashable, Bout]:
    """Return the counted bouts that are one cue, neither halved nor in phases, by their key."""
    cues = Counter(bout_key(cue) for cue in clock.real if cue.kind is CueKind.WORK)
    return {
        key: bout
        for bout in clock.bouts
        if bout.reps is not None and cues[key := bout_key(bout)] == 1
    }


def beat_of(cue: Cue, beats_a_minute: int | None, reps: int | None) -> float | None:
    """Return the seconds from one beat of the music, or else one counted rep, to the next.

    None for what is no work, and where nothing goes by beats or is counted.
    """
    if cue.kind is not CueKind.WORK:
        return None
    if beats_a_minute is not None:
        return round(60 / beats_a_minute, 3)
    return round(cue.seconds / reps, 3) if reps else None


def reps_of(cue: Cue, counted: Mapping[Hashable, Bout]) -> int | None:
    """Return how many reps a cue counts; None where it counts none."""
    bout = counted.get(bout_key(cue)) if cue.kind is CueKind.WORK else None
    return bout.reps if bout is not None else None
