"""What happened to somebody's account, for them to be told wherever they did not do it."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from grike.store.connection import Connection

ADD = """
    INSERT INTO account_notice (person_id, at, what, by_name, address, made_in)
    VALUES (%s, UTC_TIMESTAMP(3), %s, %s, %s, %s)"""
OF_PERSON = """
    SELECT id, at, what, by_name, address,
           read_at IS NULL AND COALESCE(made_in <> %s, TRUE) AS is_new
    FROM account_notice WHERE person_id = %s ORDER BY id DESC LIMIT %s"""
#: What was done in a sign-in is not read there: whoever stole it could put it out of sight.
READ = """
    UPDATE account_notice SET read_at = UTC_TIMESTAMP(3)
    WHERE person_id = %s AND id <= %s AND read_at IS NULL AND COALESCE(made_in <> %s, TRUE)"""
PURGE = "DELETE FROM account_notice WHERE at < UTC_TIMESTAMP(3) - INTERVAL %s DAY"
KEPT_DAYS, MOST = 730, 50


@dataclass(frozen=True, slots=True)
class Notice:
    """Something that happened to an account (UTC). ``by_name``: who else did it, "" the person.

    ``is_new``: it was neither read yet nor done in the sign-in that asks.
    """

    id: int
    at: dt.datetime
    what: str
    by_name: str
    address: str
    is_new: bool


def add(
    connection: Connection,
    person_id: int,
    what: str,
    address: str,
    *,
    by_name: str = "",
    here: bytes | None = None,
) -> None:
    """Tell somebody of something. ``here``: the hash of the sign-in in which they did it."""
    text = (what[:200], by_name[:120], address[:64])
    connection.run(ADD, (person_id, *text, here))


def of_person(connection: Connection, person_id: int, here: bytes) -> list[Notice]:
    """Return the last things that happened to somebody's account, the latest first."""
    rows = connection.rows(OF_PERSON, (here, person_id, MOST))
    return [Notice(**{**row, "is_new": bool(row["is_new"])}) for row in rows]


def read(connection: Connection, person_id: int, last: int, here: bytes) -> None:
    """Note that somebody has read up to a notice."""
    connection.run(READ, (person_id, last, here))


def purge(connection: Connection) -> None:
    """Throw away what is older than two years."""
    connection.run(PURGE, (KEPT_DAYS,))
