"""The pace at which each class is taught, learned from the records; worked out once a record."""

from __future__ import annotations

import logging
import threading
from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field

from grike.core.pace import DEFAULT_PACE, Pace, Paces
from grike.core.pace_learning import LearnedPace, Record, is_possible, learned_pace
from grike.core.series import SeriesShape
from grike.store import seasons, sessions
from grike.store.connection import Connection

log = logging.getLogger("grike")


def instructor_of(found: Iterable[sessions.Session]) -> dict[int, int]:
    """Return who teaches on each day; of several sessions the last one counts."""
    return {
        session.day: session.instructor_id
        for session in found
        if session.day is not None and session.instructor_id is not None
    }


@dataclass(frozen=True, slots=True)
class DayPaces:
    """The pace of a series on each day of it, and where nobody is known to teach."""

    usual: Pace = DEFAULT_PACE
    own: Mapping[int, Pace] = field(default_factory=dict)

    def of(self, shape: SeriesShape) -> Paces:
        """Return the paces by slot; which slot a day is depends on the days that are closed."""
        slots = shape.by_day()
        own = {slots[day].index: pace for day, pace in self.own.items() if day in slots}
        return Paces(self.usual, own)


USUAL_DAYS = DayPaces()


@dataclass(slots=True)
class PaceBook:
    """What was learned, until a record or a session changes."""

    _state: str = ""
    _records: list[Record] = field(default_factory=list)
    _learned: dict[tuple[str, str], LearnedPace] = field(default_factory=dict)
    _paces: dict[int, DayPaces] = field(default_factory=dict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def _refresh(self, connection: Connection) -> None:
        state = sessions.state(connection)
        if state != self._state:
            found = sessions.pace_records(connection)
            self._records = [record for record in found if is_possible(record)]
            if len(self._records) < len(found):
                log.warning(
                    "%s timings cannot be and are left out", len(found) - len(self._records)
                )
            self._learned, self._paces, self._state = {}, {}, state

    def learned(self, connection: Connection, instructor: str, group: str) -> LearnedPace:
        """Return the pace of an instructor with a group ("" stands for all)."""
        with self._lock:
            self._refresh(connection)
            return self._of(instructor, group)

    def _of(self, instructor: str, group: str) -> LearnedPace:
        key = (instructor, group)
        if key not in self._learned:
            self._learned[key] = learned_pace(self._records, instructor, group)
        return self._learned[key]

    def paces(self, connection: Connection, series_id: int) -> DayPaces:
        """Return the pace of each day of a series; without any record the usual one."""
        with self._lock:
            self._refresh(connection)
            if not self._records:
                return USUAL_DAYS
            if series_id not in self._paces:
                group = str(seasons.group_of(connection, series_id))
                teachers = instructor_of(sessions.of_series(connection, series_id))
                self._paces[series_id] = DayPaces(
                    self._of("", group).pace,
                    {day: self._of(str(who), group).pace for day, who in teachers.items()},
                )
            return self._paces[series_id]
