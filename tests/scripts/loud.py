"""What a worker runs in the test of the runner: it prints as it likes, by Python and past it."""

from __future__ import annotations

import os
import unittest


class Loud(unittest.TestCase):
    def test_that_prints(self) -> None:
        """A line that is no answer, and one without an end."""
        print("100 kills, and", flush=True)
        os.write(1, b"200 more")
