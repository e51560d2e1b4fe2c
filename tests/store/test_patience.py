"""A database that hangs: it costs nobody more than three seconds, and is asked again afterwards."""

from __future__ import annotations

import time
from concurrent.futures import ThreadPoolExecutor
from urllib.parse import urlsplit

from grike.core.errors import Busy, Unavailable
from grike.store.connection import Database
from grike.store.patience import ANSWER_SECONDS
from tests.store.base import WithDatabase
from tests.store.silent import SilentLine

#: Who waits for one answer has waited less than this; who waits for a second one, longer.
TWO_WAITS = 2 * ANSWER_SECONDS


class Silence(WithDatabase):
    def setUp(self) -> None:
        super().setUp()
        parts = urlsplit(self.database.url)
        self.line = SilentLine(parts.port or 3306)
        self.addCleanup(self.line.close)
        url = parts._replace(netloc=parts.netloc.replace(str(parts.port), str(self.line.port)))
        self.far = Database(url.geturl(), connections=4)
        self.addCleanup(self.far.close)

    def waited(self, _: int = 0) -> float:
        """Ask once; return how long it took to be told that the database is away."""
        began = time.monotonic()
        with self.assertRaises((Unavailable, Busy)) as caught:
            self.far.ask()
        self.assertIn("Nothing of this change was saved", caught.exception.why)
        return time.monotonic() - began

    def test_with_idle_connections(self) -> None:
        """Ten ask side by side, four connections lie idle: looked at once, not made anew."""
        with ThreadPoolExecutor(4) as pool:
            list(pool.map(lambda _: self.far.ask(), range(4)))
        self.line.silent.set()
        with ThreadPoolExecutor(10) as pool:
            self.assertLess(max(pool.map(self.waited, range(10))), TWO_WAITS)
        self.line.silent.clear()
        self.far.ask()

    def test_without_a_connection(self) -> None:
        """The line is taken up and nobody greets."""
        self.line.silent.set()
        with ThreadPoolExecutor(10) as pool:
            self.assertLess(max(pool.map(self.waited, range(10))), TWO_WAITS)
        self.line.silent.clear()
        self.far.ask()

    def test_in_the_middle(self) -> None:
        """It hangs after the first question of a transaction; the next one is not answered."""
        with self.assertRaises(Unavailable), self.far.transaction() as connection:
            connection.row("SELECT 1")
            self.line.silent.set()
            began = time.monotonic()
            connection.row("SELECT 1")
        self.assertLess(time.monotonic() - began, TWO_WAITS)
        self.line.silent.clear()
        self.far.ask()

    def test_many_who_wait_for_a_connection_are_no_silence(self) -> None:
        """Four connections, held for a second each: twelve who come at once all get one in turn."""

        def held(_: int) -> None:
            with self.far.transaction() as connection:
                connection.row("SELECT SLEEP(0.6)")

        with ThreadPoolExecutor(12) as pool:
            list(pool.map(held, range(12)))

    def test_a_row_that_is_held_is_no_silence(self) -> None:
        """One waits for a row, is told so, and nobody else is told that the database is away."""
        words = ("INSERT INTO attempt_limit (place, tries, since) VALUES (%s, 1, NOW())", (b"a",))
        with self.far.transaction() as first:
            first.run(*words)
            with self.assertRaises(Busy), self.far.transaction() as second:
                second.run(*words)
            self.far.ask()
