"""Groups that come again, kept by name."""

from __future__ import annotations

import json
from dataclasses import dataclass

from grike.core.errors import Conflict, NotFound
from grike.core.group import Group
from grike.core.group_codec import group_from, group_to
from grike.store.connection import Connection

ALL = "SELECT id, name, body, version FROM people_group"
ADD = "INSERT INTO people_group (name, body) VALUES (%s, %s)"
LOCK = "SELECT version FROM people_group WHERE id = %s FOR UPDATE"
CHANGE = "UPDATE people_group SET name = %s, body = %s, version = version + 1 WHERE id = %s"
REMOVE = "DELETE FROM people_group WHERE id = %s"


@dataclass(frozen=True, slots=True)
class StoredGroup:
    """A group with its id, and a version that each change raises."""

    id: int
    group: Group
    version: int


def every(connection: Connection) -> list[StoredGroup]:
    """Return all groups by name."""
    found = [
        StoredGroup(row["id"], group_from(row["name"], json.loads(row["body"])), row["version"])
        for row in connection.rows(ALL)
    ]
    return sorted(found, key=lambda own: (own.group.name.casefold(), own.id))


def add(connection: Connection, group: Group) -> int:
    """Keep a group; return its id."""
    return connection.insert(
        ADD, (group.name.strip(), json.dumps(group_to(group), ensure_ascii=False))
    )


def change(connection: Connection, group_id: int, group: Group, version: int) -> None:
    """Keep a group otherwise. Raises NotFound, or Conflict where somebody else was faster."""
    row = connection.row(LOCK, (group_id,))
    if row is None:
        raise NotFound("There is no such group.", fix="Load the page again.")
    if row["version"] != version:
        raise Conflict(
            "Somebody else changed this group.", fix="Load it again, and change that one."
        )
    connection.run(
        CHANGE, (group.name.strip(), json.dumps(group_to(group), ensure_ascii=False), group_id)
    )


def remove(connection: Connection, group_id: int) -> None:
    """Forget a group; series that were set up with it stay. Raises NotFound."""
    if not connection.run(REMOVE, (group_id,)):
        raise NotFound("There is no such group.", fix="Load the page again.")
