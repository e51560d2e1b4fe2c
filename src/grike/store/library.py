"""The movement library in the database."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from typing import Any

from grike.store.connection import Connection

ALL = "SELECT id, body, retired, version FROM movement ORDER BY place"
PUT = """
    INSERT INTO movement (id, name, place, body) VALUES (%s, %s, %s, %s)
    ON DUPLICATE KEY UPDATE id = id"""
COUNT = "SELECT COUNT(*) AS movements, COALESCE(SUM(version), 0) AS versions FROM movement"


def load(connection: Connection, entries: Iterable[Mapping[str, Any]]) -> None:
    """Put movements in that are not there yet; those that are stay as they were edited."""
    rows = [
        (entry["id"], entry["name"], place, json.dumps(entry, ensure_ascii=False))
        for place, entry in enumerate(entries)
    ]
    connection.many(PUT, rows)


def entries(connection: Connection) -> list[dict[str, Any]]:
    """Return the library's entries in order."""
    return [json.loads(row["body"]) for row in connection.rows(ALL)]


def state(connection: Connection) -> str:
    """Return a text that changes whenever the library does."""
    row = connection.row(COUNT) or {}
    return f"{row['movements']}.{row['versions']}"
