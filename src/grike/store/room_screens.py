"""What a wall display in the room shows: the last word of the phone of whoever teaches."""

from __future__ import annotations

import json
from collections.abc import Mapping
from typing import Any, NamedTuple

from grike.core.errors import NotFound
from grike.store.connection import Connection

#: A phone that has said nothing for so long has ended its class, whatever happened to it.
SILENT_MINUTES = 15
CLOSE = "DELETE FROM room_screen WHERE person_id = %s"
OPEN = """
    INSERT INTO room_screen (code, person_id, body, sent_at)
    VALUES (%s, %s, '', UTC_TIMESTAMP(3))"""
SAY = """
    UPDATE room_screen SET body = %s, sent_at = UTC_TIMESTAMP(3)
    WHERE code = %s AND person_id = %s"""
LOOK = f"""
    SELECT body, TIMESTAMPDIFF(MICROSECOND, sent_at, UTC_TIMESTAMP(3)) / 1000000 AS age
    FROM room_screen WHERE code = %s
    AND sent_at > UTC_TIMESTAMP(3) - INTERVAL {SILENT_MINUTES} MINUTE
    AND sent_at < UTC_TIMESTAMP(3) + INTERVAL 1 MINUTE"""


class Shown(NamedTuple):
    """What was said last (empty: nothing yet), and how many seconds ago."""

    body: Mapping[str, Any]
    age: float


def open_one(connection: Connection, code: str, person_id: int) -> None:
    """Open the screen of a person in the place of an earlier one."""
    close(connection, person_id)
    connection.run(OPEN, (code, person_id))


def say(connection: Connection, code: str, person_id: int, body: Mapping[str, Any]) -> None:
    """Say what a screen shows from now on. Raises NotFound where it is not this person's."""
    if not connection.run(SAY, (json.dumps(body), code, person_id)):
        raise NotFound("This screen is closed.", fix="Show the class in the room again.")


def close(connection: Connection, person_id: int) -> None:
    """Close the screen of a person, if there is one."""
    connection.run(CLOSE, (person_id,))


def look(connection: Connection, code: str) -> Shown:
    """Return what a screen shows. Raises NotFound where it is closed, or there is none."""
    row = connection.row(LOOK, (code,))
    if row is None:
        raise NotFound(
            "No class is shown under this code.", fix="Ask whoever teaches for the code of today."
        )
    return Shown(json.loads(row["body"]) if row["body"] else {}, max(0.0, float(row["age"])))
