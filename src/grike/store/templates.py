"""Class templates: designs kept under a name, to be used again."""

from __future__ import annotations

import json
from dataclasses import dataclass

from grike.core.codec import design_to, stored_design_from
from grike.core.design import ClassDesign
from grike.core.errors import InvalidInput, NotFound
from grike.store.connection import Connection

ALL = "SELECT id, name, body FROM class_template"
ONE = "SELECT id, name, body FROM class_template WHERE id = %s"
TAKEN = "SELECT id FROM class_template WHERE name = %s"
ADD = "INSERT INTO class_template (name, body) VALUES (%s, %s)"
REMOVE = "DELETE FROM class_template WHERE id = %s"


@dataclass(frozen=True, slots=True)
class Template:
    """A design under a name."""

    id: int
    name: str
    design: ClassDesign


def every(connection: Connection) -> list[Template]:
    """Return all templates by name."""
    rows = sorted(connection.rows(ALL), key=lambda r: r["name"].casefold())
    return [Template(r["id"], r["name"], stored_design_from(json.loads(r["body"]))) for r in rows]


def get(connection: Connection, template_id: int) -> Template:
    """Return one template. Raises NotFound."""
    row = connection.row(ONE, (template_id,))
    if row is None:
        raise NotFound("There is no such template.", fix="Load the page again.")
    return Template(row["id"], row["name"], stored_design_from(json.loads(row["body"])))


def add(connection: Connection, name: str, design: ClassDesign) -> int:
    """Keep a design under a name. Raises InvalidInput where the name is taken."""
    if connection.row(TAKEN, (name,)):
        raise InvalidInput(
            f"There is a template '{name}' already.",
            fix="Choose another name, or remove the old one.",
            fields={"name": "This is taken."},
        )
    body = json.dumps(design_to(design), ensure_ascii=False)
    return connection.insert(ADD, (name, body))


def remove(connection: Connection, template_id: int) -> None:
    """Forget a template; classes made from it stay. Raises NotFound."""
    if not connection.run(REMOVE, (template_id,)):
        raise NotFound("There is no such template.", fix="Load the page again.")
