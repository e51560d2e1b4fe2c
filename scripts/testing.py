"""Run the tests with unittest, with a database of their own, and print one closing line."""

from __future__ import annotations

import os
import re
import shutil
import subprocess
import sys
import tempfile
import time
import unittest
from pathlib import Path
from typing import Any

from scripts import database, install
from scripts.paths import ROOT
from scripts.processes import stop

#: Halves that take about as long; each has a database of its own.
HALVES = (
    ("architecture", "scripts", "core", "store", "api"),
    ("exchange", "cluster", "browser"),
)
ALL = ("architecture", "scripts", "core", "exchange", "cluster", "store", "api", "browser")
NEED_DATABASE = frozenset({"store", "api", "browser"})
SLOWEST = 10
BROWSER = {"chromium": "chromium", "chromedriver": "chromium-driver"}


def _memory_folder() -> Path:
    """Return a folder in memory where there is one: a test database is thrown away anyway."""
    parent = "/dev/shm" if os.access("/dev/shm", os.W_OK) else None
    return Path(tempfile.mkdtemp(prefix="grike-test-", dir=parent))


class _Timed(unittest.TextTestResult):
    """Remember how long each test took, so that a slow run says what to look at."""

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self.seconds: dict[str, float] = {}

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's own name
        super().startTest(test)
        self.seconds[test.id()] = time.monotonic()

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's own name
        super().stopTest(test)
        self.seconds[test.id()] = time.monotonic() - self.seconds[test.id()]


def _slowest(result: unittest.TestResult) -> str:
    seconds = result.seconds if isinstance(result, _Timed) else {}
    ranked = sorted(seconds, key=lambda name: -seconds[name])[:SLOWEST]
    return "\n".join(f"{seconds[name]:6.1f} s  {name}" for name in ranked)


def _suite(names: list[str]) -> unittest.TestSuite:
    loader = unittest.TestLoader()
    suite = unittest.TestSuite()
    for name in names:
        if (ROOT / "tests" / name).is_dir():
            suite.addTests(loader.discover(f"tests/{name}", top_level_dir=str(ROOT)))
        else:
            suite.addTests(loader.loadTestsFromName(name))
    return suite


def _side_by_side() -> int:
    """Run the suites in two processes, which takes half the time on two cores."""
    install.debian({**database.PROGRAMS, **BROWSER})
    install.front_end()
    folder = Path(tempfile.mkdtemp(prefix="grike-suites-"))
    started: list[tuple[subprocess.Popen[str], Path]] = []
    for number, names in enumerate(HALVES):
        log = folder / f"{number}.log"
        with log.open("w") as file:
            command = [sys.executable, "-m", "scripts", "test", *names]
            child = subprocess.Popen(
                command,
                cwd=ROOT,
                stdout=subprocess.PIPE,
                stderr=file,
                text=True,
                env=os.environ | {"GRIKE_TEST_HALF": str(number)},
            )
        started.append((child, log))
    totals: dict[str, int] = {}
    for child, log in started:
        output = child.communicate()[0]
        print(log.read_text(), file=sys.stderr, flush=True)
        counts = re.findall(r"(\d+) (passed|failed|skipped)", output)
        for count, name in counts or [("1", "failed")]:
            totals[name] = totals.get(name, 0) + int(count)
    shutil.rmtree(folder, ignore_errors=True)
    skipped = f", {totals['skipped']} skipped" if totals.get("skipped") else ""
    print(
        f"{totals.get('passed', 0)} passed, {totals.get('failed', 0)} failed{skipped}", flush=True
    )
    return 0 if all(child.returncode == 0 for child, _ in started) else 1


def test(arguments: list[str]) -> int:
    """Run suites by name, or all of them; return 0 when every test passed."""
    if not arguments:
        return _side_by_side()
    names = arguments
    os.chdir(ROOT)
    asked = {name for name in ALL if any(name in argument for argument in names)}
    if asked & {"browser"}:
        install.debian(BROWSER)
        install.front_end()
    folder = _memory_folder() if asked & NEED_DATABASE else None
    name = f"test-database-{os.environ.get('GRIKE_TEST_HALF', 'alone')}"
    try:
        if folder is not None:
            stop(name)
            # Two that start at once must not find the same port free.
            first = database.FIRST_PORT + 50 * (1 + int(os.environ.get("GRIKE_TEST_HALF", "0")))
            server = database.start(folder, name=name, first=first)
            os.environ["GRIKE_TEST_DATABASE_URL"] = server.url()
            os.environ["GRIKE_TEST_SOCKET"] = server.socket
        runner = unittest.TextTestRunner(verbosity=1, stream=sys.stderr, resultclass=_Timed)
        result = runner.run(_suite(names))
        print(_slowest(result), file=sys.stderr)
    finally:
        if folder is not None:
            stop(name, 20)
            shutil.rmtree(folder, ignore_errors=True)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = f", {len(result.skipped)} skipped" if result.skipped else ""
    passed = result.testsRun - failed - len(result.skipped)
    sys.stderr.flush()
    print(f"{passed} passed, {failed} failed{skipped}", flush=True)
    return 0 if result.wasSuccessful() and result.testsRun else 1
