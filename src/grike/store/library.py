"""The movement library in the database."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from grike.core.errors import Conflict, NotFound
from grike.store.connection import Connection

ALL = "SELECT id, body, retired, version FROM movement ORDER BY place"
ONE = "SELECT id, body, retired, version FROM movement WHERE id = %s"
PUT = """
    INSERT INTO movement (id, name, place, body) VALUES (%s, %s, %s, %s)
    ON DUPLICATE KEY UPDATE
        version = IF(edited OR body = VALUES(body), version, version + 1),
        name = IF(edited, name, VALUES(name)), body = IF(edited, body, VALUES(body))"""
ADD = "INSERT INTO movement (id, name, place, body, edited) VALUES (%s, %s, %s, %s, TRUE)"
SAVE = """
    INSERT INTO movement (id, name, place, body, edited) VALUES (%s, %s, %s, %s, TRUE)
    ON DUPLICATE KEY UPDATE name = VALUES(name), body = VALUES(body), version = version + 1,
        edited = TRUE"""
CHANGE = """
    UPDATE movement SET name = %s, body = %s, version = version + 1, edited = TRUE
    WHERE id = %s AND version = %s"""
RETIRE = """
    UPDATE movement SET retired = %s, version = version + 1, edited = TRUE
    WHERE id = %s AND version = %s"""
#: Counts alone would come back to what they were when one goes and another comes.
MARK = """
    SELECT COUNT(*) AS movements, COALESCE(SUM(version), 0) AS versions,
           BIT_XOR(CRC32(CONCAT_WS('|', CRC32(id), version, retired, CRC32(body)))) AS mark
    FROM movement"""
REMOVE = "DELETE FROM movement WHERE id = %s"
NEXT_PLACE = "SELECT COALESCE(MAX(place), 0) + 1 AS place FROM movement"


@dataclass(frozen=True, slots=True)
class StoredMovement:
    """An entry of the library with its version, so that no edit overwrites another unseen."""

    entry: dict[str, Any]
    retired: bool
    version: int


def _stored(row: Mapping[str, Any]) -> StoredMovement:
    return StoredMovement(json.loads(row["body"]), bool(row["retired"]), row["version"])


def load(connection: Connection, entries: Iterable[Mapping[str, Any]]) -> None:
    """Put the shipped movements in, with their corrections; what was edited here stays so."""
    connection.many(PUT, [_row(entry, place) for place, entry in enumerate(entries)])


def _row(entry: Mapping[str, Any], place: int) -> tuple[str, str, int, str]:
    return entry["id"], entry["name"], place, json.dumps(entry, ensure_ascii=False)


def every(connection: Connection) -> list[StoredMovement]:
    """Return the whole library in order, retired movements as well."""
    return [_stored(row) for row in connection.rows(ALL)]


def entries(connection: Connection) -> list[dict[str, Any]]:
    """Return the library's entries in order; retired ones say so."""
    return [
        stored.entry | ({"retired": True} if stored.retired else {}) for stored in every(connection)
    ]


def get(connection: Connection, movement_id: str) -> StoredMovement:
    """Return one movement. Raises NotFound."""
    row = connection.row(ONE, (movement_id,))
    if row is None:
        raise NotFound(f"There is no movement '{movement_id}'.", fix="Choose one of the library.")
    return _stored(row)


def add(connection: Connection, entry: Mapping[str, Any]) -> None:
    """Add a movement at the end. The caller has made sure that its id and name are free."""
    place = (connection.row(NEXT_PLACE) or {})["place"]
    connection.run(ADD, _row(entry, place))


def change(connection: Connection, entry: Mapping[str, Any], version: int) -> None:
    """Change a movement. Raises Conflict where somebody else changed it meanwhile."""
    body = json.dumps(entry, ensure_ascii=False)
    if not connection.run(CHANGE, (entry["name"], body, entry["id"], version)):
        raise _stale(str(entry["name"]))


def retire(connection: Connection, movement_id: str, version: int, retired: bool) -> None:
    """Retire a movement or bring it back. Raises Conflict where it changed meanwhile."""
    if not connection.run(RETIRE, (retired, movement_id, version)):
        raise _stale(movement_id)


def save_all(connection: Connection, changed: Iterable[Mapping[str, Any]]) -> None:
    """Add or change many movements at once."""
    first = (connection.row(NEXT_PLACE) or {})["place"]
    connection.many(SAVE, [_row(entry, first + n) for n, entry in enumerate(changed)])


def remove(connection: Connection, movement_id: str) -> None:
    """Take a movement out. The caller has made sure that nothing refers to it."""
    connection.run(REMOVE, (movement_id,))


def _stale(name: str) -> Conflict:
    return Conflict(
        f"'{name}' was changed by somebody else meanwhile.",
        "Your edit was made against an older version.",
        "Load the movement again and repeat your edit.",
    )


def state(connection: Connection) -> str:
    """Return a text that changes whenever the library does."""
    row = connection.row(MARK) or {}
    return f"{row['movements']}.{row['versions']}.{int(row['mark']):x}"
