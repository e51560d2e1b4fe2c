"""The work of one bout: its dose after format, item and pass, and the seconds it takes."""

from __future__ import annotations

import math
from dataclasses import replace
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple

from grike.core.errors import InvalidInput
from grike.core.item import Item, Pass, Phase, Unit, pass_at
from grike.core.movement import Movement, Pace

#: A hold counts one rep per this many seconds where reps are the yardstick (common practice).
SECONDS_PER_HELD_REP = 3
#: Slowest and fastest ordinary rep when a bout is told to be slow or fast (common practice).
SLOW_REP_SECONDS = 3.0
FAST_REP_SECONDS = 1.2
#: Walking with a load or in lunges covers about this much floor in a second (common practice).
SECONDS_PER_METRE = 1.0


class Work(NamedTuple):
    """What a bout asks for; ``item`` is as its pass changed it."""

    item: Item
    seconds: int
    reps: int | None


@lru_cache(maxsize=8192)
def counted_seconds(reps: int, seconds_per_rep: float, factor: float = 1.0) -> int:
    """Return the whole seconds that a counted bout takes, rounded up.

    The arithmetic is exact, so that 10 reps of 1.6 s are 16 s and never 17.
    """
    return math.ceil(reps * Fraction(str(seconds_per_rep)) * Fraction(str(factor)))


def pace_of(item: Item, movement: Movement) -> Pace:
    """Return the pace of a bout: its own, or that of the movement."""
    return item.pace or movement.pace


def rep_seconds(item: Item, movement: Movement, beats_a_minute: int | None = None) -> float:
    """Return the seconds of one rep: by the music, the pattern, the item, or the movement."""
    if beats_a_minute is not None and item.beats_per_rep is not None:
        return 60 * item.beats_per_rep / beats_a_minute
    if item.pattern:
        return sum(part.seconds for part in item.pattern)
    if item.seconds_per_rep is not None:
        return item.seconds_per_rep
    if item.pace is None or item.pace is movement.pace:
        return movement.seconds_per_rep
    if item.pace is Pace.STILL:
        return float(SECONDS_PER_HELD_REP)
    if item.pace is Pace.CONTROLLED:
        return max(SLOW_REP_SECONDS, movement.seconds_per_rep)
    return min(FAST_REP_SECONDS, movement.seconds_per_rep)


#: What a pass says of an item, and what it says of the bout.
_OF_ITEM = ("load_step", "level", "handling", "phases", "pattern", "pace", "movement")
_OF_BOUT = ("reps", "seconds", "rest_seconds", "finish")


@lru_cache(maxsize=8192)
def _in_pass(item: Item, own: Pass | None, whole: Pass | None) -> tuple[Item, Pass]:
    """Return the item as one pass changes it, and what the pass says, item before block."""
    said: dict[str, object] = {}
    for name in (*_OF_ITEM, *_OF_BOUT):
        for entry in (own, whole):
            if entry is not None and (value := getattr(entry, name)) not in (None, ()):
                said.setdefault(name, value)
    if own is not None and whole is not None and (own.reps or own.seconds):
        # The item's own dose is the whole of it: a hold is not made to be counted by the block.
        said |= {"reps": own.reps, "seconds": own.seconds}
    entry = Pass(**said)  # type: ignore[arg-type]
    changes = {name: said[name] for name in _OF_ITEM if name in said}
    if "movement" in changes:
        changes["movement_id"] = changes.pop("movement")
    if entry.reps is not None or entry.seconds is not None:
        changes |= {"reps": entry.reps, "seconds": entry.seconds, "reps_range": None}
    return replace(item, passes=(), **changes), entry  # type: ignore[arg-type]


def item_in_pass(item: Item, block_passes: tuple[Pass, ...], round_: int) -> Item:
    """Return an item as it is in one round (from 1)."""
    if not item.passes and not block_passes:
        return item
    return _in_pass(item, pass_at(item.passes, round_), pass_at(block_passes, round_))[0]


def rest_in_pass(item: Item, block_passes: tuple[Pass, ...], round_: int) -> int | None:
    """Return the rest after a bout where its pass sets one, item before block."""
    for entry in (pass_at(item.passes, round_), pass_at(block_passes, round_)):
        if entry is not None and entry.rest_seconds is not None:
            return entry.rest_seconds
    return None


def work_of(
    item: Item,
    movement: Movement,
    round_: int,
    block_passes: tuple[Pass, ...],
    *,
    default: tuple[int | None, int | None],
    factor: float = 1.0,
    beats_a_minute: int | None = None,
) -> Work:
    """Return the work of one bout in a round.

    ``default``: (seconds, reps) of the format, one of them None. ``factor`` scales counted bouts.
    Raises InvalidInput where phases do not add up to their bout.
    """
    finish = None
    if item.passes or block_passes:
        item, entry = _in_pass(item, pass_at(item.passes, round_), pass_at(block_passes, round_))
        finish = entry.finish
    seconds, reps = default
    if item.reps is not None or item.seconds is not None or item.reps_range is not None:
        seconds = item.seconds
        reps = item.reps
        if reps is None and item.reps_range is not None:
            reps = item.reps_range[1]
    if beats_a_minute is not None and item.beats_per_rep is not None:
        # The music leads: whatever the pattern, a rep takes its beats.
        per_rep = rep_seconds(item, movement, beats_a_minute)
        item = replace(item, seconds_per_rep=per_rep, pattern=())
    if reps is not None:
        return _counted(item, movement, reps, factor, finish=finish)
    assert seconds is not None
    return _timed(item, movement, seconds, finish)


def _timed(item: Item, movement: Movement, seconds: int, finish: Phase | None) -> Work:
    if finish is not None:
        last = finish.seconds
        if last is None or last >= seconds or item.phases:
            raise InvalidInput(
                f"The finish '{finish.label}' of {movement.name} does not fit its bout of "
                f"{seconds} s.",
                fix="Give it fewer seconds than the bout, and the bout no other phases.",
                place="finish",
            )
        item = replace(item, phases=(Phase("", seconds - last), finish))
    if item.phases and any(phase.seconds is None for phase in item.phases):
        raise InvalidInput(
            f"A phase of {movement.name} counts reps, but its bout is timed.",
            fix="Give its phases in seconds, or count the bout.",
            place="phases",
        )
    total = sum(phase.seconds or 0 for phase in item.phases)
    if item.phases and total != seconds:
        raise InvalidInput(
            f"The phases of {movement.name} last {total} s, its bout {seconds} s.",
            fix="Make the phases add up to the bout.",
            place="phases",
        )
    return Work(item, seconds, None)


def _counted(
    item: Item, movement: Movement, reps: int, factor: float, *, finish: Phase | None
) -> Work:
    per_rep = rep_seconds(item, movement)
    if item.travel is not None and item.travel.unit is Unit.LENGTHS:
        metres = reps * item.travel.metres
        return Work(item, counted_seconds(metres, SECONDS_PER_METRE, factor), None)
    phases = item.phases
    counted = sum(phase.reps or 0 for phase in phases)
    if phases and counted != reps:
        raise InvalidInput(
            f"The phases of {movement.name} count {counted} reps, its bout {reps}.",
            fix="Make the reps of the phases add up to the bout.",
            place="phases",
        )
    if not phases:
        # The clock uses the upper end of a range, the volume what is planned inside it.
        clock_reps = item.reps_range[1] if item.reps_range is not None else reps
        seconds = counted_seconds(clock_reps, per_rep, factor)
    else:
        seconds = sum(phase_seconds(phase, per_rep, factor) for phase in phases)
    if finish is not None:
        start = phases or (Phase("", reps=reps),)
        item = replace(item, phases=(*start, finish))
        seconds += phase_seconds(finish, per_rep, factor)
        reps += finish.reps or 0
    return Work(item, seconds, reps)


def phase_seconds(phase: Phase, seconds_per_rep: float, factor: float = 1.0) -> int:
    """Return the whole seconds of one phase, counted ones rounded up."""
    if phase.seconds is not None:
        return phase.seconds
    assert phase.reps is not None
    return counted_seconds(phase.reps, phase.seconds_per_rep or seconds_per_rep, factor)
