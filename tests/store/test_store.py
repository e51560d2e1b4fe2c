"""The store against the real database."""

from __future__ import annotations

import datetime as dt
import json
import os
import threading
import time
import unittest
from dataclasses import replace
from typing import Any

from grike.core.errors import Conflict, NotFound, Unavailable
from grike.core.kit import Kit, Room
from grike.core.record import Mark, SessionRecord
from grike.core.series import PlannedClass, SeriesPlan
from grike.store import (
    changes,
    designs,
    library,
    people,
    retention,
    rooms,
    runs,
    series,
    sessions,
    sign_ins,
)
from grike.store.connection import Connection, Database
from grike.store.migrate import migrate
from grike.store.sign_ins import Device, Limits
from tests.builders import a_class, a_plan, circuit, work
from tests.store.base import WithDatabase


class Transactions(WithDatabase):
    def test_all_or_nothing(self) -> None:
        """An error takes back everything that the transaction wrote."""
        with self.assertRaises(RuntimeError), self.database.transaction() as connection:
            rooms.add(connection, Room("Half"))
            raise RuntimeError
        with self.database.transaction() as connection:
            self.assertEqual(rooms.every(connection), [])

    def test_a_lost_connection_is_an_error_and_commits_nothing(self) -> None:
        """Killed in mid-transaction, the first half is not saved and the second is not tried."""
        with self.assertRaises(Unavailable), self.database.transaction() as connection:
            rooms.add(connection, Room("First half"))
            mine = connection.row("SELECT CONNECTION_ID() AS id") or {}
            self.kill(int(mine["id"]))
            rooms.add(connection, Room("Second half"))
        with self.database.transaction() as connection:
            self.assertEqual(rooms.every(connection), [])

    def kill(self, connection_id: int) -> None:
        with self.database.transaction() as other:
            other.run(f"KILL {connection_id}")
        time.sleep(0.1)

    def test_no_database_is_said_in_words(self) -> None:
        """A port where nobody listens gives Unavailable, not a driver's error."""
        nobody = Database("mysql://grike:x@127.0.0.1:1/grike")
        with self.assertRaises(Unavailable) as caught, nobody.transaction():
            self.fail("there is nobody")
        self.assertIn("cannot be reached", caught.exception.what)

    def test_migrations_run_once(self) -> None:
        """A second start has nothing to migrate."""
        self.assertEqual(migrate(self.database.url), 0)

    def test_a_lock_that_a_dead_process_left_is_broken(self) -> None:
        """A migration lock without an owner does not stop the next start."""
        with self.database.transaction() as connection:
            connection.run("INSERT INTO yoyo_lock (locked, ctime, pid) VALUES (1, NOW(), 99999)")
        self.assertEqual(migrate(self.database.url), 0)


class Library(WithDatabase):
    def test_loading_again_keeps_edits(self) -> None:
        """What was edited in the application is not overwritten at the next start."""
        with self.database.transaction() as connection:
            before = library.entries(connection)
            edited = dict(before[0], care="Edited here")
            version = library.get(connection, edited["id"]).version
            library.change(connection, edited, version)
            state = library.state(connection)
            library.load(connection, before)
            self.assertEqual(library.entries(connection)[0]["care"], "Edited here")
            self.assertEqual(library.state(connection), state)
            connection.run(
                "UPDATE movement SET body = %s, edited = FALSE WHERE id = %s",
                (json.dumps(before[0], ensure_ascii=False), edited["id"]),
            )


class People(WithDatabase):
    def holder(self, connection: Connection, token: bytes, limits: Limits | None = None) -> Any:
        return sign_ins.signed_in(connection, token, limits or Limits(), by_hand=True)

    def test_sign_ins_are_found_by_token(self) -> None:
        """A token gives its person, an unknown one nobody, a closed one nobody."""
        with self.database.transaction() as connection:
            person = people.add(connection, "Ada", "ada", "director", "hash")
            sign_ins.open_one(connection, b"t" * 32, person, "c" * 43, Limits(), Device())
            found = self.holder(connection, b"t" * 32)
            assert found is not None
            self.assertEqual((found.name, found.role, found.csrf), ("Ada", "director", "c" * 43))
            self.assertIsNone(self.holder(connection, b"x" * 32))
            sign_ins.close(connection, b"t" * 32)
            self.assertIsNone(self.holder(connection, b"t" * 32))

    def test_old_sign_ins_end_by_themselves(self) -> None:
        """After its hours, or after its minutes without anything done, a token is nobody's."""
        with self.database.transaction() as connection:
            person = people.add(connection, "Ada", "ada", "director", "hash")
            sign_ins.open_one(connection, b"t" * 32, person, "c" * 43, Limits(), Device())
            connection.run("UPDATE sign_in SET expires_at = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND")
            self.assertIsNone(self.holder(connection, b"t" * 32))

    def test_idle_sign_ins_end_by_themselves(self) -> None:
        """What a page asks by itself keeps nothing open; what somebody does, does."""
        back = "UPDATE sign_in SET seen_at = seen_at - INTERVAL 20 MINUTE"
        short = Limits(idle_minutes=30)
        with self.database.transaction() as connection:
            person = people.add(connection, "Ada", "ada", "director", "hash")
            sign_ins.open_one(connection, b"t" * 32, person, "c" * 43, short, Device())
            connection.run(back)
            self.assertIsNotNone(self.holder(connection, b"t" * 32, short))
            connection.run(back)
            by_itself = sign_ins.signed_in(connection, b"t" * 32, short, by_hand=False)
            self.assertIsNotNone(by_itself)
            connection.run(back)
            self.assertIsNone(self.holder(connection, b"t" * 32, short))


class Retention(WithDatabase):
    def test_what_nothing_needs_goes(self) -> None:
        """A design that stands nowhere goes after a month; taught, in a series or new, it stays."""
        with self.database.transaction() as connection:
            series_id = series.add(connection, a_plan(a_class(work(circuit(), "squat"))), None)
            stored = series.get(connection, series_id)
            changes.save(connection, stored, stored.plan.classes, "Plan", None)
            series.put_class(
                connection, series_id, 0, a_class(work(circuit(), "row")), locked=False
            )
            kept = series.get(connection, series_id).designs[0]
            old, taught, new = (
                connection.insert(designs.ADD, (name, "{}")) for name in ("a", "b", "c")
            )
            at = dt.datetime(2026, 11, 30, 18)
            sessions.add(connection, taught, None, None, at, None, None)
            connection.run(
                "UPDATE design SET created_at = created_at - INTERVAL 31 DAY WHERE id <> %s", (new,)
            )
            self.assertEqual(retention.purge(connection), 1)
            left = [row["id"] for row in connection.rows("SELECT id FROM design ORDER BY id")]
        self.assertNotIn(old, left)
        self.assertLessEqual({kept, taught, new}, set(left))

    def test_old_runs_go_and_the_last_stays(self) -> None:
        """Events after two weeks, runs after three months; what-ifs and the last run stay."""
        with self.database.transaction() as connection:
            series_id = series.add(connection, a_plan(), None)
            first, beside, last = (
                runs.add(connection, runs.Note(series_id, kind))
                for kind in ("plan", "what-if", "plan")
            )
            for run in (first, beside, last):
                runs.add_event(connection, run, {"kind": "end"})
                runs.end(connection, run, "done", {})
            connection.run("UPDATE planning_run SET ended_at = ended_at - INTERVAL 91 DAY")
            retention.purge(connection)
            left = [row["id"] for row in connection.rows("SELECT id FROM planning_run ORDER BY id")]
            self.assertEqual(left, [beside, last])
            self.assertEqual(connection.rows("SELECT run_id FROM run_event"), [])


class Series(WithDatabase):
    def setUp(self) -> None:
        super().setUp()
        self.plan = a_plan(weekdays=(0, 2), weeks=2)
        self.slots = self.plan.shape.slots()
        with self.database.transaction() as connection:
            self.series_id = series.add(connection, self.plan, None)

    def design(self, movement: str) -> PlannedClass:
        return PlannedClass(self.slots[0], a_class(work(circuit(), movement)))

    def save(self, movement: str, label: str) -> None:
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            changes.save(connection, stored, [self.design(movement)], label, None)

    def there(self) -> SeriesPlan:
        with self.database.transaction() as connection:
            return series.get(connection, self.series_id).plan

    def test_round_trip(self) -> None:
        """Shape, sheet and classes come back as they went in."""
        self.save("squat", "Put in a squat")
        plan = self.there()
        self.assertEqual((plan.shape, plan.sheet), (self.plan.shape, self.plan.sheet))
        self.assertEqual(plan.classes, (self.design("squat"),))

    def test_undo_and_redo(self) -> None:
        """Two changes go back one by one and forward again; a new change ends the forward way."""
        self.save("squat", "First")
        self.save("crunch", "Second")
        self.assertEqual(self.step("undo"), "Second")
        self.assertEqual(self.there().classes, (self.design("squat"),))
        self.assertEqual(self.step("undo"), "First")
        self.assertEqual(self.there().classes, ())
        self.assertEqual(self.step("redo"), "First")
        self.assertEqual(self.step("redo"), "Second")
        self.assertEqual(self.there().classes, (self.design("crunch"),))
        self.step("undo")
        self.save("plank", "Third")
        with self.assertRaises(Conflict):
            self.step("redo")

    def step(self, which: str) -> str:
        with self.database.transaction() as connection:
            return (
                changes.undo(connection, self.series_id, None)
                if which == "undo"
                else changes.redo(connection, self.series_id, None)
            )

    def test_a_stale_write_says_what_changed(self) -> None:
        """A writer with an old version hears of the last change and of its author."""
        with self.database.transaction() as connection:
            ada = people.add(connection, "Ada", "ada", "director", "hash")
            stored = series.get(connection, self.series_id)
            changes.save(connection, stored, [self.design("squat")], "Put in a squat", ada)
        with self.assertRaises(Conflict) as caught, self.database.transaction() as connection:
            changes.require_current(connection, self.series_id, stored.version)
        self.assertIn("Put in a squat, by Ada", caught.exception.why)

    def test_two_writers_at_once(self) -> None:
        """Of two writers with the same version one wins and one hears of a conflict."""
        outcome: list[str] = []
        ready = threading.Barrier(2)

        def write() -> None:
            ready.wait()
            try:
                with self.database.transaction() as connection:
                    changes.require_current(connection, self.series_id, 1)
                    stored = series.get(connection, self.series_id)
                    changes.save(connection, stored, [self.design("squat")], "Mine", None)
                outcome.append("won")
            except Conflict:
                outcome.append("conflict")

        threads = [threading.Thread(target=write) for _ in range(2)]
        for thread in threads:
            thread.start()
        for thread in threads:
            thread.join()
        self.assertEqual(sorted(outcome), ["conflict", "won"])

    def reshape(self, **changed: object) -> None:
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            shape = replace(stored.plan.shape, **changed)  # type: ignore[arg-type]
            plan = replace(stored.plan, shape=shape, classes=())
            changes.reshape(connection, stored, plan, "Other days", None)

    def test_a_change_of_the_days_is_undone_like_any_other(self) -> None:
        """A closed day takes its class along; undone, day and class are back, history and all."""
        self.save("squat", "First")
        monday = self.slots[0].date
        self.reshape(closed=frozenset({monday}))
        self.assertEqual(self.there().classes, ())
        self.assertEqual(len(self.there().shape.slots()), 3)
        self.assertEqual(self.step("undo"), "Other days")
        self.assertEqual(self.there().classes, (self.design("squat"),))
        self.assertEqual(self.there().shape, self.plan.shape)
        self.assertEqual(self.step("redo"), "Other days")
        self.assertEqual(self.there().classes, ())
        self.step("undo")
        self.assertEqual(self.step("undo"), "First")

    def test_records_hold_to_their_day_whatever_days_are_closed(self) -> None:
        """Every session is on the day it was taught on, with another day closed and open again."""
        with self.database.transaction() as connection:
            stored = series.get(connection, self.series_id)
            planned = [PlannedClass(slot, self.design("squat").design) for slot in self.slots]
            changes.save(connection, stored, planned, "Plan", None)
            designs = series.get(connection, self.series_id).designs
            at = {
                slot.day: sessions.add(
                    connection,
                    designs[slot.index],
                    self.series_id,
                    slot.day,
                    dt.datetime.combine(slot.date, dt.time(18)),
                    None,
                    None,
                )
                for slot in self.slots
            }
        self.save("crunch", "An edit makes another design")
        for closed in ({self.slots[1].date}, {self.slots[0].date, self.slots[2].date}, set()):
            self.reshape(closed=frozenset(closed))
            with self.database.transaction() as connection:
                for slot in self.there().shape.slots():
                    (found,) = sessions.of_day(connection, self.series_id, slot.day)
                    self.assertEqual(found.id, at[slot.day])
                    self.assertEqual(found.starts_at.date(), slot.date)

    def test_edits_of_two_classes_do_not_meet(self) -> None:
        """A write to one class is stale where that class or the days changed, and only there."""
        one, other = self.slots[0], self.slots[1]
        with self.database.transaction() as connection:
            version = series.version_of(connection, self.series_id)
            stored = series.get(connection, self.series_id)
            ada = people.add(connection, "Ada", "ada", "director", "hash")
            planned = PlannedClass(other, self.design("squat").design)
            changes.save(connection, stored, [planned], "Swap on Wednesday", ada)
            changes.require_class_current(connection, self.series_id, one.day, version)
            with self.assertRaises(Conflict) as caught:
                changes.require_class_current(connection, self.series_id, other.day, version)
            self.assertIn("Swap on Wednesday, by Ada", caught.exception.why)
            version = series.version_of(connection, self.series_id)
        self.reshape(closed=frozenset({self.slots[3].date}))
        with self.assertRaises(Conflict), self.database.transaction() as connection:
            changes.require_class_current(connection, self.series_id, one.day, version)

    def test_who_undid_is_named_whatever_the_clock_says(self) -> None:
        """After an undo by somebody else the stale writer hears of that, by its order, not time."""
        self.save("squat", "First")
        with self.database.transaction() as connection:
            bob = people.add(connection, "Bob", "bob", "director", "hash")
            version = series.version_of(connection, self.series_id)
            changes.undo(connection, self.series_id, bob)
            connection.run("UPDATE series_change SET at = at - INTERVAL 1 YEAR")
        with self.assertRaises(Conflict) as caught, self.database.transaction() as connection:
            changes.require_current(connection, self.series_id, version)
        self.assertIn("undone: First, by Bob", caught.exception.why)

    def test_a_taught_design_is_never_lost(self) -> None:
        """A session keeps its own design when the class in the slot is changed."""
        self.save("squat", "First")
        with self.database.transaction() as connection:
            design_id = series.get(connection, self.series_id).designs[0]
            at = dt.datetime(2026, 11, 30, 18)
            sessions.add(connection, design_id, self.series_id, 0, at, None, None)
        self.save("crunch", "Second")
        with self.database.transaction() as connection:
            taught = sessions.of_day(connection, self.series_id, 0)[0]
            self.assertEqual(taught.design_id, design_id)
            self.assertNotEqual(series.get(connection, self.series_id).designs[0], design_id)
            kept = connection.row("SELECT name FROM design WHERE id = %s", (design_id,))
        self.assertIsNotNone(kept)

    def test_list_and_removal(self) -> None:
        """A series is listed with its counts, and gone when removed."""
        self.save("squat", "First")
        with self.database.transaction() as connection:
            line = series.lines(connection)[0]
            self.assertEqual((line.classes, len(line.days), line.status), (1, 4, None))
            self.assertTrue(series.remove(connection, self.series_id, None))
            self.assertEqual(series.lines(connection), [])
        with self.assertRaises(NotFound):
            self.there()

    def test_a_session_that_is_held_is_read_as_it_is(self) -> None:
        """What another wrote since one first looked is seen once the session is held."""
        self.save("squat", "First")
        with self.database.transaction() as connection:
            design_id = series.get(connection, self.series_id).designs[0]
            at = dt.datetime(2026, 11, 30, 18)
            own = sessions.add(connection, design_id, self.series_id, 0, at, None, None)
        theirs = SessionRecord(44.0, marks=(Mark("other_side_seconds", 3.0, 2.0),))
        with self.database.transaction() as connection:
            self.assertIsNone(sessions.get(connection, own).record)
            with self.database.transaction() as other:
                sessions.put_record(other, own, theirs, None)
            held = sessions.lock(connection, own)
            self.assertEqual(sessions.record_with_marks(connection, held), theirs)

    def test_the_bin_gives_back_everything_and_keeps_records_for_ever(self) -> None:
        """Restored: classes, history, records. Let go of after its days: the records stay."""
        self.save("squat", "First")
        with self.database.transaction() as connection:
            design_id = series.get(connection, self.series_id).designs[0]
            at = dt.datetime(2026, 11, 30, 18)
            taught, untaught = (
                sessions.add(connection, design_id, self.series_id, 0, at, None, None)
                for _ in range(2)
            )
            sessions.put_record(connection, taught, SessionRecord(44.0), None)
            series.remove(connection, self.series_id, None)
            (gone,) = series.deleted(connection)
            self.assertEqual((gone.id, gone.records), (self.series_id, 1))
            self.assertEqual(series.purge(connection), 0)
            series.restore(connection, self.series_id)
            self.assertEqual(series.deleted(connection), [])
        self.assertEqual(self.there().classes, (self.design("squat"),))
        with self.database.transaction() as connection:
            series.remove(connection, self.series_id, None)
            connection.run("UPDATE series SET deleted_at = deleted_at - INTERVAL 31 DAY")
            self.assertEqual(series.purge(connection), 1)
            record = sessions.get(connection, taught).record
            self.assertIsNotNone(record and record.minutes)
            with self.assertRaises(NotFound):
                sessions.get(connection, untaught)
            with self.assertRaises(NotFound):
                series.restore(connection, self.series_id)

    def test_a_new_series_never_changes_a_shared_room(self) -> None:
        """A room of the same name stays as it is unless it is changed on purpose, by any case."""
        with self.database.transaction() as connection:
            first = rooms.add(connection, Room("Boat hall", {Kit.MAT: 3}))
            self.assertEqual(rooms.add(connection, Room("boat HALL", {Kit.MAT: 9})), first)
            self.assertEqual(rooms.every(connection)[0][1].kit, {Kit.MAT: 3})
            self.assertEqual(rooms.put(connection, Room("BOAT hall", {Kit.MAT: 9})), first)
            self.assertEqual([room.kit for _, room in rooms.every(connection)], [{Kit.MAT: 9}])


class Runs(WithDatabase):
    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            self.series_id = series.add(connection, a_plan(), None)

    def test_events_are_numbered_and_ends_are_final(self) -> None:
        """Events come after a number; the first end stays."""
        with self.database.transaction() as connection:
            run = runs.add(connection, runs.Note(self.series_id))
            self.assertEqual(runs.open_run(connection, self.series_id), run)
            runs.begin(connection, run)
            runs.add_event(connection, run, {"n": 1})
            runs.add_event(connection, run, {"n": 2})
            self.assertEqual(runs.events(connection, run, 1), [(2, {"n": 2})])
            runs.end(connection, run, "done", {"cost": 0})
            runs.end(connection, run, "failed", {})
            self.assertEqual(runs.get(connection, run).state, "done")
            self.assertIsNone(runs.open_run(connection, self.series_id))

    def test_unknown_runs(self) -> None:
        """A run that is not there is said so."""
        with self.assertRaises(NotFound), self.database.transaction() as connection:
            runs.get(connection, 10**6)


class Killed(unittest.TestCase):
    def test_acknowledged_writes_survive_kill_9(self) -> None:
        """A server of its own is killed with -9 right after a commit; the commit is there after."""
        import shutil
        import signal
        import tempfile
        from pathlib import Path

        from scripts import database as own
        from scripts import processes

        if not os.environ.get("GRIKE_TEST_DATABASE_URL"):
            self.skipTest("no test database: run this with ./grike test")
        folder = Path(tempfile.mkdtemp(prefix="grike-kill-"))
        self.addCleanup(shutil.rmtree, folder, True)
        self.addCleanup(processes.stop, "killed-database", 20)
        server = own.start(folder, name="killed-database")
        migrate(server.url())
        with Database(server.url()).transaction() as connection:
            rooms.add(connection, Room("Acknowledged"))
        entry = processes.running("killed-database")
        assert entry is not None
        os.kill(int(str(entry["pid"])), signal.SIGKILL)
        time.sleep(0.3)
        again = own.start(folder, name="killed-database")
        with Database(again.url()).transaction() as connection:
            self.assertEqual([room.name for _, room in rooms.every(connection)], ["Acknowledged"])
