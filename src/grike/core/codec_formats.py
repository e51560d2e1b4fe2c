"""Formats to and from plain dictionaries."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from grike.core.errors import InvalidInput
from grike.core.formats import FORMATS, Format
from grike.core.plain import Plain, from_plain, to_plain


def format_to(fmt: Format) -> Plain:
    """Return a format as a dictionary with its kind; parameters at their default are kept."""
    return {"kind": fmt.kind, **to_plain(fmt, keep_defaults=True)}


def format_from(data: Mapping[str, Any]) -> Format:
    """Return the format that a dictionary describes."""
    values = dict(data)
    kind = str(values.pop("kind", ""))
    if kind not in FORMATS:
        raise InvalidInput(
            f"'{kind}' is not a format.", fix=f"Use one of: {', '.join(FORMATS)}.", place="kind"
        )
    return from_plain(FORMATS[kind], values, kind)
