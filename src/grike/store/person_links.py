"""One-time links to join or to set a new password. Only their hash is kept."""

from __future__ import annotations

from dataclasses import dataclass

from grike.store.connection import Connection

INVITE, RESET = "invite", "reset"
#: A link to a new password is wanted at once; an invitation waits in a letter.
HOURS = {INVITE: 7 * 24, RESET: 24}
ADD = """
    INSERT INTO person_link (token_hash, person_id, kind, made_by, expires_at)
    VALUES (%s, %s, %s, %s, UTC_TIMESTAMP(3) + INTERVAL %s HOUR)"""
OF_PERSON = "SELECT token_hash FROM person_link WHERE person_id = %s ORDER BY token_hash"
REMOVE = "DELETE FROM person_link WHERE token_hash = %s"
GOOD = """
    SELECT person_id, kind FROM person_link
    WHERE token_hash = %s AND expires_at > UTC_TIMESTAMP(3) FOR UPDATE"""
WAITING = """
    SELECT DISTINCT person_id FROM person_link WHERE expires_at > UTC_TIMESTAMP(3)"""


@dataclass(frozen=True, slots=True)
class Link:
    """A link that is still good: for whom, and what it is for."""

    person_id: int
    kind: str


def add(
    connection: Connection, token_hash: bytes, person_id: int, kind: str, made_by: int | None
) -> None:
    """Keep a link for a person; what was sent to them before is worth nothing any more."""
    revoke(connection, person_id)
    connection.run(ADD, (token_hash, person_id, kind, made_by, HOURS[kind]))


def revoke(connection: Connection, person_id: int) -> None:
    """Make all links of a person worth nothing."""
    rows = connection.rows(OF_PERSON, (person_id,))
    connection.many(REMOVE, [(row["token_hash"],) for row in rows])


def good(connection: Connection, token_hash: bytes) -> Link | None:
    """Return a link that is still good, held until the end of the transaction, or None."""
    row = connection.row(GOOD, (token_hash,))
    return Link(row["person_id"], row["kind"]) if row else None


def waiting(connection: Connection) -> frozenset[int]:
    """Return the ids of the people for whom a link is still good."""
    return frozenset(row["person_id"] for row in connection.rows(WAITING))
