"""A database from before: its classes, records and history are where they were, and it opens."""

from __future__ import annotations

import datetime as dt
import json
import unittest
from dataclasses import replace

from yoyo import get_backend, read_migrations

from grike.core.codec import design_to
from grike.core.rules.sheet_codec import sheet_to
from grike.core.series_codec import shape_to
from grike.exchange.library import library_document
from grike.store import changes, library, people, series, sessions
from grike.store.connection import Database
from grike.store.migrate import FOLDER, migrate
from tests.builders import MONDAY, a_class, a_plan, circuit, work
from tests.store.base import database_url

LAST_OF_THEN = "0017_run_kind"
NAME = "grike_of_then"


class FromThen(unittest.TestCase):
    def setUp(self) -> None:
        url = database_url()
        self.url = url.rsplit("/", 1)[0] + f"/{NAME}"
        with Database(url).transaction() as connection:
            connection.run(f"DROP DATABASE IF EXISTS {NAME}")
            # As it was made then: texts compare without case and accents.
            connection.run(
                f"CREATE DATABASE {NAME} CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci"
            )
        backend = get_backend(self.url)
        old = read_migrations(str(FOLDER)).filter(lambda m: m.id <= LAST_OF_THEN)
        with backend.lock():
            backend.apply_migrations(backend.to_apply(old))
        backend.connection.close()

    def test_days_stand_for_places_and_everything_is_there(self) -> None:
        """With Wednesday closed the second place was Friday: class, session and history are."""
        wednesday = MONDAY + dt.timedelta(days=2)
        plan = a_plan(weekdays=(0, 2, 4), weeks=1, closed=frozenset({wednesday}))
        designs = [a_class(work(circuit(), name)) for name in ("squat", "crunch")]
        bodies = [replace(design, name=f"Class {n}") for n, design in enumerate(designs)]
        self.fill(plan, [json.dumps(design_to(design)) for design in bodies])
        self.assertGreater(migrate(self.url), 10)
        self.assertEqual(migrate(self.url), 0)
        database = Database(self.url)
        self.addCleanup(database.close)
        with database.transaction() as connection:
            library.load(connection, library_document()["movements"])
            self.assertTrue(library.state(connection))
            (line,) = series.lines(connection)
            stored = series.get(connection, line.id)
            self.assertEqual([p.slot.weekday for p in stored.plan.classes], [0, 4])
            self.assertEqual([p.design.name for p in stored.plan.classes], ["Class 0", "Class 1"])
            friday = stored.plan.shape.slots()[1]
            (taught,) = sessions.of_day(connection, line.id, friday.day)
            self.assertEqual(taught.starts_at.date(), friday.date)
            self.assertIsNotNone(people.credentials(connection, "dora"))
            self.assertEqual(changes.undo(connection, line.id, None), "Plan of then")
            self.assertEqual(series.get(connection, line.id).plan.classes, ())
            changes.redo(connection, line.id, None)
            self.assertEqual(series.get(connection, line.id).plan.classes, stored.plan.classes)

    def fill(self, plan: object, bodies: list[str]) -> None:
        """Write rows as the application of then did."""
        shape = json.dumps(shape_to(plan.shape))  # type: ignore[attr-defined]
        sheet = json.dumps(sheet_to(plan.sheet))  # type: ignore[attr-defined]
        empty = json.dumps({"classes": {"0": None, "1": None}, "certificate": None})
        full = {str(n): {"design": json.loads(b), "locked": False} for n, b in enumerate(bodies)}
        after = json.dumps({"classes": full, "certificate": None})
        with Database(self.url).transaction() as connection:
            connection.run(
                "INSERT INTO person (id, name, sign_in_name, role, password_hash) "
                "VALUES (1, 'Dora', 'Dora', 'director', 'hash')"
            )
            connection.run(
                "INSERT INTO series (id, name, shape, sheet, yardstick, known, created_by) "
                "VALUES (1, 'Of then', %s, %s, 'seconds', '[]', 1)",
                (shape, sheet),
            )
            for place, body in enumerate(bodies):
                design = connection.insert(
                    "INSERT INTO design (name, body) VALUES ('x', %s)", (body,)
                )
                connection.run(
                    "INSERT INTO series_class (series_id, slot, design_id) VALUES (1, %s, %s)",
                    (place, design),
                )
            connection.run(
                "INSERT INTO session (design_id, series_id, slot, starts_at) "
                "SELECT MAX(id), 1, 1, '2026-12-04 18:00:00' FROM design"
            )
            connection.run(
                "INSERT INTO series_change (series_id, label, before_state, after_state) "
                "VALUES (1, 'Plan of then', %s, %s)",
                (empty, after),
            )

    def tearDown(self) -> None:
        with Database(database_url()).transaction() as connection:
            connection.run(f"DROP DATABASE IF EXISTS {NAME}")


class Names(unittest.TestCase):
    def test_texts_compare_as_python_compares_them(self) -> None:
        """Case, accents and spaces at the end tell names apart, as they do in a dictionary."""
        words = ["squat", "Squat", "squát", "squat ", "SQUAT"]
        with Database(database_url()).transaction() as connection:
            for one in words:
                for other in words:
                    row = connection.row(
                        "SELECT CAST(%s AS CHAR) COLLATE utf8mb4_nopad_bin = %s AS same",
                        (one, other),
                    )
                    self.assertEqual(bool((row or {})["same"]), one == other, (one, other))


if __name__ == "__main__":
    unittest.main()
