"""How long one waits for a database that does not answer."""

from __future__ import annotations

import threading
import time
from typing import Any

import pymysql

#: People wait two seconds before they wonder: a connection that is free, and then an answer, are
#: waited for no longer. A row that somebody else writes is waited for less than an answer, so that
#: the one is never taken for the other.
WAIT_SECONDS, CONNECT_SECONDS, ANSWER_SECONDS, ROW_SECONDS = 1.5, 1, 2, 1
#: Who has waited so long already does not begin again with another connection.
ENOUGH_SECONDS = 0.5


class _Own(threading.local):
    began: float = 0.0


class Patience:
    """Makes the connections of a pool, and remembers when the database was last found silent.

    A pool looks whether an idle connection still answers, and where it does not makes another:
    with a database that hangs each of the two takes its whole time. Here the second is left out.
    """

    dbapi = pymysql
    threadsafety = pymysql.threadsafety

    def __init__(self) -> None:
        self._own = _Own()
        self._silent_at = 0.0

    def __call__(self, **how: Any) -> Any:
        """Return a connection. Raises OperationalError where the asking one has waited enough."""
        if self.waited_enough():
            raise pymysql.err.OperationalError(2013, "an idle connection did not answer")
        return pymysql.connect(**how)

    def begin(self) -> None:
        """Note that the asking thread begins to wait."""
        self._own.began = time.monotonic()

    def waited_enough(self) -> bool:
        """Return whether the asking thread has waited too long to begin anything again."""
        return time.monotonic() - self._own.began > ENOUGH_SECONDS

    def note_silence(self) -> None:
        """Note, where the asking thread has waited, that it got no answer."""
        if self.waited_enough():
            self._silent_at = time.monotonic()

    def in_vain(self) -> bool:
        """Return whether somebody found the database silent since the asking thread began."""
        return self._silent_at > self._own.began
