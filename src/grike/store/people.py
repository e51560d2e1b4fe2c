"""People, their sign-ins and the limit on attempts."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Any

from grike.core.errors import TooManyAttempts
from grike.store.connection import Connection

ADD = "INSERT INTO person (name, sign_in_name, role, password_hash) VALUES (%s, %s, %s, %s)"
ALL = "SELECT id, name, sign_in_name, role FROM person ORDER BY id"
NAME = "SELECT name FROM person WHERE id = %s"
BY_NAME = """
    SELECT id, name, sign_in_name, role, password_hash FROM person WHERE sign_in_name = %s"""
SET_HASH = "UPDATE person SET password_hash = %s WHERE id = %s"
OPEN = """
    INSERT INTO sign_in (token_hash, person_id, csrf, expires_at)
    VALUES (%s, %s, %s, UTC_TIMESTAMP(3) + INTERVAL %s HOUR)"""
BY_TOKEN = """
    SELECT person.id, person.name, person.sign_in_name, person.role, sign_in.csrf
    FROM sign_in JOIN person ON person.id = sign_in.person_id
    WHERE sign_in.token_hash = %s AND sign_in.expires_at > UTC_TIMESTAMP(3)"""
CLOSE = "DELETE FROM sign_in WHERE token_hash = %s"
ENDED = "SELECT token_hash FROM sign_in WHERE expires_at < UTC_TIMESTAMP(3)"
ATTEMPT = "INSERT INTO sign_in_attempt (sign_in_name, address) VALUES (%s, %s)"
COUNT = """
    SELECT SUM(sign_in_name = %s) AS by_name, COUNT(*) AS by_address FROM sign_in_attempt
    WHERE (sign_in_name = %s OR address = %s) AND at > UTC_TIMESTAMP(3) - INTERVAL 10 MINUTE"""
ATTEMPTS_OF = "SELECT id FROM sign_in_attempt WHERE sign_in_name = %s ORDER BY id"
OLD_ATTEMPTS = """
    SELECT id FROM sign_in_attempt WHERE at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY ORDER BY id"""
# By its key and one at a time, in one order: a condition would lock the gaps that others who sign
# in at the same moment write into, and the database would break one of them off.
FORGET_ATTEMPT = "DELETE FROM sign_in_attempt WHERE id = %s"

SIGNED_IN_HOURS = 14
MOST_BY_NAME, MOST_BY_ADDRESS = 8, 40


@dataclass(frozen=True, slots=True)
class Person:
    """Somebody who may sign in. ``csrf`` is set for one who is signed in."""

    id: int
    name: str
    sign_in_name: str
    role: str
    csrf: str = ""


def add(connection: Connection, name: str, sign_in_name: str, role: str, password_hash: str) -> int:
    """Add a person; return the id."""
    return connection.insert(ADD, (name, sign_in_name, role, password_hash))


def every(connection: Connection) -> list[Person]:
    """Return all people by name."""
    rows = sorted(connection.rows(ALL), key=lambda r: r["name"].casefold())
    return [Person(r["id"], r["name"], r["sign_in_name"], r["role"]) for r in rows]


def name_of(connection: Connection, person_id: int) -> str | None:
    """Return the name of a person, or None."""
    row = connection.row(NAME, (person_id,))
    return str(row["name"]) if row else None


def with_hash(connection: Connection, sign_in_name: str) -> tuple[Person, str] | None:
    """Return a person and the hash of the password, or None."""
    row = connection.row(BY_NAME, (sign_in_name,))
    if row is None:
        return None
    person = Person(row["id"], row["name"], row["sign_in_name"], row["role"])
    return person, str(row["password_hash"])


def set_hash(connection: Connection, person_id: int, password_hash: str) -> None:
    """Store a new hash of a person's password."""
    connection.run(SET_HASH, (password_hash, person_id))


def open_sign_in(connection: Connection, token_hash: bytes, person_id: int, csrf: str) -> None:
    """Remember a sign-in until it ends by itself."""
    ended = [(row["token_hash"],) for row in connection.rows(ENDED)]
    connection.many(CLOSE, sorted(ended))
    connection.run(OPEN, (token_hash, person_id, csrf, SIGNED_IN_HOURS))


def signed_in(connection: Connection, token_hash: bytes) -> Person | None:
    """Return who holds a token that is still good."""
    row = connection.row(BY_TOKEN, (token_hash,))
    if row is None:
        return None
    return Person(row["id"], row["name"], row["sign_in_name"], row["role"], row["csrf"])


def close_sign_in(connection: Connection, token_hash: bytes) -> None:
    """End a sign-in."""
    connection.run(CLOSE, (token_hash,))


def note_attempt(connection: Connection, sign_in_name: str, address: str) -> None:
    """Count an attempt to sign in. Raises TooManyAttempts when there were too many."""
    count = connection.row(COUNT, (sign_in_name, sign_in_name, address))
    by_name, by_address = int((count or {})["by_name"] or 0), int((count or {})["by_address"] or 0)
    if by_name >= MOST_BY_NAME or by_address >= MOST_BY_ADDRESS:
        raise TooManyAttempts(
            "There were too many attempts to sign in.", fix="Wait ten minutes and try again."
        )
    _forget(connection, connection.rows(OLD_ATTEMPTS))
    connection.run(ATTEMPT, (sign_in_name[:120], address[:64]))


def forgive_attempts(connection: Connection, sign_in_name: str) -> None:
    """Forget the attempts of somebody who has signed in."""
    _forget(connection, connection.rows(ATTEMPTS_OF, (sign_in_name,)))


def _forget(connection: Connection, attempts: list[dict[str, Any]]) -> None:
    connection.many(FORGET_ATTEMPT, [(row["id"],) for row in attempts])
