"""Planning on more machines: keys, scheduler and workers of a Dask cluster.

A cluster runs code for whoever reaches it. So there is none without TLS on both sides: whoever has
no certificate of this cluster is refused, and every part listens on an address that was named.
"""

from __future__ import annotations

import argparse
import ipaddress
import os
import subprocess
import sys
import tempfile
import time
from pathlib import Path

from grike.api.planning.cluster_keys import AUTHORITY, CERTIFICATE, KEY
from scripts import install, processes
from scripts.paths import ROOT, VAR, Trouble

KEYS = VAR / "cluster"
DAYS = 730
PORT = 8786
READY_SECONDS = 30.0
NEW_KEY = ("-newkey", "ec", "-pkeyopt", "ec_paramgen_curve:P-256", "-nodes")


def make_keys(folder: Path) -> None:
    """Make an authority, one certificate signed by it and its key, for every part of a cluster.

    The authority's own key is thrown away: nobody can sign another. Raises Trouble where keys are.
    """
    if folder.exists():
        raise Trouble(
            f"{folder.name} holds keys already. Move it away to make new ones; "
            "every machine of the cluster then needs the new ones."
        )
    install.debian({"openssl": "openssl"})
    folder.parent.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory(dir=folder.parent) as name:
        made = Path(name) / "made"
        made.mkdir(mode=0o700)
        own, asked, serial = (f"{name}/{file}" for file in ("ca.key", "node.csr", "serial"))
        authority = ["-subj", "/CN=Grike cluster", "-days", str(DAYS), "-keyout", own]
        _openssl("req", "-x509", *NEW_KEY, *authority, "-out", str(made / AUTHORITY))
        node = ["-subj", "/CN=Grike node", "-keyout", str(made / KEY), "-out", asked]
        _openssl("req", *NEW_KEY, *node)
        signed = [
            "-CA",
            str(made / AUTHORITY),
            "-CAkey",
            own,
            "-CAcreateserial",
            "-CAserial",
            serial,
        ]
        out = ["-days", str(DAYS), "-out", str(made / CERTIFICATE)]
        _openssl("x509", "-req", "-in", asked, *signed, *out)
        (made / KEY).chmod(0o600)
        made.rename(folder)


def _openssl(*words: str) -> None:
    done = subprocess.run(["openssl", *words], capture_output=True, text=True, check=False)
    if done.returncode:
        raise Trouble(f"openssl could not make a key: {done.stderr.strip()[-300:]}")


def named(address: str) -> str:
    """Return an address to listen on. Raises Trouble for one that means every network."""
    try:
        anywhere = ipaddress.ip_address(address).is_unspecified
    except ValueError:
        anywhere = not address.strip()
    if anywhere:
        raise Trouble("Name the one address on which the cluster is reached: --address 10.0.0.5")
    return address


def _tls(keys: Path) -> list[str]:
    if not (keys / KEY).exists():
        raise Trouble("There are no keys. ./grike cluster keys makes them; copy var/cluster here.")
    files = {"ca-file": AUTHORITY, "cert": CERTIFICATE, "key": KEY}
    return [word for what, file in files.items() for word in (f"--tls-{what}", str(keys / file))]


def scheduler_command(address: str, port: int, keys: Path = KEYS) -> list[str]:
    """Return how a scheduler is started. Raises Trouble without keys or an address."""
    where = ["--host", f"tls://{named(address)}", "--port", str(port), "--no-dashboard"]
    return [sys.executable, "-m", "distributed.cli.dask_scheduler", *where, *_tls(keys)]


def worker_command(scheduler: str, address: str, many: int, keys: Path = KEYS) -> list[str]:
    """Return how the workers of a machine are started; each plans one thing at a time."""
    if not scheduler.startswith("tls://"):
        raise Trouble("The scheduler's address begins with tls://, as ./grike cluster said it.")
    where = [scheduler, "--host", f"tls://{named(address)}", "--no-dashboard"]
    work = ["--nworkers", str(many), "--nthreads", "1"]
    return [sys.executable, "-m", "distributed.cli.dask_worker", *where, *work, *_tls(keys)]


def environment() -> dict[str, str]:
    """Return what every part of a cluster is started with."""
    return {
        **install.environment(),
        "PYTHONPATH": f"{ROOT / 'src'}:{ROOT}",
        "DASK_DISTRIBUTED__COMM__REQUIRE_ENCRYPTION": "True",
    }


def _begin(name: str, command: list[str], ready: str) -> None:
    """Start a part beside us, and wait until its log says that it is there."""
    if processes.running(name):
        raise Trouble(f"A {name} runs here already. ./grike stop ends it.")
    log_path = VAR / "log" / f"{name}.log"
    log_path.parent.mkdir(parents=True, exist_ok=True)
    before = log_path.stat().st_size if log_path.exists() else 0
    with log_path.open("ab") as log:
        child = subprocess.Popen(
            command,
            env=environment(),
            stdin=subprocess.DEVNULL,
            stdout=log,
            stderr=log,
            start_new_session=True,
        )
    processes.remember(name, child.pid)
    end = time.monotonic() + READY_SECONDS
    while time.monotonic() < end and child.poll() is None:
        if ready in log_path.read_text(errors="replace")[before:]:
            return
        time.sleep(0.1)
    processes.stop(name)
    tail = log_path.read_text(errors="replace")[before:][-1500:]
    raise Trouble(f"The {name} did not start. The end of its log:\n{tail}")


def cluster(arguments: list[str]) -> int:
    """Make keys, or start a scheduler, or workers."""
    parser = argparse.ArgumentParser(prog="grike cluster", description=__doc__)
    parts = parser.add_subparsers(dest="part", required=True)
    parts.add_parser("keys", help="make the keys that every machine of the cluster has")
    first = parts.add_parser("scheduler", help="start the scheduler on this machine")
    more = parts.add_parser("worker", help="start workers on this machine")
    more.add_argument("scheduler", help="tls://host:port")
    more.add_argument("--workers", type=int, default=os.cpu_count() or 1)
    for part in (first, more):
        part.add_argument("--address", required=True, help="of this machine, for the others")
        part.add_argument("--foreground", action="store_true", help="stay, as systemd wants it")
    first.add_argument("--port", type=int, default=PORT)
    options = parser.parse_args(arguments)
    if options.part == "keys":
        make_keys(KEYS)
        print(
            "Written: var/cluster, for two years. Every machine of the cluster has the same copy."
        )
        return 0
    return _scheduler(options) if options.part == "scheduler" else _worker(options)


def _scheduler(options: argparse.Namespace) -> int:
    command = scheduler_command(options.address, options.port)
    if options.foreground:
        return _stay(command)
    _begin("scheduler", command, "Scheduler at:")
    address = f"tls://{options.address}:{options.port}"
    print(f"The scheduler listens at {address}\n")
    print(f"  GRIKE_SCHEDULER={address}     in var/settings.env, where Grike runs")
    print(f"  ./grike cluster worker {address} --address …     on each machine that plans")
    return 0


def _worker(options: argparse.Namespace) -> int:
    if not 1 <= options.workers <= 256:
        raise Trouble("--workers is a number from 1 to 256.")
    command = worker_command(options.scheduler, options.address, options.workers)
    if options.foreground:
        return _stay(command)
    _begin("worker", command, "Registered to:")
    plans = "plan at once" if options.workers > 1 else "plan at a time"
    print(f"{options.workers} {plans} here for {options.scheduler}")
    return 0


def _stay(command: list[str]) -> int:
    os.execve(command[0], command, environment())
