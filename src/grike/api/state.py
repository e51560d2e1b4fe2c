"""What the application holds in memory: the database, the library, and facts of series."""

from __future__ import annotations

import threading
from collections import OrderedDict
from dataclasses import dataclass, field
from pathlib import Path

from grike.core.movement import Library
from grike.core.rules import Facts
from grike.exchange.library import library_from
from grike.store import library as stored_library
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


@dataclass(slots=True)
class _Held:
    version: int
    facts: Facts


@dataclass(slots=True)
class State:
    """One for the whole application. Facts are a cache: any of it can be worked out again."""

    config: Config
    database: Database
    _library: tuple[str, Library] | None = None
    _facts: OrderedDict[int, _Held] = field(default_factory=OrderedDict)
    _lock: threading.Lock = field(default_factory=threading.Lock)

    def library(self, connection: Connection) -> Library:
        """Return the library as it is in the database, read anew only when it changed."""
        state = stored_library.state(connection)
        if self._library is None or self._library[0] != state:
            version = f"{self.config.library_version}-{state}"
            document = {"version": version, "movements": stored_library.entries(connection)}
            self._library = (state, library_from(document))
        return self._library[1]

    def facts(self, connection: Connection, stored: StoredSeries) -> Facts:
        """Return the facts of a series; those of classes that did not change are kept."""
        library = self.library(connection)
        with self._lock:
            held = self._facts.get(stored.id)
            if held and held.version == stored.version and held.facts.library is library:
                self._facts.move_to_end(stored.id)
                return held.facts
            facts = Facts(stored.plan, library, before=held.facts if held else None)
            self._facts[stored.id] = _Held(stored.version, facts)
            self._facts.move_to_end(stored.id)
            while len(self._facts) > MOST_SERIES:
                self._facts.popitem(last=False)
            return facts
