"""Sessions: each teaching of a design, with its date, room and instructor, and its record."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Iterable
from dataclasses import dataclass, replace

from grike.core.double_booking import Booking
from grike.core.errors import NotFound
from grike.core.group_codec import done_from, done_to
from grike.core.pace_learning import Record
from grike.core.record import Mark, SessionRecord
from grike.store.connection import Connection

ADD = """
    INSERT INTO session (design_id, series_id, day, starts_at, room_id, instructor_id)
    VALUES (%s, %s, %s, %s, %s, %s)"""
_COLUMNS = """
    SELECT session.id, session.design_id, session.series_id, session.day, session.starts_at,
           session.instructor_id, room.name AS room, site.name AS site,
           person.name AS instructor,
           session_record.minutes, session_record.effort, session_record.heads, session_record.note,
           session_record.done, session_record.pulse, session_record.recorded_at AS kept_at,
           keeper.name AS kept_by
    FROM session LEFT JOIN room ON room.id = session.room_id
    LEFT JOIN site ON site.id = room.site_id
    LEFT JOIN person ON person.id = session.instructor_id
    LEFT JOIN session_record ON session_record.session_id = session.id
    LEFT JOIN person AS keeper ON keeper.id = session_record.recorded_by"""
OF_DAY = f"{_COLUMNS} WHERE session.series_id = %s AND session.day = %s ORDER BY starts_at"
OF_SERIES = f"{_COLUMNS} WHERE session.series_id = %s ORDER BY starts_at, session.id"
ONE = f"{_COLUMNS} WHERE session.id = %s"
LOCK = "SELECT id FROM session WHERE id = %s FOR UPDATE"
#: A plain read would show what was there when the transaction first read anything.
AS_IT_IS = f"{ONE} LOCK IN SHARE MODE"
REMOVE = "DELETE FROM session WHERE id = %s"
PUT_RECORD = """
    INSERT INTO session_record (session_id, minutes, effort, heads, note, pulse, done, recorded_by)
    VALUES (%s, %s, %s, %s, %s, %s, %s, %s)"""
REMOVE_RECORD = "DELETE FROM session_record WHERE session_id = %s"
PUT_MARK = """
    INSERT INTO session_mark (session_id, number, kind, movement_id, planned, took)
    VALUES (%s, %s, %s, %s, %s, %s)"""
MARKS = """
    SELECT session_mark.session_id, session_mark.kind, session_mark.movement_id,
           session_mark.planned, session_mark.took, session.instructor_id,
           COALESCE(series.group_of, session.series_id) AS group_id
    FROM session_mark JOIN session ON session.id = session_mark.session_id
    LEFT JOIN series ON series.id = session.series_id
    ORDER BY session_mark.session_id, session_mark.number"""
MARKS_OF_SERIES = """
    SELECT session_mark.session_id, session_mark.kind, session_mark.took, session_mark.planned,
           session_mark.movement_id
    FROM session_mark JOIN session ON session.id = session_mark.session_id
    WHERE session.series_id = %s ORDER BY session_mark.session_id, session_mark.number"""
MARKS_OF_SESSION = """
    SELECT kind, took, planned, movement_id FROM session_mark WHERE session_id = %s
    ORDER BY number LOCK IN SHARE MODE"""
#: What lies so close to a session may be in its way: no class lasts longer.
HALF_A_DAY = dt.timedelta(hours=12)
NEAR = """
    SELECT session.id, session.design_id, session.starts_at, session.instructor_id,
           person.name AS instructor, room.name AS room, site.name AS site, design.name,
           CAST(JSON_VALUE(design.body, '$.slot_seconds') AS UNSIGNED) AS seconds
    FROM session JOIN design ON design.id = session.design_id
    LEFT JOIN series ON series.id = session.series_id
    LEFT JOIN room ON room.id = session.room_id LEFT JOIN site ON site.id = room.site_id
    LEFT JOIN person ON person.id = session.instructor_id
    WHERE series.deleted_at IS NULL AND session.starts_at >= %s AND session.starts_at <= %s"""
MINE = f"""{_COLUMNS} JOIN series ON series.id = session.series_id
    WHERE session.instructor_id = %s AND series.deleted_at IS NULL
    AND session.starts_at >= %s ORDER BY session.starts_at, session.id LIMIT %s"""
STATE = """
    SELECT (SELECT COUNT(*) FROM session_record) AS records,
           (SELECT MAX(recorded_at) FROM session_record) AS latest,
           (SELECT COUNT(*) FROM session) AS sessions, (SELECT MAX(id) FROM session) AS last"""


@dataclass(frozen=True, slots=True)
class Session:
    """One teaching of a design; ``day``: see Slot, which stays whatever days are closed.

    ``record`` has no marks here; it is None while nothing was recorded. ``kept_at``, ``kept_by``:
    since when it is there, and who kept it; None where nobody of the house did.
    """

    id: int
    design_id: int
    series_id: int | None
    day: int | None
    starts_at: dt.datetime
    room: str | None
    site: str | None
    instructor: str | None
    instructor_id: int | None
    record: SessionRecord | None
    kept_at: dt.datetime | None = None
    kept_by: str | None = None


def add(
    connection: Connection,
    design_id: int,
    series_id: int | None,
    day: int | None,
    starts_at: dt.datetime,
    room_id: int | None,
    instructor_id: int | None,
) -> int:
    """Add a session; return its id."""
    return connection.insert(ADD, (design_id, series_id, day, starts_at, room_id, instructor_id))


def _sessions(rows: Iterable[dict[str, object]]) -> list[Session]:
    out: list[Session] = []
    for row in rows:
        values = dict(row)
        minutes, effort = values.pop("minutes"), values.pop("effort")
        heads, note, done = values.pop("heads"), values.pop("note"), values.pop("done")
        pulse = values.pop("pulse")
        record = None
        if minutes is not None:
            known = None if effort is None else float(str(effort))
            people = None if heads is None else int(str(heads))
            differed = done_from(*json.loads(str(done))) if done else ((), ())
            beats = None if pulse is None else int(str(pulse))
            told = (float(str(minutes)), known, people, str(note), ())
            record = SessionRecord(*told, *differed, beats)
        out.append(Session(record=record, **values))  # type: ignore[arg-type]
    return out


def of_day(connection: Connection, series_id: int, day: int) -> list[Session]:
    """Return the sessions of a day of a series in order of time."""
    return _sessions(connection.rows(OF_DAY, (series_id, day)))


def of_series(connection: Connection, series_id: int) -> list[Session]:
    """Return all sessions of a series in order of time."""
    return _sessions(connection.rows(OF_SERIES, (series_id,)))


def marks_of(connection: Connection, series_id: int) -> dict[int, list[Mark]]:
    """Return what was timed in the sessions of a series, by session."""
    out: dict[int, list[Mark]] = {}
    for r in connection.rows(MARKS_OF_SERIES, (series_id,)):
        mark = Mark(r["kind"], float(r["took"]), float(r["planned"]), r["movement_id"])
        out.setdefault(r["session_id"], []).append(mark)
    return out


def record_with_marks(connection: Connection, session: Session) -> SessionRecord | None:
    """Return the record of a session with what was timed; None while nothing was recorded."""
    if session.record is None:
        return None
    rows = connection.rows(MARKS_OF_SESSION, (session.id,))
    marks = [Mark(r["kind"], float(r["took"]), float(r["planned"]), r["movement_id"]) for r in rows]
    return replace(session.record, marks=tuple(marks))


def of_person(
    connection: Connection, person_id: int, since: dt.datetime, most: int
) -> list[Session]:
    """Return what a person is down to teach from a time on, the next first."""
    return _sessions(connection.rows(MINE, (person_id, since, most)))


def bookings_near(connection: Connection, own: Iterable[Session]) -> list[Booking]:
    """Return who and which room is down for what around some sessions, these among them."""
    begin = [session.starts_at for session in own]
    if not begin:
        return []
    span = (min(begin) - HALF_A_DAY, max(begin) + HALF_A_DAY)
    return [
        Booking(
            row["id"],
            row["design_id"],
            row["name"],
            row["starts_at"],
            row["starts_at"] + dt.timedelta(seconds=int(row["seconds"])),
            row["instructor_id"],
            row["instructor"] or "",
            row["room"],
            row["site"],
        )
        for row in connection.rows(NEAR, span)
    ]


def get(connection: Connection, session_id: int) -> Session:
    """Return one session. Raises NotFound."""
    return _one(connection, ONE, session_id)


def _one(connection: Connection, query: str, session_id: int) -> Session:
    found = _sessions(connection.rows(query, (session_id,)))
    if not found:
        raise NotFound("There is no such session.", fix="Load the page again.")
    return found[0]


def lock(connection: Connection, session_id: int) -> Session:
    """Return one session as it is by now, and until the transaction ends. Raises NotFound."""
    connection.row(LOCK, (session_id,))
    return _one(connection, AS_IT_IS, session_id)


def remove(connection: Connection, session_id: int) -> None:
    """Take a session out with its record. Raises NotFound."""
    if not connection.run(REMOVE, (session_id,)):
        raise NotFound("There is no such session.", fix="Load the page again.")


def put_record(
    connection: Connection, session_id: int, record: SessionRecord, person_id: int | None
) -> None:
    """Keep the record of a session in place of an earlier one."""
    connection.run(REMOVE_RECORD, (session_id,))
    differed = done_to(record)
    done = json.dumps(differed) if any(differed) else None
    values = (session_id, record.minutes, record.effort, record.heads, record.note, record.pulse)
    connection.run(PUT_RECORD, (*values, done, person_id))
    connection.many(
        PUT_MARK,
        [
            (session_id, number, mark.kind, mark.movement_id, mark.planned, mark.took)
            for number, mark in enumerate(record.marks)
        ],
    )


def pace_records(connection: Connection) -> list[Record]:
    """Return all that was timed; a group is a series with those that were begun anew from it."""
    return [
        Record(
            r["kind"],
            float(r["took"]),
            r["session_id"],
            str(r["instructor_id"] or ""),
            str(r["group_id"] or ""),
            r["movement_id"],
            float(r["planned"]),
        )
        for r in connection.rows(MARKS)
    ]


def state(connection: Connection) -> str:
    """Return a text that changes whenever a session or a record does."""
    row = connection.row(STATE) or {}
    return f"{row['records']}.{row['latest']}.{row['sessions']}.{row['last']}"
