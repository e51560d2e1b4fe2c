"""Who did what, when and from where. Lines are only ever added, and purged when they are old."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from grike.store.connection import Connection

ADD = """
    INSERT INTO audit (at, person_id, name, act, about, address)
    VALUES (UTC_TIMESTAMP(3), %s, %s, %s, %s, %s)"""
FIND = """
    SELECT id, at, person_id, name, act, about, address FROM audit
    WHERE id < %s AND CONCAT_WS(' ', name, act, about, address) LIKE %s
    ORDER BY id DESC LIMIT %s"""
PURGE = "DELETE FROM audit WHERE at < UTC_TIMESTAMP(3) - INTERVAL %s DAY"
FIRST = 2**62
KEPT_DAYS = 730


@dataclass(frozen=True, slots=True)
class Line:
    """One act with its moment (UTC)."""

    id: int
    at: dt.datetime
    person_id: int | None
    name: str
    act: str
    about: str
    address: str


def note(
    connection: Connection, person_id: int | None, name: str, act: str, about: str, address: str
) -> None:
    """Add a line. The name is kept as it is now, whatever becomes of the person."""
    connection.run(ADD, (person_id, name[:120], act[:120], about[:300], address[:64]))


def found(
    connection: Connection, words: str = "", before: int | None = None, most: int = 100
) -> list[Line]:
    """Return the last lines that have some words in them, before a line if one is named."""
    escaped = words.replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_")
    rows = connection.rows(FIND, (before or FIRST, f"%{escaped}%", most))
    return [Line(**row) for row in rows]


def purge(connection: Connection) -> int:
    """Throw away lines of more than two years; return how many."""
    return connection.run(PURGE, (KEPT_DAYS,))
