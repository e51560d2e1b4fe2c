"""Planning runs: begin, follow, stop and keep."""

from __future__ import annotations

from collections.abc import AsyncIterator
from dataclasses import replace
from typing import Annotated

import anyio
from fastapi import APIRouter, Depends, Header, Request
from fastapi.concurrency import run_in_threadpool
from fastapi.sse import EventSourceResponse, ServerSentEvent

from grike.api.planning.models import RunModel, RunRequest
from grike.api.planning.runner import Runner, Wish
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed, Created, Write
from grike.api.state import State
from grike.core.errors import Conflict, Unavailable
from grike.exchange.jobs import Kind, free_slots
from grike.exchange.plans import plan_from
from grike.store import changes, runs, series

router = APIRouter(prefix="/api", tags=["runs"])
POLL_SECONDS = 0.2
PARTS = {
    "class": "Plan a class anew",
    "week": "Plan week {week} anew",
    "from": "Plan the rest from {day} anew",
    "rest": "Plan the days that had no class",
}


def _runner(request: Request) -> Runner:
    runner: Runner = request.app.state.runner
    return runner


@router.post("/series/{series_id}/runs", status_code=202)
def start_run(
    series_id: int, body: RunRequest, person: Director, request: Request, state: StateOf
) -> Created:
    """Begin to plan a series, a part of it, or to repair it with least change."""
    kind = Kind.REPAIR if body.repair else Kind.PLAN
    free, label = None, ""
    if body.part is not None:
        with state.database.transaction() as connection:
            plan = series.get(connection, series_id).plan
        day = body.part.day.isoformat() if body.part.day else ""
        free = free_slots(plan, body.part.kind, body.part.value, day)
        label = PARTS[body.part.kind].format(week=body.part.value + 1, day=day)
    wish = Wish(kind, body.seed, free, label)
    return Created(id=_runner(request).start(series_id, body.version, person.id, wish))


@router.get("/runs/{run_id}")
def get_run(run_id: int, _: SignedIn, state: StateOf) -> RunModel:
    """Return a run and how it ended."""
    with state.database.transaction() as connection:
        run = runs.get(connection, run_id)
        free = runs.planned_slots(connection, run_id)
        shape = series.get(connection, run.series_id).plan.shape
    result = None
    if run.result is not None:
        result = {key: value for key, value in run.result.items() if key != "plan"}
    return RunModel(
        id=run.id,
        series=run.series_id,
        state=run.state,
        result=result,
        label=run.label,
        # A what-if may have other weeks than its series: of all there is nothing to be told.
        weeks=sorted({s.week for s in shape.slots() if free is not None and s.index in free}),
    )


@router.post("/runs/{run_id}/stop", status_code=202)
def stop_run(run_id: int, _: Director, state: StateOf, request: Request) -> None:
    """Ask a run to end and keep what it has."""
    with state.database.transaction() as connection:
        runs.get(connection, run_id)
    _runner(request).stop(run_id)


@router.post("/runs/{run_id}/put-in")
def put_in(run_id: int, body: Write, person: Director, state: StateOf) -> Changed:
    """Put a plan that was kept beside its series into it, as one change that can be undone.

    Locked classes stay, and so do those of days that the plan does not have.
    """
    with state.database.transaction() as connection:
        run = runs.get(connection, run_id)
        document = (run.result or {}).get("plan")
        if run.state != "beside" or document is None:
            raise Conflict("There is no plan beside the series.", fix="Load the page again.")
        changes.require_current(connection, run.series_id, body.version)
        stored = series.get(connection, run.series_id)
        days = stored.plan.shape.by_day()
        held = {planned.slot.day: planned for planned in stored.plan.classes}
        new = [
            replace(planned, slot=days[planned.slot.day])
            for planned in plan_from(document, state.library(connection)).classes
            if planned.slot.day in days
            and not (planned.slot.day in held and held[planned.slot.day].held)
        ]
        label = "Put in the plan that was kept"
        changes.save(connection, stored, new, label, person.id)
        runs.remove(connection, run_id)
    return Changed(label=label)


def known_run(run_id: int, state: StateOf) -> int:
    """Return the id of a run that is there. Raises NotFound before a stream has begun."""
    with state.database.transaction() as connection:
        return runs.get(connection, run_id).id


def _news(
    state: State, run_id: int, after: int
) -> tuple[list[tuple[int, dict[str, object]]], bool]:
    with state.database.transaction() as connection:
        ended = runs.get(connection, run_id).state in runs.FINAL
        return runs.events(connection, run_id, after), ended


@router.get("/runs/{run_id}/events", response_class=EventSourceResponse)
async def run_events(
    _: SignedIn,
    run_id: Annotated[int, Depends(known_run)],
    state: StateOf,
    last_event_id: Annotated[int | None, Header()] = None,
) -> AsyncIterator[ServerSentEvent]:
    """Stream the events of a run; a page that reloads goes on after the last it has seen."""
    seen = last_event_id or 0
    while True:
        try:
            news, ended = await run_in_threadpool(_news, state, run_id, seen)
        except Unavailable:
            await anyio.sleep(1)
            continue
        for number, body in news:
            seen = number
            yield ServerSentEvent(data=body, id=str(number))
        if ended:
            return
        await anyio.sleep(POLL_SECONDS)
