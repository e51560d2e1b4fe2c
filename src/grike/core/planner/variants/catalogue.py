"""The variants that are tried: formats with usual parameters, thinned to what fits a class length.

A format of which plans are made has one file here, its mirror, and a line in the catalogue.
"""

from __future__ import annotations

from functools import lru_cache
from itertools import pairwise
from typing import Any

from grike.core.class_shape import ClassShape
from grike.core.formats import Format, LastBurst
from grike.core.planner.variants.add_on import AddOnVariant
from grike.core.planner.variants.counted_circuit import CountedCircuitVariant
from grike.core.planner.variants.ladder import LadderVariant
from grike.core.planner.variants.last_burst import BurstVariant
from grike.core.planner.variants.no_rest_circuit import NoRestVariant
from grike.core.planner.variants.on_the_minute import MinuteVariant
from grike.core.planner.variants.rep_list import RepListVariant
from grike.core.planner.variants.shaped import ShapedVariant
from grike.core.planner.variants.shaping import (
    MOST_OF_A_SHAPE,
    FinishVariant,
    balanced,
    fitting,
    shaped,
    with_parts,
)
from grike.core.planner.variants.short_intervals import IntervalsVariant
from grike.core.planner.variants.straight_sets import StraightVariant
from grike.core.planner.variants.strength_pulse import StrengthPulseVariant
from grike.core.planner.variants.superset import SupersetVariant
from grike.core.planner.variants.three_pace import ThreePaceVariant
from grike.core.planner.variants.time_cap import TimeCapVariant
from grike.core.planner.variants.timed_circuit import CircuitVariant
from grike.core.planner.variants.variant import NO_LIMIT, Variant
from grike.core.rehearsal import cool_down_seconds, warm_up_seconds
from grike.core.rules.c11_breathers import C11
from grike.core.rules.d7_carrying import D7
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode, RuleSheet

WELCOME_SECONDS = 60
CLOSE_SECONDS = 30
#: The least that warm-up and cool-down take, their changes of position included.
LEAST_FRAME_SECONDS = 380
#: The most that they are stretched to before a longer variant is the better answer.
MOST_FRAME_SECONDS = 720
#: Seconds of work without a breather where no series says otherwise (C11).
USUAL_STRETCH = int(60 * C11.default.numbers["minutes"])
#: Where every size of a shape leaves so much more than is usual, in seconds, its parts may hold so
#: many steps more.
MOST_OVER, MOST_WIDER = 120, 2
#: The fewest slots of a class; fewer cannot serve the body.
FEWEST_SLOTS = 6
VARIANTS: dict[str, type[Variant[Any]]] = {
    variant.of.kind: variant
    for variant in (
        CircuitVariant,
        SupersetVariant,
        StraightVariant,
        NoRestVariant,
        CountedCircuitVariant,
        IntervalsVariant,
        LadderVariant,
        RepListVariant,
        ThreePaceVariant,
        StrengthPulseVariant,
        AddOnVariant,
        MinuteVariant,
        TimeCapVariant,
        BurstVariant,
    )
}


def planned_kinds() -> tuple[str, ...]:
    """Return the kinds of the formats from which plans are made."""
    return tuple(VARIANTS)


def main_kinds() -> tuple[str, ...]:
    """Return those that a class can consist of; a last burst ends one in another format."""
    return tuple(kind for kind, variant in VARIANTS.items() if not variant.of.ending)


def frame_seconds(slot_seconds: int) -> tuple[int, int]:
    """Return the shortest and the longest work part for a slot."""
    talk = WELCOME_SECONDS + CLOSE_SECONDS
    longest = slot_seconds - talk - LEAST_FRAME_SECONDS
    most_frame = max(MOST_FRAME_SECONDS, slot_seconds // 4)
    return max(240, slot_seconds - talk - most_frame), longest


def variant_for(fmt: Format, blocks: int, block_slots: int) -> Variant[Any] | None:
    """Return a format of a class as a variant; None where plans are not made from it."""
    if fmt.ending or fmt.kind not in VARIANTS:
        return None
    return VARIANTS[fmt.kind].read(fmt, blocks, block_slots)


def stretch_of(sheet: RuleSheet) -> int:
    """Return how many seconds of work may go without a breather (C11)."""
    line = C11.line(sheet)
    return NO_LIMIT if line.mode is Mode.OFF else int(60 * line.numbers["minutes"])


@lru_cache(maxsize=64)
def variants(
    slot_seconds: int, stretch_seconds: int = USUAL_STRETCH, kinds: frozenset[str] | None = None
) -> tuple[Variant[Any], ...]:
    """Return the variants that fit a slot, thinned to a spread of training volumes per format.

    ``stretch_seconds``: no circuit works longer than this without a rest that is a breather.
    ``kinds``: only these formats; None: all.
    """
    shortest, longest = frame_seconds(slot_seconds)
    out: list[Variant[Any]] = []
    for mirror in VARIANTS.values():
        fitting = [
            v
            for v in mirror.offered()
            if (kinds is None or kinds.issuperset(v.kinds))
            and shortest <= v.main_seconds() <= longest
            and v.slots >= FEWEST_SLOTS
            and v.breathes(stretch_seconds)
            and v.work_seconds() <= (v.most_work_seconds(stretch_seconds) or NO_LIMIT)
        ]
        fitting.sort(key=lambda v: (v.work_seconds(), v.slots, v.blocks))
        out += _spread(fitting, mirror.most)
    return tuple(out)


def variants_of(plan: SeriesPlan) -> tuple[Variant[Any], ...]:
    """Return the variants that a series may use: those that are asked for, or all for its level.

    A format to which a day is pinned is there in any case. A series that has shapes has classes in
    them alone, unless movements are carried on (D7): shapes do not carry, and the formats are those
    in which more can be asked of one movement than the week before.
    """
    shape = plan.shape
    stretch = stretch_of(plan.sheet)
    pinned = frozenset(pin.format for pin in shape.wishes.pins if pin.format is not None)
    if shape.class_shapes and not D7.on(plan.sheet):
        own = _shaped(shape.class_shapes, shape.minutes, stretch, level=shape.level)
        every = variants(shape.minutes * 60, stretch, pinned) if own else ()
        return own + tuple(v for v in every if not pinned.isdisjoint(v.kinds))
    able = VARIANTS.items()
    usual = frozenset(kind for kind, v in able if shape.level > 1 or v.for_beginners)
    endings = frozenset(kind for kind, v in able if v.of.ending)
    if shape.formats and shape.formats <= endings:
        # Nothing is said of what comes before the ending, so every class has one.
        every = variants(shape.minutes * 60, stretch, usual | shape.formats)
        return tuple(v for v in every if not shape.formats.isdisjoint(v.kinds))
    kinds = (shape.formats or usual) | pinned
    every = variants(shape.minutes * 60, stretch, kinds)
    if not D7.on(plan.sheet) or shape.formats:
        return every
    return tuple(v for v in every if v.carries or not pinned.isdisjoint(v.kinds))


@lru_cache(maxsize=64)
def _shaped(
    shapes: tuple[ClassShape, ...], minutes: int, stretch: int, *, level: int
) -> tuple[Variant[Any], ...]:
    """Return the shapes that a series may use, in the sizes that fit its slot."""
    out: list[Variant[Any]] = []
    for own in shapes:
        out += _spread([*sizes_of(own, minutes, stretch, level=level)], MOST_OF_A_SHAPE)
    return tuple(out)


def sizes_of(
    shape: ClassShape, minutes: int, stretch: int = USUAL_STRETCH, *, level: int
) -> list[ShapedVariant]:
    """Return the sizes of a shape that fit a class of a level, those with least work first.

    ``stretch``: seconds of work that may go without a breather.
    """
    low, high = shape.minutes
    if not low <= minutes <= high or level not in shape.levels:
        return []

    def of(own: ClassShape) -> list[ShapedVariant]:
        every = fitting(shaped(own, level, part_variant), *frame_seconds(minutes * 60), stretch)
        return [each for each in every if each.slots >= FEWEST_SLOTS]

    able, wider = of(shape), shape
    for _ in range(MOST_WIDER):
        if able and min(_over(each, minutes) for each in able) <= MOST_OVER:
            break
        wider = wider.wider()
        able = [with_parts(shape, each.fitted, level) for each in of(wider)]
    able = balanced(able, part_variant)
    return sorted(able, key=lambda own: (own.work_seconds(), own.slots))


def _over(own: ShapedVariant, minutes: int) -> int:
    """Return how much longer than usual warm-up and cool-down are at the least, in seconds."""
    slot = minutes * 60
    usual = warm_up_seconds(slot)[1] + cool_down_seconds(slot)[1]
    return slot - WELCOME_SECONDS - CLOSE_SECONDS - usual - own.main_seconds()


def part_variant(fmt: Format, blocks: int, size: int) -> Variant[Any] | None:
    """Return a part of a shape as a variant; None where plans are not made from its format."""
    if isinstance(fmt, LastBurst):
        return FinishVariant(fmt, blocks, size)
    return variant_for(fmt, blocks, size)


def _spread(ordered: list[Variant[Any]], most: int) -> list[Variant[Any]]:
    """Keep variants whose work seconds differ by at least an even step."""
    if len(ordered) <= most:
        return ordered
    step = (len(ordered) - 1) / (most - 1)
    places = sorted({round(index * step) for index in range(most)})
    kept = [ordered[place] for place in places]
    return [v for v, after in pairwise([*kept, None]) if v is not None and v != after]
