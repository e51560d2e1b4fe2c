"""Run the tests with unittest, with a database of their own, and print one closing line.

All suites together are dealt out, module by module, to workers that run side by side; each has a
database of its own. The longest modules of the last run go first, so that none is left over.
"""

from __future__ import annotations

import json
import os
import shutil
import subprocess
import sys
import tempfile
import threading
import time
import unittest
from dataclasses import asdict
from pathlib import Path
from typing import Any

from scripts import database, install
from scripts.paths import ROOT, VAR
from scripts.processes import stop
from scripts.tally import Tally

SUITES = (
    "architecture",
    "scripts",
    "core",
    "exchange",
    "cluster",
    "store",
    "api",
    "web",
    "browser",
    "kill",
)
NEED_DATABASE = frozenset({"store", "api", "browser"})
BROWSER = {"chromium": "chromium", "chromedriver": "chromium-driver"}
#: Two cores; a browser waits half of its time, so a third worker finds something to do.
WORKERS = 3
#: What a long run tries (--all), for tests that draw at random.
MANY_EXAMPLES = "130"
TIMES = VAR / "test-times.json"
#: What is not known yet, as in a fresh clone, is taken to last as long as is usual for its suite.
USUAL_SECONDS = {"browser": 100.0, "cluster": 50.0, "api": 30.0, "core": 20.0}
UNKNOWN_SECONDS = 10.0


class _Timed(unittest.TextTestResult):
    """Remember how long each test took."""

    def __init__(self, *given: Any, **named: Any) -> None:
        super().__init__(*given, **named)
        self.seconds: dict[str, float] = {}

    def startTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's own name
        super().startTest(test)
        self.seconds[test.id()] = time.monotonic()

    def stopTest(self, test: unittest.TestCase) -> None:  # noqa: N802  unittest's own name
        super().stopTest(test)
        self.seconds[test.id()] = time.monotonic() - self.seconds[test.id()]


def _memory_folder() -> Path:
    """Return a folder in memory where there is one: a test database is thrown away anyway."""
    parent = "/dev/shm" if os.access("/dev/shm", os.W_OK) else None
    return Path(tempfile.mkdtemp(prefix="grike-test-", dir=parent))


class _OwnDatabase:
    """A database for the tests of one process, started when the first of them needs it."""

    def __init__(self) -> None:
        self._number = int(os.environ.get("GRIKE_TEST_WORKER", "0"))
        self._name = f"test-database-{self._number}-{os.getpid()}"
        self._folder: Path | None = None

    def start(self) -> None:
        """Start it unless it runs."""
        if self._folder is not None:
            return
        self._folder = _memory_folder()
        # Two that start at once must not find the same port free.
        first = database.FIRST_PORT + 50 * (1 + self._number)
        server = database.start(self._folder, name=self._name, first=first)
        os.environ["GRIKE_TEST_DATABASE_URL"] = server.url()
        os.environ["GRIKE_TEST_SOCKET"] = server.socket

    def stop(self) -> None:
        """Stop it and throw it away."""
        if self._folder is not None:
            stop(self._name, 20)
            shutil.rmtree(self._folder, ignore_errors=True)


def _modules(suites: tuple[str, ...]) -> list[str]:
    """Return the test modules of some suites by name."""
    files = [file for suite in suites for file in (ROOT / "tests" / suite).glob("test_*.py")]
    return sorted(".".join(file.relative_to(ROOT).with_suffix("").parts) for file in files)


def _run(name: str, own: _OwnDatabase) -> Tally:
    """Run one module, class or test by its dotted name in this process."""
    if any(suite in name.split(".") for suite in NEED_DATABASE):
        own.start()
    suite = unittest.TestLoader().loadTestsFromName(name)
    runner = unittest.TextTestRunner(verbosity=1, stream=sys.stderr, resultclass=_Timed)
    result = runner.run(suite)
    failed = len(result.failures) + len(result.errors) + len(result.unexpectedSuccesses)
    skipped = len(result.skipped)
    passed = max(0, result.testsRun - failed - skipped)
    seconds = result.seconds if isinstance(result, _Timed) else {}
    return Tally(passed, failed, skipped, seconds)


def work() -> int:
    """Run the modules that come by standard input, a name each; tell of each in a line of JSON.

    What tests print, and what they start prints, goes to the log: a word between the answers would
    be taken for one.
    """
    own = _OwnDatabase()
    answers = os.fdopen(os.dup(1), "w")
    os.dup2(2, 1)
    os.chdir(ROOT)
    try:
        for line in sys.stdin:
            tally = _run(line.strip(), own)
            sys.stderr.flush()
            print(json.dumps(asdict(tally)), file=answers, flush=True)
    finally:
        own.stop()
    return 0


def _known_seconds() -> dict[str, dict[str, float]]:
    """Return the seconds of the last run by module and test."""
    try:
        known: dict[str, dict[str, float]] = json.loads(TIMES.read_text())
        return known
    except (OSError, ValueError):
        return {}


class _Deal:
    """Modules dealt out to workers, and what came of them."""

    def __init__(self, modules: list[str]) -> None:
        self._known = _known_seconds()
        self._open = sorted(modules, key=self._likely_seconds)
        self._lock = threading.Lock()
        self.tally = Tally()

    def _likely_seconds(self, module: str) -> float:
        if module in self._known:
            return sum(self._known[module].values())
        return USUAL_SECONDS.get(module.split(".")[1], UNKNOWN_SECONDS)

    def next(self) -> str | None:
        """Return the longest module that is left."""
        with self._lock:
            return self._open.pop() if self._open else None

    def note(self, module: str, tally: Tally) -> None:
        """Take in what came of a module."""
        with self._lock:
            self.tally.add(tally)
            self._known[module] = {
                name.removeprefix(f"{module}."): round(seconds, 1)
                for name, seconds in tally.seconds.items()
            }

    def keep(self) -> None:
        """Keep the seconds for the next run."""
        TIMES.parent.mkdir(parents=True, exist_ok=True)
        TIMES.write_text(json.dumps(self._known, indent=1))


def _follow(number: int, deal: _Deal, log: Path) -> None:
    """Give modules to one worker as long as there are any; one that dies fails its module."""
    command = [sys.executable, "-m", "scripts", "test", "--worker"]
    with log.open("w") as file:
        child = subprocess.Popen(
            command,
            cwd=ROOT,
            stdin=subprocess.PIPE,
            stdout=subprocess.PIPE,
            stderr=file,
            text=True,
            env=os.environ | {"GRIKE_TEST_WORKER": str(number)},
        )
    assert child.stdin is not None and child.stdout is not None
    while (module := deal.next()) is not None:
        answer = ""
        if child.poll() is None:
            child.stdin.write(f"{module}\n")
            child.stdin.flush()
            answer = child.stdout.readline()
        told = Tally.told(answer)
        if told.failed:
            print(f"grike: {module}: {told.line()}", file=sys.stderr, flush=True)
        deal.note(module, told)
    child.stdin.close()
    child.wait(60)


def _side_by_side(suites: tuple[str, ...]) -> int:
    """Run suites in workers side by side."""
    install.debian({**database.PROGRAMS, **BROWSER})
    install.front_end()
    folder = Path(tempfile.mkdtemp(prefix="grike-suites-"))
    deal = _Deal(_modules(suites))
    logs = [folder / f"{number}.log" for number in range(WORKERS)]
    threads = [
        threading.Thread(target=_follow, args=(number, deal, log))
        for number, log in enumerate(logs)
    ]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    for log in logs:
        print(log.read_text(errors="replace"), file=sys.stderr, flush=True)
    shutil.rmtree(folder, ignore_errors=True)
    deal.keep()
    print(deal.tally.slowest(), file=sys.stderr)
    print(deal.tally.line(), flush=True)
    return 0 if deal.tally.passed and not deal.tally.failed else 1


def test(arguments: list[str]) -> int:
    """Run suites, or modules, classes and tests by dotted name; return 0 when all passed.

    Without a name all suites run. ``--all`` adds the long random, kill and load runs.
    """
    names = [argument for argument in arguments if not argument.startswith("--")]
    if "--all" in arguments:
        os.environ["GRIKE_ALL"] = "1"
        os.environ.setdefault("GRIKE_EXAMPLES", MANY_EXAMPLES)
    if "--worker" in arguments:
        return work()
    if not names or all(name in SUITES for name in names):
        return _side_by_side(tuple(names) or SUITES)
    os.chdir(ROOT)
    if any("browser" in name for name in names):
        install.debian(BROWSER)
        install.front_end()
    own, tally = _OwnDatabase(), Tally()
    try:
        for name in names:
            for module in _modules((name,)) if name in SUITES else [name]:
                tally.add(_run(module, own))
    finally:
        own.stop()
    print(tally.slowest(), file=sys.stderr)
    print(tally.line(), flush=True)
    return 0 if tally.passed and not tally.failed else 1
