"""When the classes of a week are taught, where that is to be put down at once."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from types import MappingProxyType

from grike.core.series import Slot

#: When a class begins whose weekday has no time yet.
USUAL_TIME = dt.time(18)
NO_TIMES: Mapping[int, dt.time] = MappingProxyType({})


def begins_at(slot: Slot, times: Mapping[int, dt.time]) -> dt.datetime | None:
    """Return when a class begins by the times of its weekdays; None where there is none for it."""
    at = times.get(slot.weekday)
    return None if at is None else dt.datetime.combine(slot.date, at)


@dataclass(frozen=True, slots=True)
class Teaching:
    """A class of a series that is, or was, taught; ``day``: see Slot."""

    day: int
    starts_at: dt.datetime
    taught: bool


def to_be_taught(
    slots: Mapping[int, Slot],
    known: Iterable[Teaching],
    times: Mapping[int, dt.time] = NO_TIMES,
) -> list[tuple[int, dt.datetime]]:
    """Return day and time of each class of a week that was not taught yet.

    ``slots``: the classes of the week by day; ``known``: what is put down in the whole series;
    ``times``: when the class of a weekday begins by the set-up. A class without a time gets that
    of its weekday in other weeks, or by the set-up, or the usual one.
    """
    every = list(known)
    done = {own.day for own in every if own.taught}
    own_times = {own.day: own.starts_at for own in every if not own.taught}
    of_weekday = {**times, **{own.day % 7: own.starts_at.time() for own in every}}
    return [
        (
            day,
            own_times.get(day)
            or dt.datetime.combine(slot.date, of_weekday.get(slot.weekday, USUAL_TIME)),
        )
        for day, slot in sorted(slots.items())
        if day not in done
    ]
