"""Who or which room is down for two classes at once, or has no time to come over between sites."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Iterator
from dataclasses import dataclass

#: From one site to another, with kit to put away and to lay out. Common practice, no source.
WAY = dt.timedelta(minutes=30)


@dataclass(frozen=True, slots=True)
class Booking:
    """A teaching of a design as it stands in the calendar: until when, by whom and where.

    ``who_id``, ``room`` and ``site`` are None where that is not known. Rooms have names of their
    own in a house.
    """

    session_id: int
    design_id: int
    what: str
    starts_at: dt.datetime
    ends_at: dt.datetime
    who_id: int | None = None
    who: str = ""
    room: str | None = None
    site: str | None = None


def clashes(own: Booking, others: Iterable[Booking]) -> Iterator[str]:
    """Yield what does not go together with a booking, a sentence each, in order of time."""
    for other in sorted(others, key=lambda one: (one.starts_at, one.session_id)):
        if other.session_id == own.session_id:
            continue
        if own.who_id is not None and other.who_id == own.who_id:
            yield from _of_person(own, other)
        elif own.room is not None and other.room == own.room:
            yield from _of_room(own, other)


def _of_person(own: Booking, other: Booking) -> Iterator[str]:
    if _at_once(own, other):
        yield f"{own.who} is down for {other.what} at {other.starts_at:%H:%M} as well."
        return
    elsewhere = own.site is not None and other.site is not None and own.site != other.site
    first, second = sorted((own, other), key=lambda one: one.starts_at)
    between = second.starts_at - first.ends_at
    if elsewhere and between < WAY:
        minutes = int(between.total_seconds() // 60)
        yield (
            f"{own.who} has {minutes} minutes from {first.what} at {first.site} "
            f"to {second.what} at {second.site}."
        )


def _of_room(own: Booking, other: Booking) -> Iterator[str]:
    together = other.design_id == own.design_id and other.starts_at == own.starts_at
    if _at_once(own, other) and not together:
        yield f"{own.room} has {other.what} at {other.starts_at:%H:%M} as well."


def _at_once(one: Booking, other: Booking) -> bool:
    return one.starts_at < other.ends_at and other.starts_at < one.ends_at
