"""The clock of a machine was a day ahead and was set back: what was noted lies in the future."""

from __future__ import annotations

from grike.api.sign_in import signing
from grike.store import limits, people, presence, runs, series, sign_ins
from grike.store.presence import OpenPage
from grike.store.sign_ins import Device, Limits
from tests.builders import a_plan
from tests.store.base import WithDatabase

TOKEN = b"t" * 32


class SetBack(WithDatabase):
    def setUp(self) -> None:
        super().setUp()
        with self.database.transaction() as connection:
            self.person = people.add(connection, "Orrin", "orrin", "instructor", "no hash")

    def ahead(self, table: str, column: str) -> None:
        """Have everything of a table noted by a clock that was a day ahead."""
        with self.database.transaction() as connection:
            connection.run(f"UPDATE {table} SET {column} = {column} + INTERVAL 1 DAY")

    def test_nobody_is_shut_out_for_a_day(self) -> None:
        """Tries that were counted tomorrow do not count today."""
        with self.database.transaction() as connection:
            self.assertEqual([limits.count(connection, "a") for _ in range(3)], [1, 2, 3])
        self.ahead("attempt_limit", "since")
        with self.database.transaction() as connection:
            self.assertEqual([limits.count(connection, "a") for _ in range(2)], [1, 2])

    def test_a_sign_in_of_tomorrow_has_ended(self) -> None:
        """It would outlast its limits; one that is seconds ahead goes on."""
        with self.database.transaction() as connection:
            sign_ins.open_one(connection, TOKEN, self.person, "c" * 43, Limits(), Device())
            connection.run("UPDATE sign_in SET seen_at = seen_at + INTERVAL 20 SECOND")
            self.assertIsNotNone(sign_ins.signed_in(connection, TOKEN, Limits(), by_hand=False))
        self.ahead("sign_in", "seen_at")
        with self.database.transaction() as connection:
            self.assertIsNone(sign_ins.signed_in(connection, TOKEN, Limits(), by_hand=False))

    def test_who_was_here_tomorrow_is_not_here(self) -> None:
        """Nobody is seen who left; and the page is forgotten when somebody leaves."""
        with self.database.transaction() as connection:
            number = series.add(connection, a_plan(), None)
            presence.see(connection, [OpenPage("orrins", number, self.person, "week 2")])
            self.assertIn(number, presence.there(connection, [number]))
        self.ahead("presence", "seen_at")
        with self.database.transaction() as connection:
            self.assertEqual(presence.there(connection, [number]), {})
            presence.leave(connection, [])
            self.assertEqual(connection.rows("SELECT id FROM presence"), [])

    def test_a_run_of_a_process_that_died_tomorrow_is_lost(self) -> None:
        """It holds no place among the runs, and is given up as one that is silent."""
        with self.database.transaction() as connection:
            number = series.add(connection, a_plan(), None)
            dead, fresh = (
                runs.add(connection, runs.Note(number), owner) for owner in ("elsewhere", "here")
            )
            self.assertTrue(runs.begin(connection, dead, places=1))
            self.assertFalse(runs.begin(connection, fresh, places=1))
        self.ahead("planning_run", "alive_at")
        with self.database.transaction() as connection:
            lost = runs.abandoned(connection, lambda owner, *, silent: silent)
            self.assertIn(dead, lost)
            self.assertTrue(runs.begin(connection, fresh, places=1))

    def test_a_code_of_tomorrow_uses_none_of_today_up(self) -> None:
        """One's device is right again; a code of today is used once, as ever."""
        secret, now = "GEZDGNBVGY3TQOJQGEZDGNBVGY3TQOJQ", 1111111109
        today, tomorrow = now // 30, (now + 86_400) // 30
        self.assertEqual(signing.step_of(secret, "081804", tomorrow, now), today)
        with self.database.transaction() as connection:
            self.assertTrue(people.use_step(connection, self.person, tomorrow))
            self.assertTrue(people.use_step(connection, self.person, today))
            self.assertFalse(people.use_step(connection, self.person, today))
            self.assertFalse(people.use_step(connection, self.person, today - 1))
