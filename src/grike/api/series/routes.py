"""Series: list, set up, board, undo and redo, and the bin."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace

from fastapi import APIRouter, Response

from grike.api.board import views
from grike.api.board.class_view import Taught
from grike.api.board.models import Board
from grike.api.board.views import history_model, kept_model
from grike.api.model import Document
from grike.api.moves.models import ConsequencesModel
from grike.api.moves.views import consequences_model
from grike.api.pages import AskedFor
from grike.api.planning.outcome import why_not
from grike.api.security import Director, SignedIn, StateOf
from grike.api.series.models import (
    DeletedModel,
    NewSeries,
    Reshape,
    RunBrief,
    SeriesSummary,
    SetUp,
    UndoRequest,
)
from grike.api.series.set_up import empty_plan
from grike.api.shared import Changed, Created
from grike.api.turns import COSTLY
from grike.core.advice.consequences import consequences
from grike.core.errors import Conflict, NotYours
from grike.core.kit import Room
from grike.core.moves import reshaped
from grike.core.planner.readiness import set_up_problems
from grike.core.rules.sheet_codec import sheet_to
from grike.core.series_codec import shape_from, shape_to
from grike.exchange.plans import plan_to
from grike.store import changes, rooms, runs, series, sessions, shapes, sites
from grike.store.changes import Change
from grike.store.connection import Connection
from grike.store.people import Person

router = APIRouter(prefix="/api/series", tags=["series"])
#: What the history calls another set-up.
SET_UP = "Change the set-up"


@router.get("")
def list_series(_: SignedIn, state: StateOf) -> list[SeriesSummary]:
    """Return all series, the newest first."""
    with state.database.transaction() as connection:
        last, at = runs.latest(connection), sites.of_rooms(connection)
        return [
            SeriesSummary(
                id=line.id,
                name=line.name,
                start=line.start,
                weeks=line.weeks,
                weekdays=list(line.weekdays),
                minutes=line.minutes,
                classes=line.classes,
                slots=len(line.days),
                status=line.status,
                room=line.room,
                site=site.name if (site := at.of(line.room)) else None,
                run=_brief(last.get(line.id)),
                tags=list(line.tags),
                archived=line.archived,
            )
            for line in series.lines(connection)
        ]


def _brief(run: runs.Run | None) -> RunBrief | None:
    if run is None:
        return None
    result = {} if run.state == "done" or run.result is None else run.result
    words = [*why_not(result), result.get("message")]
    return RunBrief(id=run.id, state=run.state, words=[line for line in words if line])


@router.get("/bin")
def list_bin(_: SignedIn, state: StateOf) -> list[DeletedModel]:
    """Return the series that were deleted and can still be brought back."""
    with state.database.transaction() as connection:
        return [
            DeletedModel(
                id=gone.id,
                name=gone.name,
                at=gone.at,
                until=gone.at + dt.timedelta(days=series.BIN_DAYS),
                by=gone.by or "",
                records=gone.records,
            )
            for gone in series.deleted(connection)
        ]


@router.post("", status_code=201)
def create_series(body: NewSeries, person: Director, state: StateOf) -> Created:
    """Set up a series; it has no classes until it is planned."""
    with state.database.transaction() as connection:
        plan = empty_plan(body, shapes.every(connection))
        library = state.library(connection)
    set_up_problems(plan, library)
    with state.database.transaction() as connection:
        _keep_room(connection, plan.shape.room, shared=body.share_room)
        return Created(id=series.add(connection, plan, person.id))


def _keep_room(connection: Connection, room: Room, *, shared: bool) -> None:
    """Keep a new room; one that others use as well is changed only where that is asked."""
    if shared:
        rooms.put(connection, room)
    else:
        rooms.add(connection, room)


@router.get("/{series_id}/setup")
def get_setup(series_id: int, _: SignedIn, state: StateOf) -> SetUp:
    """Return what a series was set up with."""
    with state.database.transaction() as connection:
        stored = series.get(connection, series_id)
    plan = stored.plan
    data = shape_to(plan.shape) | {"rules": sheet_to(plan.sheet), "version": stored.version}
    data["shapes"] = [shape.id for shape in plan.shape.class_shapes]
    return SetUp.model_validate(data | {"yardstick": plan.sheet.yardstick.value})


@router.post("/{series_id}/setup/trial", dependencies=COSTLY)
def try_setup(series_id: int, body: SetUp, _: Director, state: StateOf) -> ConsequencesModel:
    """Return what another set-up does to the classes as they are; nothing is changed."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        changes.require_seen(connection, held.stored, body.version)
        plan = held.stored.plan
        wanted = empty_plan(body, shapes.every(connection), plan.shape.class_shapes)
    set_up_problems(wanted, held.facts.library)
    after = reshaped(plan, wanted.shape, wanted.sheet)
    return consequences_model(consequences(held.facts, held.found, after), SET_UP)


@router.put("/{series_id}/setup")
def change_setup(series_id: int, body: SetUp, person: Director, state: StateOf) -> Changed:
    """Change the set-up of a series; its classes stay on their days, to be mended or planned."""
    with state.database.transaction() as connection:
        held = series.get(connection, series_id).plan.shape.class_shapes
        plan = empty_plan(body, shapes.every(connection), held)
        library = state.library(connection)
    set_up_problems(plan, library)
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        stored = series.get(connection, series_id)
        after = reshaped(stored.plan, plan.shape, plan.sheet)
        gone = len(stored.plan.classes) - len(after.classes)
        changes.reshape(connection, stored, after, SET_UP, person.id)
        _keep_room(connection, plan.shape.room, shared=body.share_room)
    lost = f"; {gone} class{' lost its' if gone == 1 else 'es lost their'} day" if gone else ""
    return Changed(label=SET_UP + lost)


@router.put("/{series_id}/days-and-kit")
def change_days_and_kit(series_id: int, body: Reshape, person: Director, state: StateOf) -> Changed:
    """Close days or change the kit of the room; classes stay on their days, to be repaired."""
    with state.database.transaction() as connection:
        plan = series.get(connection, series_id).plan
        library = state.library(connection)
    data = shape_to(plan.shape) | {"closed": [day.isoformat() for day in body.closed]}
    data["room"] = data["room"] | {"kit": body.kit}
    shape = shape_from(data)
    set_up_problems(replace(plan, shape=shape, classes=()), library)
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        stored = series.get(connection, series_id)
        after = reshaped(stored.plan, shape, stored.plan.sheet)
        gone = len(stored.plan.classes) - len(after.classes)
        changes.reshape(connection, stored, after, "Change days and kit", person.id)
    classes = f"{gone} class{'' if gone == 1 else 'es'} fell on closed days"
    return Changed(label=f"Days and kit changed; {classes}")


@router.get("/{series_id}", response_model=Board)
def get_board(series_id: int, person: SignedIn, state: StateOf, asked: AskedFor) -> Response:
    """Return a whole series for the board."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        history = changes.history(connection, series_id)
        run = runs.open_run(connection, series_id)
        beside = runs.beside(connection, series_id)
        held_sessions = sessions.of_series(connection, series_id)
    slots = held.stored.plan.shape.by_day()
    own = [(slots[one.day].index, one) for one in held_sessions if one.day in slots]
    recorded = ((slot, one.record.load) for slot, one in own if one.record)
    loads = {slot: load for slot, load in recorded if load is not None}
    taught = {slot: Taught(one.instructor or "", one.record is not None) for slot, one in own}
    models = history_model(history, person.id), run, kept_model(beside)
    around = views.Around(*models, loads, taught)
    return held.page(("board", around.key), asked, lambda: views.board(held, around))


@router.get("/{series_id}/document")
def get_series_document(series_id: int, _: SignedIn, state: StateOf) -> Document:
    """Return a series as the open JSON document of docs/formats/plan.schema.json."""
    with state.database.transaction() as connection:
        stored = state.series(connection, series_id).stored
    return plan_to(stored.plan, stored.certificate)


@router.delete("/{series_id}", status_code=204)
def delete_series(series_id: int, person: Director, state: StateOf) -> None:
    """Put a series into the bin, from which it can be brought back for thirty days."""
    with state.database.transaction() as connection:
        series.lock(connection, series_id)
        if runs.open_run(connection, series_id) is not None:
            raise Conflict("This series is being planned.", fix="Stop that first.")
        series.remove(connection, series_id, person.id)
        series.purge(connection)


@router.post("/{series_id}/restore")
def restore_series(series_id: int, _: Director, state: StateOf) -> Changed:
    """Bring a series back from the bin, with its classes, history and records."""
    with state.database.transaction() as connection:
        series.restore(connection, series_id)
    return Changed(label="Bring the series back")


@router.post("/{series_id}/undo")
def undo(series_id: int, body: UndoRequest, person: Director, state: StateOf) -> Changed:
    """Take the last change back: the one that the page showed, and somebody else's only if sure."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        _require_own(changes.history(connection, series_id).undo, body, person, "undo")
        return Changed(label=changes.undo(connection, series_id, person.id))


@router.post("/{series_id}/redo")
def redo(series_id: int, body: UndoRequest, person: Director, state: StateOf) -> Changed:
    """Do the last undone change again."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        _require_own(changes.history(connection, series_id).redo, body, person, "redo")
        return Changed(label=changes.redo(connection, series_id, person.id))


def _require_own(change: Change | None, body: UndoRequest, person: Person, verb: str) -> None:
    if change is None or body.sure or change.person_id in (None, person.id):
        return
    raise NotYours(
        f"This change is {change.by or 'somebody else'}'s: {change.label}.",
        fix=f"Say that you are sure to {verb} it, or ask them first.",
    )
