"""Backups: made in use, whole or refused, back row by row, and on to a moment."""

from __future__ import annotations

import datetime as dt
import gzip
import json
import tempfile
import threading
import time
import unittest
from pathlib import Path
from unittest import mock

from grike.core.errors import Conflict
from grike.core.kit import Kit, Room
from grike.exchange.library import library_document
from grike.store import library, people, rooms
from grike.store.connection import Database
from grike.store.migrate import migrate
from scripts import backups, database, processes, restoring
from scripts.database import Server
from scripts.paths import Trouble

PORT = 9700


class Backups(unittest.TestCase):
    """One server with a binary log for all; each test has a file of its own."""

    folder: Path
    server: Server
    stored: Database

    @classmethod
    def setUpClass(cls) -> None:
        home = tempfile.TemporaryDirectory(prefix="grike-backups-")
        cls.addClassCleanup(home.cleanup)
        cls.folder = Path(home.name)
        noted = mock.patch.object(processes, "VAR", cls.folder)
        noted.start()
        cls.addClassCleanup(noted.stop)
        cls.addClassCleanup(processes.stop, "backed-up", 30)
        cls.server = database.start(
            cls.folder / "db", name="backed-up", first=PORT, binary_log=True
        )
        migrate(cls.server.url())
        cls.stored = Database(cls.server.url())
        cls.addClassCleanup(cls.stored.close)
        with cls.stored.transaction() as connection:
            library.load(connection, library_document()["movements"])
            people.add(connection, "Zoë O'Hara; -- \\ \n 🛶", "zoë", "owner", "hash")

    def setUp(self) -> None:
        self.file = self.folder / f"{self.id().rsplit('.', 1)[1]}.sql.gz"

    def add(self, name: str) -> None:
        with self.stored.transaction() as connection:
            rooms.add(connection, Room(name, {Kit.MAT: 7}, 7))

    def names(self) -> list[str]:
        with self.stored.transaction() as connection:
            return sorted(room.name for _, room in rooms.every(connection))

    def sums(self, name: str) -> dict[str, str]:
        """Return a checksum of each table of a database, over all of its rows."""
        every = restoring.tables(self.server, name)
        words = database.run_sql(
            self.server, "CHECKSUM TABLE " + ", ".join(f"`{name}`.`{table}`" for table in every)
        )
        lines = (line.split("\t") for line in words.splitlines())
        return {table.split(".", 1)[1]: total for table, total in lines}

    def test_every_row_comes_back(self) -> None:
        """Loaded beside, each table has the very rows; odd names and all."""
        made = backups.make(self.server, self.file)
        self.assertGreater(made.rows["movement"], 500)
        held = restoring.load(self.server, self.file, "grike_beside")
        self.addCleanup(database.run_sql, self.server, "DROP DATABASE grike_beside")
        self.assertEqual(held, made)
        self.assertEqual(self.sums("grike_beside"), self.sums("grike"))
        self.assertEqual(
            restoring.tables(self.server, "grike_beside"), restoring.tables(self.server, "grike")
        )

    def test_one_moment_while_people_write(self) -> None:
        """Two rows that are always written together are both in it or neither, at every moment."""
        done = threading.Event()

        def write() -> None:
            number = 0
            while not done.is_set():
                number += 1
                with self.stored.transaction() as connection:
                    rooms.add(connection, Room(f"pair {number} a"))
                    rooms.add(connection, Room(f"pair {number} b"))

        writer = threading.Thread(target=write)
        writer.start()
        try:
            for turn in range(3):
                time.sleep(0.2)
                file = self.folder / f"moment-{turn}.sql.gz"
                backups.make(self.server, file)
                restoring.verify(self.server, file)
                text = gzip.decompress(file.read_bytes()).decode()
                firsts, seconds = text.count(" a','{"), text.count(" b','{")
                self.assertGreater(firsts, 0)
                self.assertEqual(firsts, seconds)
        finally:
            done.set()
            writer.join()

    def test_put_back_and_what_was_is_kept(self) -> None:
        """After a mistake the backup stands in its place; the mistake can still be looked at."""
        self.add("Before")
        backups.make(self.server, self.file)
        self.add("Mistake")
        kept = restoring.put_back(self.server, self.file)
        self.assertIn("Before", self.names())
        self.assertNotIn("Mistake", self.names())
        there = database.run_sql(self.server, f"SELECT name FROM `{kept}`.room").splitlines()
        self.assertIn("Mistake", there)
        with self.assertRaises(Conflict), self.stored.transaction() as connection:
            connection.run("INSERT INTO series_class VALUES (99, 99, FALSE, 1, 1)")
        database.run_sql(self.server, f"DROP DATABASE `{kept}`")

    def test_up_to_a_moment(self) -> None:
        """What was done after the backup and before the moment is there; what came later is not."""
        backups.make(self.server, self.file)
        self.add("In time")
        time.sleep(1.2)
        moment = dt.datetime.now(dt.UTC)
        time.sleep(1.2)
        self.add("Too late")
        kept = restoring.put_back(self.server, self.file, moment.isoformat(timespec="seconds"))
        self.assertIn("In time", self.names())
        self.assertNotIn("Too late", self.names())
        database.run_sql(self.server, f"DROP DATABASE `{kept}`")
        later = (moment + dt.timedelta(hours=1)).isoformat(timespec="seconds")
        for until, words in ((later, "not come yet"), ("yesterday", "no moment")):
            with self.assertRaisesRegex(Trouble, words):
                restoring.put_back(self.server, self.file, until)
        without = mock.patch.object(database, "has_binary_log", return_value=False)
        with without, self.assertRaisesRegex(Trouble, "no binary log"):
            restoring.put_back(self.server, self.file, moment.isoformat(timespec="seconds"))
        half = database.run_sql(self.server, "SHOW DATABASES LIKE 'grike\\_fresh%'")
        self.assertEqual(half, "")

    def test_what_is_no_whole_backup_is_refused(self) -> None:
        """Cut off, changed, of a newer Grike, something else: said before anything is touched."""
        backups.make(self.server, self.file)
        whole = self.file.read_bytes()
        text = gzip.decompress(whole)
        lines = text.splitlines(keepends=True)
        without = next(
            n for n, line in enumerate(lines) if line.startswith(b"INSERT INTO `movement`")
        )
        head = json.loads(lines[0][len(backups.HEAD) :])
        newer = f"{backups.HEAD}{json.dumps(head | {'migration': '9999_later'})}\n".encode()
        cases = {
            "cannot be read": whole[: len(whole) // 2],
            "its end is missing": gzip.compress(b"".join(lines[:-1])),
            "came back": gzip.compress(b"".join(lines[:without] + lines[without + 1 :])),
            "newer Grike": gzip.compress(newer + b"".join(lines[1:])),
            "no backup of Grike": gzip.compress(b"-- something else\n"),
        }
        before = self.sums("grike")
        for words, body in cases.items():
            odd = self.folder / "odd.sql.gz"
            odd.write_bytes(body)
            with self.subTest(words), self.assertRaisesRegex(Trouble, words):
                restoring.verify(self.server, odd)
        self.assertEqual(self.sums("grike"), before)
        tried = database.run_sql(self.server, "SHOW DATABASES LIKE 'grike\\_tried%'")
        self.assertEqual(tried, "")

    def test_nothing_is_written_over_and_nothing_half_is_left(self) -> None:
        """A file that is there stays; a failed one leaves none."""
        self.file.write_text("mine")
        with self.assertRaisesRegex(Trouble, "there already"):
            backups.make(self.server, self.file)
        self.assertEqual(self.file.read_text(), "mine")
        gone = Server(1, str(self.folder / "nothing.sock"), "")
        other = self.folder / "other.sql.gz"
        with self.assertRaises(Trouble):
            backups.make(gone, other)
        self.assertEqual(list(self.folder.glob("other*")), [])

    def test_some_days_are_kept(self) -> None:
        """The oldest go; a day that has its backup gets no second one."""
        days = self.folder / "days"
        days.mkdir()
        for day in range(5):
            (days / f"daily-2026-01-0{day + 1}T000000Z.sql.gz").write_text("old")
        file = backups.make_daily(self.server, 3, days)
        left = sorted(path.name for path in days.iterdir())
        self.assertEqual(left[:2], [f"daily-2026-01-0{d}T000000Z.sql.gz" for d in (4, 5)])
        self.assertEqual(left[2], file.name)
        with mock.patch.object(backups, "make_daily") as again:
            backups.daily(self.server, days)
        again.assert_not_called()


if __name__ == "__main__":
    unittest.main()
