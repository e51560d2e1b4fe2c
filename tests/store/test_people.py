"""People, their links and limits; many at the same moment."""

from __future__ import annotations

import unittest
from concurrent.futures import ThreadPoolExecutor

from grike.store import devices, limits, people, person_links, sign_ins
from grike.store.sign_ins import Device, Limits
from tests.store.base import WithDatabase


class AtOnce(WithDatabase):
    def test_many_sign_in_and_nobody_is_broken_off(self) -> None:
        """Tries are counted and forgotten by many threads; the database breaks no one off."""
        with self.database.transaction() as connection:
            person = people.add(connection, "Orrin", "orrin-at-once", "instructor", "no hash")

        def sign_in(turn: int) -> None:
            name = f"member-{turn % 3}"
            with self.database.transaction() as connection:
                limits.count(connection, "pair", name)
                limits.count(connection, "address", f"address {turn}")
            with self.database.transaction() as connection:
                limits.forget(connection, "pair", name)
                limits.give_back(connection, "address", f"address {turn}")
                token = turn.to_bytes(32, "big")
                sign_ins.open_one(connection, token, person, "c" * 43, Limits(), Device())

        with ThreadPoolExecutor(12) as pool:
            self.assertEqual(list(pool.map(sign_in, range(600))), [None] * 600)

    def test_tries_side_by_side_are_all_counted(self) -> None:
        """Of forty at the same moment each is another in the count: none passes beside it."""

        def attempt(_: int) -> int:
            with self.database.transaction() as connection:
                return limits.count(connection, "pair", "ada", "1.2.3.4")

        with ThreadPoolExecutor(12) as pool:
            self.assertEqual(sorted(pool.map(attempt, range(40))), list(range(1, 41)))


class Counted(WithDatabase):
    def test_a_window_begins_with_its_first_try(self) -> None:
        """After ten minutes it is counted from one; a right one is given back; old ones go."""
        with self.database.transaction() as connection:
            self.assertEqual([limits.count(connection, "a", "b") for _ in range(3)], [1, 2, 3])
            self.assertEqual(limits.count(connection, "ab"), 1)
            limits.give_back(connection, "a", "b")
            self.assertEqual(limits.count(connection, "a", "b"), 3)
            connection.run("UPDATE attempt_limit SET since = since - INTERVAL 11 MINUTE")
            self.assertEqual(limits.count(connection, "a", "b"), 1)
            limits.forget(connection, "a", "b")
            limits.give_back(connection, "a", "b")
            self.assertEqual(limits.count(connection, "a", "b"), 1)
            connection.run("UPDATE attempt_limit SET since = since - INTERVAL 2 DAY")
            limits.purge(connection)
            self.assertEqual(connection.rows("SELECT place FROM attempt_limit"), [])

    def test_a_device_is_known_for_its_person(self) -> None:
        """Under the name that signed in on it, for half a year, until it is forgotten."""
        with self.database.transaction() as connection:
            ada = people.add(connection, "Ada", "ada", "director", "hash")
            people.add(connection, "Bob", "bob", "director", "hash")
            devices.know(connection, b"d" * 32, ada)
            self.assertTrue(devices.is_known(connection, b"d" * 32, "ada"))
            self.assertFalse(devices.is_known(connection, b"d" * 32, "bob"))
            self.assertFalse(devices.is_known(connection, b"e" * 32, "ada"))
            connection.run("UPDATE known_device SET seen_at = seen_at - INTERVAL 181 DAY")
            self.assertFalse(devices.is_known(connection, b"d" * 32, "ada"))
            devices.know(connection, b"d" * 32, ada)
            devices.forget_all(connection, ada)
            self.assertFalse(devices.is_known(connection, b"d" * 32, "ada"))

    def test_the_last_link_is_the_one_that_counts(self) -> None:
        """A new link makes the one before worth nothing; an old one is none."""
        with self.database.transaction() as connection:
            ada = people.add(connection, "Ada", "ada", "director", "")
            person_links.add(connection, b"1" * 32, ada, person_links.INVITE, None)
            person_links.add(connection, b"2" * 32, ada, person_links.RESET, ada)
            self.assertIsNone(person_links.good(connection, b"1" * 32))
            found = person_links.good(connection, b"2" * 32)
            self.assertEqual(found, person_links.Link(ada, person_links.RESET))
            self.assertEqual(person_links.waiting(connection), {ada})
            connection.run("UPDATE person_link SET expires_at = UTC_TIMESTAMP(3)")
            self.assertIsNone(person_links.good(connection, b"2" * 32))
            self.assertEqual(person_links.waiting(connection), frozenset())

    def test_a_code_is_used_once(self) -> None:
        """Of many that try the same time step one gets it; an earlier one is never good again."""
        with self.database.transaction() as connection:
            ada = people.add(connection, "Ada", "ada", "director", "hash")

        def use(_: int) -> bool:
            with self.database.transaction() as connection:
                return people.use_step(connection, ada, 1000)

        with ThreadPoolExecutor(8) as pool:
            self.assertEqual(sum(pool.map(use, range(8))), 1)
        with self.database.transaction() as connection:
            self.assertFalse(people.use_step(connection, ada, 999))
            self.assertTrue(people.use_step(connection, ada, 1001))


if __name__ == "__main__":
    unittest.main()
