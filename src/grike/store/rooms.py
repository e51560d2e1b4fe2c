"""Rooms and their kit. Two names are the same where people would say so: case does not matter."""

from __future__ import annotations

import json

from grike.core.errors import NotFound
from grike.core.kit import Room
from grike.core.series_codec import room_from, room_to
from grike.store.connection import Connection

ALL = "SELECT id, body FROM room"
ADD = """
    INSERT INTO room (name, body) VALUES (%s, %s) ON DUPLICATE KEY UPDATE id = LAST_INSERT_ID(id)"""
REMOVE = "DELETE FROM room WHERE id = %s"
CHANGE = "UPDATE room SET body = %s WHERE id = %s"


def every(connection: Connection) -> list[tuple[int, Room]]:
    """Return all rooms with their ids, by name."""
    found = [(row["id"], room_from(json.loads(row["body"]))) for row in connection.rows(ALL)]
    return sorted(found, key=lambda entry: (entry[1].name.casefold(), entry[0]))


def id_of(connection: Connection, name: str) -> int | None:
    """Return the id of a room by its name, or None."""
    wanted = name.strip().casefold()
    return next((key for key, room in every(connection) if _folded(room) == wanted), None)


def _folded(room: Room) -> str:
    return room.name.strip().casefold()


def add(connection: Connection, room: Room) -> int:
    """Add a room unless there is one of that name, which stays as it is; return its id."""
    known = id_of(connection, room.name)
    if known is not None:
        return known
    return connection.insert(ADD, (room.name, json.dumps(room_to(room))))


def remove(connection: Connection, room_id: int) -> None:
    """Forget a room; sessions in it stay, without its name. Raises NotFound."""
    if not connection.run(REMOVE, (room_id,)):
        raise NotFound("There is no such room.", fix="Load the page again.")


def put(connection: Connection, room: Room) -> int:
    """Add a room, or change the one of that name for everybody; return its id."""
    known = add(connection, room)
    connection.run(CHANGE, (json.dumps(room_to(room)), known))
    return known
