"""The pace at which each class is taught, learned from the records; worked out once a record."""

from __future__ import annotations

import threading
from collections.abc import Iterable
from dataclasses import dataclass, field

from grike.core.pace import USUAL_PACES, Paces
from grike.core.pace_learning import LearnedPace, Record, learned_pace
from grike.store import sessions
from grike.store.connection import Connection


def instructor_of(found: Iterable[sessions.Session]) -> dict[int, int]:
    """Return who teaches each slot; of several sessions the last one counts."""
    return {
        session.slot: session.instructor_id
        for session in found
        if session.slot is not None and session.instructor_id is not None
    }


@dataclass(slots=True)
class PaceBook:
    """What was learned, until a record or a session changes."""

    _state: str = ""
    _records: list[Record] = field(default_factory=list)
    _learned: dict[tuple[str, str], LearnedPace] = field(default_factory=dict)
    _paces: dict[int, Paces] = field(default_factory=dict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def _refresh(self, connection: Connection) -> None:
        state = sessions.state(connection)
        if state != self._state:
            self._records = sessions.pace_records(connection)
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

    def paces(self, connection: Connection, series_id: int) -> Paces:
        """Return the pace of each slot of a series; without any record the usual one."""
        with self._lock:
            self._refresh(connection)
            if not self._records:
                return USUAL_PACES
            if series_id not in self._paces:
                group = str(series_id)
                teachers = instructor_of(sessions.of_series(connection, series_id))
                self._paces[series_id] = Paces(
                    self._of("", group).pace,
                    {slot: self._of(str(who), group).pace for slot, who in teachers.items()},
                )
            return self._paces[series_id]
