"""Limits of numbers, said in words."""

from __future__ import annotations

from grike.core.errors import InvalidInput


def within(name: str, value: int | None, low: int, high: int, *, unit: str = "s") -> None:
    """Raise InvalidInput unless ``low <= value <= high``; None means "not given" and passes."""
    if value is not None and not low <= value <= high:
        raise InvalidInput(
            f"{name.replace('_', ' ').capitalize()} is {value} {unit}.",
            fix=f"Give {low} to {high} {unit}.",
            place=name,
        )
