"""A database for a test case: migrated once, emptied before each test."""

from __future__ import annotations

import os
import unittest

from grike.exchange.library import library_document
from grike.store import library
from grike.store.connection import Database
from grike.store.migrate import migrate

TABLES = (
    "run_event",
    "planning_run",
    "presence",
    "calendar_link",
    "follow_answer",
    "cover_link",
    "series_change",
    "session",
    "series_class",
    "series",
    "design",
    "room",
    "person_site",
    "site",
    "class_shape",
    "class_template",
    "sign_in",
    "attempt_limit",
    "known_device",
    "spare_code",
    "person_link",
    "outside_account",
    "outside_try",
    "room_screen",
    "audit",
    "account_notice",
    "person",
)


def database_url() -> str:
    """Return the address of the test database, which ./grike test starts."""
    url = os.environ.get("GRIKE_TEST_DATABASE_URL")
    if not url:
        raise unittest.SkipTest("no test database: run this with ./grike test")
    return url


class WithDatabase(unittest.TestCase):
    database: Database

    @classmethod
    def setUpClass(cls) -> None:
        cls.database = Database(database_url())
        migrate(cls.database.url)
        with cls.database.transaction() as connection:
            library.load(connection, library_document()["movements"])
        cls.addClassCleanup(cls.database.close)

    def setUp(self) -> None:
        with self.database.transaction() as connection:
            for table in TABLES:
                connection.run(f"DELETE FROM {table}")
