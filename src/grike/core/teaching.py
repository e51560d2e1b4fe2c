"""When the classes of a week are taught, where that is to be put down at once."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from grike.core.series import Slot

#: When a class begins whose weekday has no time yet.
USUAL_TIME = dt.time(18)


@dataclass(frozen=True, slots=True)
class Teaching:
    """A class of a series that is, or was, taught; ``day``: see Slot."""

    day: int
    starts_at: dt.datetime
    taught: bool


def to_be_taught(
    slots: Mapping[int, Slot], known: Iterable[Teaching]
) -> list[tuple[int, dt.datetime]]:
    """Return day and time of each class of a week that was not taught yet.

    ``slots``: the classes of the week by day; ``known``: what is put down in the whole series. A
    class without a time gets that of its weekday in other weeks, or the usual one.
    """
    every = list(known)
    done = {own.day for own in every if own.taught}
    own_times = {own.day: own.starts_at for own in every if not own.taught}
    of_weekday = {own.day % 7: own.starts_at.time() for own in every}
    return [
        (
            day,
            own_times.get(day)
            or dt.datetime.combine(slot.date, of_weekday.get(slot.weekday, USUAL_TIME)),
        )
        for day, slot in sorted(slots.items())
        if day not in done
    ]
