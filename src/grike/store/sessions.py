"""Sessions: each teaching of a design, with its date, room and instructor."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from grike.store.connection import Connection

ADD = """
    INSERT INTO session (design_id, series_id, slot, starts_at, room_id, instructor_id)
    VALUES (%s, %s, %s, %s, %s, %s)"""
OF_SLOT = """
    SELECT session.id, session.design_id, session.starts_at, room.name AS room,
           person.name AS instructor
    FROM session LEFT JOIN room ON room.id = session.room_id
    LEFT JOIN person ON person.id = session.instructor_id
    WHERE session.series_id = %s AND session.slot = %s ORDER BY session.starts_at"""


@dataclass(frozen=True, slots=True)
class Session:
    """One teaching of a design."""

    id: int
    design_id: int
    starts_at: dt.datetime
    room: str | None
    instructor: str | None


def add(
    connection: Connection,
    design_id: int,
    series_id: int | None,
    slot: int | None,
    starts_at: dt.datetime,
    room_id: int | None,
    instructor_id: int | None,
) -> int:
    """Add a session; return its id."""
    return connection.insert(ADD, (design_id, series_id, slot, starts_at, room_id, instructor_id))


def of_slot(connection: Connection, series_id: int, slot: int) -> list[Session]:
    """Return the sessions of a slot in order of time."""
    return [
        Session(r["id"], r["design_id"], r["starts_at"], r["room"], r["instructor"])
        for r in connection.rows(OF_SLOT, (series_id, slot))
    ]
