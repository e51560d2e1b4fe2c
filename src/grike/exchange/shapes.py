"""The shapes of classes that ship with Grike, one file each, and the choice of some."""

from __future__ import annotations

import json
from collections.abc import Iterable
from functools import lru_cache

from grike.core.class_shape import ClassShape
from grike.core.class_shape_codec import class_shape_from
from grike.core.errors import InvalidInput
from grike.exchange.documents import DATA


@lru_cache
def shipped_shapes() -> tuple[ClassShape, ...]:
    """Return the shapes that ship with Grike, by name."""
    files = sorted((DATA / "shapes").glob("*.json"))
    every = [class_shape_from(json.loads(file.read_text(encoding="utf-8"))) for file in files]
    return tuple(sorted(every, key=lambda shape: shape.name))


def chosen_shapes(ids: Iterable[str], others: Iterable[ClassShape] = ()) -> tuple[ClassShape, ...]:
    """Return shapes by id, each once, in the order of their names. Raises InvalidInput.

    ``others``: shapes beside those that ship, of which the first of an id counts.
    """
    wanted = set(ids)
    known = {shape.id: shape for shape in (*reversed([*others]), *shipped_shapes())}
    unknown = sorted(wanted - known.keys())
    if unknown:
        raise InvalidInput(
            f"There is no shape '{unknown[0]}'.",
            fix="Choose from the list of shapes.",
            place="shapes",
            fields={"shapes": f"There is no shape '{unknown[0]}': choose from the list."},
        )
    return tuple(sorted((known[own] for own in wanted), key=lambda shape: (shape.name, shape.id)))
