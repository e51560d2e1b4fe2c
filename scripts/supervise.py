"""Start for good: database and application, started again whenever one of them dies."""

from __future__ import annotations

import argparse
import datetime as dt
import os
import signal
import subprocess
import sys
import threading
import time

from scripts import backups, database, install, processes, serve
from scripts.database import Server
from scripts.install import say
from scripts.paths import ROOT, VAR, Trouble
from scripts.settings import settings

LOOK_SECONDS = 1.0
#: An application that does not say for so long that it lives is started again.
DEAF_SECONDS = 20.0
READY_SECONDS = 120.0
#: Left by the demo in the folder of its database.
DEMO_MARK = VAR / "mariadb" / "demo"


class Supervisor:
    """Keeps database and application running; one look a second."""

    def __init__(self, workers: int, port: int) -> None:
        self._workers, self._port = workers, port
        self._heard = time.monotonic()
        self._server: Server | None = None
        self._stopped = threading.Event()

    def stop(self) -> None:
        """End after the present look."""
        self._stopped.set()

    def run(self) -> None:
        """Look until stopped, then stop application and database."""
        while not self._stopped.is_set():
            try:
                self.look()
            except Trouble as trouble:
                say(f"{_now()} {trouble}")
            self._stopped.wait(LOOK_SECONDS)
        for name in ("application", "database"):
            processes.stop(name, 30)

    def look(self) -> None:
        """Start what is not there, and again what does not answer."""
        if self._server is None or not processes.running("database"):
            if self._server is not None:
                say(f"{_now()} the database was gone and is started again")
            first = self._server.port if self._server else database.FIRST_PORT
            server = database.start(first=first, binary_log=True)
            if self._server is not None and server.port != self._server.port:
                processes.stop("application")
            self._server = server
        there = processes.running("application")
        if there and serve.answers(int(str(there["port"])), "health"):
            self._heard = time.monotonic()
        elif there and time.monotonic() - self._heard > DEAF_SECONDS:
            say(f"{_now()} the application does not answer and is started again")
            processes.stop("application", 5)
            there = None
        if not there:
            say(f"{_now()} starting the application")
            processes.sweep("application")
            serve.start(self._server, first=self._port, workers=self._workers)
            self._heard = time.monotonic()
        backups.daily(self._server)


def _now() -> str:
    return dt.datetime.now(dt.UTC).strftime("%Y-%m-%dT%H:%M:%SZ")


def _options(arguments: list[str]) -> argparse.Namespace:
    parser = argparse.ArgumentParser(prog="grike start", description=__doc__)
    parser.add_argument("--workers", type=int, default=1, help="processes that serve (1)")
    parser.add_argument("--port", type=int, default=serve.FIRST_PORT)
    parser.add_argument("--foreground", action="store_true", help="stay, as systemd wants it")
    options = parser.parse_args(arguments)
    if not 1 <= options.workers <= 32:
        raise Trouble("--workers is a number from 1 to 32.")
    return options


def start(arguments: list[str]) -> int:
    """Start Grike, and say where it is and how the first owner comes in."""
    options = _options(arguments)
    if DEMO_MARK.exists():
        raise Trouble(
            "This database holds the demo, whose passwords everybody can read. "
            "./grike reset throws it away; then start again."
        )
    there = processes.running("supervisor")
    if there and there["pid"] != os.getpid():
        raise Trouble("Grike runs already. ./grike stop ends it; ./grike doctor says how it is.")
    settings()
    install.front_end()
    if options.foreground:
        return _supervise(options)
    _begin(arguments)
    port = _until_ready()
    address = settings().get("GRIKE_ADDRESS", f"http://127.0.0.1:{port}").rstrip("/")
    print(f"\nGrike runs at {address}\n")
    # The code of the application is large, and whoever looks after it goes on without.
    from scripts import owners

    link = owners.first_link(database.start())
    if link:
        print(f"Nobody is in it yet. The first owner comes in here, once:\n\n  {address}{link}\n")
    print("Stop it with ./grike stop; ./grike doctor says how it is.")
    return 0


def _supervise(options: argparse.Namespace) -> int:
    supervisor = Supervisor(options.workers, options.port)
    for number in (signal.SIGTERM, signal.SIGINT):
        signal.signal(number, lambda *_: supervisor.stop())
    processes.remember("supervisor", os.getpid())
    supervisor.run()
    return 0


def _begin(arguments: list[str]) -> None:
    log_path = VAR / "log" / "supervisor.log"
    log_path.parent.mkdir(parents=True, exist_ok=True)
    with log_path.open("ab") as log:
        child = subprocess.Popen(
            [sys.executable, "-m", "scripts", "start", *arguments, "--foreground"],
            cwd=ROOT,
            stdin=subprocess.DEVNULL,
            stdout=log,
            stderr=log,
            start_new_session=True,
        )
    processes.remember("supervisor", child.pid)


def _until_ready() -> int:
    """Return the port once the application is ready. Raises Trouble with what it waits for."""
    end = time.monotonic() + READY_SECONDS
    while time.monotonic() < end and processes.running("supervisor"):
        there = processes.running("application")
        if there and serve.answers(int(str(there["port"]))):
            return int(str(there["port"]))
        time.sleep(0.2)
    raise Trouble("Grike is not ready yet. ./grike doctor says what is wrong.")
