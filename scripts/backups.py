"""Backups, made while everything is in use.

A backup is a compressed dump (gzip, SQL) between two lines of ours: what it is, and how many rows
of each table are in it.
"""

from __future__ import annotations

import datetime as dt
import gzip
import json
import re
import subprocess
import threading
import time
from collections import Counter
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

from grike import VERSION
from grike.store.migrate import latest
from scripts import database
from scripts.database import Server
from scripts.install import say, which
from scripts.paths import VAR, Trouble
from scripts.settings import settings

FOLDER = VAR / "backups"
HEAD, FOOT = "-- grike backup ", "-- grike rows "
INSERT = re.compile(rb"INSERT INTO `([^`]+)`")
POSITION = re.compile(rb"MASTER_LOG_FILE='([^']+)', MASTER_LOG_POS=(\d+)")
DAY_SECONDS = 24 * 3600
KEPT = 14
_daily = threading.Lock()


@dataclass(frozen=True, slots=True)
class Contents:
    """What a backup holds: by which Grike and when (UTC), its last migration, rows by table.

    ``log``: from which file and place of the binary log on it can be followed; None without one.
    """

    version: str
    made: str
    migration: str
    rows: dict[str, int]
    log: tuple[str, int] | None


def make(server: Server, file: Path) -> Contents:
    """Write a backup of a running database. A file that is there already stays as it is.

    Raises Trouble where it cannot be written or the database does not answer.
    """
    if file.exists():
        raise Trouble(f"{file} is there already. Choose another name; nothing is written over.")
    file.parent.mkdir(parents=True, exist_ok=True)
    part = file.with_name(file.name + ".part")
    made = dt.datetime.now(dt.UTC).isoformat(timespec="seconds")
    head = {"version": VERSION, "made": made, "migration": latest()}
    try:
        with gzip.open(part, "wb", compresslevel=6) as out:
            out.write(f"{HEAD}{json.dumps(head)}\n".encode())
            rows: Counter[str] = Counter()
            for line in _dump(server):
                out.write(line)
                if found := INSERT.match(line):
                    rows[found[1].decode()] += 1
            out.write(f"{FOOT}{json.dumps(rows, sort_keys=True)}\n".encode())
    except OSError as error:
        part.unlink(missing_ok=True)
        raise Trouble(f"{file} could not be written: {error}") from error
    except Trouble:
        part.unlink(missing_ok=True)
        raise
    part.replace(file)
    return contents(file)


def _dump(server: Server) -> Iterator[bytes]:
    """Yield the lines of a dump, one row a line, all as they were at one moment."""
    program = which("mariadb-dump") or which("mysqldump")
    if program is None:
        raise Trouble("mariadb-dump is not there. Install it: sudo apt-get install mariadb-client")
    options = ["--single-transaction", "--quick", "--hex-blob", "--skip-extended-insert"]
    if database.has_binary_log(server):
        options.append("--master-data=2")
    child = subprocess.Popen(
        [program, "--no-defaults", f"--socket={server.socket}", *options, server.database],
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
    )
    assert child.stdout is not None and child.stderr is not None
    try:
        yield from child.stdout
        words = child.stderr.read().decode(errors="replace")
        if child.wait():
            raise Trouble(f"The database could not be written out: {words[-600:]}")
    finally:
        child.kill()
        child.wait()
        child.stdout.close()
        child.stderr.close()


def contents(file: Path) -> Contents:
    """Return what a backup holds. Raises Trouble for one that is none, or not whole."""
    head, last, log = b"", b"", None
    try:
        with gzip.open(file, "rb") as lines:
            head = lines.readline()
            for line in lines:
                last = line
                if (
                    log is None
                    and line.startswith(b"-- CHANGE MASTER")
                    and (found := POSITION.search(line))
                ):
                    log = (found[1].decode(), int(found[2]))
        if not head.startswith(HEAD.encode()):
            raise Trouble(f"{file} is no backup of Grike.")
        if not last.startswith(FOOT.encode()):
            raise Trouble(f"{file} is not whole: its end is missing.")
        said = json.loads(head[len(HEAD) :])
        rows = json.loads(last[len(FOOT) :])
    except (OSError, EOFError, gzip.BadGzipFile, ValueError) as error:
        raise Trouble(f"{file} cannot be read: {error}") from error
    return Contents(said["version"], said["made"], said["migration"], rows, log)


def daily(server: Server, folder: Path = FOLDER) -> None:
    """Make the backup of the day beside everything else, if the last one is a day old."""
    kept = int(settings().get("GRIKE_BACKUPS_KEPT", KEPT))
    if kept <= 0 or _age(folder) < DAY_SECONDS or not _daily.acquire(blocking=False):
        return

    def work() -> None:
        try:
            make_daily(server, kept, folder)
        except Trouble as trouble:
            say(f"the backup of the day failed: {trouble}")
            time.sleep(60)
        finally:
            _daily.release()

    threading.Thread(target=work, daemon=True).start()


def make_daily(server: Server, kept: int, folder: Path = FOLDER) -> Path:
    """Make a backup, and throw away the oldest beyond a number."""
    stamp = dt.datetime.now(dt.UTC).strftime("%Y-%m-%dT%H%M%SZ")
    file = folder / f"daily-{stamp}.sql.gz"
    make(server, file)
    for old in _dailies(folder)[:-kept]:
        old.unlink(missing_ok=True)
    return file


def _dailies(folder: Path) -> list[Path]:
    return sorted(folder.glob("daily-*.sql.gz"))


def _age(folder: Path) -> float:
    """Return how old the last backup of a day is, in seconds."""
    files = _dailies(folder)
    return time.time() - files[-1].stat().st_mtime if files else float("inf")


def told(held: Contents) -> str:
    """Return what a backup holds, in words."""
    rows = sum(held.rows.values())
    return f"made {held.made} by Grike {held.version}: {rows} rows in {len(held.rows)} tables"


def one_file(arguments: list[str], words: str) -> Path:
    """Return the one file that a command was given. Raises Trouble."""
    if len(arguments) != 1:
        raise Trouble(words)
    return Path(arguments[0])


def backup(arguments: list[str]) -> int:
    """Make a backup while Grike is in use."""
    file = one_file(arguments, "./grike backup FILE takes the name of a new file.")
    print(f"{file}, {told(make(database.start(), file))}.")
    return 0
