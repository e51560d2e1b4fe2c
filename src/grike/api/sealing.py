"""Secrets of codes lie sealed: whoever reads the database, or a backup of it, can make no codes.

The key is none of what is backed up. Where it is lost, codes cannot be checked any more, and those
who use them get links to new passwords (docs/operations.md).
"""

from __future__ import annotations

from cryptography.fernet import Fernet, InvalidToken

from grike.store import people
from grike.store.connection import Connection

#: What is sealed begins so; what does not was kept before there was a key, or without one.
MARK = "sealed:"


class Seal:
    """Seals with a key (Fernet: AES-128-CBC and HMAC-SHA256); "": things stay as they are.

    Raises ValueError for what is no key.
    """

    def __init__(self, key: str) -> None:
        self._box = Fernet(key) if key else None

    def closed(self, secret: str) -> str:
        """Return a secret as it is kept."""
        if self._box is None:
            return secret
        return MARK + self._box.encrypt(secret.encode()).decode()

    def opened(self, kept: str) -> str | None:
        """Return what was kept as it was; None where it was sealed with another key."""
        if not kept.startswith(MARK):
            return kept
        if self._box is None:
            return None
        try:
            return self._box.decrypt(kept.removeprefix(MARK)).decode()
        except InvalidToken:
            return None

    def close_all(self, connection: Connection) -> None:
        """Seal what was kept without a key."""
        for person_id, kept in people.secrets_of_codes(connection):
            if self._box is not None and not kept.startswith(MARK):
                people.keep_secret(connection, person_id, self.closed(kept), instead_of=kept)
