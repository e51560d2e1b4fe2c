"""Processes that we started: remembered by id, and stopped only when they are really ours."""

from __future__ import annotations

import json
import os
import signal
import socket
import time
from contextlib import suppress
from pathlib import Path

from scripts.paths import VAR

SWEEP_SECONDS = 5.0


def _record(name: str) -> Path:
    return VAR / "run" / f"{name}.json"


def _started(pid: int) -> str | None:
    """Return when a process started, in clock ticks since boot; None when it is gone."""
    try:
        text = Path(f"/proc/{pid}/stat").read_text()
    except OSError:
        return None
    fields = text.rsplit(")", 1)[1].split()
    return None if fields[0] == "Z" else fields[19]


def remember(name: str, pid: int, **more: object) -> None:
    """Note a process with its start time, which tells it from a later one of the same id."""
    path = _record(name)
    path.parent.mkdir(parents=True, exist_ok=True)
    entry = {"pid": pid, "started": _started(pid), **more}
    part = path.with_suffix(".part")
    part.write_text(json.dumps(entry))
    part.replace(path)


def running(name: str) -> dict[str, object] | None:
    """Return the note of a process that is alive and ours, or None."""
    try:
        entry: dict[str, object] = json.loads(_record(name).read_text())
    except (OSError, ValueError):
        return None
    pid = int(str(entry.get("pid", 0)))
    return entry if entry.get("started") == _started(pid) and _started(pid) else None


def _stat(pid: int) -> list[str]:
    """Return what the kernel tells of a process from its state on; empty when it is gone."""
    try:
        return Path(f"/proc/{pid}/stat").read_text().rsplit(")", 1)[1].split()
    except OSError:
        return []


def sweep(name: str) -> int:
    """End what a process of ours left behind when it was killed: the rest of its session.

    Returns how many there were. While the process itself runs nothing is done.
    """
    try:
        leader = int(json.loads(_record(name).read_text())["pid"])
    except (OSError, ValueError, KeyError):
        return 0
    # Its number is nobody else's while one of its session is there.
    if _started(leader) is not None:
        return 0
    left = [int(entry.name) for entry in Path("/proc").iterdir() if entry.name.isdecimal()]
    mine = [pid for pid in left if _stat(pid)[3:4] == [str(leader)] and _started(pid)]
    for pid in mine:
        with suppress(ProcessLookupError):
            os.kill(pid, signal.SIGKILL)
    # Until they are gone their port is taken.
    end = time.monotonic() + SWEEP_SECONDS
    while any(_started(pid) for pid in mine) and time.monotonic() < end:
        time.sleep(0.02)
    return len(mine)


def stop(name: str, seconds: float = 10) -> bool:
    """Stop a process of ours, kindly first; return whether it was running."""
    entry = running(name)
    if entry is None:
        sweep(name)
        _record(name).unlink(missing_ok=True)
        return False
    pid = int(str(entry["pid"]))
    for sent in (signal.SIGTERM, signal.SIGKILL):
        try:
            os.kill(pid, sent)
        except ProcessLookupError:
            break
        if _gone(pid, entry, seconds):
            break
    sweep(name)
    _record(name).unlink(missing_ok=True)
    return True


def _gone(pid: int, entry: dict[str, object], seconds: float) -> bool:
    end = time.monotonic() + seconds
    while time.monotonic() < end:
        if _started(pid) != entry["started"]:
            return True
        time.sleep(0.05)
    return False


def free_port(first: int) -> int:
    """Return the first port from ``first`` on that nobody listens on."""
    for port in range(first, first + 200):
        with socket.socket() as probe:
            probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
            try:
                probe.bind(("127.0.0.1", port))
            except OSError:
                continue
            return port
    raise OSError(f"No free port from {first} on.")
