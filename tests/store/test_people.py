"""Sign-ins at the same moment."""

import unittest
from concurrent.futures import ThreadPoolExecutor

from grike.core.errors import TooManyAttempts
from grike.store import people
from tests.store.base import WithDatabase


class AtOnce(WithDatabase):
    def test_many_sign_in_and_nobody_is_broken_off(self) -> None:
        """Attempts are noted and forgiven by many threads; the database breaks no one off."""
        with self.database.transaction() as connection:
            person = people.add(connection, "Orrin", "orrin-at-once", "instructor", "no hash")
            connection.run(
                "INSERT INTO sign_in_attempt (sign_in_name, address, at)"
                " VALUES ('long ago', 'a', UTC_TIMESTAMP() - INTERVAL 2 DAY)"
            )

        def sign_in(turn: int) -> None:
            name = f"member-{turn % 3}"
            try:
                with self.database.transaction() as connection:
                    people.note_attempt(connection, name, f"address {turn}")
            except TooManyAttempts:
                return
            with self.database.transaction() as connection:
                people.forgive_attempts(connection, name)
                people.open_sign_in(connection, turn.to_bytes(32, "big"), person, "c" * 43)

        with ThreadPoolExecutor(12) as pool:
            self.assertEqual(list(pool.map(sign_in, range(600))), [None] * 600)
        with self.database.transaction() as connection:
            left = connection.rows("SELECT id FROM sign_in_attempt WHERE sign_in_name = 'long ago'")
        self.assertEqual(left, [])


if __name__ == "__main__":
    unittest.main()
