"""Backups while in use, tried out, put back; up to a moment, where the binary log reaches.

A backup is a compressed dump (gzip, SQL) between two lines of ours: what it is, and how many rows
of each table are in it.
"""

from __future__ import annotations

import datetime as dt
import gzip
import json
import re
import secrets
import subprocess
import threading
import time
from collections import Counter
from collections.abc import Iterator
from contextlib import suppress
from dataclasses import dataclass
from pathlib import Path
from typing import Any

from grike import VERSION
from grike.store.migrate import latest
from scripts import database, processes
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


def load(server: Server, file: Path, name: str) -> Contents:
    """Load a backup into a new database of a server, and count its rows there.

    Raises Trouble for a backup of a newer Grike, or one whose rows are not all there afterwards.
    """
    held = contents(file)
    if held.migration > latest():
        raise Trouble(f"{file} was made by a newer Grike ({held.version}). Restore it with that.")
    database.run_sql(
        server,
        f"DROP DATABASE IF EXISTS `{name}`;"
        f"CREATE DATABASE `{name}` CHARACTER SET utf8mb4 COLLATE {database.EXACT};",
    )
    client = database.client(server, name)
    with gzip.open(file, "rb") as lines:
        child = subprocess.Popen(client, stdin=subprocess.PIPE, stderr=subprocess.PIPE)
        assert child.stdin is not None
        with suppress(BrokenPipeError):
            for line in lines:
                child.stdin.write(line)
        _, words = child.communicate()
    if child.returncode:
        raise Trouble(f"{file} could not be loaded: {words.decode(errors='replace')[-600:]}")
    _require_rows(server, name, held.rows)
    return held


def _require_rows(server: Server, name: str, rows: dict[str, int]) -> None:
    for table in tables(server, name):
        there = int(database.run_sql(server, f"SELECT COUNT(*) FROM `{name}`.`{table}`").strip())
        if there != rows.get(table, 0):
            raise Trouble(f"Of {rows.get(table, 0)} rows of {table} {there} came back.")


def tables(server: Server, name: str) -> list[str]:
    """Return the tables of a database by name."""
    words = database.run_sql(
        server,
        "SELECT table_name FROM information_schema.tables"
        f" WHERE table_schema = '{name}' AND table_type = 'BASE TABLE' ORDER BY table_name",
    )
    return words.split()


def verify(server: Server, file: Path) -> Contents:
    """Try a backup out in a database of its own, which goes away again."""
    name = f"{server.database}_tried_{secrets.token_hex(4)}"
    try:
        return load(server, file, name)
    finally:
        database.run_sql(server, f"DROP DATABASE IF EXISTS `{name}`")


def put_back(server: Server, file: Path, until: str = "") -> str:
    """Put a backup in the place of what is there; return the name under which that is kept.

    ``until``: a moment (UTC, 2026-11-28 18:30:00) up to which the binary log is followed on.
    """
    now = dt.datetime.now(dt.UTC)
    moment = _moment(until, now) if until else None
    stamp = now.strftime("%Y%m%d%H%M%S")
    fresh, before = f"{server.database}_fresh_{stamp}", f"{server.database}_before_{stamp}"
    held = load(server, file, fresh)
    if moment:
        _follow(server, held, fresh, moment)
    moves = [
        f"`{server.database}`.`{t}` TO `{before}`.`{t}`" for t in tables(server, server.database)
    ]
    moves += [f"`{fresh}`.`{t}` TO `{server.database}`.`{t}`" for t in tables(server, fresh)]
    # All in one statement: there is no moment with half of the one and half of the other.
    database.run_sql(
        server,
        f"CREATE DATABASE `{before}` CHARACTER SET utf8mb4 COLLATE {database.EXACT};"
        f"RENAME TABLE {', '.join(moves)};"
        f"DROP DATABASE `{fresh}`;",
    )
    return before


def _moment(until: str, now: dt.datetime) -> dt.datetime:
    try:
        moment = dt.datetime.fromisoformat(until)
    except ValueError as error:
        raise Trouble(f"{until!r} is no moment; write it as 2026-11-28 18:30:00 (UTC).") from error
    moment = moment.replace(tzinfo=dt.UTC) if moment.tzinfo is None else moment.astimezone(dt.UTC)
    if moment > now:
        raise Trouble(f"{until} (UTC) has not come yet.")
    return moment


def _follow(server: Server, held: Contents, name: str, moment: dt.datetime) -> None:
    """Do again what was done after a backup, up to a moment."""
    if held.log is None or not database.has_binary_log(server):
        raise Trouble("There is no binary log to follow: the backup was made without one.")
    first, place = held.log
    listed = database.run_sql(server, "SHOW BINARY LOGS").splitlines()
    files = [name for name in (line.split("\t")[0] for line in listed) if name >= first]
    if first not in files:
        raise Trouble(f"The binary log does not reach back to the backup ({first} is gone).")
    folder = Path(database.run_sql(server, "SELECT @@datadir").strip())
    program = which("mariadb-binlog") or which("mysqlbinlog")
    if program is None:
        raise Trouble(
            "mariadb-binlog is not there. Install it: sudo apt-get install mariadb-server"
        )
    reading = subprocess.Popen(
        [
            program,
            "--no-defaults",
            f"--database={server.database}",
            f"--rewrite-db={server.database}->{name}",
            f"--start-position={place}",
            f"--stop-datetime={moment:%Y-%m-%d %H:%M:%S}",
            *(str(folder / file) for file in files),
        ],
        stdout=subprocess.PIPE,
        stderr=subprocess.PIPE,
        env={"TZ": "UTC", "PATH": "/usr/bin:/bin"},
    )
    client = database.client(server, name)
    done = subprocess.run(client, stdin=reading.stdout, capture_output=True, check=False)
    _, words = reading.communicate()
    if done.returncode or reading.returncode:
        told = (done.stderr + (words or b"")).decode(errors="replace")
        raise Trouble(f"What was done after the backup could not be done again: {told[-600:]}")


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


def _told(held: Contents) -> str:
    rows = sum(held.rows.values())
    return f"made {held.made} by Grike {held.version}: {rows} rows in {len(held.rows)} tables"


def _one_file(arguments: list[str], words: str) -> Path:
    if len(arguments) != 1:
        raise Trouble(words)
    return Path(arguments[0])


def backup(arguments: list[str]) -> int:
    """Make a backup while Grike is in use."""
    file = _one_file(arguments, "./grike backup FILE takes the name of a new file.")
    print(f"{file}, {_told(make(database.start(), file))}.")
    return 0


def verified(arguments: list[str]) -> int:
    """Try a backup out; nothing of what is there is touched."""
    file = _one_file(arguments, "./grike verify FILE takes a backup.")
    print(f"{file} is whole, {_told(verify(database.start(), file))}. All of it came back.")
    return 0


def restore(arguments: list[str]) -> int:
    """Put a backup in the place of what is there; Grike is stopped for it, and what was is kept."""
    options: dict[str, Any] = {"until": ""}
    if "--until" in arguments:
        at = arguments.index("--until")
        options["until"] = " ".join(arguments[at + 1 : at + 2])
        arguments = [*arguments[:at], *arguments[at + 2 :]]
    file = _one_file(
        arguments, "./grike restore FILE [--until 'YYYY-MM-DD HH:MM:SS'] takes a backup."
    )
    contents(file)
    for name in ("supervisor", "application"):
        if processes.stop(name, 60):
            say(f"stopped the {name}")
    server = database.start(binary_log=True)
    before = put_back(server, file, options["until"])
    # The log cannot be followed over a restore: what comes is counted from a backup of now.
    make_daily(server, KEPT)
    print(f"{file} is in place. What was there before is kept as the database {before}.")
    print("Start Grike again: ./grike start")
    return 0
