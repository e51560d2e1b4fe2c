"""Accounts elsewhere that stand for somebody here, and tries to sign in with one."""

from __future__ import annotations

from dataclasses import dataclass

from grike.store.connection import Connection

MINUTES = 10
BEGIN = """
    INSERT INTO outside_try (token_hash, state, nonce, verifier, person_id, expires_at)
    VALUES (%s, %s, %s, %s, %s, UTC_TIMESTAMP(3) + INTERVAL %s MINUTE)"""
TRY = """
    SELECT state, nonce, verifier, person_id FROM outside_try
    WHERE token_hash = %s AND expires_at > UTC_TIMESTAMP(3) FOR UPDATE"""
END = "DELETE FROM outside_try WHERE token_hash = %s"
OLD = "SELECT token_hash FROM outside_try WHERE expires_at < UTC_TIMESTAMP(3) LIMIT 1000"
WHO = "SELECT person_id FROM outside_account WHERE issuer = %s AND subject = %s"
LINK = """
    INSERT INTO outside_account (issuer, subject, person_id, linked_at)
    VALUES (%s, %s, %s, UTC_TIMESTAMP(3))"""
UNLINK = "DELETE FROM outside_account WHERE person_id = %s"
LINKED = "SELECT 1 AS there FROM outside_account WHERE issuer = %s AND person_id = %s"


@dataclass(frozen=True, slots=True)
class Try:
    """What one try was begun with; ``person_id``: who links an account, None for signing in."""

    state: str
    nonce: str
    verifier: str
    person_id: int | None


def begin(connection: Connection, token_hash: bytes, own: Try) -> None:
    """Note a try; it ends by itself after ten minutes."""
    values = (token_hash, own.state, own.nonce, own.verifier, own.person_id, MINUTES)
    connection.run(BEGIN, values)


def take(connection: Connection, token_hash: bytes) -> Try | None:
    """Return a try that was begun, which is used up by that; None where there is none."""
    row = connection.row(TRY, (token_hash,))
    if row is None:
        return None
    connection.run(END, (token_hash,))
    return Try(row["state"], row["nonce"], row["verifier"], row["person_id"])


def who(connection: Connection, issuer: str, subject: str) -> int | None:
    """Return whose account this is here, or None."""
    row = connection.row(WHO, (issuer, subject))
    return int(row["person_id"]) if row else None


def link(connection: Connection, issuer: str, subject: str, person_id: int) -> None:
    """Let an account stand for somebody, in the place of another one of theirs."""
    connection.run(UNLINK, (person_id,))
    connection.run(LINK, (issuer, subject, person_id))


def unlink(connection: Connection, person_id: int) -> bool:
    """Let no account stand for somebody; return whether one did."""
    return connection.run(UNLINK, (person_id,)) > 0


def is_linked(connection: Connection, issuer: str, person_id: int) -> bool:
    """Return whether an account of an issuer stands for somebody."""
    return connection.row(LINKED, (issuer, person_id)) is not None


def purge(connection: Connection) -> None:
    """Throw away tries that have ended."""
    connection.many(END, [(row["token_hash"],) for row in connection.rows(OLD)])
