"""Runs among many processes: each says that it is alive, and hears what others ask of its runs."""

from __future__ import annotations

import logging
import os
import secrets
import socket
import threading
import time
from collections.abc import Callable
from contextlib import suppress
from pathlib import Path

from grike.core.errors import GrikeError
from grike.store import runs
from grike.store.connection import Database

log = logging.getLogger("grike")
#: So often it is looked whether somebody asked to stop a run of this process; and so often it is
#: said that its runs go on, and looked for runs of processes that are gone.
LISTEN_SECONDS, BEAT_SECONDS = 0.3, 5.0
_mine: set[str] = set()


def _started(pid: int) -> str:
    """Return when a process of this machine started; "" where there is none, or only its rest."""
    with suppress(OSError, IndexError):
        fields = Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()
        return "" if fields[0] == "Z" else fields[19]
    return ""


def owner_name() -> str:
    """Return a name for this process that no other has: machine, id, start, and a mark."""
    pid = os.getpid()
    return f"{socket.gethostname()[:60]}/{pid}/{_started(pid)}/{secrets.token_hex(4)}"


def is_gone(owner: str, *, silent: bool) -> bool:
    """Return whether an owner is gone.

    Of a process of this machine that is known; one elsewhere is taken for gone when it is silent.
    """
    host, _, rest = owner.partition("/")
    if not rest or host != socket.gethostname()[:60]:
        return silent
    pid, started, _ = rest.split("/")
    if int(pid) == os.getpid():
        return owner not in _mine
    return _started(int(pid)) != started


class Keeper:
    """Keeps the runs of one process; ``on_stop`` is told the id of one that is to be stopped."""

    def __init__(
        self, database: Database, on_stop: Callable[[int], None], on_lost: Callable[[], None]
    ) -> None:
        self.owner = owner_name()
        _mine.add(self.owner)
        self._database, self._on_stop, self._on_lost = database, on_stop, on_lost
        self._closed = threading.Event()
        self._open: set[int] = set()
        self._lock = threading.Lock()
        self._begun = False

    def begin(self) -> None:
        """Begin to listen and to look for runs that were lost; the schema has to be there."""
        with self._lock:
            if self._begun:
                return
            self._begun = True
        threading.Thread(target=self._keep, daemon=True).start()

    def hold(self, run_id: int) -> None:
        """Listen for a run from now on."""
        self.begin()
        with self._lock:
            self._open.add(run_id)

    def let_go(self, run_id: int) -> None:
        """Listen for a run no more."""
        with self._lock:
            self._open.discard(run_id)

    def held(self) -> list[int]:
        """Return the runs of this process that have not ended."""
        with self._lock:
            return sorted(self._open)

    def close(self) -> None:
        """Say no more that this process is alive."""
        self._closed.set()
        _mine.discard(self.owner)

    def _keep(self) -> None:
        beat = 0.0
        while not self._closed.wait(LISTEN_SECONDS):
            try:
                self._listen()
                if time.monotonic() - beat >= BEAT_SECONDS:
                    beat = time.monotonic()
                    self._beat()
                    self._on_lost()
            except GrikeError as error:
                log.warning("runs could not be kept just now: %s", error)
            except Exception:
                log.exception("runs could not be kept")

    def _listen(self) -> None:
        if not self.held():
            return
        with self._database.transaction() as connection:
            asked = runs.asked_to_stop(connection, self.owner)
        for run_id in asked:
            self._on_stop(run_id)

    def _beat(self) -> None:
        if self.held():
            with self._database.transaction() as connection:
                runs.beat(connection, self.owner)
