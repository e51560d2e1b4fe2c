"""What nothing needs any more is thrown away: bounded in time, so that a house stays small."""

from __future__ import annotations

from grike.store.connection import Connection

#: So long a design stays that stands in no series and was never put down to be taught.
DESIGN_DAYS = 30
#: So long it can be read how a run went; and so long runs stay that left nothing behind.
EVENT_DAYS, RUN_DAYS = 14, 90
DESIGNS = f"""
    SELECT design.id FROM design
    LEFT JOIN series_class ON series_class.design_id = design.id
    LEFT JOIN session ON session.design_id = design.id
    WHERE series_class.design_id IS NULL AND session.design_id IS NULL
    AND design.created_at < UTC_TIMESTAMP(3) - INTERVAL {DESIGN_DAYS} DAY
    ORDER BY design.id LIMIT 5000"""
DROP_DESIGN = "DELETE FROM design WHERE id = %s"
EVENTS = f"""
    DELETE FROM run_event WHERE run_id IN (
        SELECT id FROM planning_run
        WHERE ended_at < UTC_TIMESTAMP(3) - INTERVAL {EVENT_DAYS} DAY)"""
#: The last run of a series says how it was planned; what stands beside a series is somebody's.
RUNS = f"""
    DELETE FROM planning_run
    WHERE ended_at < UTC_TIMESTAMP(3) - INTERVAL {RUN_DAYS} DAY
    AND kind <> 'what-if' AND state <> 'beside'
    AND id NOT IN (SELECT last FROM (
        SELECT MAX(id) AS last FROM planning_run GROUP BY series_id) AS kept)"""


def purge(connection: Connection) -> int:
    """Throw away what nothing needs; return how many designs that were."""
    gone = [(row["id"],) for row in connection.rows(DESIGNS)]
    connection.many(DROP_DESIGN, gone)
    connection.run(EVENTS)
    connection.run(RUNS)
    return len(gone)
