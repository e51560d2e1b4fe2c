"""From shapes to variants: the sizes of their parts, and which of them fit a slot."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator, Sequence
from dataclasses import dataclass
from itertools import product
from typing import Any, ClassVar, TypeAlias

from grike.core.class_shape import ClassShape
from grike.core.finish import bursts
from grike.core.formats import Format, LastBurst
from grike.core.movement import Movement
from grike.core.planner.variants.shaped import KnownParts, ShapedVariant
from grike.core.planner.variants.timed import timed_set
from grike.core.planner.variants.variant import NO_LIMIT, Variant

#: So many sizes of a shape are kept for a slot.
MOST_OF_A_SHAPE = 4
#: So far a part may be from its usual share of the work.
OFF_SHARE = 0.16


@dataclass(frozen=True, slots=True)
class FinishVariant(Variant[LastBurst]):
    """A burst by itself, as the last part of a shape."""

    uniform: ClassVar[bool] = False

    def slot_seconds(self) -> int:
        """Return the burst."""
        return self.format.work_seconds or 0

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement can be gone at in a burst."""
        return bursts(movement)

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of a set."""
        return timed_set(self.slot_seconds(), movement)


#: The variant of a format, blocks and slots of a block; None where plans are not made from it.
VariantFor: TypeAlias = Callable[[Format, int, int], Variant[Any] | None]


def shaped(shape: ClassShape, level: int, variant_for: VariantFor) -> Iterator[ShapedVariant]:
    """Yield a shape with each choice of sizes and times of its parts, for a group of a level."""
    held: KnownParts = {}
    each = [
        [variant_for(fmt, part.blocks, size) for fmt, size in part.settings()]
        for part in shape.parts
    ]
    for fitted in product(*each):
        known = [own for own in fitted if own is not None]
        if len(known) == len(fitted):
            yield with_parts(shape, known, level, held)


def with_parts(
    shape: ClassShape,
    fitted: Sequence[Variant[Any]],
    level: int,
    held: KnownParts | None = None,
) -> ShapedVariant:
    """Return a shape whose parts have their variants; ``held``: what is known of its movements."""
    main = max(fitted, key=lambda own: own.all_sets)
    return ShapedVariant(
        main.format,
        sum(own.blocks for own in fitted),
        main.block_slots,
        shape,
        tuple(fitted),
        level,
        {} if held is None else held,
    )


def balanced(every: Sequence[ShapedVariant], variant_for: VariantFor) -> list[ShapedVariant]:
    """Return the sizes of a shape whose parts have the shares of the work that they should have.

    Each should have about what it has in its middle size, done as often as its format says. Where
    few sizes come near that, those that come nearest.
    """
    if not every:
        return []
    off = off_shares(every, variant_for)
    nearest = sorted(off)[: MOST_OF_A_SHAPE // 2][-1]
    return [
        own for own, so_far in zip(every, off, strict=True) if so_far <= max(OFF_SHARE, nearest)
    ]


def off_shares(every: Sequence[ShapedVariant], variant_for: VariantFor) -> list[float]:
    """Return for sizes of one shape how far the part that is furthest off is from its share."""
    middle = [
        variant_for(part.format, part.blocks, part.sizes[len(part.sizes) // 2])
        for part in every[0].shape.parts
    ]
    usual = _shares([own for own in middle if own is not None])
    return [
        max(abs(one - other) for one, other in zip(_shares(own.fitted), usual, strict=True))
        for own in every
    ]


def _shares(fitted: Sequence[Variant[Any]]) -> list[float]:
    """Return the share of each part in the seconds of all."""
    each = [own.main_seconds() for own in fitted]
    return [seconds / sum(each) for seconds in each]


def fitting(
    every: Iterable[ShapedVariant], shortest: int, longest: int, stretch_seconds: int
) -> list[ShapedVariant]:
    """Return those that fit between two lengths of the work part, in seconds."""
    return [
        own
        for own in every
        if shortest <= own.main_seconds() <= longest
        and own.breathes(stretch_seconds)
        and own.work_seconds() <= (own.most_work_seconds(stretch_seconds) or NO_LIMIT)
    ]
