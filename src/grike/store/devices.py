"""Devices from which somebody has signed in before: others' guesses do not shut them out."""

from __future__ import annotations

from grike.store.connection import Connection

KNOWN = """
    SELECT known_device.person_id FROM known_device
    JOIN person ON person.id = known_device.person_id
    WHERE known_device.token_hash = %s AND person.sign_in_name = %s
    AND known_device.seen_at > UTC_TIMESTAMP(3) - INTERVAL %s DAY"""
ADD = """
    INSERT INTO known_device (token_hash, person_id, seen_at) VALUES (%s, %s, UTC_TIMESTAMP(3))
    ON DUPLICATE KEY UPDATE seen_at = VALUES(seen_at), person_id = VALUES(person_id)"""
OF_PERSON = "SELECT token_hash FROM known_device WHERE person_id = %s ORDER BY token_hash"
FORGET = "DELETE FROM known_device WHERE token_hash = %s"
KEPT_DAYS = 180


def is_known(connection: Connection, token_hash: bytes, sign_in_name: str) -> bool:
    """Return whether a device has been signed in on under a name within half a year."""
    return connection.row(KNOWN, (token_hash, sign_in_name, KEPT_DAYS)) is not None


def know(connection: Connection, token_hash: bytes, person_id: int) -> None:
    """Remember a device of a person."""
    connection.run(ADD, (token_hash, person_id))


def forget_all(connection: Connection, person_id: int) -> None:
    """Forget the devices of a person."""
    rows = connection.rows(OF_PERSON, (person_id,))
    connection.many(FORGET, [(row["token_hash"],) for row in rows])
