"""The runner of the tests: what it says of them is what came of them."""

from __future__ import annotations

import json
import subprocess
import sys
import unittest

from scripts.paths import ROOT
from scripts.tally import Tally


class Workers(unittest.TestCase):
    def test_what_a_test_prints_is_no_answer(self) -> None:
        """Each module has one line of JSON, and what was printed stands in the log."""
        loud = "tests.scripts.loud"
        done = subprocess.run(
            [sys.executable, "-m", "scripts", "test", "--worker"],
            input=f"{loud}\n{loud}\n",
            cwd=ROOT,
            capture_output=True,
            text=True,
            check=True,
        )
        told = [json.loads(line) for line in done.stdout.splitlines()]
        self.assertEqual([(one["passed"], one["failed"]) for one in told], [(1, 0), (1, 0)])
        self.assertEqual(done.stderr.count("100 kills, and"), 2)

    def test_an_answer_that_cannot_be_read_is_a_failure(self) -> None:
        """A worker that died, or said something else, has passed nothing."""
        for answer in ("", "100 kills", "[1]", '{"kills": 3}'):
            self.assertEqual(Tally.told(answer).failed, 1, answer)
        self.assertEqual(Tally.told('{"passed": 2}'), Tally(2))
