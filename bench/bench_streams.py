"""A thousand pages open at once: how soon each of them hears of a change, beside its second.

GRIKE_STREAMS and GRIKE_WORKERS say otherwise. The pages look at the demo's three series; one person
locks and unlocks a class while all look on, and one reads beside them.
"""

from __future__ import annotations

import asyncio
import json
import os
import shutil
import tempfile
import time
from collections import Counter
from pathlib import Path
from statistics import median

import httpx2

from bench.figures import core_seconds, p95
from scripts import database, demo, demo_house, processes, serve

STREAMS = int(os.environ.get("GRIKE_STREAMS", "1000"))
WORKERS = int(os.environ.get("GRIKE_WORKERS", "2"))
CHANGES, TARGET_SECONDS, PATIENCE, IDLE_SECONDS = 10, 1.0, 60.0, 10.0
NO_END = httpx2.Timeout(30, read=None)


class Pages:
    """What each open page was told last, and when."""

    def __init__(self) -> None:
        self.told: dict[int, tuple[int, float]] = {}
        self.broken: Counter[str] = Counter()

    async def follow(self, client: httpx2.AsyncClient, number: int, series: int) -> None:
        """Hold a page open and note what it is told."""
        path = f"/api/series/{series}/news?place=page%20{number}"
        try:
            async with client.stream("GET", path, timeout=NO_END) as stream:
                if stream.status_code != 200:
                    self.broken[str(stream.status_code)] += 1
                    return
                async for line in stream.aiter_lines():
                    if line.startswith("data:"):
                        version = json.loads(line[5:])["version"]
                        self.told[number] = (version, time.perf_counter())
        except httpx2.HTTPError as error:
            self.broken[type(error).__name__] += 1

    async def all_at(self, numbers: list[int], version: int) -> None:
        """Wait until all of these pages know a version. Raises TimeoutError."""
        async with asyncio.timeout(PATIENCE):
            while any(self.told.get(number, (-1, 0.0))[0] < version for number in numbers):
                await asyncio.sleep(0.02)


async def measured(base: str, name: str, password: str) -> None:
    """Open the pages, change a series, and tell how long it took."""
    pages, limits = Pages(), httpx2.Limits(max_connections=None, max_keepalive_connections=None)
    async with httpx2.AsyncClient(base_url=base, timeout=30, limits=limits) as client:
        answer = await client.post("/api/sign-in", json={"name": name, "password": password})
        client.headers["X-CSRF-Token"] = answer.json()["csrf"]
        ids = [one["id"] for one in (await client.get("/api/series")).json()]
        begun = time.perf_counter()
        tasks = [
            asyncio.create_task(pages.follow(client, number, ids[number % len(ids)]))
            for number in range(STREAMS)
        ]
        try:
            await pages.all_at(list(range(STREAMS)), 0)
            print(f"{STREAMS} pages open and told in {time.perf_counter() - begun:.1f} s")
            before = core_seconds("bench-application")
            await asyncio.sleep(IDLE_SECONDS)
            share = (core_seconds("bench-application") - before) / IDLE_SECONDS
            print(f"while nothing happens, holding them takes {share:.0%} of a core")
            await _changes(client, pages, ids)
        except TimeoutError:
            print(f"after {PATIENCE:.0f} s only {len(pages.told)} of {STREAMS} pages were told")
        for task in tasks:
            task.cancel()
        await asyncio.gather(*tasks, return_exceptions=True)
    print(f"pages that broke off: {dict(pages.broken) or 'none'}")


async def _changes(client: httpx2.AsyncClient, pages: Pages, ids: list[int]) -> None:
    waits: list[float] = []
    reads: list[float] = []
    for turn in range(CHANGES):
        series = ids[turn % len(ids)]
        looking = [number for number in range(STREAMS) if ids[number % len(ids)] == series]
        begun = time.perf_counter()
        board = (await client.get(f"/api/series/{series}")).json()
        reads.append((time.perf_counter() - begun) * 1000)
        last_class = board["classes"][-1]
        body = {"version": board["version"], "locked": not last_class["locked"]}
        path = f"/api/series/{series}/classes/{last_class['slot']}/lock"
        answer = await client.post(path, json=body)
        answer.raise_for_status()
        changed = time.perf_counter()
        await pages.all_at(looking, board["version"] + 1)
        waits += [pages.told[number][1] - changed for number in looking]
    last = max(waits)
    print(
        f"a change is told: p95 after {p95(waits):.2f} s, the last after {last:.2f} s, "
        f"{last / TARGET_SECONDS:.2f} of its second"
    )
    print(f"a board read right after: median {median(reads):.0f} ms")


def main() -> None:
    """Start a database and an application of its own with the demo data, and measure."""
    folder = Path(tempfile.mkdtemp(prefix="grike-bench-"))
    try:
        server = database.start(folder, name="bench-database")
        demo.load(server)
        port = serve.start(
            server, name="bench-application", dist=False, first=8607, workers=WORKERS
        )
        _, name, _, password = demo_house.PEOPLE[0]
        asyncio.run(measured(f"http://127.0.0.1:{port}", name, password))
    finally:
        processes.stop("bench-application", 10)
        processes.stop("bench-database", 20)
        shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    main()
