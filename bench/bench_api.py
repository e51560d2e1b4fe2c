"""Reads and writes of the API against the real database, and the weight of the front end."""

from __future__ import annotations

import shutil
import statistics
import tempfile
import time
from collections.abc import Callable
from dataclasses import replace
from pathlib import Path
from typing import Any

from fastapi.testclient import TestClient

from bench.stretched import stretched
from grike.api.app import create_app
from grike.api.board import views
from grike.api.pacing import USUAL_DAYS
from grike.api.state import Config, HeldSeries, State
from grike.core.advice.alternatives import alternatives
from grike.core.advice.why import why_movement
from grike.core.editing import swapped, work_blocks
from grike.core.fixes import fixes
from grike.core.rules import Facts, findings
from scripts import database, demo, demo_house, processes
from scripts.weight import MOST_KILOBYTES, first_load_kilobytes

READ_MS, WRITE_MS = 15.0, 30.0


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
    _, name, _, password = demo_house.PEOPLE[0]
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

    tag = client.get("/api/movements").headers["ETag"]
    known = {"If-None-Match": tag}
    middle = median_ms(lambda: client.get("/api/movements", headers=known))
    print(f"movements, unchanged: {middle:.1f} ms with HTTP and database")
    read = median_ms(lambda: client.get(path))
    middle = median_ms(lock) - read
    print(f"write a lock: {middle:.1f} ms, {middle / WRITE_MS:.2f} of its target")


EDITED, WARM = "board after an edit of one class", "board again"
#: What is asked often: milliseconds of the application's own work, as wanted on two quiet cores.
CPU_MS = {
    EDITED: 20.0,
    WARM: 5.0,
    "alternatives": 80.0,
    "why a movement": 100.0,
    "fixes of a finding": 150.0,
}
#: The same for twelve weeks of six days.
LONG_MS = {EDITED: 35.0, WARM: 10.0}


def cpu_ms(act: Callable[[], object], times: int = 9) -> float:
    """Return the median CPU time of several runs in milliseconds."""
    out: list[float] = []
    for _ in range(times):
        begun = time.process_time()
        act()
        out.append((time.process_time() - begun) * 1000)
    return statistics.median(out)


def told(what: str, act: Callable[[], object], classes: int, target: float) -> None:
    """Print the CPU time of an act against its target."""
    middle = cpu_ms(act)
    print(f"{what}, {classes} classes: {middle:.1f} ms, {middle / target:.2f} of its target")


def boards(held: HeldSeries, targets: dict[str, float]) -> None:
    """Print what a board costs, as it was and after an edit of one class, without HTTP."""
    facts = held.facts
    member = facts.classes[5]
    block = work_blocks(member.design)[0]
    others = [a.movement.id for a in alternatives(facts, member.slot.index, block, 0)]
    around = views.Around(views.HistoryModels(None, None), None, None, {})
    edited: dict[str, Any] = {"facts": facts, "turn": 0}

    def edit() -> None:
        edited["turn"] += 1
        name = others[edited["turn"] % len(others)]
        design = swapped(member.design, block, 0, name, library=facts.library)
        plan = edited["facts"].plan.with_class(replace(member.planned, design=design))
        edited["facts"] = Facts(plan, facts.library, facts.paces, before=edited["facts"])
        stored = replace(held.stored, plan=plan)
        views.board(HeldSeries(stored, edited["facts"], USUAL_DAYS), around).model_dump_json()

    def warm() -> None:
        views.board(held, around).model_dump_json()

    for what, act in ((EDITED, edit), (WARM, warm)):
        told(what, act, len(facts.classes), targets[what])


def asked_often(state: State, series_id: int) -> None:
    """Print the CPU time of what is asked often, without HTTP and database, against its target."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    facts = held.facts
    boards(held, CPU_MS)
    plan = stretched(facts.plan)
    long = Facts(plan, facts.library, facts.paces)
    boards(HeldSeries(replace(held.stored, plan=plan), long, USUAL_DAYS), LONG_MS)
    member = facts.classes[5]
    place = (member.slot.index, work_blocks(member.design)[0], 1)
    worse = Facts(
        facts.plan.with_class(replace(facts.classes[1].planned, design=facts.classes[0].design)),
        facts.library,
        facts.paces,
        before=facts,
    )
    broken = next(f for f in findings(worse) if f.place.slot is not None and not f.remark)
    for what, act in (
        ("alternatives", lambda: alternatives(facts, *place)),
        ("why a movement", lambda: why_movement(facts, *place)),
        ("fixes of a finding", lambda: fixes(worse, broken)),
    ):
        told(what, act, len(facts.classes), CPU_MS[what])


def entry_weight() -> None:
    """Print how heavy the pages are at the first load."""
    size = first_load_kilobytes()
    print(f"first load: {size:.0f} kB gzip, {size / MOST_KILOBYTES:.2f} of its target")


def main() -> None:
    """Start a database of its own, fill it with the demo, measure, throw it away."""
    folder = Path(tempfile.mkdtemp(prefix="grike-bench-"))
    try:
        server = database.start(folder, name="bench-database")
        demo.load(server)
        app = create_app(Config(server.url()))
        with TestClient(app) as client:
            measure(client)
            asked_often(app.state.grike, client.get("/api/series").json()[0]["id"])
        entry_weight()
    finally:
        processes.stop("bench-database", 20)
        shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    main()
