"""What was really done of a class: the bouts that were otherwise than planned, and complaints."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Iterator, Sequence
from dataclasses import replace
from itertools import groupby
from typing import NamedTuple

from grike.core.bouts import Bout, Side
from grike.core.errors import InvalidInput, NotFound
from grike.core.library import Library
from grike.core.movement import Joint

#: A class has no more bouts than this, and nobody holds one longer for so many seconds.
MOST_BOUTS, MOST_SECONDS, MOST_COMPLAINTS = 600, 600, 60
#: The same as an item can have.
MOST_REPS, MOST_STEPS = 200, 20
JOINT_NAMES = {joint: joint.value.replace("-", " ") for joint in Joint}


class Otherwise(NamedTuple):
    """A bout that was not done as planned, or one side of it.

    ``instead``: the movement that was done in its place; ``more``: seconds that it lasted longer;
    ``reps``: how many were done, 0 where that is as planned; ``load``: steps heavier, below 0
    lighter; ``extra``: it was not planned, and took so many seconds. With none of them it was left
    out.
    """

    block: int
    place: int
    round: int
    side: Side
    movement_id: str
    instead: str = ""
    more: int = 0
    reps: int = 0
    load: int = 0
    extra: int = 0

    @property
    def left_out(self) -> bool:
        """Whether nothing was done in its place."""
        return not (self.instead or self.more or self.reps or self.load or self.extra)


class Complaint(NamedTuple):
    """A joint that somebody complained of, and during which movement ("": none in particular)."""

    joint: Joint
    movement_id: str = ""


def require_possible(otherwise: Sequence[Otherwise], complaints: Sequence[Complaint]) -> None:
    """Raise InvalidInput for what cannot have been; whether a bout exists is not asked."""
    if len(otherwise) > MOST_BOUTS or len(complaints) > MOST_COMPLAINTS:
        raise InvalidInput("More differed than a class has.", fix="Record what differed.")
    for one in otherwise:
        seconds = (one.more, one.extra)
        within = all(0 <= own <= MOST_SECONDS for own in seconds) and 0 <= one.reps <= MOST_REPS
        if min(one.block, one.place, one.round) < 0 or not within or abs(one.load) > MOST_STEPS:
            raise InvalidInput(
                f"{one.movement_id or 'A bout'} cannot have been done like that.",
                fix=f"Places count from 0; seconds more are 0 to {MOST_SECONDS}, reps 0 to "
                f"{MOST_REPS}, and steps of load up to {MOST_STEPS} either way.",
            )
    keys = [one[:4] for one in otherwise]
    if len(set(keys)) < len(keys):
        raise InvalidInput("A bout stands in the record twice.", fix="Say it once.")


def done_bouts(
    bouts: Iterable[Bout], otherwise: Collection[Otherwise], library: Library
) -> list[Bout]:
    """Return the bouts as they were done, those that were added last.

    What names a bout of no place that there is changes nothing. Of a bout that changes sides in its
    middle one half may be left out: half of it was done then.
    """
    bouts = list(bouts)
    known = {one[:4]: one for one in otherwise}
    out: list[Bout] = []
    for bout in bouts:
        halves = (Side.LEFT, Side.RIGHT) if bout.side is Side.SPLIT else (bout.side,)
        told = [
            own
            for side in halves
            if (own := known.get((bout.block, bout.place, bout.round, side))) is not None
        ]
        left = len(halves) - sum(one.left_out for one in told)
        if left:
            out.append(_changed(bout, left, len(halves), told=told, library=library))
    like = {(bout.block, bout.place): bout for bout in bouts}
    for own in otherwise:
        if own.extra and own[:2] in like:
            # Where another movement is done by then, that is what comes once more.
            done = own._replace(instead=own.instead or own.movement_id)
            out.append(_changed(_added(own, like[own[:2]]), 1, 1, told=[done], library=library))
    return out


def _added(own: Otherwise, like: Bout) -> Bout:
    """Return a bout that was not planned, like the last one of its place."""
    half = like.side is Side.SPLIT and own.side is not Side.SPLIT
    reps = like.reps and like.reps // (1 + half)
    return like._replace(round=own.round, side=own.side, seconds=own.extra, reps=reps)


def _changed(
    bout: Bout, left: int, of: int, *, told: Sequence[Otherwise], library: Library
) -> Bout:
    instead = next((one.instead for one in told if one.instead), "")
    try:
        movement = library[instead] if instead else bout.movement
    except NotFound:
        # One that was deleted since: what was done is not known any more, so the plan stands.
        movement = bout.movement
    reps = bout.reps if bout.reps is None else bout.reps * left // of
    seconds = bout.seconds * left // of
    counted = next((one.reps for one in told if one.reps), 0)
    if reps and counted:
        # Seconds of a counted bout follow from its reps.
        reps, seconds = counted, seconds * counted // reps
    seconds += sum(one.more for one in told)
    load = next((one.load for one in told if one.load), 0)
    item = replace(bout.item, load_step=max(0, bout.item.load_step + load)) if load else bout.item
    return bout._replace(item=item, movement=movement, seconds=seconds, reps=reps)


def _how(own: Sequence[Otherwise]) -> Iterator[str]:
    """Yield how the bouts of one movement were done, where that differed."""
    if extra := sum(one.extra > 0 for one in own):
        yield "once more" if extra == 1 else f"{extra} times more"
    if more := sum(one.more for one in own):
        yield f"{more} s longer"
    if counts := [str(one.reps) for one in own if one.reps]:
        yield f"{', '.join(counts)} reps"
    if loads := {one.load for one in own if one.load}:
        yield "heavier" if max(loads) > 0 else "lighter"


def otherwise_in_words(
    otherwise: Iterable[Otherwise], complaints: Iterable[Complaint], library: Library
) -> list[str]:
    """Return what differed, a short sentence for each movement and kind of difference."""

    def name(movement_id: str) -> str:
        return library[movement_id].name if movement_id in library else movement_id

    def alike(one: Otherwise) -> tuple[str, str, bool]:
        return (one.movement_id, one.instead, one.left_out)

    out = []
    for (movement_id, instead, left_out), group in groupby(sorted(otherwise, key=alike), alike):
        own = list(group)
        times = f" {len(own)} times" if len(own) > 1 else ""
        if left_out:
            out.append(f"{name(movement_id)} left out{times}")
        elif instead:
            out.append(f"{name(instead)} instead of {name(movement_id)}{times}")
        out += [f"{name(instead or movement_id)} {words}" for words in _how(own)]
    for joint, movement_id in complaints:
        during = f" at {name(movement_id)}" if movement_id else ""
        out.append(f"Sore {JOINT_NAMES[joint]}{during}")
    return out
