"""What ./grike doctor says of the key of the codes; the rest of it is in the transcript."""

from __future__ import annotations

import unittest
from typing import cast
from unittest import mock

from cryptography.fernet import Fernet

from grike.api.sealing import Seal
from scripts import database, doctor
from scripts.database import Server

KEY, OTHER = Fernet.generate_key().decode(), Fernet.generate_key().decode()


def said(key: str, kept: list[str]) -> list[tuple[str, bool]]:
    """Return what the doctor says with a key of what is kept, and whether it helps itself."""
    with (
        mock.patch.object(doctor, "codes_key", return_value=key),
        mock.patch.object(database, "run_sql", return_value="\n".join(kept)),
    ):
        found = doctor._codes(cast(Server, None))
        return [(own.what, bool(own.fix)) for own in found]


class OfTheCodes(unittest.TestCase):
    def test_with_the_right_key_another_and_none(self) -> None:
        """Two people's codes: with the key that sealed them all is well; else it says for whom."""
        kept = [Seal(KEY).closed("JBSWY3DP"), Seal(KEY).closed("KRSXG5A4")]
        self.assertEqual(said(KEY, kept), [("codes of devices can be checked", False)])
        for key in (OTHER, ""):
            self.assertEqual(
                said(key, kept), [("codes of 2 people were sealed with another key", True)]
            )
        self.assertEqual(said("short", kept), [("the key of the codes is no key", True)])
        self.assertEqual(said(KEY, []), [])


if __name__ == "__main__":
    unittest.main()
