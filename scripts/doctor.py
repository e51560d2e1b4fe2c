"""What is wrong with an installation, in words, and how to mend it."""

from __future__ import annotations

import os
import shutil
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path

from grike.api.planning.cluster_keys import CERTIFICATE
from grike.api.sealing import MARK, Seal
from scripts import database, install, processes, serve
from scripts.codes_key import codes_key
from scripts.database import Server
from scripts.paths import DIST, REQUIREMENTS, VAR, Trouble
from scripts.settings import settings

LEAST_FREE_BYTES = 1_000_000_000
MOST_CLOCK_SECONDS = 5.0
LEAST_KEY_LIFE = 30 * 24 * 3600
OLD_BACKUP_SECONDS = 2 * 24 * 3600


@dataclass(frozen=True, slots=True)
class Found:
    """What was looked at and what is wrong with it; ``fix`` is empty where nothing is."""

    what: str
    fix: str = ""

    @property
    def line(self) -> str:
        """One line for a terminal."""
        return f"ok     {self.what}" if not self.fix else f"wrong  {self.what}\n       {self.fix}"


def packages() -> Iterator[Found]:
    """Python packages, database programs and pages."""
    locks = [REQUIREMENTS / "app.txt", REQUIREMENTS / "dev.txt"]
    names = ("python-app", "python-dev")
    there = any(
        install.stamped(name, install.fingerprint([lock]))
        for name, lock in zip(names, locks, strict=True)
    )
    word = "Python packages are those of the lock file"
    yield Found(word if there else "Python packages are missing", "" if there else "./grike start")
    missing = [name for name in (*database.PROGRAMS, "mariadb-dump") if install.which(name) is None]
    if missing:
        yield Found(f"not there: {', '.join(missing)}", "sudo apt-get install mariadb-server")
    else:
        yield Found("the database's programs are there")
    built = (DIST / "index.html").exists()
    yield Found("the pages are built" if built else "no pages", "" if built else "./grike start")


def machine() -> Iterator[Found]:
    """Room on the disk, and who may read what."""
    VAR.mkdir(parents=True, exist_ok=True)
    free = shutil.disk_usage(VAR).free
    words = f"{free / 1e9:.1f} GB free"
    yield Found(words, "" if free >= LEAST_FREE_BYTES else "Make room: writes fail on a full disk.")
    secret = VAR / "mariadb" / "password"
    if secret.exists() and secret.stat().st_mode & 0o077:
        yield Found("others can read the database's password", f"chmod 600 {secret}")
    if os.access(VAR, os.W_OK):
        yield Found("var/ can be written")
    else:
        yield Found("var/ cannot be written", f"Start it as the user whose it is: {VAR.owner()}.")
    settings()
    yield Found("settings can be read")


def running() -> Iterator[Found]:
    """Processes, and whether they answer."""
    there = processes.running("application")
    demo = (VAR / "mariadb" / "demo").exists()
    if not there:
        yield Found("the application does not run", "./grike start")
    elif serve.answers(int(str(there["port"]))):
        yield Found(f"the application is ready on port {there['port']}")
    else:
        log = VAR / "log" / "application.log"
        yield Found("the application runs and is not ready", f"Its log says why: {log}")
    if processes.running("supervisor"):
        yield Found("what dies is started again")
    elif there and not demo:
        yield Found("nobody starts again what dies", "./grike stop, then ./grike start")
    if demo:
        yield Found(
            "this is the demo, with passwords that everybody can read",
            "For a house of your own: ./grike reset, then ./grike start.",
        )


def data() -> Iterator[Found]:
    """The database: whether it answers, its clock, its schema, its people, its backups."""
    entry = processes.running("database")
    if not entry:
        yield Found("the database does not run", "./grike start")
        return
    server = Server(int(str(entry["port"])), str(entry["socket"]), "")
    text = database.run_sql(server, "SELECT UNIX_TIMESTAMP(NOW(3))")
    apart = abs(float(text) - time.time())
    fix = "" if apart <= MOST_CLOCK_SECONDS else "Set the clock; sign-ins end by it."
    yield Found(f"the database answers; its clock is {apart:.1f} s off", fix)
    yield from _stored(server)
    files = sorted((VAR / "backups").glob("daily-*.sql.gz"))
    if not files:
        yield Found(
            "there is no backup yet", "./grike start makes one a day; or ./grike backup FILE"
        )
    else:
        age = time.time() - files[-1].stat().st_mtime
        fix = "" if age < OLD_BACKUP_SECONDS else "See var/log/supervisor.log."
        yield Found(f"the last backup of a day is {age / 3600:.0f} hours old", fix)


def _codes(server: Server) -> Iterator[Found]:
    """Whether the codes of devices can be checked with the key of this machine."""
    kept = database.run_sql(
        server, f"SELECT totp_secret FROM grike.person WHERE totp_secret LIKE '{MARK}%'"
    ).split()
    try:
        seal = Seal(codes_key())
    except ValueError:
        yield Found("the key of the codes is no key", "Put back var/codes.key, or the setting.")
        return
    lost = sum(seal.opened(one) is None for one in kept)
    if lost:
        yield Found(
            f"codes of {lost} people were sealed with another key",
            "Put back var/codes.key of the machine that sealed them, or make them links to new "
            "passwords.",
        )
    elif kept:
        yield Found("codes of devices can be checked")


def _stored(server: Server) -> Iterator[Found]:
    def number(sql: str) -> int:
        return int(database.run_sql(server, sql).strip() or 0)

    known = [file.stem for file in _migrations()]
    try:
        applied = database.run_sql(server, "SELECT migration_id FROM grike._yoyo_migration").split()
    except Trouble:
        yield Found("the database is empty", "./grike start")
        return
    strange, missing = set(applied) - set(known), set(known) - set(applied)
    if strange:
        yield Found("the database was changed by a newer Grike", "Start the newer one.")
    elif missing:
        yield Found(f"{len(missing)} changes of the schema are to be made", "./grike start")
    else:
        yield Found("the schema is that of this Grike")
    yield from _codes(server)
    owners = number(
        "SELECT COUNT(*) FROM grike.person"
        " WHERE role = 'owner' AND left_at IS NULL AND (password_hash <> '' OR id IN"
        " (SELECT person_id FROM grike.outside_account))"
    )
    yield Found(
        f"{owners} owner{'' if owners == 1 else 's'}",
        "" if owners else "./grike owner NAME gives somebody the way in.",
    )


def _migrations() -> list[Path]:
    folder = Path(__file__).resolve().parent.parent / "src" / "grike" / "store" / "migrations"
    return [file for file in folder.iterdir() if file.name[:4].isdecimal()]


def planning() -> Iterator[Found]:
    """The keys of the cluster, where this machine is part of one."""
    certificate = VAR / "cluster" / CERTIFICATE
    scheduler = settings().get("GRIKE_SCHEDULER", "")
    if not certificate.exists():
        if scheduler:
            yield Found("no keys for the scheduler", "Copy var/cluster here from where they are.")
        return
    left = ["openssl", "x509", "-in", str(certificate), "-noout", "-checkend", str(LEAST_KEY_LIFE)]
    good = subprocess.run(left, capture_output=True, check=False).returncode == 0
    fix = "" if good else "Move var/cluster away; ./grike cluster keys; copy it to every machine."
    yield Found(
        "the keys of the cluster are good for 30 days at least"
        if good
        else "the keys of the cluster end within 30 days",
        fix,
    )


CHECKS: tuple[Callable[[], Iterator[Found]], ...] = (packages, machine, running, data, planning)


def looked() -> Iterator[Found]:
    """Yield everything that was looked at; what cannot even be looked at is wrong as well."""
    for check in CHECKS:
        try:
            yield from check()
        except (Trouble, OSError, ValueError, subprocess.SubprocessError) as error:
            yield Found(f"{check.__name__} could not be looked at", str(error))


def doctor() -> int:
    """Print what was found; return 1 where something is wrong."""
    found = list(looked())
    for one in found:
        print(one.line)
    wrong = sum(1 for one in found if one.fix)
    print(f"\n{wrong} wrong of {len(found)} looked at." if wrong else "\nNothing is wrong.")
    sys.stdout.flush()
    return 1 if wrong else 0
