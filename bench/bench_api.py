"""Reads and writes of the API against the real database, and the weight of the front end."""

from __future__ import annotations

import gzip
import shutil
import statistics
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from fastapi.testclient import TestClient

from grike.api.app import create_app
from grike.api.state import Config
from scripts import database, demo, processes
from scripts.paths import DIST

READ_MS, WRITE_MS, ENTRY_KB = 15.0, 30.0, 200.0


def median_ms(act: Callable[[], object], times: int = 25) -> float:
    """Return the median of several runs in milliseconds."""
    out: list[float] = []
    for _ in range(times):
        begun = time.perf_counter()
        act()
        out.append((time.perf_counter() - begun) * 1000)
    return statistics.median(out)


def measure(client: TestClient) -> None:
    """Print the figures of a signed-in client before the demo data."""
    _, name, _, password = demo.PEOPLE[0]
    me = client.post("/api/sign-in", json={"name": name, "password": password}).json()
    headers = {"X-CSRF-Token": me["csrf"]}
    series = client.get("/api/series").json()[0]["id"]
    path = f"/api/series/{series}"
    for what, address in (
        ("list", "/api/series"),
        ("board", path),
        ("class", f"{path}/classes/5"),
        ("movements", "/api/movements"),
    ):
        middle = median_ms(lambda address=address: client.get(address))  # type: ignore[misc]
        print(f"read {what}: {middle:.1f} ms, {middle / READ_MS:.2f} of its target")
    locked = [False]

    def lock() -> None:
        locked[0] = not locked[0]
        body = {"version": client.get(path).json()["version"], "locked": locked[0]}
        client.post(f"{path}/classes/5/lock", json=body, headers=headers)

    read = median_ms(lambda: client.get(path))
    middle = median_ms(lock) - read
    print(f"write a lock: {middle:.1f} ms, {middle / WRITE_MS:.2f} of its target")


def entry_weight() -> None:
    """Print how heavy the first script of the pages is."""
    entries = list((DIST / "assets").glob("index-*.js"))
    if entries:
        size = max(len(gzip.compress(path.read_bytes())) for path in entries) / 1000
        print(f"entry script: {size:.0f} kB gzip, {size / ENTRY_KB:.2f} of its target")


def main() -> None:
    """Start a database of its own, fill it with the demo, measure, throw it away."""
    folder = Path(tempfile.mkdtemp(prefix="grike-bench-"))
    try:
        server = database.start(folder, name="bench-database")
        demo.load(server)
        with TestClient(create_app(Config(server.url()))) as client:
            measure(client)
        entry_weight()
    finally:
        processes.stop("bench-database", 20)
        shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    main()
