"""The variant in which a class stands: its formats read back from its blocks."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from grike.core.class_shape import ClassShape
from grike.core.design import Block, ClassDesign
from grike.core.editing import work_blocks
from grike.core.errors import Conflict
from grike.core.formats import Format, LastBurst, TimeCap
from grike.core.item import Level
from grike.core.library import Library
from grike.core.planner.variants import (
    Variant,
    frame_seconds,
    part_variant,
    variant_for,
    variants,
    with_burst,
)
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.planner.variants.shaping import with_parts
from grike.core.planner.variants.time_cap import USUAL_CAP, TimeCapVariant, whole_rounds
from grike.core.purpose import Purpose


def variant_of(
    design: ClassDesign,
    library: Library,
    plain: frozenset[str] = frozenset(),
    *,
    shape: ClassShape | None = None,
    for_level: int = 2,
) -> Variant[Any]:
    """Return the variant in which a class stands, or the nearest that fits its slot.

    ``plain``: ids of movements whose harder option the group must not be given. ``shape``: that of
    the class, where it has one, for a group of some level.
    A class whose work blocks are not alike has no variant of its own, unless they nearly are.
    """
    blocks = [design.blocks[number] for number in work_blocks(design)]
    last = blocks[-1].format if len(blocks) > 1 else None
    items = [item for _, _, item in design.items(Purpose.WORK) if not item.carried]
    harder = sum(item.level is Level.HARDER for item in items)
    level = Level.HARDER if 2 * harder > len(items) else Level.MAIN
    if shape is not None:
        own = _in_shape(shape, blocks, library, for_level)
        if own is not None:
            return own.at_level(level, plain)
    if isinstance(last, LastBurst):
        return with_burst(_variant_of(blocks[:-1], design, library), last).at_level(level, plain)
    return _variant_of(blocks, design, library).at_level(level, plain)


def _in_shape(
    shape: ClassShape, blocks: Sequence[Block], library: Library, level: int
) -> ShapedVariant | None:
    """Return the shape with the sizes that its parts have; None where a class left it."""
    fitted: list[Variant[Any]] = []
    at = 0
    for part in shape.parts:
        own = blocks[at : at + part.blocks]
        at += part.blocks
        formats = {block.format for block in own}
        if len(own) < part.blocks or len(formats) > 1 or own[0].format.kind != part.format.kind:
            return None
        probe = part_variant(own[0].format, part.blocks, 1)
        if probe is None:
            return None
        sizes = [sum(probe.slots_for(library[i.movement_id]) for i in b.items) for b in own]
        # A swap of a one-sided movement leaves a slot over, unless the part has odd sizes itself.
        odd = probe.doubles and max(sizes) % 2 and max(sizes) not in part.sizes
        size = max(sizes) + int(odd)
        fitted.append(replace(probe, block_slots=size))
    return None if at != len(blocks) else with_parts(shape, fitted, level)


def _variant_of(blocks: Sequence[Block], design: ClassDesign, library: Library) -> Variant[Any]:
    formats = {_planned_format(block) for block in blocks}
    probe = variant_for(blocks[0].format, len(blocks), 1) if blocks else None
    if isinstance(probe, TimeCapVariant):
        probe = replace(probe, rounds=max(1, whole_rounds(blocks[0], library)))
    if probe is not None and len(formats) == 1:
        sizes = [sum(probe.slots_for(library[i.movement_id]) for i in b.items) for b in blocks]
        usual = max(sizes, key=sizes.count)
        even = usual % 2 == 0 or not probe.doubles
        if len(set(sizes)) == 1 and even:
            return replace(probe, block_slots=usual)
        # A swap of a one-sided movement for another leaves a slot over, or takes one too many.
        _, longest = frame_seconds(design.slot_seconds)
        fitting = [replace(probe, block_slots=n) for n in (usual + usual % 2, usual - usual % 2)]
        fitting = [v for v in fitting if v.block_slots and v.main_seconds() <= longest]
        if fitting:
            return fitting[0]
    kind = design.main_format()
    wanted = sum(len(block.items) for block in blocks)
    every = [v for v in variants(design.slot_seconds) if len(v.kinds) == 1]
    options = [v for v in every if v.kind == kind] or every
    if not options:
        raise Conflict("No format fits this slot.", fix="Make the class longer.")
    return min(options, key=lambda v: abs(v.slots - wanted))


def _planned_format(block: Block) -> Format:
    """Return the format as it was planned: the minutes of a cap were set for its movements."""
    fmt = block.format
    return replace(fmt, minutes=USUAL_CAP) if isinstance(fmt, TimeCap) else fmt
