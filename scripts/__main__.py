"""The commands: demo, stop, reset, test, check, bench, shots, and the exchange commands."""

from __future__ import annotations

import sys
from collections.abc import Callable

from scripts import install
from scripts.paths import Trouble

HELP = """\
./grike demo              install what is missing, start database and application with demo data
./grike start             start for good, without demo data; the first owner gets a link
                          (--workers N, --port N, --foreground)
./grike owner NAME        make somebody an owner, or let a new one in, by a link
./grike doctor            say what is wrong, and how to mend it
./grike backup FILE       a backup, while in use
./grike verify FILE       try a backup out, beside what is there
./grike restore FILE      put it in the place of what is there (--until 'YYYY-MM-DD HH:MM:SS')
./grike house out FILE    the whole house as an open document; "in FILE" makes one of it
./grike service           a unit for systemd (--user NAME, --workers N)
./grike cluster           planning on more machines: keys; scheduler --address A;
                          worker tls://HOST:PORT --address A
./grike stop              stop what was started
./grike reset             throw the database away (asks first; --yes does not ask)
./grike test [names]      run the tests: core, store, api, exchange, browser, ... or all;
                          --all adds the long random, kill and load runs
./grike check             formatting, lint and types of both languages
./grike bench             the benchmarks, as ratios and against their targets
./grike shots             remake docs/screenshots/ from the demo data
./grike clock FILE        cues and totals of a class as JSON
./grike volume FILE       sets, seconds and reps by muscle of a class as JSON
./grike plan FILE --seed N   a planned series with its certificate as JSON
./grike rules FILE        the findings of a planned series as JSON
./grike help              this text
"""
EXCHANGE = ("clock", "volume", "plan", "rules")


def _demo(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.demo import demo

    return demo(arguments)


def _start(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.supervise import start

    return start(arguments)


def _owner(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.owners import owner

    return owner(arguments)


def _doctor(_: list[str]) -> int:
    from scripts.doctor import doctor

    return doctor()


def _service(arguments: list[str]) -> int:
    from scripts.service import service

    return service(arguments)


def _backup(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.backups import backup

    return backup(arguments)


def _verify(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.restoring import verified

    return verified(arguments)


def _restore(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.restoring import restore

    return restore(arguments)


def _house(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.house import house

    return house(arguments)


def _cluster(arguments: list[str]) -> int:
    install.python_packages("app")
    from scripts.cluster import cluster

    return cluster(arguments)


def _stop(_: list[str]) -> int:
    from scripts.serve import stop

    return stop()


def _reset(arguments: list[str]) -> int:
    from scripts.serve import reset

    return reset(sure="--yes" in arguments)


def _test(arguments: list[str]) -> int:
    install.python_packages("dev")
    from scripts.testing import test

    return test(arguments)


def _check(arguments: list[str]) -> int:
    install.python_packages("dev")
    from scripts.checking import check

    return check(fix="--fix" in arguments)


def _bench(arguments: list[str]) -> int:
    install.python_packages("dev")
    from scripts.benching import bench

    return bench(arguments)


def _shots(_: list[str]) -> int:
    install.python_packages("dev")
    from scripts.screenshots import shots

    return shots()


COMMANDS: dict[str, Callable[[list[str]], int]] = {
    "demo": _demo,
    "start": _start,
    "owner": _owner,
    "doctor": _doctor,
    "service": _service,
    "backup": _backup,
    "verify": _verify,
    "restore": _restore,
    "house": _house,
    "cluster": _cluster,
    "stop": _stop,
    "reset": _reset,
    "test": _test,
    "check": _check,
    "bench": _bench,
    "shots": _shots,
}


def main(arguments: list[str]) -> int:
    """Run one command; return its exit code."""
    name = arguments[0] if arguments else "help"
    try:
        if name in EXCHANGE:
            install.python_packages("app")
            from grike.cli import main as exchange

            return exchange(arguments)
        if name in COMMANDS:
            return COMMANDS[name](arguments[1:])
    except Trouble as trouble:
        print(f"grike: {trouble}", file=sys.stderr)
        return 3
    except KeyboardInterrupt:
        return 130
    print(HELP, end="", file=sys.stdout if name in ("help", "--help", "-h") else sys.stderr)
    return 0 if name in ("help", "--help", "-h") else 2


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
