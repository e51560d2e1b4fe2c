"""Limits on attempts, counted in the database, so that they hold for many processes at once."""

from __future__ import annotations

import hashlib

from grike.store.connection import Connection

WINDOW_MINUTES = 10
#: A window that begins in the future was noted by a clock that was wrong.
_IN_WINDOW = f"""
    since BETWEEN UTC_TIMESTAMP(3) - INTERVAL {WINDOW_MINUTES} MINUTE
    AND UTC_TIMESTAMP(3) + INTERVAL {WINDOW_MINUTES} MINUTE"""
#: The row is held from the count on, so that tries side by side are counted one after the other.
COUNT = f"""
    INSERT INTO attempt_limit (place, tries, since) VALUES (%s, 1, UTC_TIMESTAMP(3))
    ON DUPLICATE KEY UPDATE
        tries = IF({_IN_WINDOW}, tries + 1, 1),
        since = IF({_IN_WINDOW}, since, UTC_TIMESTAMP(3))"""
TRIES = "SELECT tries FROM attempt_limit WHERE place = %s"
#: The row stays until the day is over: tries that meet where one was taken out lock the gap that it
#: left, each waits for the other, and one of them is broken off.
FORGET = "UPDATE attempt_limit SET tries = 0 WHERE place = %s"
REMOVE = "DELETE FROM attempt_limit WHERE place = %s"
GIVE_BACK = "UPDATE attempt_limit SET tries = GREATEST(1, tries) - 1 WHERE place = %s"
OLD = """
    SELECT place FROM attempt_limit
    WHERE since < UTC_TIMESTAMP(3) - INTERVAL 1 DAY ORDER BY place LIMIT 1000"""


def _place(words: tuple[str, ...]) -> bytes:
    return hashlib.sha256("\n".join(words).encode()).digest()


def count(connection: Connection, *words: str) -> int:
    """Count a try at a place; return the how manieth it is within ten minutes of the first."""
    place = _place(words)
    connection.run(COUNT, (place,))
    row = connection.row(TRIES, (place,))
    return int(row["tries"]) if row else 1


def forget(connection: Connection, *words: str) -> None:
    """Forget the tries at a place."""
    connection.run(FORGET, (_place(words),))


def give_back(connection: Connection, *words: str) -> None:
    """Take one try at a place back: it was a right one."""
    connection.run(GIVE_BACK, (_place(words),))


def purge(connection: Connection) -> None:
    """Throw away what was counted a day ago and earlier."""
    connection.many(REMOVE, [(row["place"],) for row in connection.rows(OLD)])
