"""Shapes of classes: listed and tried against a class, added, changed, made of a class."""

from __future__ import annotations

import re
from collections.abc import Collection
from typing import Annotated

from fastapi import APIRouter, Query

from grike.api.classes.access import member_of
from grike.api.model import Document
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shapes.models import (
    NewShape,
    ShapeEdit,
    ShapeModel,
    ShapePartModel,
    ShapeSource,
    ShapeTrial,
)
from grike.api.shared import Changed
from grike.core.class_shape import LONGEST, SHORTEST, ClassShape
from grike.core.class_shape_codec import class_shape_from, class_shape_to
from grike.core.design import MOST_SHAPE_ID
from grike.core.errors import InvalidInput, NotFound
from grike.core.focus import FOCUS_NAMES, Focus
from grike.core.planner.shape_of_class import shape_of
from grike.core.planner.variants.fit import fit_of, why_not
from grike.exchange.documents import conforming
from grike.exchange.shapes import shipped_shapes
from grike.store import shapes
from grike.store.connection import Connection

router = APIRouter(prefix="/api", tags=["shapes"])
DRAFT = "draft"


@router.get("/shapes")
def class_shapes(
    _: SignedIn,
    state: StateOf,
    minutes: Annotated[int, Query(ge=SHORTEST, le=LONGEST)] = 45,
    level: Annotated[int, Query(ge=1, le=3)] = 2,
) -> list[ShapeModel]:
    """Return the shapes of classes, one's own first, each tried against a class."""
    with state.database.transaction() as connection:
        own = [held.shape for held in shapes.every(connection)]
    return [
        *(_tried(shape, minutes, level, own=True) for shape in own),
        *(_tried(shape, minutes, level, own=False) for shape in shipped_shapes()),
    ]


def _tried(shape: ClassShape, minutes: int, level: int, *, own: bool) -> ShapeModel:
    fit = fit_of(shape, minutes, level)
    parts = zip(shape.parts, fit.parts if fit else (), strict=False)
    return ShapeModel(
        id=shape.id,
        name=shape.name,
        sentence=shape.sentence,
        focuses=[FOCUS_NAMES[focus] for focus in Focus if focus in shape.focuses],
        levels=list(shape.levels),
        fits=fit.words(minutes) if fit else why_not(shape, minutes, level),
        parts=[
            ShapePartModel(
                role=part.role,
                theme=part.theme,
                takes=sorted(part.takes),
                format=fitted.format,
                seconds=fitted.seconds,
                movements=fitted.movements,
            )
            for part, fitted in parts
        ],
        own=own,
    )


@router.post("/shapes/trial")
def try_shape(body: ShapeTrial, _: Director) -> ShapeModel:
    """Return how a shape would fit a class; nothing is kept."""
    return _tried(_read(body.document, DRAFT), body.minutes, body.level, own=True)


@router.get("/shapes/{shape_id}")
def get_shape(shape_id: str, _: SignedIn, state: StateOf) -> ShapeSource:
    """Return a shape as its document."""
    with state.database.transaction() as connection:
        for held in shapes.every(connection):
            if held.shape.id == shape_id:
                document = class_shape_to(held.shape)
                return ShapeSource(document=document, version=held.version, own=True)
    for shape in shipped_shapes():
        if shape.id == shape_id:
            return ShapeSource(document=class_shape_to(shape), version=0, own=False)
    raise NotFound("There is no such shape.", fix="Load the list of shapes again.")


@router.post("/shapes", status_code=201)
def add_shape(body: NewShape, _: Director, state: StateOf) -> ShapeSource:
    """Add a shape of one's own."""
    shape = _read(body.document, DRAFT)
    with state.database.transaction() as connection:
        known = _others(connection, "")
        _require_free(shape, known)
        shape = _read(body.document, _free_id(shape.name, {own.id for own in known}))
        shapes.add(connection, shape)
    return ShapeSource(document=class_shape_to(shape), version=1, own=True)


@router.put("/shapes/{shape_id}")
def change_shape(shape_id: str, body: ShapeEdit, _: Director, state: StateOf) -> Changed:
    """Change a shape of one's own; series keep what they were set up with."""
    shape = _read(body.document, shape_id)
    with state.database.transaction() as connection:
        shapes.get(connection, shape_id)
        _require_free(shape, _others(connection, shape_id))
        shapes.change(connection, shape, body.version)
    return Changed(label=f"Change {shape.name}")


@router.delete("/shapes/{shape_id}", status_code=204)
def remove_shape(shape_id: str, version: int, _: Director, state: StateOf) -> None:
    """Forget a shape of one's own; series that use it keep it."""
    with state.database.transaction() as connection:
        shapes.remove(connection, shape_id, version)


@router.get("/series/{series_id}/classes/{slot}/shape")
def shape_of_class(series_id: int, slot: int, _: SignedIn, state: StateOf) -> Document:
    """Return a class as a shape, as a document to be looked over and kept."""
    with state.database.transaction() as connection:
        facts = state.series(connection, series_id).facts
    member = member_of(facts, slot)
    name = f"{member.design.name} of {member.slot.label}"
    shape = shape_of(member.design, facts.library, facts.shape.level, shape_id=DRAFT, name=name)
    return class_shape_to(shape)


def _read(document: Document, shape_id: str) -> ClassShape:
    """Return the shape of a document under an id. Raises InvalidInput with the place."""
    return class_shape_from(conforming({**document, "id": shape_id}, "shape"))


def _others(connection: Connection, shape_id: str) -> list[ClassShape]:
    own = [held.shape for held in shapes.every(connection)]
    return [shape for shape in (*own, *shipped_shapes()) if shape.id != shape_id]


def _require_free(shape: ClassShape, others: Collection[ClassShape]) -> None:
    """Raise InvalidInput where another shape has the name: people would not tell them apart."""
    name = shape.name.strip().casefold()
    if any(other.name.strip().casefold() == name for other in others):
        raise shapes.taken(shape.name)


def _free_id(name: str, taken: Collection[str]) -> str:
    """Return a short name for files that no other shape has."""
    base = re.sub("[^a-z0-9]+", "-", name.lower()).strip("-")[: MOST_SHAPE_ID - 4] or "shape"
    for number in range(1, 1000):
        found = base if number == 1 else f"{base}-{number}"
        if found not in taken:
            return found
    raise InvalidInput("There are too many shapes of this name.", fix="Choose another name.")
