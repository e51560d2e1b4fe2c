"""Who looks at which series just now. It lies in the database, so every process knows of it."""

from __future__ import annotations

from dataclasses import dataclass

from grike.store.connection import Connection

#: Who was not seen for so many seconds is gone: a page that is there is noted more often.
GONE_AFTER = 15
SEE = """
    INSERT INTO presence (id, series_id, person_id, place, seen_at)
    SELECT %s, id, %s, %s, UTC_TIMESTAMP(3) FROM series WHERE id = %s
    ON DUPLICATE KEY UPDATE place = VALUES(place), seen_at = VALUES(seen_at)"""
LEAVE = "DELETE FROM presence WHERE id = %s"
OTHERS = """
    SELECT DISTINCT person.name, presence.place
    FROM presence JOIN person ON person.id = presence.person_id
    WHERE presence.series_id = %s AND presence.person_id <> %s
        AND presence.seen_at > UTC_TIMESTAMP(3) - INTERVAL %s SECOND
    ORDER BY person.name, presence.place"""
OLD = "SELECT id FROM presence WHERE seen_at < UTC_TIMESTAMP(3) - INTERVAL 1 HOUR ORDER BY id"


@dataclass(frozen=True, slots=True)
class Present:
    """Somebody who looks at a series, and what of it in words."""

    name: str
    place: str


def see(connection: Connection, stream: str, series_id: int, person_id: int, *, place: str) -> None:
    """Note that somebody is there; ``stream``: what tells one page of theirs from another."""
    connection.run(SEE, (stream, person_id, place[:80], series_id))


def leave(connection: Connection, stream: str) -> None:
    """Note that a page was closed; what was forgotten long ago goes along."""
    connection.run(LEAVE, (stream,))
    for row in connection.rows(OLD):
        connection.run(LEAVE, (row["id"],))


def others(connection: Connection, series_id: int, person_id: int) -> list[Present]:
    """Return who else looks at a series now, by name."""
    rows = connection.rows(OTHERS, (series_id, person_id, GONE_AFTER))
    return [Present(row["name"], row["place"]) for row in rows]
