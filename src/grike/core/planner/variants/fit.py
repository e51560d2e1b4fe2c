"""How a shape fits a class of some length: the minutes and movements of its parts, what is left."""

from __future__ import annotations

from dataclasses import dataclass

from grike.core.class_shape import ClassShape
from grike.core.design import Role
from grike.core.planner.variants.catalogue import frame_seconds, sizes_of


@dataclass(frozen=True, slots=True)
class PartFit:
    """A part with its format in words, its seconds on the real clock, and its movements."""

    role: Role
    theme: str
    format: str
    seconds: int
    movements: int


@dataclass(frozen=True, slots=True)
class ShapeFit:
    """The fullest size of a shape that fits: its parts, and what the slot has left, in seconds."""

    parts: tuple[PartFit, ...]
    left: int

    @property
    def movements(self) -> int:
        """The movements of all parts, one-sided ones that take two places counted once for each."""
        return sum(part.movements for part in self.parts)

    def words(self, minutes: int) -> str:
        """Return how it fits, in a sentence."""
        left = f"; {self.left // 60} minutes left" if self.left >= 120 else ""
        return f"Fits {minutes} minutes with {self.movements} movements{left}."


def fit_of(shape: ClassShape, minutes: int, level: int) -> ShapeFit | None:
    """Return how a shape fits a class of so many minutes, None where no size of it does."""
    able = sizes_of(shape, minutes, level=level)
    if not able:
        return None
    best = max(able, key=lambda own: (own.slots, own.main_seconds()))
    pairs = zip(shape.parts, best.fitted, strict=True)
    parts = tuple(
        PartFit(part.role, part.theme, own.format.summary(), own.main_seconds(), own.slots)
        for part, own in pairs
    )
    _, longest = frame_seconds(minutes * 60)
    return ShapeFit(parts, longest - best.main_seconds())
