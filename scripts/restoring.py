"""Backups tried out, and put back; on to a moment, where the binary log reaches."""

from __future__ import annotations

import datetime as dt
import gzip
import secrets
import subprocess
from contextlib import suppress
from pathlib import Path

from grike.store.migrate import latest
from scripts import database, processes
from scripts.backups import KEPT, Contents, contents, make_daily, one_file, told
from scripts.database import Server
from scripts.install import say, which
from scripts.paths import Trouble


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
    try:
        held = load(server, file, fresh)
        if moment:
            _follow(server, held, fresh, moment)
    except Trouble:
        database.run_sql(server, f"DROP DATABASE IF EXISTS `{fresh}`")
        raise
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
    files = [log for log in (line.split("\t")[0] for line in listed) if log >= first]
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
        words_of = (done.stderr + (words or b"")).decode(errors="replace")
        raise Trouble(f"What was done after the backup could not be done again: {words_of[-600:]}")


def verified(arguments: list[str]) -> int:
    """Try a backup out; nothing of what is there is touched."""
    file = one_file(arguments, "./grike verify FILE takes a backup.")
    print(f"{file} is whole, {told(verify(database.start(), file))}. All of it came back.")
    return 0


def restore(arguments: list[str]) -> int:
    """Put a backup in the place of what is there; Grike is stopped for it, and what was is kept."""
    until = ""
    if "--until" in arguments:
        at = arguments.index("--until")
        until = " ".join(arguments[at + 1 : at + 2])
        arguments = [*arguments[:at], *arguments[at + 2 :]]
    file = one_file(
        arguments, "./grike restore FILE [--until 'YYYY-MM-DD HH:MM:SS'] takes a backup."
    )
    contents(file)
    for name in ("supervisor", "application"):
        if processes.stop(name, 60):
            say(f"stopped the {name}")
    server = database.start(binary_log=True)
    before = put_back(server, file, until)
    # The log cannot be followed over a restore: what comes is counted from a backup of now.
    make_daily(server, KEPT)
    print(f"{file} is in place. What was there before is kept as the database {before}.")
    print("Start Grike again: ./grike start")
    return 0
