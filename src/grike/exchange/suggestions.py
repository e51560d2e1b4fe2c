"""What was probably meant where a name is not known."""

from __future__ import annotations

from collections.abc import Iterable

from rapidfuzz import process

#: From this likeness of 100 on a name is offered for one that is not there.
_ALIKE, _MOST = 75, 3


def did_you_mean(typed: str, known: Iterable[str]) -> str:
    """Return a question with the nearest names; nothing where none is near."""
    near = process.extract(typed, list(known), limit=_MOST, score_cutoff=_ALIKE)
    return f"Did you mean {' or '.join(name for name, _, _ in near)}?" if near else ""
