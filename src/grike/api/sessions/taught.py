"""What was recorded of a series, as the core has it."""

from __future__ import annotations

from grike.core.design import ClassDesign
from grike.core.done_weeks import Taught
from grike.store import designs, sessions
from grike.store.connection import Connection
from grike.store.sessions import Session


def recorded(connection: Connection, series_id: int) -> list[tuple[Session, Taught]]:
    """Return every session of a series that was recorded, in order of time."""
    bodies: dict[int, ClassDesign] = {}
    out: list[tuple[Session, Taught]] = []
    for own in sessions.of_series(connection, series_id):
        if own.day is None or own.record is None:
            continue
        if own.design_id not in bodies:
            bodies[own.design_id] = designs.get(connection, own.design_id)
        out.append((own, Taught(own.day, bodies[own.design_id], own.record)))
    return out


def taught_of(connection: Connection, series_id: int) -> dict[int, Taught]:
    """Return the classes that were recorded, by day; of a day the last record counts."""
    last = {taught.day: taught for _, taught in recorded(connection, series_id)}
    return dict(sorted(last.items()))
