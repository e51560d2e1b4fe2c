"""Secret links to the calendar of a series. Only their hash is kept, so none can be read here."""

from __future__ import annotations

import datetime as dt
import hashlib
from dataclasses import dataclass

from grike.store.connection import Connection

ADD = """
    INSERT INTO calendar_link (token_hash, series_id, person_id, made_at)
    VALUES (%s, %s, %s, UTC_TIMESTAMP(3))"""
OF_PERSON = """
    SELECT id, made_at FROM calendar_link WHERE series_id = %s AND person_id = %s ORDER BY id"""
REVOKE = "DELETE FROM calendar_link WHERE id = %s AND series_id = %s AND person_id = %s"
OF_ALL = "SELECT id FROM calendar_link WHERE person_id = %s ORDER BY id"
DROP = "DELETE FROM calendar_link WHERE id = %s"
SERIES_OF = """
    SELECT calendar_link.series_id FROM calendar_link
    JOIN series ON series.id = calendar_link.series_id
    WHERE calendar_link.token_hash = %s AND series.deleted_at IS NULL"""


@dataclass(frozen=True, slots=True)
class Link:
    """A link that somebody made, with its moment (UTC)."""

    id: int
    made_at: dt.datetime


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def add(connection: Connection, token: str, series_id: int, person_id: int) -> int:
    """Keep a link to a series; return its id."""
    return connection.insert(ADD, (_hash(token), series_id, person_id))


def of_person(connection: Connection, series_id: int, person_id: int) -> list[Link]:
    """Return the links of somebody to a series, the oldest first."""
    rows = connection.rows(OF_PERSON, (series_id, person_id))
    return [Link(row["id"], row["made_at"]) for row in rows]


def revoke(connection: Connection, link_id: int, series_id: int, person_id: int) -> bool:
    """Make a link of somebody worth nothing; return whether it was there."""
    return connection.run(REVOKE, (link_id, series_id, person_id)) > 0


def revoke_all(connection: Connection, person_id: int) -> None:
    """Make all links of somebody worth nothing."""
    connection.many(DROP, [(row["id"],) for row in connection.rows(OF_ALL, (person_id,))])


def series_of(connection: Connection, token: str) -> int | None:
    """Return the series to which a token is a link; None where it is none, or was revoked."""
    row = connection.row(SERIES_OF, (_hash(token),))
    return None if row is None else int(row["series_id"])
