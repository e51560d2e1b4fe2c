"""The command line: documents in, JSON out, exit codes."""

from __future__ import annotations

import contextlib
import io
import json
import os
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from typing import Any

from grike.cli import main

FORMATS = Path(__file__).parents[2] / "docs" / "formats"


def run(*arguments: str) -> tuple[int, str, str]:
    out, err = io.StringIO(), io.StringIO()
    with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
        code = main(arguments)
    return code, out.getvalue(), err.getvalue()


class Commands(unittest.TestCase):
    def setUp(self) -> None:
        folder = tempfile.TemporaryDirectory()
        self.addCleanup(folder.cleanup)
        self.folder = Path(folder.name)

    def file(self, data: Any) -> str:
        path = self.folder / "input.json"
        path.write_text(data if isinstance(data, str) else json.dumps(data))
        return str(path)

    def test_clock(self) -> None:
        """Cues and totals: the last cue ends where the total says."""
        code, out, _ = run("clock", str(FORMATS / "example-class.json"))
        report = json.loads(out)
        self.assertEqual(code, 0)
        self.assertEqual(report["real"][-1]["end"], report["real_seconds"])
        self.assertEqual(
            report["nominal_seconds"] + report["extra_seconds"], report["real_seconds"]
        )

    def test_volume(self) -> None:
        """Both sides are equal, and the total is that of the regions."""
        code, out, _ = run("volume", str(FORMATS / "example-class.json"))
        report = json.loads(out)
        self.assertEqual(code, 0)
        self.assertEqual(report["sides"]["left"], report["sides"]["right"])
        self.assertEqual(sum(report["regions"].values()), report["total"]["sets"])

    def test_plan_then_rules(self) -> None:
        """The rules find no must in a plan, and a process that hashes otherwise plans the same."""
        request = json.loads((FORMATS / "example-request.json").read_text())
        request["series"]["weeks"] = 1
        path = self.file(request)
        first, second = (self.elsewhere("plan", path, "--seed", "7", hashed=n) for n in (1, 2))
        self.assertEqual(first, second)
        code, out, _ = run("rules", self.file(first))
        self.assertEqual((code, json.loads(out)["musts_broken"]), (0, 0))

    @staticmethod
    def elsewhere(*arguments: str, hashed: int) -> str:
        """Return what a process of its own prints, its sets ordered by another hash."""
        code = "import sys; from grike.cli import main; sys.exit(main(sys.argv[1:]))"
        paths = os.pathsep.join(sys.path)
        environment = {**os.environ, "PYTHONHASHSEED": str(hashed), "PYTHONPATH": paths}
        command = [sys.executable, "-c", code, *arguments]
        done = subprocess.run(command, env=environment, capture_output=True, text=True, check=True)
        return done.stdout

    def test_no_plan(self) -> None:
        """Exit code 1, and the collision in words on standard error."""
        request = json.loads((FORMATS / "example-request.json").read_text())
        request["rules"] = {"W7": {"numbers": {"rise": 30}}}
        code, out, err = run("plan", self.file(request))
        self.assertEqual((code, out), (1, ""))
        self.assertIn("above its cap (W7)", err)

    def test_faults_are_one_line_and_exit_code_two(self) -> None:
        """Nothing on standard output, one line on standard error."""
        for text in ("{", '{"name": 3}', "[]", '{"series": {}}'):
            for command in ("clock", "volume", "plan", "rules"):
                code, out, err = run(command, self.file(text))
                self.assertEqual((code, out, err.count("\n")), (2, "", 1), (command, text, err))
