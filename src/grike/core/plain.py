"""Dataclasses to and from plain dictionaries, by their type hints; the names stay the same.

Understands whole numbers, decimals, texts, truths, enums, other dataclasses, tuples of these, and
None. Whatever else a document holds is refused with its place.
"""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from contextlib import contextmanager
from dataclasses import MISSING, Field, fields, is_dataclass
from enum import Enum
from types import UnionType
from typing import Any, TypeVar, Union, get_args, get_origin, get_type_hints

from grike.core.errors import InvalidInput

Plain = dict[str, Any]
T = TypeVar("T")
E = TypeVar("E", bound=Enum)
_KINDS: dict[type, str] = {
    int: "a whole number",
    float: "a number",
    str: "a text",
    bool: "yes or no",
}


@contextmanager
def at(place: str) -> Iterator[None]:
    """Put ``place`` in front of the place of any InvalidInput that is raised inside."""
    try:
        yield
    except InvalidInput as error:
        joint = "" if error.place.startswith("[") or not error.place else "."
        error.place = f"{place}{joint}{error.place}"
        error.args = (error.line(),)
        raise


def member(kind: type[E], value: object, place: str) -> E:
    """Return the member of an enum. Raises InvalidInput that lists what there is."""
    try:
        return kind(value)
    except ValueError:
        options = ", ".join(str(known.value) for known in kind)
        raise InvalidInput(
            f"'{value}' is not known.", fix=f"Use one of: {options}.", place=place
        ) from None


_HINTS: dict[Any, tuple[tuple[Field[Any], Any], ...]] = {}


def hints_of(cls: Any) -> tuple[tuple[Field[Any], Any], ...]:
    """Return the fields of a dataclass with their resolved types, worked out once."""
    if cls not in _HINTS:
        hints = get_type_hints(cls)
        _HINTS[cls] = tuple((field, hints[field.name]) for field in fields(cls))
    return _HINTS[cls]


def required(field: Field[Any]) -> bool:
    """Return whether a field has no default."""
    return field.default is MISSING and field.default_factory is MISSING


def to_plain(value: Any, *, keep_defaults: bool = False) -> Any:
    """Return a value as plain data; fields at their default are left out unless kept."""
    if isinstance(value, Enum):
        return value.value
    if isinstance(value, tuple):
        return [to_plain(part, keep_defaults=keep_defaults) for part in value]
    if not is_dataclass(value):
        return value
    out: Plain = {}
    for field, _ in hints_of(type(value)):
        own = getattr(value, field.name)
        if own is None or (not keep_defaults and not required(field) and own == field.default):
            continue
        out[field.name] = to_plain(own, keep_defaults=keep_defaults)
    return out


def from_plain(cls: type[T], data: Mapping[str, Any], name: str) -> T:
    """Return a dataclass from a dictionary; ``name`` is what it is called in errors."""
    if not isinstance(data, Mapping):
        raise InvalidInput(
            f"{name.capitalize()} must be an object.", fix="Give its fields by name."
        )
    known = {field.name: (field, hint) for field, hint in hints_of(cls)}
    for key in data:
        if key not in known:
            raise InvalidInput(
                f"'{key}' is not a parameter of {name}.",
                fix=f"It has: {', '.join(known)}.",
                place=key,
            )
    missing = [key for key, (field, _) in known.items() if required(field) and key not in data]
    if missing:
        raise InvalidInput(
            f"'{missing[0]}' of {name} is missing.", fix="Give it.", place=missing[0]
        )
    values = {key: _value(known[key][1], data[key], key) for key in data}
    return cls(**values)


def _value(hint: Any, value: Any, place: str) -> Any:
    origin, parts = get_origin(hint), get_args(hint)
    if origin in (Union, UnionType):
        if value is None and type(None) in parts:
            return None
        return _value(next(part for part in parts if part is not type(None)), value, place)
    if origin is tuple:
        return _tuple(parts, value, place)
    if isinstance(hint, type) and issubclass(hint, Enum):
        return member(hint, value, place)
    if isinstance(hint, type) and is_dataclass(hint):
        with at(place):
            return from_plain(hint, value, place)
    fits = isinstance(value, hint) and (hint is bool or not isinstance(value, bool))
    if hint is float and isinstance(value, int) and not isinstance(value, bool):
        return float(value)
    if not fits:
        raise InvalidInput(
            f"{value!r} is not {_KINDS.get(hint, hint)}.", fix="Mend the value.", place=place
        )
    return value


def _tuple(parts: Sequence[Any], value: Any, place: str) -> tuple[Any, ...]:
    if not isinstance(value, list | tuple):
        raise InvalidInput(f"{value!r} is not a list.", fix="Give a list.", place=place)
    if len(parts) == 2 and parts[1] is Ellipsis:
        kinds = [parts[0]] * len(value)
    else:
        kinds = list(parts)
        if len(kinds) != len(value):
            raise InvalidInput(
                f"{len(value)} values are given.", fix=f"Give {len(kinds)}.", place=place
            )
    return tuple(
        _value(kind, part, f"{place}[{number}]")
        for number, (kind, part) in enumerate(zip(kinds, value, strict=True))
    )
