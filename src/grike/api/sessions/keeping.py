"""A record is kept in place of the one it was made over, and never of one that came meanwhile."""

from __future__ import annotations

from grike.api.sessions.models import RecordModel
from grike.api.sessions.sent import record_of
from grike.core.errors import Conflict
from grike.core.record import SessionRecord
from grike.store import sessions
from grike.store.connection import Connection
from grike.store.sessions import Session


def keep(connection: Connection, session_id: int, body: RecordModel, person_id: int | None) -> None:
    """Keep what a session was. Raises Conflict where another record came meanwhile.

    The same again changes nothing: it is sent twice where nobody knew whether it had come.
    """
    session = sessions.lock(connection, session_id)
    before = sessions.record_with_marks(connection, session)
    record = record_of(body, before)
    if record == before:
        return
    overtaken = "over" in body.model_fields_set and body.over != session.kept_at
    if before is not None and overtaken:
        # A link shows its own class, and nothing of who else was there.
        words = _words(session, before) if person_id is not None else ""
        raise Conflict(
            f"This class was recorded meanwhile{words}.",
            fix="Look at that record; keep yours in its place only if it is the right one.",
        )
    sessions.put_record(connection, session_id, record, person_id)


def _words(session: Session, record: SessionRecord) -> str:
    who = f" by {session.kept_by}" if session.kept_by else ""
    effort = "" if record.effort is None else f", effort {record.effort:g}"
    return f"{who}: {record.minutes:g} min{effort}"
