"""Series: list, set up, board, undo and redo."""

from __future__ import annotations

from dataclasses import replace
from typing import Any

from fastapi import APIRouter, Response

from grike.api import views
from grike.api.planning_schemas import Reshape
from grike.api.schemas import Board, Changed, Created, NewSeries, RunBrief, SeriesSummary, Write
from grike.api.security import Director, SignedIn, StateOf
from grike.core.codec import shape_from, shape_to, sheet_from, sheet_to
from grike.core.planner.readiness import set_up_problems
from grike.core.series import SeriesPlan
from grike.exchange.plans import plan_to
from grike.store import changes, rooms, runs, series, sessions

router = APIRouter(prefix="/api/series", tags=["series"])


@router.get("")
def list_series(_: SignedIn, state: StateOf) -> list[SeriesSummary]:
    """Return all series, the newest first."""
    with state.database.transaction() as connection:
        last = runs.latest(connection)
        return [
            SeriesSummary(
                id=line.id,
                name=line.name,
                start=line.start,
                weeks=line.weeks,
                weekdays=list(line.weekdays),
                minutes=line.minutes,
                classes=line.classes,
                slots=line.slots,
                status=line.status,
                room=line.room,
                run=_brief(last.get(line.id)),
            )
            for line in series.lines(connection)
        ]


def _brief(run: runs.Run | None) -> RunBrief | None:
    if run is None:
        return None
    result = {} if run.state == "done" or run.result is None else run.result
    words = [*result.get("collisions", []), result.get("message")]
    return RunBrief(id=run.id, state=run.state, words=[line for line in words if line])


@router.post("", status_code=201)
def create_series(body: NewSeries, person: Director, state: StateOf) -> Created:
    """Set up a series; it has no classes until it is planned."""
    plan = _empty_plan(body)
    with state.database.transaction() as connection:
        set_up_problems(plan, state.library(connection))
        rooms.put(connection, plan.shape.room)
        return Created(id=series.add(connection, plan, person.id))


def _empty_plan(body: NewSeries) -> SeriesPlan:
    data = body.model_dump(mode="json")
    rules = {key: line.model_dump(exclude_none=True) for key, line in body.rules.items()}
    return SeriesPlan(shape_from(data), sheet_from(rules, body.yardstick))


@router.get("/{series_id}/setup")
def get_setup(series_id: int, _: SignedIn, state: StateOf) -> NewSeries:
    """Return what a series was set up with."""
    with state.database.transaction() as connection:
        plan = series.get(connection, series_id).plan
    data = shape_to(plan.shape) | {"rules": sheet_to(plan.sheet)}
    return NewSeries.model_validate(data | {"yardstick": plan.sheet.yardstick.value})


@router.put("/{series_id}/setup")
def change_setup(series_id: int, body: NewSeries, _: Director, state: StateOf) -> Changed:
    """Change the set-up of a series that has no classes yet."""
    plan = _empty_plan(body)
    with state.database.transaction() as connection:
        series.lock(connection, series_id, None)
        set_up_problems(plan, state.library(connection))
        series.replace_setup(connection, series_id, plan)
        rooms.put(connection, plan.shape.room)
    return Changed(label="Change the set-up")


@router.put("/{series_id}/days-and-kit")
def change_days_and_kit(series_id: int, body: Reshape, _: Director, state: StateOf) -> Changed:
    """Close days or change the kit of the room; classes stay on their days, to be repaired."""
    with state.database.transaction() as connection:
        latest = changes.latest(connection, series_id)
        series.lock(connection, series_id, body.version, latest)
        stored = series.get(connection, series_id)
        plan = stored.plan
        days = [day.isoformat() for day in body.closed]
        data = shape_to(plan.shape) | {"closed": days}
        data["room"] = data["room"] | {"kit": body.kit}
        shape = shape_from(data)
        set_up_problems(replace(plan, shape=shape, classes=()), state.library(connection))
        gone = series.reshape(connection, stored, shape)
    return Changed(label=f"Days and kit changed; {gone} classes fell on closed days")


@router.get("/{series_id}", response_model=Board)
def get_board(series_id: int, _: SignedIn, state: StateOf) -> Response:
    """Return a whole series for the board."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        history = changes.history(connection, series_id)
        run = runs.open_run(connection, series_id)
        recorded = sessions.loads(connection, series_id)
    return held.page(
        ("board", run, tuple(recorded.items())),
        lambda: views.board(held.stored, held.facts, held.found, history, run, recorded),
    )


@router.get("/{series_id}/document")
def get_series_document(series_id: int, _: SignedIn, state: StateOf) -> dict[str, Any]:
    """Return a series as the open JSON document of docs/formats/plan.schema.json."""
    with state.database.transaction() as connection:
        stored = state.series(connection, series_id).stored
    return plan_to(stored.plan, stored.certificate)


@router.delete("/{series_id}", status_code=204)
def delete_series(series_id: int, _: Director, state: StateOf) -> None:
    """Remove a series for good."""
    with state.database.transaction() as connection:
        series.lock(connection, series_id, None)
        series.remove(connection, series_id)


@router.post("/{series_id}/undo")
def undo(series_id: int, body: Write, _: Director, state: StateOf) -> Changed:
    """Take the last change back."""
    with state.database.transaction() as connection:
        latest = changes.latest(connection, series_id)
        series.lock(connection, series_id, body.version, latest)
        return Changed(label=changes.undo(connection, series_id))


@router.post("/{series_id}/redo")
def redo(series_id: int, body: Write, _: Director, state: StateOf) -> Changed:
    """Do the last undone change again."""
    with state.database.transaction() as connection:
        latest = changes.latest(connection, series_id)
        series.lock(connection, series_id, body.version, latest)
        return Changed(label=changes.redo(connection, series_id))
