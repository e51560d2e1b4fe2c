"""How a shape fits a class of some length: the minutes and movements of its parts, what is left."""

from __future__ import annotations

from dataclasses import dataclass

from grike.core.class_shape import ClassShape
from grike.core.design import Role
from grike.core.planner.variants.catalogue import frame_seconds, part_variant, sizes_of
from grike.core.planner.variants.shaping import off_shares, shaped
from grike.core.series import LEVEL_NAMES


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
    """The fullest of the usual sizes of a shape that fit: its parts, and the seconds left over."""

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


def why_not(shape: ClassShape, minutes: int, level: int) -> str:
    """Return in a sentence why a shape fits no class of so many minutes and a level."""
    low, high = shape.minutes
    if level not in shape.levels:
        return f"It is not for {LEVEL_NAMES[level]}."
    if not low <= minutes <= high:
        return f"It is for classes of {low} to {high} minutes."
    for number, part in enumerate(shape.parts, start=1):
        if all(part_variant(fmt, part.blocks, size) is None for fmt, size in part.settings()):
            name = part.format.name.lower()
            return f"Part {number}: classes are not planned in {name} set up like that."
    lengths = [own.main_seconds() for own in shaped(shape, level, part_variant)]
    shortest, longest = frame_seconds(minutes * 60)
    if min(lengths) > longest:
        return _beside("Its parts take", min(lengths), "are left beside the frame", longest)
    if max(lengths) < shortest:
        return _beside("Its parts fill", max(lengths), "are to be filled", shortest)
    return "Its parts are too few, or go on for too long without a breather."


def _beside(take: str, seconds: int, words: str, other: int) -> str:
    least = "at the least" if seconds > other else "at the most"
    return f"{take} {-(-seconds // 60)} minutes {least}; {other // 60} {words}."


def fit_of(shape: ClassShape, minutes: int, level: int) -> ShapeFit | None:
    """Return how a shape fits a class of so many minutes, None where no size of it does."""
    able = sizes_of(shape, minutes, level=level)
    if not able:
        return None
    off = [round(10 * own) for own in off_shares(able, part_variant)]
    usual = [own for own, so_far in zip(able, off, strict=True) if so_far == min(off)]
    best = max(usual, key=lambda own: (own.slots, own.main_seconds()))
    pairs = zip(shape.parts, best.fitted, strict=True)
    parts = tuple(
        PartFit(part.role, part.theme, own.format.summary(), own.main_seconds(), own.slots)
        for part, own in pairs
    )
    _, longest = frame_seconds(minutes * 60)
    return ShapeFit(parts, longest - best.main_seconds())
