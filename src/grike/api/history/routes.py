"""The history of a series: read, and gone back to any point of it."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter

from grike.api.history.models import BackRequest, ChangeModel
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.core.errors import NotFound, NotYours
from grike.store import changes
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


@router.post("/back")
def go_back(series_id: int, body: BackRequest, person: Director, state: StateOf) -> Changed:
    """Undo, or redo, until a change is the last; what was undone can be redone."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        every = changes.entries(connection, series_id)
        if body.change and all(entry.id != body.change for entry in every):
            raise NotFound("That change is not there any more.", fix="Load the page again.")
        back, onward = _ways(every, body.change)
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


def _ways(every: list[Entry], change: int) -> tuple[list[Entry], list[Entry]]:
    """Return what is to be undone and what redone until a change is the last that is done."""
    back = [entry for entry in every if not entry.undone and entry.id > change]
    onward = [entry for entry in every if entry.undone and entry.id <= change]
    return back, onward
