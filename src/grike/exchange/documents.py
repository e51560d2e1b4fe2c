"""JSON documents: read, held against their schema, refused with the place of the first error."""

from __future__ import annotations

import json
from functools import lru_cache
from pathlib import Path
from typing import Any

from jsonschema import Draft202012Validator
from jsonschema.exceptions import ValidationError, best_match

from grike.core.errors import InvalidInput

DATA = Path(__file__).parent.parent / "data"


@lru_cache
def schema(name: str) -> dict[str, Any]:
    """Return the JSON schema of one kind of document."""
    text = (DATA / "schemas" / f"{name}.schema.json").read_text(encoding="utf-8")
    loaded: dict[str, Any] = json.loads(text)
    return loaded


@lru_cache
def _validator(name: str) -> Draft202012Validator:
    return Draft202012Validator(schema(name))


def _place(error: ValidationError) -> str:
    text = ""
    for part in error.absolute_path:
        text += f"[{part}]" if isinstance(part, int) else f".{part}" if text else str(part)
    return text or "the document"


def _unique_keys(pairs: list[tuple[str, Any]]) -> dict[str, Any]:
    out = dict(pairs)
    if len(out) < len(pairs):
        keys = [key for key, _ in pairs]
        twice = next(key for key in keys if keys.count(key) > 1)
        raise InvalidInput(f"The key '{twice}' stands twice.", fix="Keep one of them.", place=twice)
    return out


def parse(text: str, kind: str) -> dict[str, Any]:
    """Return the document of a JSON text. Raises InvalidInput with line and column, or place."""
    try:
        data = json.loads(text, object_pairs_hook=_unique_keys)
    except json.JSONDecodeError as error:
        raise InvalidInput(
            f"This is not JSON: {error.msg.lower()}.",
            fix="Mend the text there.",
            place=f"line {error.lineno}, column {error.colno}",
        ) from None
    return conforming(data, kind)


def conforming(data: Any, kind: str) -> dict[str, Any]:
    """Return ``data`` if it fits the schema of its kind; raise InvalidInput otherwise."""
    error = best_match(_validator(kind).iter_errors(data))
    if error is not None:
        raise InvalidInput(
            f"{error.message[:200]}.",
            fix=f"See docs/formats/{kind}.schema.json.",
            place=_place(error),
        )
    document: dict[str, Any] = data
    return document


def read(path: str, kind: str) -> dict[str, Any]:
    """Return the document in a file; the place of an error starts with the file's name."""
    file = Path(path)
    try:
        text = file.read_text(encoding="utf-8")
    except OSError as error:
        raise InvalidInput(
            f"The file cannot be read: {error.strerror}.", fix="Check its name.", place=path
        ) from None
    except UnicodeDecodeError:
        raise InvalidInput(
            "The file is not UTF-8 text.", fix="Save it as UTF-8.", place=path
        ) from None
    try:
        return parse(text, kind)
    except InvalidInput as error:
        error.place = f"{file.name}: {error.place}"
        raise
