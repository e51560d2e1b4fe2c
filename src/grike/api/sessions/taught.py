"""What was recorded of a series, as the core has it."""

from __future__ import annotations

from grike.core.design import ClassDesign
from grike.core.done_weeks import Taught
from grike.store import designs, sessions
from grike.store.connection import Connection


def taught_of(connection: Connection, series_id: int) -> dict[int, Taught]:
    """Return the classes that were recorded, by day; of a day the last record counts."""
    bodies: dict[int, ClassDesign] = {}
    out: dict[int, Taught] = {}
    for own in sessions.of_series(connection, series_id):
        if own.day is None or own.record is None:
            continue
        if own.design_id not in bodies:
            bodies[own.design_id] = designs.get(connection, own.design_id)
        out[own.day] = Taught(own.day, bodies[own.design_id], own.record)
    return dict(sorted(out.items()))
