"""Rooms and their kit."""

from __future__ import annotations

import json

from grike.core.codec import room_from, room_to
from grike.core.kit import Room
from grike.store.connection import Connection

ALL = "SELECT id, body FROM room ORDER BY name"
BY_NAME = "SELECT id FROM room WHERE name = %s"
PUT = """
    INSERT INTO room (name, body) VALUES (%s, %s)
    ON DUPLICATE KEY UPDATE body = VALUES(body), id = LAST_INSERT_ID(id)"""


def every(connection: Connection) -> list[tuple[int, Room]]:
    """Return all rooms with their ids."""
    return [(row["id"], room_from(json.loads(row["body"]))) for row in connection.rows(ALL)]


def id_of(connection: Connection, name: str) -> int | None:
    """Return the id of a room by its name, or None."""
    row = connection.row(BY_NAME, (name,))
    return int(row["id"]) if row else None


def put(connection: Connection, room: Room) -> int:
    """Add a room, or replace the one of the same name; return the id."""
    return connection.insert(PUT, (room.name, json.dumps(room_to(room))))
