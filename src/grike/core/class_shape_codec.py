"""Shapes of classes to and from plain dictionaries."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from grike.core.class_shape import ClassShape, ShapePart, Takes
from grike.core.codec_formats import format_from, format_to
from grike.core.design import Role
from grike.core.focus import Focus
from grike.core.plain import Plain, at, member


def class_shape_to(shape: ClassShape) -> Plain:
    """Return a shape as a dictionary."""
    return {
        "id": shape.id,
        "name": shape.name,
        "sentence": shape.sentence,
        "focuses": sorted(focus.value for focus in shape.focuses),
        "levels": list(shape.levels),
        "minutes": list(shape.minutes),
        "parts": [
            {
                "role": part.role.value,
                "theme": part.theme,
                "takes": sorted(kind.value for kind in part.takes),
                "format": format_to(part.format),
                "sizes": list(part.sizes),
                **({"times": list(part.times)} if part.times else {}),
                "blocks": part.blocks,
            }
            for part in shape.parts
        ],
    }


def class_shape_from(data: Mapping[str, Any]) -> ClassShape:
    """Return the shape that a dictionary describes."""
    parts: list[ShapePart] = []
    for number, entry in enumerate(data["parts"]):
        with at(f"parts[{number}]"):
            parts.append(_part_from(entry))
    low, high = data.get("minutes", (20, 90))
    return ClassShape(
        str(data["id"]),
        str(data["name"]),
        str(data["sentence"]),
        tuple(parts),
        frozenset(member(Focus, focus, "focuses") for focus in data.get("focuses", ())),
        tuple(data.get("levels", (1, 2, 3))),
        (low, high),
    )


def _part_from(data: Mapping[str, Any]) -> ShapePart:
    with at("format"):
        fmt = format_from(data["format"])
    return ShapePart(
        member(Role, data["role"], "role"),
        str(data["theme"]),
        fmt,
        tuple(data["sizes"]),
        frozenset(member(Takes, kind, "takes") for kind in data.get("takes", ())),
        tuple(data.get("times", ())),
        data.get("blocks", 1),
    )
