"""Shapes of classes that were made here, beside those that ship."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from grike.core.class_shape import ClassShape
from grike.core.class_shape_codec import class_shape_from, class_shape_to
from grike.core.errors import Conflict, InvalidInput, NotFound
from grike.store.connection import Connection

ALL = "SELECT id, body, version FROM class_shape"
ONE = "SELECT id, body, version FROM class_shape WHERE id = %s FOR UPDATE"
ADD = "INSERT INTO class_shape (id, body) VALUES (%s, %s)"
CHANGE = """
    UPDATE class_shape SET body = %s, version = version + 1 WHERE id = %s AND version = %s"""
REMOVE = "DELETE FROM class_shape WHERE id = %s AND version = %s"


@dataclass(frozen=True, slots=True)
class OwnShape:
    """A shape with its version, so that no edit overwrites another unseen."""

    shape: ClassShape
    version: int


def _own(row: Mapping[str, Any]) -> OwnShape:
    return OwnShape(class_shape_from(json.loads(row["body"])), row["version"])


def _body(shape: ClassShape) -> str:
    return json.dumps(class_shape_to(shape), ensure_ascii=False)


def every(connection: Connection) -> list[OwnShape]:
    """Return all shapes that were made here, by name."""
    found = [_own(row) for row in connection.rows(ALL)]
    return sorted(found, key=lambda own: (own.shape.name.casefold(), own.shape.id))


def get(connection: Connection, shape_id: str) -> OwnShape:
    """Return one shape for writing. Raises NotFound."""
    row = connection.row(ONE, (shape_id,))
    if row is None:
        raise NotFound("There is no such shape of your own.", fix="Load the list of shapes again.")
    return _own(row)


def add(connection: Connection, shape: ClassShape) -> None:
    """Add a shape. Raises InvalidInput where its id is taken."""
    if connection.row(ONE, (shape.id,)):
        raise taken(shape.name)
    connection.run(ADD, (shape.id, _body(shape)))


def taken(name: str) -> InvalidInput:
    """Return what is said of a name that another shape has."""
    return InvalidInput(
        f"There is a shape '{name}' already.",
        fix="Choose another name.",
        fields={"name": "This is taken."},
    )


def change(connection: Connection, shape: ClassShape, version: int) -> None:
    """Change a shape. Raises NotFound, and Conflict where it changed meanwhile."""
    name = get(connection, shape.id).shape.name
    if not connection.run(CHANGE, (_body(shape), shape.id, version)):
        raise _stale(name)


def remove(connection: Connection, shape_id: str, version: int) -> None:
    """Forget a shape; series keep theirs. Raises NotFound and Conflict."""
    name = get(connection, shape_id).shape.name
    if not connection.run(REMOVE, (shape_id, version)):
        raise _stale(name)


def _stale(name: str) -> Conflict:
    return Conflict(
        f"'{name}' was changed by somebody else meanwhile.",
        "Your edit was made against an older version.",
        "Load the shape again and repeat your edit.",
    )
