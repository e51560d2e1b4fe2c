"""Many people at once, some of whom write: how long an answer takes, against its target.

Twenty with two writers on one process; GRIKE_PEOPLE, GRIKE_WRITERS and GRIKE_WORKERS say otherwise.

Each asks again about a quarter of a second after an answer (half of that to half as much again),
which is far more often than people do. They do not begin in step, nor fall into it.
"""

from __future__ import annotations

import os
import random
import shutil
import tempfile
import threading
import time
from collections.abc import Callable
from dataclasses import dataclass, field
from pathlib import Path

import httpx2
import psutil

from bench.figures import core_seconds, p95
from scripts import database, demo, demo_house, processes, serve

PEOPLE = int(os.environ.get("GRIKE_PEOPLE", "20"))
WRITERS = int(os.environ.get("GRIKE_WRITERS", "2"))
WORKERS = int(os.environ.get("GRIKE_WORKERS", "1"))
SECONDS, PAUSE = 30.0, float(os.environ.get("GRIKE_PAUSE", "0.25"))
#: What 95 of 100 answers are to stay below, of reads and of writes.
READ_MS, WRITE_MS = 200.0, 300.0


@dataclass
class Seen:
    """Milliseconds of every answer, by what was asked; statuses that were none of the usual."""

    reads: list[float] = field(default_factory=list)
    writes: list[float] = field(default_factory=list)
    strange: list[int] = field(default_factory=list)


def timed(ask: Callable[[], httpx2.Response], into: list[float], seen: Seen) -> httpx2.Response:
    """Ask, and note how long the answer took."""
    begun = time.perf_counter()
    answer = ask()
    into.append((time.perf_counter() - begun) * 1000)
    if answer.status_code not in (200, 304, 409):
        seen.strange.append(answer.status_code)
    return answer


def person(number: int, base: str, cookies: httpx2.Cookies, csrf: str, seen: Seen) -> None:
    """Read what people look at, or lock and unlock a class, until the time is over."""
    rng = random.Random(number)
    end = time.perf_counter() + SECONDS
    time.sleep(PAUSE * rng.random())
    with httpx2.Client(base_url=base, cookies=cookies, timeout=30) as client:
        series = client.get("/api/series").json()[0]["id"]
        path, tag = f"/api/series/{series}", ""
        while time.perf_counter() < end:
            if number < WRITERS:
                version = client.get(path).json()["version"]
                body = {"version": version, "locked": rng.random() < 0.5}
                where, headers = f"{path}/classes/{5 + number}/lock", {"X-CSRF-Token": csrf}
                timed(lambda: client.post(where, json=body, headers=headers), seen.writes, seen)  # noqa: B023
            else:
                known = {"If-None-Match": tag} if tag else {}
                address = rng.choice((path, f"{path}/classes/7", "/api/series", "/api/movements"))
                headers = known if address == "/api/movements" else {}
                answer = timed(lambda: client.get(address, headers=headers), seen.reads, seen)  # noqa: B023
                tag = answer.headers.get("ETag", tag) if address == "/api/movements" else tag
            time.sleep(PAUSE * rng.uniform(0.5, 1.5))


def used() -> dict[str, float]:
    """Return the seconds of a core that clients, application and database have used so far."""
    servers = {name: core_seconds(f"bench-{name}") for name in ("application", "database")}
    return {"clients": sum(psutil.Process().cpu_times()[:2]), **servers}


def main() -> None:
    """Start a database and an application of its own with the demo data, load them, tell."""
    folder = Path(tempfile.mkdtemp(prefix="grike-bench-"))
    seen = Seen()
    try:
        server = database.start(folder, name="bench-database")
        demo.load(server)
        port = serve.start(
            server, name="bench-application", dist=False, first=8607, workers=WORKERS
        )
        base = f"http://127.0.0.1:{port}"
        _, name, _, password = demo_house.PEOPLE[0]
        with httpx2.Client(base_url=base, timeout=30) as client:
            me = client.post("/api/sign-in", json={"name": name, "password": password}).json()
            cookies = client.cookies
            threads = [
                threading.Thread(target=person, args=(n, base, cookies, me["csrf"], seen))
                for n in range(PEOPLE)
            ]
            before = used()
            for thread in threads:
                thread.start()
            for thread in threads:
                thread.join()
            cores = {name: seconds - before[name] for name, seconds in used().items()}
    finally:
        processes.stop("bench-application", 10)
        processes.stop("bench-database", 20)
        shutil.rmtree(folder, ignore_errors=True)
    for what, values, target in (("reads", seen.reads, READ_MS), ("writes", seen.writes, WRITE_MS)):
        middle, high = sorted(values)[len(values) // 2], p95(values)
        print(
            f"{PEOPLE} people, {WRITERS} writing, {what}: {len(values)} in {SECONDS:.0f} s, "
            f"median {middle:.0f} ms, p95 {high:.0f} ms, {high / target:.2f} of its target"
        )
    print("seconds of a core: " + ", ".join(f"{name} {own:.1f}" for name, own in cores.items()))
    print(f"answers of another kind: {len(seen.strange)}")


if __name__ == "__main__":
    main()
