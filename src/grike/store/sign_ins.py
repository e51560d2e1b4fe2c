"""Sign-ins that are open: each on its device, until it ends by itself, by idleness or by hand."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass

from grike.store.connection import Connection
from grike.store.people import Person, person_of

OPEN = """
    INSERT INTO sign_in (token_hash, person_id, csrf, expires_at, seen_at, address, agent)
    VALUES (%s, %s, %s, UTC_TIMESTAMP(3) + INTERVAL %s HOUR, UTC_TIMESTAMP(3), %s, %s)"""
#: One that was seen in the future would outlast its limits: the clock was set back since.
_GOOD = """
    sign_in.expires_at > UTC_TIMESTAMP(3) AND person.left_at IS NULL
    AND sign_in.seen_at > UTC_TIMESTAMP(3) - INTERVAL %s MINUTE
    AND sign_in.seen_at < UTC_TIMESTAMP(3) + INTERVAL 5 MINUTE"""
BY_TOKEN = f"""
    SELECT person.id, person.name, person.sign_in_name, person.role, person.left_at,
           person.totp_on, sign_in.csrf,
           sign_in.seen_at < UTC_TIMESTAMP(3) - INTERVAL 1 MINUTE AS unseen
    FROM sign_in JOIN person ON person.id = sign_in.person_id
    WHERE sign_in.token_hash = %s AND {_GOOD}"""
SEE = "UPDATE sign_in SET seen_at = UTC_TIMESTAMP(3) WHERE token_hash = %s"
CLOSE = "DELETE FROM sign_in WHERE token_hash = %s"
ENDED = "SELECT token_hash FROM sign_in WHERE expires_at < UTC_TIMESTAMP(3)"
OF_PERSON = f"""
    SELECT sign_in.id, sign_in.address, sign_in.agent, sign_in.created_at, sign_in.seen_at,
           sign_in.token_hash = %s AS here
    FROM sign_in JOIN person ON person.id = sign_in.person_id
    WHERE sign_in.person_id = %s AND {_GOOD} ORDER BY sign_in.seen_at DESC, sign_in.id DESC"""
TOKENS_OF = "SELECT token_hash FROM sign_in WHERE person_id = %s ORDER BY token_hash"
CLOSE_ONE = "DELETE FROM sign_in WHERE id = %s AND person_id = %s"


@dataclass(frozen=True, slots=True)
class Limits:
    """How long a sign-in lasts: at most, and without anything being done."""

    hours: int = 12
    idle_minutes: int = 120


@dataclass(frozen=True, slots=True)
class SignIn:
    """One open sign-in with its device and moments (UTC); ``here``: it is the one that asks."""

    id: int
    address: str
    agent: str
    since: dt.datetime
    seen: dt.datetime
    here: bool


@dataclass(frozen=True, slots=True)
class Device:
    """From where somebody signs in: the address and what the browser says of itself."""

    address: str = ""
    agent: str = ""


def open_one(
    connection: Connection,
    token_hash: bytes,
    person_id: int,
    csrf: str,
    limits: Limits,
    device: Device,
) -> None:
    """Remember a sign-in until it ends."""
    # By their keys and in one order: a condition would lock the gaps that others who sign in at
    # the same moment write into, and the database would break one of them off.
    ended = [(row["token_hash"],) for row in connection.rows(ENDED)]
    connection.many(CLOSE, sorted(ended))
    where = (device.address[:64], device.agent[:200])
    connection.run(OPEN, (token_hash, person_id, csrf, limits.hours, *where))


def signed_in(
    connection: Connection, token_hash: bytes, limits: Limits, *, by_hand: bool
) -> Person | None:
    """Return who holds a token that is still good.

    ``by_hand``: somebody does something; what a page asks by itself does not keep it open.
    """
    row = connection.row(BY_TOKEN, (token_hash, limits.idle_minutes))
    if row is None:
        return None
    if by_hand and row["unseen"]:
        connection.run(SEE, (token_hash,))
    return person_of(row, row["csrf"])


def of_person(
    connection: Connection, person_id: int, token_hash: bytes, limits: Limits
) -> list[SignIn]:
    """Return the open sign-ins of a person, the one that was seen last first."""
    return [
        SignIn(r["id"], r["address"], r["agent"], r["created_at"], r["seen_at"], bool(r["here"]))
        for r in connection.rows(OF_PERSON, (token_hash, person_id, limits.idle_minutes))
    ]


def close(connection: Connection, token_hash: bytes) -> None:
    """End a sign-in."""
    connection.run(CLOSE, (token_hash,))


def close_one(connection: Connection, sign_in_id: int, person_id: int) -> bool:
    """End one sign-in of a person; return whether it was there."""
    return connection.run(CLOSE_ONE, (sign_in_id, person_id)) > 0


def close_all(connection: Connection, person_id: int, but: bytes = b"") -> int:
    """End all sign-ins of a person but one; return how many there were."""
    tokens = [(row["token_hash"],) for row in connection.rows(TOKENS_OF, (person_id,))]
    gone = [token for token in tokens if token[0] != but]
    connection.many(CLOSE, gone)
    return len(gone)
