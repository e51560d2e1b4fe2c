"""The movement library: read, edited, retired, and as a table."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Body, Query, Response

from grike.api.movements.models import (
    FieldModel,
    FoundModel,
    ImportResult,
    MovementEdit,
    MovementFields,
    MovementModel,
    MovementUse,
    RetireRequest,
)
from grike.api.movements.page import library_page
from grike.api.pages import AskedFor
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.core.errors import Conflict, InvalidInput
from grike.exchange.library import library_document, library_of, require_sound
from grike.exchange.movement_cells import Entry
from grike.exchange.movement_csv import COLUMNS, from_csv, from_fields, to_csv, to_fields
from grike.exchange.search import MOST_TEXT, search
from grike.store import library as stored_library
from grike.store import uses
from grike.store.connection import Connection

SearchText = Annotated[str, Query(max_length=MOST_TEXT)]
router = APIRouter(prefix="/api/movements", tags=["movements"])


@router.get("", response_model=list[MovementModel])
def movements(_: SignedIn, state: StateOf, asked: AskedFor) -> Response:
    """Return the movement library; a page that has this version already is told just that."""
    return library_page(state, asked)


@router.get("/search")
def found_movements(_: SignedIn, state: StateOf, text: SearchText) -> list[FoundModel]:
    """Return the movements that a text finds by name, pattern, muscle or a likely misspelling."""
    with state.database.transaction() as connection:
        library = state.library(connection)
    return [
        FoundModel(movement=found.movement_id, words=found.words, by=found.by)
        for found in search(library, text)
    ]


@router.get("/table")
def movement_table(_: SignedIn, state: StateOf) -> Response:
    """Return the movements that are offered as CSV."""
    with state.database.transaction() as connection:
        stored = stored_library.every(connection)
    text = to_csv(s.entry for s in stored if not s.retired)
    headers = {"Content-Disposition": 'attachment; filename="movements.csv"'}
    return Response(text, media_type="text/csv; charset=utf-8", headers=headers)


@router.put("/table")
def bring_table(
    body: Annotated[str, Body(media_type="text/csv")], _: Director, state: StateOf
) -> ImportResult:
    """Take a table of movements in: new ones are added, known ones changed, none removed."""
    rows = from_csv(body)
    with state.database.transaction() as connection:
        before = {s.entry["id"]: s.entry for s in stored_library.every(connection)}
        changed = [row for row in rows if before.get(row["id"]) != row]
        _require_sound(connection, changed)
        stored_library.save_all(connection, changed)
    added = sum(1 for row in changed if row["id"] not in before)
    return ImportResult(added=added, changed=len(changed) - added)


def _require_sound(connection: Connection, changed: list[Entry]) -> None:
    require_sound(stored_library.entries(connection), changed)


@router.get("/blank/fields")
def blank_fields(_: SignedIn) -> MovementFields:
    """Return the fields of a movement that is still to be written."""
    usual = {
        "role": "work",
        "sides": "two-sided",
        "plane": "sagittal",
        "position": "standing",
        "pace": "controlled",
        "impact": "0",
        "contacts_per_rep": "0",
        "level": "1",
        "seconds_per_rep": "2",
        "reps": "8-15",
        "seconds": "30-45",
        "foundation": "no",
        "show_from": "side",
    }
    return MovementFields(version=0, fields=_fields(usual))


def _fields(texts: dict[str, str]) -> list[FieldModel]:
    return [
        FieldModel(
            name=column.name,
            meaning=column.meaning,
            text=texts.get(column.name, ""),
            choices=list(column.choices),
            many=column.many,
        )
        for column in COLUMNS
    ]


@router.get("/{movement_id}/fields")
def movement_fields(movement_id: str, _: SignedIn, state: StateOf) -> MovementFields:
    """Return a movement as texts by field."""
    with state.database.transaction() as connection:
        stored = stored_library.get(connection, movement_id)
    return MovementFields(version=stored.version, fields=_fields(to_fields(stored.entry)))


@router.post("", status_code=201)
def add_movement(body: MovementEdit, _: Director, state: StateOf) -> Changed:
    """Add a movement."""
    entry = from_fields(body.fields)
    with state.database.transaction() as connection:
        known = {s.entry["id"] for s in stored_library.every(connection)}
        if entry["id"] in known:
            raise InvalidInput(
                f"There is a movement '{entry['id']}' already.",
                fix="Choose another short name.",
                fields={"id": "This is taken."},
            )
        _require_sound(connection, [entry])
        stored_library.add(connection, entry)
    return Changed(label=f"Add {entry['name']}")


@router.put("/{movement_id}")
def change_movement(movement_id: str, body: MovementEdit, _: Director, state: StateOf) -> Changed:
    """Change a movement; plans that hold it follow."""
    entry = from_fields(body.fields)
    if entry["id"] != movement_id:
        raise InvalidInput(
            "The short name of a movement stays as it is.",
            "Plans refer to it.",
            "Change the name instead.",
            fields={"id": f"This stays '{movement_id}'."},
        )
    with state.database.transaction() as connection:
        stored_library.get(connection, movement_id)
        _require_sound(connection, [entry])
        stored_library.change(connection, entry, body.version or 0)
    return Changed(label=f"Change {entry['name']}")


@router.post("/{movement_id}/retire")
def retire_movement(movement_id: str, body: RetireRequest, _: Director, state: StateOf) -> Changed:
    """Offer a movement no longer, or again. Plans that hold it keep it."""
    with state.database.transaction() as connection:
        stored = stored_library.get(connection, movement_id)
        if stored.retired == body.retired:
            raise Conflict(
                f"'{stored.entry['name']}' is {'retired' if stored.retired else 'offered'} already."
            )
        stored_library.retire(connection, movement_id, body.version, body.retired)
    return Changed(label=f"{'Retire' if body.retired else 'Offer'} {stored.entry['name']}")


@router.delete("/{movement_id}", status_code=204)
def delete_movement(movement_id: str, _: Director, state: StateOf) -> None:
    """Take a movement out for good: one that was made here and stands in no class."""
    with state.database.transaction() as connection:
        name = stored_library.get(connection, movement_id).entry["name"]
        shipped = any(entry["id"] == movement_id for entry in library_document()["movements"])
        if shipped or uses.was_used(connection, movement_id):
            raise Conflict(
                f"'{name}' cannot be deleted.",
                "It ships with Grike." if shipped else "Classes hold it, or held it.",
                "Retire it: then it is offered no longer.",
            )
        left = [e for e in stored_library.entries(connection) if e["id"] != movement_id]
        library_of(left, "draft")
        stored_library.remove(connection, movement_id)


@router.get("/{movement_id}/uses")
def movement_uses(movement_id: str, _: SignedIn, state: StateOf) -> list[MovementUse]:
    """Return the classes that hold a movement, series by series."""
    with state.database.transaction() as connection:
        stored_library.get(connection, movement_id)
        found = uses.uses_of(connection, movement_id)
        plans = {use.series_id: state.series(connection, use.series_id) for use in found}
    out: list[MovementUse] = []
    for use in found:
        shape = plans[use.series_id].facts.shape
        slot = shape.by_day()[use.day]
        out.append(
            MovementUse(
                series=use.series_id,
                series_name=shape.name,
                slot=slot.index,
                label=slot.label,
                date=slot.date,
            )
        )
    return out
