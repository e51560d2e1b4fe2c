"""JSON documents: read, held against their schema, refused with the place of the first error."""

from __future__ import annotations

import json
from functools import lru_cache
from itertools import accumulate
from pathlib import Path
from typing import Any

from jsonschema import Draft202012Validator
from jsonschema.exceptions import ValidationError, best_match

from grike.core.errors import InvalidInput
from grike.exchange.suggestions import did_you_mean

#: So many characters of a message are shown.
_MOST_WORDS = 200
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
            f"{_words(error)}.",
            fix=_meant(error) or f"See docs/formats/{kind}.schema.json.",
            place=_place(error),
        )
    document: dict[str, Any] = data
    return document


def _words(error: ValidationError) -> str:
    """Return what is wrong; a long list of what may stand there ends after a whole value."""
    if error.validator == "enum":
        known = [f"'{value}'" for value in _known(error)]
        ends = accumulate(len(word) + 2 for word in known)
        shown = [word for word, end in zip(known, ends, strict=True) if end <= _MOST_WORDS]
        more = f" and {len(known) - len(shown)} others" if len(shown) < len(known) else ""
        return f"{error.instance!r:.80} is not one of {', '.join(shown)}{more}"
    message = error.message
    return (
        message if len(message) <= _MOST_WORDS else f"{message[:_MOST_WORDS].rsplit(' ', 1)[0]} ..."
    )


def _known(error: ValidationError) -> list[object]:
    return error.validator_value if isinstance(error.validator_value, list) else []


def _meant(error: ValidationError) -> str:
    """Return which of the known values was probably meant; nothing where none is near."""
    if error.validator != "enum" or not isinstance(error.instance, str):
        return ""
    known = [value for value in _known(error) if isinstance(value, str)]
    return did_you_mean(error.instance, known)


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
