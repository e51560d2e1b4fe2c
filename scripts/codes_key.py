"""The key with which the secrets of codes are sealed; it lies beside the database, not in it."""

from __future__ import annotations

import os
from contextlib import suppress

from cryptography.fernet import Fernet

from scripts.paths import VAR
from scripts.settings import settings

FILE = VAR / "codes.key"


def codes_key() -> str:
    """Return the key in use: of the settings, or of this machine, made the first time.

    Nobody else can read its file.
    """
    if own := settings().get("GRIKE_CODES_KEY", ""):
        return own
    if not FILE.exists():
        FILE.parent.mkdir(parents=True, exist_ok=True)
        fresh = FILE.with_suffix(f".{os.getpid()}")
        handle = os.open(fresh, os.O_WRONLY | os.O_CREAT | os.O_TRUNC, 0o600)
        with os.fdopen(handle, "w") as file:
            file.write(Fernet.generate_key().decode())
        # Linked when it is whole, and only where another start was not first.
        with suppress(FileExistsError):
            os.link(fresh, FILE)
        fresh.unlink()
    return FILE.read_text().strip()
