"""Designs: never changed in place, since one may have been taught."""

from __future__ import annotations

import json
from collections.abc import Collection
from functools import lru_cache

from grike.core.codec import design_to, stored_design_from
from grike.core.design import ClassDesign
from grike.core.errors import NotFound
from grike.store.connection import Connection

ONE = "SELECT body FROM design WHERE id = %s"
SOME = "SELECT id, body FROM design WHERE id IN %s"
ADD = "INSERT INTO design (name, body) VALUES (%s, %s)"


@lru_cache(maxsize=4096)
def read(body: str) -> ClassDesign:
    """Return the design of a stored text."""
    return stored_design_from(json.loads(body))


def get(connection: Connection, design_id: int) -> ClassDesign:
    """Return a design that stands somewhere, or stood and was taught. Raises NotFound."""
    row = connection.row(ONE, (design_id,))
    if row is None:
        raise NotFound("There is no such class.", fix="Load the page again.")
    return read(row["body"])


def some(connection: Connection, ids: Collection[int]) -> dict[int, ClassDesign]:
    """Return designs by id."""
    rows = connection.rows(SOME, (sorted(ids),)) if ids else []
    return {int(row["id"]): read(row["body"]) for row in rows}


def add(connection: Connection, design: ClassDesign) -> int:
    """Keep a design; return its id."""
    text = json.dumps(design_to(design), ensure_ascii=False)
    return connection.insert(ADD, (design.name[:160], text))
