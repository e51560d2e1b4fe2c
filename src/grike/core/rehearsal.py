"""What a warm-up rehearses: the main lifts with which the work begins, in a light form.

Raise the pulse, mobilise, then prepare what is to come: Jeffreys 2007, from memory.
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from grike.core.composition import patterns_of
from grike.core.movement import Movement
from grike.core.pattern import Tier

#: So many lifts are rehearsed.
REHEARSED = 2
#: A class of half an hour warms up for less, and no cool-down takes more than its share of a class.
SHORT_SECONDS, COOL_DOWN_PERCENT = 1800, 15


def opening_lifts(work: Iterable[Movement]) -> tuple[Movement, ...]:
    """Return the first main lifts of the work; where it has none, what it begins with."""
    every = list(dict.fromkeys(work))
    mains = [movement for movement in every if movement.tier is Tier.MAIN]
    return tuple((mains or every)[:REHEARSED])


def rehearses(warm_up: Movement, lift: Movement) -> bool:
    """Return whether a movement of a warm-up is a light form of a lift.

    What is done on the floor is none of a lift that is done on the feet.
    """
    alike = not patterns_of(lift).isdisjoint(warm_up.rehearses)
    return alike and (warm_up.upright or not lift.upright)


def rehearsed(warm_up: Iterable[Movement], work: Iterable[Movement]) -> tuple[Movement, ...]:
    """Return the opening lifts of which a warm-up has a light form."""
    there = list(warm_up)
    return tuple(lift for lift in opening_lifts(work) if any(rehearses(own, lift) for own in there))


def rank(movement: Movement, lifts: Sequence[Movement]) -> int:
    """Return when a movement comes in a warm-up: 0 for the pulse, 1 joints, 2 a light form.

    What raises the pulse and is a light form as well may do either.
    """
    if any(rehearses(movement, lift) for lift in lifts):
        return 2
    return 0 if movement.raises_pulse else 1


def warm_up_seconds(slot_seconds: int) -> tuple[int, int]:
    """Return the least and the most that a warm-up of a class takes (common practice)."""
    return (120, 240) if slot_seconds <= SHORT_SECONDS else (150, 360)


def cool_down_seconds(slot_seconds: int) -> tuple[int, int]:
    """Return the least and the most that a cool-down of a class takes (common practice)."""
    most = min(300, slot_seconds * COOL_DOWN_PERCENT // 100)
    return min(120, most), most
