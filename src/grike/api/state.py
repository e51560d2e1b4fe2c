"""What the application holds in memory: database, library, and series with their facts."""

from __future__ import annotations

import threading
from collections import OrderedDict
from collections.abc import Callable, Hashable
from dataclasses import dataclass, field
from pathlib import Path

from pydantic import BaseModel
from starlette.responses import Response

from grike.api.outside.registered import Registered
from grike.api.pacing import DayPaces, PaceBook
from grike.api.pages import Asked, Page, mark
from grike.api.sealing import Seal
from grike.core.fixes.many import Mended, mended
from grike.core.library import Library
from grike.core.pace import Paces
from grike.core.rules import Facts, Finding, findings
from grike.core.series import SeriesShape
from grike.exchange.library import library_of
from grike.store import library as stored_library
from grike.store import series
from grike.store.connection import Connection, Database
from grike.store.series import StoredSeries
from grike.store.sign_ins import Limits

MOST_SERIES = 24
MOST_PAGES = 4


@dataclass(frozen=True, slots=True)
class Config:
    """How the application is started."""

    database_url: str
    dist: Path | None = None
    secure_cookie: bool = False
    sessions: Limits = field(default_factory=Limits)
    library_version: str = "1"
    #: Whether owners without a second factor may do no more than directors.
    owners_codes: bool = False
    #: The address of a Dask scheduler, tls://host:port; "": plan on this machine. And the folder
    #: of the keys with which it is reached.
    scheduler: str = ""
    cluster_keys: Path = Path("cluster")
    #: With what the secrets of codes are sealed (Fernet); "": they are not.
    codes_key: str = ""
    #: Whoever has it is given the figures of /api/metrics; "": nobody is.
    metrics_token: str = ""
    #: The service whose accounts one may sign in with; None: only names and passwords.
    outside: Registered | None = None


class HeldSeries:
    """One version of a series: what is stored, its facts and findings, and pages made of them.

    The findings are worked out when they are first asked for, which is outside of any transaction.
    """

    def __init__(self, stored: StoredSeries, facts: Facts, paces: DayPaces) -> None:
        self.stored, self.facts, self._paces = stored, facts, paces
        self._found: tuple[Finding, ...] | None = None
        self._pages: dict[Hashable, Page] = {}
        self._mended: dict[str, Mended] = {}
        self._lock = threading.Lock()

    @property
    def found(self) -> tuple[Finding, ...]:
        """All findings of this version."""
        with self._lock:
            if self._found is None:
                self._found = findings(self.facts)
            return self._found

    def drafted(self, facts: Facts, found: tuple[Finding, ...]) -> HeldSeries:
        """Return the series as it would be; nothing of it is stored."""
        draft = HeldSeries(self.stored, facts, self._paces)
        draft._found = found
        return draft

    def mended(self, rule: str) -> Mended:
        """Return the series with what a rule finds mended; worked out when it is first asked for.

        What was shown is then what is put in, and is not worked out twice.
        """
        with self._lock:
            if rule not in self._mended:
                self._mended[rule] = mended(self.facts, rule)
            return self._mended[rule]

    def is_current(self, version: int, library: Library, paces: DayPaces) -> bool:
        """Return whether nothing has changed that the facts were made of."""
        same = self.stored.version == version and self.facts.library is library
        return same and (self._paces is paces or self._paces == paces)

    def page(self, key: Hashable, asked: Asked, make: Callable[[], BaseModel]) -> Response:
        """Return a page of this version as JSON, made the first time that it is asked for."""
        if key not in self._pages:
            self._pages[key] = Page(make().model_dump_json().encode())
        return self._pages[key].answer(f"{self.stored.version}-{mark(key)}", asked)


@dataclass(slots=True)
class State:
    """One for the whole application. What it holds is a cache that can be worked out again."""

    config: Config
    database: Database
    book: PaceBook = field(default_factory=PaceBook)
    _library: tuple[str, Library] | None = None
    _held: OrderedDict[int, HeldSeries] = field(default_factory=OrderedDict)
    _pages: OrderedDict[Hashable, Page] = field(default_factory=OrderedDict)
    _lock: threading.Lock = field(default_factory=threading.Lock)
    #: What seals the secrets of codes.
    seal: Seal = field(init=False)

    def __post_init__(self) -> None:
        self.seal = Seal(self.config.codes_key)

    def library(self, connection: Connection) -> Library:
        """Return the library as it is in the database, read anew only when it changed."""
        state = stored_library.state(connection)
        if self._library is None or self._library[0] != state:
            version = f"{self.config.library_version}-{state}"
            library = library_of(stored_library.entries(connection), version)
            self._library = (state, library)
        return self._library[1]

    def page(self, key: Hashable, make: Callable[[], bytes]) -> Page:
        """Return a page that is the same for everybody, made once; the last few are kept."""
        with self._lock:
            if key in self._pages:
                return self._pages[key]
        made = Page(make())
        with self._lock:
            self._pages[key] = made
            while len(self._pages) > MOST_PAGES:
                self._pages.popitem(last=False)
        return made

    def paces(self, connection: Connection, series_id: int, shape: SeriesShape) -> Paces:
        """Return the paces of a series by the slots of a shape."""
        return self.book.paces(connection, series_id).of(shape)

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
        own = paces.of(stored.plan.shape)
        facts = Facts(stored.plan, library, own, before=held.facts if held else None)
        fresh = HeldSeries(stored, facts, paces)
        with self._lock:
            self._held[series_id] = fresh
            self._held.move_to_end(series_id)
            while len(self._held) > MOST_SERIES:
                self._held.popitem(last=False)
        return fresh
