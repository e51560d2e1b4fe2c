"""The shelf of series: tags and the archive, seasons begun again, whole series in from a file."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.model import Document, Model
from grike.api.moves.models import ConsequencesModel
from grike.api.moves.views import consequences_model
from grike.api.security import Director, StateOf
from grike.api.series.models import NewSeason, Shelf
from grike.api.shared import Changed, Created, Write
from grike.api.turns import COSTLY
from grike.core.advice.consequences import consequences
from grike.core.library import Library
from grike.core.planner.readiness import set_up_problems
from grike.core.rules import Facts, broken_musts, findings
from grike.core.seasons import next_season
from grike.core.series import SeriesPlan
from grike.exchange.documents import conforming
from grike.exchange.plans import plan_from
from grike.store import changes, seasons, series

router = APIRouter(prefix="/api/series", tags=["series"])
#: What the history calls classes that came along, or from a file.
COPIED, BROUGHT = "Bring the classes along", "Bring the series from a file"


class SeriesDocument(Model):
    """A whole series as the open document of docs/formats/plan.schema.json."""

    document: Document


class DocumentOver(Write):
    """A whole series to be put in the place of what a series is now."""

    document: Document


class SeriesPreview(Model):
    """What a document holds: the series that it would make, and the musts that it breaks."""

    name: str
    start: str
    weeks: int
    classes: int
    slots: int
    minutes: int
    room: str
    musts: list[str]


@router.put("/{series_id}/shelf")
def shelve(series_id: int, body: Shelf, _: Director, state: StateOf) -> Changed:
    """Put tags on a series, and put it into the archive or take it out."""
    tags = list(dict.fromkeys(tag.strip() for tag in body.tags if tag.strip()))
    with state.database.transaction() as connection:
        series.shelve(connection, series_id, tags, archived=body.archived)
    return Changed(label="Into the archive" if body.archived else "Tags kept")


@router.post("/{series_id}/seasons", status_code=201)
def begin_season(series_id: int, body: NewSeason, person: Director, state: StateOf) -> Created:
    """Begin a series again from a date on; what was learned of the group stays."""
    with state.database.transaction() as connection:
        stored = series.get(connection, series_id)
        library = state.library(connection)
    plan = next_season(stored.plan, body.name.strip(), body.start, classes=body.classes)
    set_up_problems(plan, library)
    with state.database.transaction() as connection:
        group = seasons.group_of(connection, series_id)
        made = series.add(connection, plan, person.id, group)
        if plan.classes:
            new = series.get(connection, made)
            changes.save(connection, new, plan.classes, COPIED, person.id)
        return Created(id=made)


def _read(document: Document, library: Library) -> SeriesPlan:
    plan = plan_from(conforming(document, "plan"), library)
    set_up_problems(plan, library)
    return plan


@router.post("/documents/trial", dependencies=COSTLY)
def try_document(body: SeriesDocument, _: Director, state: StateOf) -> SeriesPreview:
    """Return what a document would make; nothing is stored."""
    with state.database.transaction() as connection:
        library = state.library(connection)
    plan = _read(body.document, library)
    shape = plan.shape
    return SeriesPreview(
        name=shape.name,
        start=shape.start.isoformat(),
        weeks=shape.weeks,
        classes=len(plan.classes),
        slots=len(shape.slots()),
        minutes=shape.minutes,
        room=shape.room.name,
        musts=[found.what for found in broken_musts(findings(Facts(plan, library)))],
    )


@router.post("/documents", status_code=201)
def bring_document(body: SeriesDocument, person: Director, state: StateOf) -> Created:
    """Make a new series of a document, with its classes."""
    with state.database.transaction() as connection:
        library = state.library(connection)
    plan = _read(body.document, library)
    with state.database.transaction() as connection:
        made = series.add(connection, plan, person.id)
        if plan.classes:
            new = series.get(connection, made)
            changes.save(connection, new, plan.classes, BROUGHT, person.id)
        return Created(id=made)


@router.post("/{series_id}/document/trial", dependencies=COSTLY)
def try_document_over(
    series_id: int, body: DocumentOver, _: Director, state: StateOf
) -> ConsequencesModel:
    """Return what it does to put a document in the place of a series; nothing is changed."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        changes.require_seen(connection, held.stored, body.version)
    after = _read(body.document, held.facts.library)
    return consequences_model(consequences(held.facts, held.found, after), BROUGHT)


@router.put("/{series_id}/document")
def bring_document_over(
    series_id: int, body: DocumentOver, person: Director, state: StateOf
) -> Changed:
    """Put a document in the place of a series, as one change that can be undone."""
    with state.database.transaction() as connection:
        library = state.library(connection)
    after = _read(body.document, library)
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        stored = series.get(connection, series_id)
        changes.reshape(connection, stored, after, BROUGHT, person.id)
    return Changed(label=BROUGHT)
