"""Write the parts of the JSON schemas that follow from the core's dataclasses."""

from __future__ import annotations

import json
from dataclasses import is_dataclass
from enum import Enum
from pathlib import Path
from types import UnionType
from typing import Any, Union, get_args, get_origin

from grike.core.class_shape import MOST_PARTS, Takes
from grike.core.design import MOST_NOTE, MOST_SHAPE_ID, Block, Role
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import FORMATS, Format
from grike.core.item import Item
from grike.core.kit import Kit
from grike.core.movement import Position
from grike.core.pattern import Demand, Pattern
from grike.core.plain import hints_of, required
from grike.core.rules import CATALOGUE, Rule
from grike.core.series import MOST_SHAPES
from grike.core.sheet import Mode
from grike.core.wishes import Wishes
from scripts.paths import ROOT

SCHEMAS = ROOT / "src" / "grike" / "data" / "schemas"
_SIMPLE: dict[type, dict[str, Any]] = {
    bool: {"type": "boolean"},
    int: {"type": "integer"},
    float: {"type": "number"},
    str: {"type": "string"},
}


def definitions() -> dict[str, Any]:
    """Return the definitions of format, item and block. Limits are told by the core, in words."""
    item = _object(Item)
    item["properties"] = {"movement": {"type": "string", "minLength": 1}} | {
        name: value for name, value in item["properties"].items() if name != "movement_id"
    }
    item["required"] = ["movement"]
    block = _object(Block)
    block["properties"] |= {
        "items": {"type": "array", "items": {"$ref": "#/$defs/item"}},
    }
    return {"format": _format(), "item": item, "block": block}


def _format() -> dict[str, Any]:
    cases: list[dict[str, Any]] = []
    for kind, cls in FORMATS.items():
        own = _object(cls)
        const = {"properties": {"kind": {"const": kind}}}
        own["required"] = ["kind", *own.get("required", [])]
        own["properties"] = {"kind": {"const": kind}, **own["properties"]}
        cases.append({"if": const, "then": own})
    return {
        "type": "object",
        "required": ["kind"],
        "properties": {"kind": {"enum": list(FORMATS)}},
        "allOf": cases,
    }


def _object(cls: Any) -> dict[str, Any]:
    names = [field.name for field, _ in hints_of(cls) if required(field)]
    return {
        "type": "object",
        "additionalProperties": False,
        **({"required": names} if names else {}),
        "properties": {field.name: _of(hint) for field, hint in hints_of(cls)},
    }


def _of(hint: Any) -> dict[str, Any]:
    origin, parts = get_origin(hint), get_args(hint)
    if origin in (Union, UnionType):
        kinds = [part for part in parts if part is not type(None)]
        return _of(kinds[0]) if len(kinds) == 1 else {}
    if origin is tuple:
        if parts[1] is Ellipsis:
            return {"type": "array", "items": _of(parts[0])}
        size = len(parts)
        return {"type": "array", "items": _of(parts[0]), "minItems": size, "maxItems": size}
    if issubclass(hint, Enum):
        return {"enum": [member.value for member in hint]}
    if hint is Format:
        return {"$ref": "#/$defs/format"}
    return _object(hint) if is_dataclass(hint) else _SIMPLE[hint]


_SHAPE_ID = {"type": "string", "pattern": "^[a-z0-9-]{1,80}$"}


def _class_shape() -> dict[str, Any]:
    """Return the schema of the shape of a class, but for its definition of a format."""
    whole: dict[str, Any] = {"type": "integer", "minimum": 1}
    words: dict[str, Any] = {"type": "string", "minLength": 1, "maxLength": 200}
    part = {
        "type": "object",
        "additionalProperties": False,
        "required": ["role", "theme", "format", "sizes"],
        "properties": {
            "role": {"enum": [role.value for role in Role]},
            "theme": words,
            "takes": {"type": "array", "items": {"enum": [kind.value for kind in Takes]}},
            "format": {"$ref": "#/$defs/format"},
            "sizes": {"type": "array", "items": whole, "minItems": 1, "maxItems": 12},
            "times": {"type": "array", "items": whole, "maxItems": 12},
            "blocks": whole,
        },
    }
    return {
        "type": "object",
        "additionalProperties": False,
        "required": ["id", "name", "sentence", "parts"],
        "properties": {
            "id": _SHAPE_ID,
            "name": words,
            "sentence": words,
            "focuses": {"type": "array", "items": {"enum": [focus.value for focus in Focus]}},
            "levels": {"type": "array", "items": {"enum": [1, 2, 3]}},
            "minutes": {"type": "array", "items": whole, "minItems": 2, "maxItems": 2},
            "parts": {"type": "array", "items": part, "minItems": 1, "maxItems": MOST_PARTS},
        },
    }


def _shape_file() -> dict[str, Any]:
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        "title": "The shape of a class",
        "$defs": {"format": _format()},
        **_class_shape(),
    }


def _rules() -> dict[str, Any]:
    """Return the schema of a rule sheet."""
    lines = {rule.id: _line(rule) for rule in CATALOGUE}
    weekday = {"type": "integer", "minimum": 0, "maximum": 6}
    lines["D6"]["properties"]["owned"] = {
        "type": "object",
        "additionalProperties": weekday,
        "description": "families and muscle groups by id, and the weekday that owns each",
    }
    return {"type": "object", "additionalProperties": False, "properties": lines}


def _line(rule: Rule) -> dict[str, Any]:
    numbers = {
        name: {
            "type": "integer" if number.whole else "number",
            "minimum": number.least,
            "maximum": number.most,
            "description": number.label,
        }
        for name, number in rule.numbers.items()
    }
    return {
        "type": "object",
        "additionalProperties": False,
        "properties": {
            "mode": {"enum": [mode.value for mode in Mode]},
            "weight": {"type": "integer", "minimum": 0, "maximum": 1000},
            "numbers": {"type": "object", "additionalProperties": False, "properties": numbers},
        },
        "description": rule.title,
    }


#: Menus by a member that stands in no other menu.
MENUS: dict[str, type[Enum]] = {
    Focus.WHOLE.value: Focus,
    Kit.MAT.value: Kit,
    Family.LUNGE.value: Family,
    Pattern.SINGLE_LEG.value: Pattern,
    Demand.BELLY.value: Demand,
    Position.PRONE.value: Position,
}


def _with_whole_menus(part: Any) -> None:
    """Put the whole menu wherever a schema lists focuses, kit, families, patterns or demands."""
    if isinstance(part, dict):
        for name, menu in MENUS.items():
            if name in part.get("enum", ()):
                part["enum"] = [member.value for member in menu]
        counts = part.get("properties", {}).get(Kit.MAT.value)
        if counts is not None:
            part["properties"] |= {kit.value: dict(counts) for kit in Kit}
        for value in part.values():
            _with_whole_menus(value)
    elif isinstance(part, list):
        for value in part:
            _with_whole_menus(value)


def texts() -> dict[Path, str]:
    """Return what each schema file should hold."""
    out: dict[Path, str] = {}
    for name in ("class", "movements", "plan", "request"):
        path = SCHEMAS / f"{name}.schema.json"
        schema = json.loads(path.read_text(encoding="utf-8"))
        if "$defs" in schema:
            schema["$defs"] |= definitions()
        if "series" in schema.get("properties", {}):
            schema["properties"]["series"]["properties"]["wishes"] = _object(Wishes)
        for design in (schema, schema.get("$defs", {}).get("class", {})):
            if "slot_seconds" in design.get("properties", {}):
                design["properties"]["shape"] = {"type": "string", "maxLength": MOST_SHAPE_ID}
                design["properties"]["note"] = {"type": "string", "maxLength": MOST_NOTE}
        if "rules" in schema["properties"]:
            schema["properties"]["rules"] = _rules()
            schema["properties"]["series"]["properties"]["shapes"] = {
                "type": "array",
                "items": _class_shape(),
                "maxItems": MOST_SHAPES,
            }
            schema["properties"]["series"]["properties"] |= {
                "shape_days": {
                    "type": "object",
                    "additionalProperties": False,
                    "patternProperties": {
                        "^[0-6]$": {"type": "array", "items": _SHAPE_ID, "uniqueItems": True}
                    },
                    "description": "of which shapes the classes of a weekday are, 0 for Monday",
                },
                "kept_days": {
                    "type": "array",
                    "items": {"type": "integer", "minimum": 0, "maximum": 6},
                    "uniqueItems": True,
                    "description": "weekdays that keep their shape from week to week",
                },
            }
            schema.setdefault("$defs", {})["format"] = _format()
        _with_whole_menus(schema)
        out[path] = json.dumps(schema, indent=2, ensure_ascii=False) + "\n"
    shape = json.dumps(_shape_file(), indent=2, ensure_ascii=False) + "\n"
    return out | {SCHEMAS / "shape.schema.json": shape}


def write() -> None:
    """Write the schemas."""
    for path, text in texts().items():
        path.write_text(text, encoding="utf-8")


def current() -> bool:
    """Return whether the files hold what they should."""
    return all(path.read_text(encoding="utf-8") == text for path, text in texts().items())
