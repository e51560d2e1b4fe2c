"""Start and stop the application, and throw its data away."""

from __future__ import annotations

import hashlib
import shutil
import subprocess
import sys
import time
import urllib.error
import urllib.request

from scripts import processes
from scripts.codes_key import codes_key
from scripts.database import Server
from scripts.install import environment, say
from scripts.paths import DIST, ROOT, VAR, Trouble
from scripts.settings import settings

FIRST_PORT = 8407
READY_SECONDS = 60


def answers(port: int, what: str = "ready") -> bool:
    """Return whether the application on a port is ready, or ("health") lives at all."""
    try:
        with urllib.request.urlopen(f"http://127.0.0.1:{port}/api/{what}", timeout=3) as response:
            return bool(response.status == 200)
    except (urllib.error.URLError, OSError):
        return False


def _build() -> str:
    """Return what tells one build of application and pages from another."""
    sources = sorted((ROOT / "src" / "grike").rglob("*"))
    files = [file for file in sources if file.is_file() and file.suffix != ".pyc"]
    page = DIST / "index.html"
    digest = hashlib.sha256()
    for file in [*files, *([page] if page.exists() else [])]:
        digest.update(f"{file.name} ".encode() + file.read_bytes())
    return digest.hexdigest()[:16]


def start(
    server: Server,
    name: str = "application",
    dist: bool = True,
    first: int = FIRST_PORT,
    workers: int = 1,
) -> int:
    """Start the application unless it runs already; return its port, ``first`` if that is free."""
    there, build = processes.running(name), _build()
    if there and there.get("build") == build and answers(int(str(there["port"]))):
        return int(str(there["port"]))
    if processes.stop(name) and there and name == "application":
        say("replacing the application that ran, since it was of another build")
    port = processes.free_port(first)
    if port != first and name == "application":
        say(f"port {first} is taken, so the application listens on {port}")
    log_path = VAR / "log" / f"{name}.log"
    log_path.parent.mkdir(parents=True, exist_ok=True)
    command = [sys.executable, "-m", "grike.api.serve", "--port", str(port)]
    command += ["--workers", str(workers)]
    with log_path.open("ab") as log:
        child = subprocess.Popen(
            command,
            cwd=ROOT,
            stdin=subprocess.DEVNULL,
            stdout=log,
            stderr=log,
            start_new_session=True,
            env={
                **environment(),
                **settings(),
                "GRIKE_CODES_KEY": codes_key(),
                "GRIKE_DIST": str(DIST) if dist else "",
                "GRIKE_CLUSTER_KEYS": str(VAR / "cluster"),
                "PYTHONPATH": str(ROOT / "src"),
                "GRIKE_DATABASE_URL": server.url(),
            },
        )
    processes.remember(name, child.pid, port=port, build=build)
    end = time.monotonic() + READY_SECONDS
    while time.monotonic() < end and child.poll() is None:
        if answers(port):
            return port
        time.sleep(0.1)
    tail = log_path.read_text(errors="replace")[-2000:]
    raise Trouble(f"The application did not start. The end of its log:\n{tail}")


def stop() -> int:
    """Stop application and database, and first whoever would start them again."""
    names = ("supervisor", "worker", "scheduler", "application", "database")
    stopped = [name for name in names if processes.stop(name, 60)]
    say(f"stopped {' and '.join(stopped)}" if stopped else "nothing was running")
    return 0


def reset(*, sure: bool) -> int:
    """Throw the database away, after asking."""
    home = VAR / "mariadb"
    if not sure:
        if not sys.stdin.isatty():
            say("reset throws all series away; say --yes if you mean it")
            return 2
        answer = input("This throws all series and people away. Type yes to go on: ")
        if answer.strip().lower() != "yes":
            say("nothing was changed")
            return 1
    stop()
    shutil.rmtree(home, ignore_errors=True)
    say("the database is gone; ./grike demo makes a new one")
    return 0
