"""What was recorded of a series, as the core has it."""

from __future__ import annotations

from grike.api.state import HeldSeries
from grike.core.clock import class_clock
from grike.core.done_by import Teaching
from grike.core.done_weeks import Taught
from grike.store import designs, sessions
from grike.store.connection import Connection
from grike.store.sessions import Session

#: Whoever taught by a link, or without being put down: the note says who.
NOBODY = "Nobody of the list"


def recorded(connection: Connection, series_id: int) -> list[tuple[Session, Taught]]:
    """Return every session of a series that was recorded, in order of time."""
    told = [own for own in sessions.of_series(connection, series_id) if own.record is not None]
    bodies = designs.some(connection, {own.design_id for own in told})
    return [
        (own, Taught(own.day, bodies[own.design_id], own.record))
        for own in told
        if own.day is not None and own.record is not None
    ]


def taught_of(connection: Connection, series_id: int) -> dict[int, Taught]:
    """Return the classes that were recorded, by day; of a day the last record counts."""
    last = {taught.day: taught for _, taught in recorded(connection, series_id)}
    return dict(sorted(last.items()))


def as_teachings(held: HeldSeries, known: list[tuple[Session, Taught]]) -> list[Teaching]:
    """Return what was recorded of a series: who taught it, where, how long it was to take."""
    minutes = _minutes(held, known)
    return [
        Teaching(
            taught,
            session.id,
            session.design_id,
            session.instructor or NOBODY,
            minutes[session.design_id],
            session.site or session.room or "",
        )
        for session, taught in known
    ]


def _minutes(held: HeldSeries, known: list[tuple[Session, Taught]]) -> dict[int, float]:
    """Return how long each design takes by the real clock; as it stands now, or by itself."""
    out = {
        held.stored.designs[member.slot.index]: member.clock.real_seconds / 60
        for member in held.facts.classes
    }
    for session, taught in known:
        if session.design_id not in out:
            clock = class_clock(taught.design, held.facts.library)
            out[session.design_id] = clock.real_seconds / 60
    return out
