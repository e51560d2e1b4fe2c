"""What the application holds in memory: database, library, and series with their facts."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import dataclass, field
from pathlib import Path

from pydantic import BaseModel
from starlette.responses import Response

from grike.api.pacing import PaceBook
from grike.core.movement import Library
from grike.core.pace import Paces
from grike.core.rules import Facts, Finding, findings
from grike.exchange.library import library_of
from grike.store import library as stored_library
from grike.store import series
from grike.store.connection import Connection, Database
from grike.store.series import StoredSeries

MOST_SERIES = 24


@dataclass(frozen=True, slots=True)
class Config:
    """How the application is started."""

    database_url: str
    dist: Path | None = None
    secure_cookie: bool = False
    library_version: str = "1"
    #: The address of a Dask scheduler, tcp://host:port; "": plan on this machine.
    scheduler: str = ""


@dataclass(slots=True)
class HeldSeries:
    """One version of a series: what is stored, its facts and findings, and pages made of them."""

    stored: StoredSeries
    facts: Facts
    found: tuple[Finding, ...]
    pages: dict[Hashable, bytes] = field(default_factory=dict)

    def is_current(self, version: int, library: Library, paces: Paces) -> bool:
        """Return whether nothing has changed that the facts were made of."""
        facts = self.facts
        return self.stored.version == version and facts.library is library and facts.paces == paces

    def page(self, key: Hashable, make: Callable[[], BaseModel]) -> Response:
        """Return a page of this version as JSON, made the first time that it is asked for."""
        if key not in self.pages:
            self.pages[key] = make().model_dump_json().encode()
        return Response(self.pages[key], media_type="application/json")


@dataclass(slots=True)
class State:
    """One for the whole application. What it holds is a cache that can be worked out again."""

    config: Config
    database: Database
    book: PaceBook = field(default_factory=PaceBook)
    _library: tuple[str, Library] | None = None
    _held: OrderedDict[int, HeldSeries] = field(default_factory=OrderedDict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def library(self, connection: Connection) -> Library:
        """Return the library as it is in the database, read anew only when it changed."""
        state = stored_library.state(connection)
        if self._library is None or self._library[0] != state:
            version = f"{self.config.library_version}-{state}"
            library = library_of(stored_library.entries(connection), version)
            self._library = (state, library)
        return self._library[1]

    def series(self, connection: Connection, series_id: int) -> HeldSeries:
        """Return a series as it is now; what did not change since the last look is kept."""
        library = self.library(connection)
        version = series.version_of(connection, series_id)
        paces = self.book.paces(connection, series_id)
        with self._lock:
            held = self._held.get(series_id)
            if held and held.is_current(version, library, paces):
                self._held.move_to_end(series_id)
                return held
            stored = series.get(connection, series_id)
            facts = Facts(stored.plan, library, paces, before=held.facts if held else None)
            fresh = HeldSeries(stored, facts, findings(facts))
            self._held[series_id] = fresh
            self._held.move_to_end(series_id)
            while len(self._held) > MOST_SERIES:
                self._held.popitem(last=False)
            return fresh
