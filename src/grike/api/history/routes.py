"""The history of a series: read, and gone back to any point of it."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Query

from grike.api.history.models import BackRequest, ChangeModel
from grike.api.moves.models import ConsequencesModel
from grike.api.moves.views import consequences_model
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.api.turns import COSTLY
from grike.core.advice.consequences import consequences
from grike.core.errors import NotYours
from grike.core.rules import Facts, findings
from grike.store import changes, points
from grike.store.changes import Entry

router = APIRouter(prefix="/api/series/{series_id}/history", tags=["history"])


@router.get("")
def get_history(series_id: int, _: SignedIn, state: StateOf) -> list[ChangeModel]:
    """Return all changes of a series, the last first; what was undone stands before them."""
    with state.database.transaction() as connection:
        return [
            ChangeModel(
                id=entry.id,
                label=entry.label,
                by=entry.by or "",
                at=entry.at.replace(tzinfo=dt.UTC),
                undone=entry.undone,
            )
            for entry in changes.entries(connection, series_id)
        ]


@router.get("/between", dependencies=COSTLY)
def compare_points(
    series_id: int,
    one: Annotated[int, Query(ge=0)],
    other: Annotated[int, Query(ge=0)],
    _: SignedIn,
    state: StateOf,
) -> ConsequencesModel:
    """Return what differs from one point to another; each is the change it comes after, or 0."""
    with state.database.transaction() as connection:
        stored = state.series(connection, series_id).stored
        every = changes.entries(connection, series_id)
        ours = points.plan_at(connection, stored.plan, every, one)
        theirs = points.plan_at(connection, stored.plan, every, other)
        paces = state.paces(connection, series_id, ours.shape)
        library = state.library(connection)
    before = Facts(ours, library, paces)
    found = consequences(before, findings(before), theirs)
    return consequences_model(found, f"{_named(every, one)} to {_named(every, other)}")


def _named(every: list[Entry], change: int) -> str:
    return next((entry.label for entry in every if entry.id == change), "As it was set up")


@router.post("/back")
def go_back(series_id: int, body: BackRequest, person: Director, state: StateOf) -> Changed:
    """Undo, or redo, until a change is the last; what was undone can be redone."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        every = changes.entries(connection, series_id)
        back, onward = points.ways(every, body.change)
        touched = [*back, *onward]
        others = sorted({own.by or "somebody" for own in touched if _of_another(own, person.id)})
        if others and not body.sure:
            raise NotYours(
                f"This takes back or redoes changes of {', '.join(others)}.",
                fix="Say that you are sure, or ask them first.",
            )
        for _ in back:
            changes.undo(connection, series_id, person.id)
        for _ in onward:
            changes.redo(connection, series_id, person.id)
    count = len(touched)
    return Changed(
        label=f"{count} change{'' if count == 1 else 's'} {'undone' if back else 'redone'}"
    )


def _of_another(entry: Entry, person_id: int) -> bool:
    return entry.person_id not in (None, person_id)
