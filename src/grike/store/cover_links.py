"""Secret links with which a substitute teaches one class. Only their hash is kept."""

from __future__ import annotations

import datetime as dt
import hashlib
from dataclasses import dataclass

from grike.core.errors import NotFound
from grike.store.connection import Connection

#: What has expired is told of as expired for so many days, and then forgotten.
FORGOTTEN_DAYS = 30
ADD = """
    INSERT INTO cover_link (token_hash, series_id, day, person_id, made_at, expires_at)
    VALUES (%s, %s, %s, %s, UTC_TIMESTAMP(3), GREATEST(%s, UTC_TIMESTAMP(3) + INTERVAL 1 DAY))"""
FORGET = f"""
    DELETE FROM cover_link
    WHERE series_id = %s AND expires_at < UTC_TIMESTAMP(3) - INTERVAL {FORGOTTEN_DAYS} DAY"""
#: A clock that was ahead and was set back makes no link last longer.
_HOLDS = """
    cover_link.expires_at > UTC_TIMESTAMP(3)
    AND cover_link.made_at < UTC_TIMESTAMP(3) + INTERVAL 1 MINUTE"""
OF_CLASS = f"""
    SELECT cover_link.id, cover_link.made_at, cover_link.expires_at, person.name AS maker
    FROM cover_link LEFT JOIN person ON person.id = cover_link.person_id
    WHERE series_id = %s AND day = %s AND {_HOLDS} ORDER BY cover_link.id"""
REVOKE = "DELETE FROM cover_link WHERE id = %s AND series_id = %s AND day = %s"
FIND = f"""
    SELECT cover_link.series_id, cover_link.day, cover_link.expires_at, {_HOLDS} AS holds
    FROM cover_link JOIN series ON series.id = cover_link.series_id
    WHERE cover_link.token_hash = %s AND series.deleted_at IS NULL"""


@dataclass(frozen=True, slots=True)
class Link:
    """A link that holds, with its moments (UTC) and who made it."""

    id: int
    made_at: dt.datetime
    expires_at: dt.datetime
    maker: str | None


@dataclass(frozen=True, slots=True)
class Covered:
    """The class to which a link leads, and until when (UTC)."""

    series_id: int
    day: int
    expires_at: dt.datetime


def _hash(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()


def add(
    connection: Connection, token: str, series_id: int, day: int, person_id: int, until: dt.datetime
) -> int:
    """Keep a link to the class of a day until a moment (UTC), a day at least; return its id."""
    connection.run(FORGET, (series_id,))
    return connection.insert(ADD, (_hash(token), series_id, day, person_id, until))


def of_class(connection: Connection, series_id: int, day: int) -> list[Link]:
    """Return the links that lead to a class now, the oldest first."""
    return [Link(**row) for row in connection.rows(OF_CLASS, (series_id, day))]


def revoke(connection: Connection, link_id: int, series_id: int, day: int) -> bool:
    """Make a link worth nothing; return whether it was there."""
    return connection.run(REVOKE, (link_id, series_id, day)) > 0


def covered(connection: Connection, token: str) -> Covered:
    """Return where a link leads. Raises NotFound where it is none, was revoked or has expired."""
    row = connection.row(FIND, (_hash(token),))
    if row is None:
        raise NotFound(
            "This link leads nowhere.", "It was revoked.", "Ask whoever sent it for another."
        )
    if not row["holds"]:
        raise NotFound(
            "This link has expired.",
            "It was for one class, and that is over.",
            "Ask whoever sent it for another.",
        )
    return Covered(row["series_id"], row["day"], row["expires_at"])
