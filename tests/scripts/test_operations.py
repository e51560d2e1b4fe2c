"""docs/operations.md is a transcript: its commands are run, and say what stands there."""

from __future__ import annotations

import os
import re
import subprocess
import tempfile
import unittest
from pathlib import Path

from scripts.paths import ROOT
from scripts.service import unit
from scripts.settings import NAMES, settings

PAGE = ROOT / "docs" / "operations.md"
BLOCK = re.compile(r"```console\n(.*?)```", re.S)
SECONDS = 400
#: Folders of the page that are another one in the test.
VAR_NAME = "var/"


def transcript() -> list[tuple[str, str]]:
    """Return each command of the page with what it prints."""
    out: list[tuple[str, str]] = []
    for block in BLOCK.findall(PAGE.read_text(encoding="utf-8")):
        for line in block.splitlines():
            if line.startswith("$ "):
                out.append((line[2:], ""))
            else:
                command, said = out[-1]
                out[-1] = (command, f"{said}{line}\n")
    return out


def pattern(said: str) -> re.Pattern[str]:
    """Return what an output has to look like: its lines in order, … for anything."""
    lines = [line for line in said.splitlines() if line.strip()]
    parts = [r".*?".join(re.escape(part) for part in line.split("…")) for line in lines]
    return re.compile(r"\s*" + r"\s*\n\s*".join(parts) + r"\s*", re.S)


class Transcript(unittest.TestCase):
    def test_the_page_is_true(self) -> None:
        """Every command, in an empty folder, prints what the page says."""
        with tempfile.TemporaryDirectory(prefix="grike-house-") as folder:
            run = {**os.environ, "GRIKE_VAR": folder}
            run.pop("GRIKE_TEST_DATABASE_URL", None)
            try:
                commands = transcript()
                self.assertGreater(len(commands), 9)
                for command, said in commands:
                    words = command.replace(VAR_NAME, f"{folder}/").split()
                    done = subprocess.run(
                        words,
                        cwd=ROOT,
                        env=run,
                        stdout=subprocess.PIPE,
                        stderr=subprocess.STDOUT,
                        text=True,
                        timeout=SECONDS,
                        check=False,
                    )
                    told = done.stdout.replace(f"{folder}/", VAR_NAME)
                    with self.subTest(command):
                        self.assertRegex(told, re.compile(rf"^{pattern(said).pattern}$", re.S))
            finally:
                subprocess.run(
                    ["./grike", "stop"], cwd=ROOT, env=run, capture_output=True, check=False
                )


class Settings(unittest.TestCase):
    def test_lines_of_the_file(self) -> None:
        """Known names, comments and empty lines; anything else is said with its line."""
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "settings.env"
            self.assertEqual(settings(file).keys() - NAMES, set())
            file.write_text('# ours\n\nGRIKE_HTTPS=1\nGRIKE_ADDRESS = "https://hall.example"\n')
            found = settings(file)
            self.assertEqual(found["GRIKE_HTTPS"], "1")
            self.assertEqual(found["GRIKE_ADDRESS"], "https://hall.example")
            for line in ("GRIKE_HTTP=1", "nothing", "GRIKE_DATABASE_URL=mysql://elsewhere"):
                file.write_text(f"GRIKE_HTTPS=1\n{line}\n")
                with self.assertRaisesRegex(Exception, "line 2"):
                    settings(file)

    def test_each_is_explained(self) -> None:
        """docs/operations.md has a line for every setting."""
        page = PAGE.read_text(encoding="utf-8")
        for name in NAMES:
            self.assertIn(f"`{name}`", page)


class Unit(unittest.TestCase):
    def test_systemd_takes_it(self) -> None:
        """systemd's own check finds nothing wrong, where it is installed."""
        text = unit("root", 3)
        self.assertIn(f"ExecStart={ROOT}/grike start --foreground --workers 3", text)
        self.assertIn("Restart=always", text)
        with tempfile.TemporaryDirectory() as folder:
            file = Path(folder) / "grike.service"
            file.write_text(text)
            try:
                done = subprocess.run(
                    ["systemd-analyze", "verify", str(file)],
                    capture_output=True,
                    text=True,
                    check=False,
                )
            except FileNotFoundError:
                self.skipTest("systemd is not installed")
        wrong = [line for line in done.stderr.splitlines() if "grike.service" in line]
        self.assertEqual(wrong, [])


if __name__ == "__main__":
    unittest.main()
