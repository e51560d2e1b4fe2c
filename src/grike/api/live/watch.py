"""One look of a process at all series that are open on pages, however many pages there are.

Each page used to ask the database for itself; with a thousand open that was four thousand
questions a second. Now one thread asks for all of them, and the pages look at what it found.
"""

from __future__ import annotations

import asyncio
import logging
import secrets
import threading
import time
from contextlib import suppress
from dataclasses import dataclass, replace

from grike.core.errors import GrikeError
from grike.store import changes, presence, series
from grike.store.connection import Connection, Database
from grike.store.presence import OpenPage, Present

log = logging.getLogger("grike")
#: A change is on the other's page within a second; one is seen to be there every few seconds.
LOOK_SECONDS, SEEN_SECONDS = 0.4, 5.0
#: After a look that failed it waits longer: the database has enough to do.
AFTER_FAILURE_SECONDS = 1.0


@dataclass(frozen=True, slots=True)
class Look:
    """How a series stood when it was looked at; ``gone``: there is no such series any more."""

    version: int = 0
    label: str = ""
    by_id: int | None = None
    by: str = ""
    present: tuple[Present, ...] = ()
    gone: bool = False


@dataclass(frozen=True, slots=True)
class Waiting:
    """A page and what wakes it, in the loop that it is served by."""

    page: OpenPage
    loop: asyncio.AbstractEventLoop
    woken: asyncio.Event

    def wake(self) -> None:
        """Tell the page that there is something to see; may be called from any thread."""
        # A loop that has ended meanwhile has nobody to be told.
        with suppress(RuntimeError):
            self.loop.call_soon_threadsafe(self.woken.set)

    async def told(self, seconds: float) -> None:
        """Wait until there is something to see, at most for so long."""
        with suppress(TimeoutError):
            await asyncio.wait_for(self.woken.wait(), max(seconds, 0))
        self.woken.clear()


class Watch:
    """Knows which pages of this process are open, and what each of them should know."""

    def __init__(self, database: Database) -> None:
        self._database = database
        self._pages: dict[str, Waiting] = {}
        self._seen_at: dict[str, float] = {}
        self._left: set[str] = set()
        self._looks: dict[int, Look] = {}
        self._lock = threading.Lock()
        self._wake = threading.Event()
        self._thread: threading.Thread | None = None
        self._closed = False

    def open(self, series_id: int, person_id: int, place: str) -> Waiting:
        """Note that a page was opened, from the loop that serves it; it is woken at once."""
        page = OpenPage(secrets.token_hex(8), series_id, person_id, place)
        waiting = Waiting(page, asyncio.get_running_loop(), asyncio.Event())
        with self._lock:
            self._pages[page.id] = waiting
            if self._thread is None and not self._closed:
                self._thread = threading.Thread(target=self._go_on, daemon=True)
                self._thread.start()
        self._wake.set()
        return waiting

    def leave(self, waiting: Waiting) -> None:
        """Note that a page was closed."""
        with self._lock:
            self._pages.pop(waiting.page.id, None)
            self._seen_at.pop(waiting.page.id, None)
            self._left.add(waiting.page.id)
        self._wake.set()

    def look(self, series_id: int) -> Look | None:
        """Return how a series stood when it was last looked at; None before the first look."""
        return self._looks.get(series_id)

    def close(self) -> None:
        """Look no more, once what was left is noted."""
        with self._lock:
            self._closed = True
            thread = self._thread
        self._wake.set()
        if thread is not None:
            thread.join(timeout=5)

    def _go_on(self) -> None:
        while True:
            self._wake.clear()
            failed = not self._looked()
            with self._lock:
                # Whoever opens the next page begins another thread.
                if self._closed or not (self._pages or self._left):
                    self._thread = None
                    self._looks.clear()
                    return
            if failed:
                time.sleep(AFTER_FAILURE_SECONDS)
            else:
                self._wake.wait(LOOK_SECONDS)

    def _looked(self) -> bool:
        with self._lock:
            open_, left = list(self._pages.values()), set(self._left)
            now = time.monotonic()
            last = {one.page.id: self._seen_at.get(one.page.id) for one in open_}
        unseen = [
            one.page
            for one in open_
            if (at := last[one.page.id]) is None or now - at > SEEN_SECONDS
        ]
        try:
            with self._database.transaction() as connection:
                presence.see(connection, unseen)
                if left:
                    presence.leave(connection, sorted(left))
            with self._database.transaction() as connection:
                found = self._found(connection, sorted({one.page.series_id for one in open_}))
        except GrikeError:
            # It is away, or in a hurry: the pages keep what they know until the next look.
            return False
        except Exception:
            # Whatever it was, the next look may be better; without this thread there is none.
            log.exception("the series that are open could not be looked at")
            return False
        before, self._looks = self._looks, found
        with self._lock:
            self._left -= left
            self._seen_at.update({page.id: now for page in unseen if page.id in self._pages})
        for one in open_:
            number = one.page.series_id
            if last[one.page.id] is None or before.get(number) != found[number]:
                one.wake()
        return True

    def _found(self, connection: Connection, wanted: list[int]) -> dict[int, Look]:
        versions = series.versions_of(connection, wanted)
        present = presence.there(connection, sorted(versions))
        looks = {number: Look(gone=True) for number in wanted}
        for number, version in versions.items():
            known = self._looks.get(number)
            if known is None or known.version != version:
                known = _as_it_is(connection, number, version)
            looks[number] = replace(known, present=present.get(number, ()))
        return looks


def _as_it_is(connection: Connection, series_id: int, version: int) -> Look:
    last = changes.last_act(connection, series_id)
    if last is None:
        return Look(version)
    return Look(version, last.label, last.person_id, last.by or "")
