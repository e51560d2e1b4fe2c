"""The parameters of each format and the choices of an item, for whoever builds a form of them."""

from __future__ import annotations

from dataclasses import dataclass
from enum import Enum
from types import UnionType
from typing import Any, Literal, Union, get_args, get_origin

from grike.core.formats import FORMATS, Format
from grike.core.plain import hints_of, to_plain

Kind = Literal["number", "choice", "flag", "list", "text"]
#: Parameters whose name alone says too little.
WORDS = {
    "seconds": "seconds",
    "between": "rest between rounds",
    "final": "the last rest is",
    "say": "what is said",
    "order": "go by",
    "size": "movements in a circuit",
    "group": "movements in a set",
    "sizes": "or circuits of",
    "join": "parts before they are joined",
    "learn": "times while it is learned (0: known)",
}


@dataclass(frozen=True, slots=True)
class Parameter:
    """One parameter of a format. ``start`` is None where it may be left out."""

    name: str
    words: str
    kind: Kind
    start: Any
    may_be_empty: bool
    choices: tuple[str, ...] = ()


@dataclass(frozen=True, slots=True)
class FormatForm:
    """A format with its parameters, and how many movements a block of it holds."""

    kind: str
    name: str
    parameters: tuple[Parameter, ...]
    letters: str
    purposes: tuple[str, ...]
    least: int
    most: int
    multiple: int


def words_of(name: str) -> str:
    """Return the name of a parameter for people: work_seconds is "work (s)"."""
    if name in WORDS:
        return WORDS[name]
    return name.removesuffix("_seconds").replace("_", " ") + (
        " (s)" if name.endswith("_seconds") else ""
    )


def _bare(hint: Any) -> tuple[Any, bool]:
    """Return a type without None, and whether None was there."""
    if get_origin(hint) in (Union, UnionType):
        parts = get_args(hint)
        return next(part for part in parts if part is not type(None)), type(None) in parts
    return hint, False


def _kind(hint: Any) -> Kind:
    if hint is bool:
        return "flag"
    if isinstance(hint, type) and issubclass(hint, Enum):
        return "choice"
    if get_origin(hint) is tuple:
        return "list"
    return "number" if hint in (int, float) else "text"


def _parameters(cls: type[Format]) -> tuple[Parameter, ...]:
    out: list[Parameter] = []
    usual = to_plain(cls.usual(), keep_defaults=True)
    for field, hint in hints_of(cls):
        bare, empty = _bare(hint)
        start = usual.get(field.name)
        choices = tuple(str(m.value) for m in bare) if _kind(bare) == "choice" else ()
        out.append(Parameter(field.name, words_of(field.name), _kind(bare), start, empty, choices))
    return tuple(out)


def format_forms() -> tuple[FormatForm, ...]:
    """Return all formats in the order of the catalogue."""
    return tuple(
        FormatForm(
            kind,
            cls.name,
            _parameters(cls),
            cls.letters,
            tuple(purpose.value for purpose in cls.purposes),
            *cls.holds,
        )
        for kind, cls in FORMATS.items()
    )
