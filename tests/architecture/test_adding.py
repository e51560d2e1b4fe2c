"""The pages on how to add a rule and a format are followed, in a copy, to the letter."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import unittest
from pathlib import Path
from typing import NamedTuple

from scripts.paths import ROOT

FENCE = re.compile(r"```(?:python|text)\n(.*?)```", re.DOTALL)
A_FILE = re.compile(r"`(src/grike/[a-z0-9_/]+\.py)`")


class Step(NamedTuple):
    """One block of code of a page, and the file that was named last before it."""

    path: str
    code: str


def steps_of(page: str) -> list[Step]:
    """Return the code of a page in its order."""
    text = (ROOT / "docs" / page).read_text(encoding="utf-8")
    return [
        Step(A_FILE.findall(text[: found.start()])[-1], found.group(1))
        for found in FENCE.finditer(text)
    ]


def followed(page: str, tree: Path) -> list[str]:
    """Do in a tree what a page says; return the files that were touched.

    Code for a file that is there is a line of its own: an import goes before the first import, a
    name of a catalogue before its closing bracket.
    """
    touched: list[str] = []
    for path, code in steps_of(page):
        file = tree / path
        if not file.exists():
            file.write_text(code, encoding="utf-8")
        else:
            text = file.read_text(encoding="utf-8")
            place = text.index("from grike") if code.startswith("from ") else end_of_catalogue(text)
            file.write_text(text[:place] + code + text[place:], encoding="utf-8")
        touched.append(path)
    return list(dict.fromkeys(touched))


def end_of_catalogue(text: str) -> int:
    """Return where the last entry of the only catalogue of a module ends."""
    start = re.search(r"^(CATALOGUE|FORMATS|VARIANTS)\b.*=", text, re.MULTILINE)
    assert start is not None
    closing = re.search(r"^ *\)$", text[start.end() :], re.MULTILINE)
    assert closing is not None
    return start.end() + closing.start()


class Pages(unittest.TestCase):
    def follow(self, page: str, checks: str) -> list[str]:
        """Follow a page in a copy of the tree and run its checks there."""
        with tempfile.TemporaryDirectory() as folder:
            tree = Path(folder)
            shutil.copytree(
                ROOT / "src", tree / "src", ignore=shutil.ignore_patterns("__pycache__")
            )
            touched = followed(page, tree)
            path = os.pathsep.join([str(tree / "src"), str(ROOT)])
            done = subprocess.run(
                [sys.executable, "-m", "unittest", f"tests.architecture.{checks}"],
                env={**os.environ, "PYTHONPATH": path, "PYTHONDONTWRITEBYTECODE": "1"},
                cwd=tree,
                capture_output=True,
                text=True,
                check=False,
            )
        self.assertEqual(done.returncode, 0, done.stderr)
        return touched

    def test_a_rule(self) -> None:
        """One file and its lines in the catalogue; it is found wherever a rule must show."""
        touched = self.follow("adding-a-rule.md", "added_rule")
        self.assertEqual(
            touched, ["src/grike/core/rules/c99_holds.py", "src/grike/core/rules/__init__.py"]
        )

    def test_a_format(self) -> None:
        """Two files, each with its lines in a catalogue; it is found wherever one must show."""
        touched = self.follow("adding-a-format.md", "added_format")
        formats, variants = "src/grike/core/formats/", "src/grike/core/planner/variants/"
        self.assertEqual(
            touched,
            [
                f"{formats}falling_bouts.py",
                f"{formats}__init__.py",
                f"{variants}falling_bouts.py",
                f"{variants}catalogue.py",
            ],
        )


if __name__ == "__main__":
    unittest.main()
