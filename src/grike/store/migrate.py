"""Numbered forward migrations, each applied once and recorded."""

from __future__ import annotations

import time
from pathlib import Path
from typing import Any

import pymysql
from yoyo import get_backend, read_migrations
from yoyo.exceptions import LockTimeout

from grike.core.errors import Conflict, Unavailable

FOLDER = Path(__file__).parent / "migrations"


def migrate(url: str) -> int:
    """Apply what is missing; return how many migrations ran.

    A process that died during a migration leaves its lock behind. Who calls this sees to it that
    nobody else does at the same time, so a lock that is still there after a pause has no owner and
    is broken.

    Raises Unavailable where the database does not answer, and Conflict where a newer Grike has
    changed it: this one would not understand what is in it.
    """
    try:
        backend = get_backend(url)
    except (pymysql.err.Error, OSError) as error:
        raise Unavailable(
            "The database cannot be reached just now.", str(error), "It is tried again."
        ) from error
    try:
        migrations = read_migrations(str(FOLDER))
        _require_no_newer(backend, {one.id for one in migrations})
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


def latest() -> str:
    """Return the id of the last migration of this build."""
    return max(str(one.id) for one in read_migrations(str(FOLDER)))


def _require_no_newer(backend: Any, known: set[str]) -> None:
    hashes = set(backend.get_applied_migration_hashes())
    applied = {one.id for one in read_migrations(str(FOLDER)) if one.hash in hashes}
    strange = len(hashes) - len(applied)
    if strange:
        raise Conflict(
            "The database was changed by a newer Grike.",
            f"It has {strange} changes that this one (up to {max(known)}) does not know.",
            "Start the newer one, or restore a backup from before.",
        )


def _apply(backend: Any, migrations: Any) -> int:
    missing = backend.to_apply(migrations)
    backend.apply_migrations(missing)
    return len(missing)
