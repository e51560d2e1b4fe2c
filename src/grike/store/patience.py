"""How long one waits for a database that does not answer."""

from __future__ import annotations

import threading
import time
from typing import Any

import pymysql

#: People wait two or three seconds before they wonder: so long for a connection that is free, and
#: for a row that somebody else writes. An answer is waited for a little longer than a row, so
#: that the one is never taken for the other.
WAIT_SECONDS, CONNECT_SECONDS, ROW_SECONDS, ANSWER_SECONDS = 3.0, 1, 2, 3
#: Who has waited for a connection for so long in vain does not begin again with another.
ENOUGH_SECONDS = 0.5
SILENT = "it does not answer"


class _Own(threading.local):
    began: float = 0.0
    holds: float | None = None


class Patience:
    """Makes the connections of a pool, and remembers when the database was last found silent.

    A pool that looks whether an idle connection still answers makes another where it does not:
    with a database that hangs each of the two takes its whole time. Here the second is left out.
    """

    dbapi = pymysql
    threadsafety = pymysql.threadsafety

    def __init__(self) -> None:
        self._own = _Own()
        self._silent_at = 0.0

    def __call__(self, **how: Any) -> Any:
        """Return a connection.

        Raises OperationalError where the one that the asking thread holds did not answer, or where
        others found meanwhile that none does: the pool makes them one after the other.
        """
        holds = self._own.holds
        lost = holds is not None and time.monotonic() - holds > ENOUGH_SECONDS
        if lost or self.in_vain():
            raise pymysql.err.OperationalError(2013, SILENT)
        try:
            return pymysql.connect(**how)
        except pymysql.err.Error as error:
            self.note(error)
            raise

    def begin(self) -> None:
        """Note that the asking thread begins to wait."""
        self._own.began, self._own.holds = time.monotonic(), None

    def look(self, raw: Any) -> None:
        """Ask a connection for nothing: one that was closed meanwhile is made again."""
        self._own.holds = time.monotonic()
        with raw.cursor() as cursor:
            cursor.execute("DO 0")

    def note(self, error: Exception) -> None:
        """Note, where an error says so, that the database did not answer."""
        if "timed out" in str(error) or SILENT in str(error):
            self._silent_at = time.monotonic()

    def in_vain(self) -> bool:
        """Return whether somebody found the database silent since the asking thread began."""
        return self._silent_at > self._own.began
