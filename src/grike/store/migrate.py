"""Numbered forward migrations, each applied once and recorded."""

from __future__ import annotations

import time
from pathlib import Path

from yoyo import get_backend, read_migrations
from yoyo.exceptions import LockTimeout

FOLDER = Path(__file__).parent / "migrations"


def migrate(url: str) -> int:
    """Apply what is missing; return how many migrations ran.

    A process that died during a migration leaves its lock behind. Grike starts one application per
    database, so a lock that is still there after a pause has no owner and is broken.
    """
    backend = get_backend(url)
    try:
        migrations = read_migrations(str(FOLDER))
        try:
            with backend.lock(timeout=2):
                return _apply(backend, migrations)
        except LockTimeout:
            time.sleep(1)
            backend.break_lock()
            with backend.lock(timeout=5):
                return _apply(backend, migrations)
    finally:
        backend.connection.close()


def _apply(backend: object, migrations: object) -> int:
    missing = backend.to_apply(migrations)  # type: ignore[attr-defined]
    backend.apply_migrations(missing)  # type: ignore[attr-defined]
    return len(missing)
