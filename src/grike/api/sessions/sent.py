"""What is sent of a session that was taught, as the core has it."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace

from grike.api.sessions.models import RecordModel
from grike.core.done import Complaint, Otherwise
from grike.core.errors import InvalidInput
from grike.core.record import Mark, SessionRecord
from grike.core.series import FIRST_START, LAST_START


def local_time(at: dt.datetime) -> dt.datetime:
    """Return a time as the clock on the wall shows it. Raises InvalidInput where none can be."""
    if not FIRST_START <= at.date() <= LAST_START:
        raise InvalidInput(
            f"A class is taught between {FIRST_START.year} and {LAST_START.year}.",
            fields={"starts_at": "Give the day and the time of the class."},
        )
    return at.replace(tzinfo=None, microsecond=0)


def record_of(body: RecordModel, before: SessionRecord | None = None) -> SessionRecord:
    """Return the record that was sent, with what it leaves as it was ``before``.

    Raises InvalidInput for what cannot have been.
    """
    marks = [Mark(m.kind, m.took, m.planned, m.movement) for m in body.marks or ()]
    otherwise = [
        Otherwise(
            o.block,
            o.place,
            o.round,
            o.side,
            o.movement,
            o.instead,
            o.more,
            o.reps,
            o.load,
            o.extra,
        )
        for o in body.otherwise or ()
    ]
    complaints = [Complaint(c.joint, c.movement) for c in body.complaints or ()]
    sent = SessionRecord(
        body.minutes,
        body.effort,
        body.heads,
        body.note.strip(),
        tuple(marks),
        tuple(otherwise),
        tuple(complaints),
        body.pulse,
    )
    if before is None:
        return sent
    return replace(
        sent,
        marks=before.marks if body.marks is None else sent.marks,
        otherwise=before.otherwise if body.otherwise is None else sent.otherwise,
        complaints=before.complaints if body.complaints is None else sent.complaints,
    )
