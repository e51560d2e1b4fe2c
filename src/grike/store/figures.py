"""How a house is just now, in figures for whoever watches over it."""

from __future__ import annotations

from grike.store.connection import Connection
from grike.store.presence import GONE_AFTER

NOW = """
    SELECT
        (SELECT COUNT(*) FROM planning_run WHERE state = 'waiting') AS runs_waiting,
        (SELECT COUNT(*) FROM planning_run WHERE state = 'running') AS runs_planning,
        (SELECT COUNT(*) FROM planning_run
            WHERE state = 'failed' AND ended_at > UTC_TIMESTAMP(3) - INTERVAL 1 DAY) AS runs_failed,
        (SELECT COUNT(*) FROM sign_in WHERE expires_at > UTC_TIMESTAMP(3)) AS sign_ins,
        (SELECT COUNT(*) FROM presence
            WHERE seen_at > UTC_TIMESTAMP(3) - INTERVAL %s SECOND) AS boards_open,
        (SELECT COUNT(*) FROM series WHERE deleted_at IS NULL) AS series"""
WORDS = {
    "runs_waiting": "Plans that wait for a place",
    "runs_planning": "Plans that are being made",
    "runs_failed": "Plans that failed in the last day",
    "sign_ins": "Sign-ins that last",
    "boards_open": "Pages of series that are open",
    "series": "Series that are not in the bin",
}


def now(connection: Connection) -> dict[str, tuple[str, int]]:
    """Return each figure by name, with what it counts in words."""
    row = connection.row(NOW, (GONE_AFTER,)) or {}
    return {name: (words, int(row[name])) for name, words in WORDS.items()}
