"""What was answered to the proposals that follow from what was done: taken, or left."""

from __future__ import annotations

from collections.abc import Iterable

from grike.store.connection import Connection

#: What was taken and then undone asks again.
ANSWERED = """
    SELECT follow_answer.name FROM follow_answer
    LEFT JOIN series_change ON series_change.id = follow_answer.change_id
    WHERE follow_answer.series_id = %s
    AND (follow_answer.change_id IS NULL OR NOT series_change.undone)"""
ANSWER = """
    INSERT INTO follow_answer (series_id, name, change_id, person_id, answered_at)
    VALUES (%s, %s, %s, %s, UTC_TIMESTAMP(3))
    ON DUPLICATE KEY UPDATE change_id = VALUES(change_id), person_id = VALUES(person_id),
        answered_at = VALUES(answered_at)"""


def answered(connection: Connection, series_id: int) -> frozenset[str]:
    """Return the keys of proposals of a series that need no answer any more."""
    return frozenset(row["name"] for row in connection.rows(ANSWERED, (series_id,)))


def answer(
    connection: Connection,
    series_id: int,
    keys: Iterable[str],
    person_id: int,
    change_id: int | None,
) -> None:
    """Keep an answer. ``change_id``: the change that was made of it; None: it was left."""
    connection.many(ANSWER, [(series_id, key, change_id, person_id) for key in keys])
