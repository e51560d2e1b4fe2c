"""The variants that are tried: formats with usual parameters, thinned to what fits a class length.

The parameters are common practice, no source. Where both sides of a movement share a bout it lasts
an even number of seconds.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import lru_cache
from itertools import pairwise
from typing import Any

from grike.core.format import (
    AddOn,
    CountedCircuit,
    Format,
    Ladder,
    LastBurst,
    NoRestCircuit,
    OnTheMinute,
    RepList,
    ShortIntervals,
    StraightSets,
    StrengthPulse,
    Superset,
    ThreePace,
    TimeCap,
    TimedCircuit,
)
from grike.core.planner.variants.base import NO_LIMIT, Variant
from grike.core.planner.variants.caps import USUAL_CAP, TimeCapVariant, with_burst
from grike.core.planner.variants.counts import (
    CountedSupersetVariant,
    LadderVariant,
    MinuteVariant,
    RepListVariant,
    StraightVariant,
    SupersetVariant,
)
from grike.core.planner.variants.paces import AddOnVariant, StrengthPulseVariant, ThreePaceVariant
from grike.core.planner.variants.rounds import (
    CircuitVariant,
    CountedCircuitVariant,
    IntervalsVariant,
    NoRestVariant,
)
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
#: The fewest slots of a class; fewer cannot serve the body.
FEWEST_SLOTS = 6
#: So many variants of a kind are kept: the first three carry a series, the others vary it.
MOST_OF_MAIN_KINDS, MOST_OF_OTHER_KINDS = 10, 5
#: (blocks, slots of each); even, so that movements of one and two slots always pack.
CIRCUIT_BLOCKS = ((1, 6), (1, 8), (1, 10), (1, 12), (2, 4), (2, 6), (2, 8), (3, 4), (3, 6), (2, 10))
SUPERSET_BLOCKS = ((1, 6), (1, 8), (2, 4), (2, 6), (3, 4), (2, 8))
LADDERS = ((10, 8, 6), (12, 10, 8, 6), (12, 9, 6), (10, 9, 8, 7, 6), (14, 12, 10, 8, 6))


def frame_seconds(slot_seconds: int) -> tuple[int, int]:
    """Return the shortest and the longest work part for a slot."""
    talk = WELCOME_SECONDS + CLOSE_SECONDS
    longest = slot_seconds - talk - LEAST_FRAME_SECONDS
    most_frame = max(MOST_FRAME_SECONDS, slot_seconds // 4)
    return max(240, slot_seconds - talk - most_frame), longest


def _circuits() -> Iterator[Variant[Any]]:
    for work, rest in ((30, 15), (30, 20), (40, 15), (40, 20), (45, 15), (45, 30), (50, 20)):
        for rounds in (2, 3, 4, 5):
            for blocks, size in CIRCUIT_BLOCKS:
                yield CircuitVariant(TimedCircuit(work, rest, rounds, max(rest, 45)), blocks, size)


def _no_rest() -> Iterator[Variant[Any]]:
    for work in (30, 40, 50):
        for rounds in (2, 3, 4):
            for blocks, size in ((2, 4), (3, 4), (4, 4), (5, 4), (6, 3), (4, 3), (5, 3), (3, 6)):
                yield NoRestVariant(NoRestCircuit(work, rounds), blocks, size)


def _counted_circuits() -> Iterator[Variant[Any]]:
    for reps in (10, 12, 15, 20):
        for passes in (2, 3, 4):
            for size in (6, 8, 10, 12):
                fmt = CountedCircuit(reps, passes, rest_seconds=15, round_rest_seconds=60)
                yield CountedCircuitVariant(fmt, 1, size)


def _straight() -> Iterator[Variant[Any]]:
    for reps in (8, 10, 12, 15):
        for sets in (2, 3, 4):
            for size in (6, 8, 10, 12, 14):
                yield StraightVariant(StraightSets(sets, 30, 45, reps=reps), 1, size)


def _supersets() -> Iterator[Variant[Any]]:
    for work in (40, 50):
        for sets in (2, 3, 4):
            for blocks, size in SUPERSET_BLOCKS:
                fmt = Superset(sets, 40, 60, change_seconds=15, work_seconds=work)
                yield SupersetVariant(fmt, blocks, size)
            for blocks, size in ((2, 6), (1, 9), (1, 12), (3, 3)):
                fmt = Superset(sets, 45, 60, change_seconds=15, group=3, work_seconds=work)
                yield SupersetVariant(fmt, blocks, size)


def _intervals() -> Iterator[Variant[Any]]:
    for size in (4, 8):
        for blocks in range(2, 13):
            yield IntervalsVariant(ShortIntervals(), blocks, size)


def _ladders() -> Iterator[Variant[Any]]:
    for rungs in LADDERS:
        for size in (2, 3):
            for blocks in range(2, 9):
                yield LadderVariant(Ladder(rungs, rest_seconds=20), blocks, size)


def _rep_lists() -> Iterator[Variant[Any]]:
    for reps in (30, 40, 50):
        for size in (3, 4, 5):
            for blocks in (2, 3, 4, 5):
                yield RepListVariant(RepList(reps, rest_seconds=15), blocks, size)


def _three_paces() -> Iterator[Variant[Any]]:
    for work, rest in ((30, 20), (40, 20), (40, 25), (50, 25)):
        for blocks, size in ((1, 9), (1, 12), (2, 6), (2, 9), (1, 15), (3, 6)):
            yield ThreePaceVariant(ThreePace(work, rest), blocks, size)


def _strength_pulses() -> Iterator[Variant[Any]]:
    for strength, pulse in ((40, 20), (50, 30), (30, 20)):
        for rounds in (2, 3, 4, 5):
            for blocks, size in ((1, 6), (1, 8), (2, 4), (2, 6), (3, 4), (2, 8)):
                fmt = StrengthPulse(strength, pulse, rounds, round_rest_seconds=60)
                yield StrengthPulseVariant(fmt, blocks, size)


def _add_ons() -> Iterator[Variant[Any]]:
    for counts, beats in ((32, 128), (64, 128)):
        for learn in (2, 3, 4, 5, 6):
            for repeat in (1, 2, 3):
                for blocks, size in ((2, 4), (3, 4), (4, 4), (5, 4), (4, 2), (6, 2)):
                    yield AddOnVariant(AddOn(counts, beats, learn, repeat), blocks, size)


def _minutes() -> Iterator[Variant[Any]]:
    for reps in (8, 10, 12, 15):
        for sets in (2, 3, 4):
            for blocks, size in ((1, 6), (1, 8), (1, 10), (2, 4), (2, 5), (2, 6), (3, 4)):
                yield MinuteVariant(OnTheMinute(sets * size, reps), blocks, size)


def _time_caps() -> Iterator[Variant[Any]]:
    for reps in (8, 10, 12, 15):
        for rounds in (3, 4, 5):
            for blocks, size in ((2, 4), (3, 4), (2, 5), (3, 3), (4, 4), (4, 3), (5, 3)):
                yield TimeCapVariant(TimeCap(USUAL_CAP, reps), blocks, size, rounds)


def _bursts() -> Iterator[Variant[Any]]:
    for source in (_circuits, _supersets, _straight):
        yield from map(with_burst, source())


_KINDS: tuple[tuple[Callable[[], Iterator[Variant[Any]]], int], ...] = (
    (_circuits, MOST_OF_MAIN_KINDS),
    (_supersets, MOST_OF_MAIN_KINDS),
    (_straight, MOST_OF_MAIN_KINDS),
    (_no_rest, MOST_OF_OTHER_KINDS),
    (_counted_circuits, MOST_OF_OTHER_KINDS),
    (_intervals, MOST_OF_OTHER_KINDS),
    (_ladders, MOST_OF_OTHER_KINDS),
    (_rep_lists, MOST_OF_OTHER_KINDS),
    (_three_paces, MOST_OF_OTHER_KINDS),
    (_strength_pulses, MOST_OF_OTHER_KINDS),
    (_add_ons, MOST_OF_OTHER_KINDS),
    (_minutes, MOST_OF_OTHER_KINDS),
    (_time_caps, MOST_OF_OTHER_KINDS),
    (_bursts, MOST_OF_OTHER_KINDS),
)
_CLASSES: dict[type[Format], type[Variant[Any]]] = {
    TimedCircuit: CircuitVariant,
    NoRestCircuit: NoRestVariant,
    CountedCircuit: CountedCircuitVariant,
    StraightSets: StraightVariant,
    Superset: SupersetVariant,
    ShortIntervals: IntervalsVariant,
    Ladder: LadderVariant,
    RepList: RepListVariant,
    ThreePace: ThreePaceVariant,
    StrengthPulse: StrengthPulseVariant,
    AddOn: AddOnVariant,
    OnTheMinute: MinuteVariant,
    TimeCap: TimeCapVariant,
}
#: The formats from which plans are made; a last burst ends a class in another format.
MAIN_KINDS = tuple(cls.kind for cls in _CLASSES)
PLANNED_KINDS = (*MAIN_KINDS, LastBurst.kind)
#: Hard bouts of 20 s are not for a group that is learning the movements.
NOT_FOR_BEGINNERS = frozenset({ShortIntervals.kind})


def variant_for(fmt: Format, blocks: int, block_slots: int) -> Variant[Any] | None:
    """Return a format of a class as a variant; None where plans are not made from it."""
    made = _CLASSES.get(type(fmt))
    if made is None or (isinstance(fmt, StraightSets) and fmt.reps is None):
        return None
    if isinstance(fmt, Superset) and fmt.reps is not None:
        return CountedSupersetVariant(fmt, blocks, block_slots)
    return made(fmt, blocks, block_slots)


def stretch_of(sheet: RuleSheet) -> int:
    """Return how many seconds of work may go without a breather (C11)."""
    line = C11.line(sheet)
    return NO_LIMIT if line.mode is Mode.OFF else int(60 * line.numbers["minutes"])


@lru_cache(maxsize=64)
def variants(
    slot_seconds: int, stretch_seconds: int = 600, kinds: frozenset[str] = frozenset(PLANNED_KINDS)
) -> tuple[Variant[Any], ...]:
    """Return the variants that fit a slot, thinned to a spread of training volumes per format.

    ``stretch_seconds``: no circuit works longer than this without a rest that is a breather.
    ``kinds``: only these formats.
    """
    shortest, longest = frame_seconds(slot_seconds)
    out: list[Variant[Any]] = []
    for source, most in _KINDS:
        fitting = [
            v
            for v in source()
            if kinds.issuperset(v.kinds)
            and shortest <= v.main_seconds() <= longest
            and v.slots >= FEWEST_SLOTS
            and v.breathes(stretch_seconds)
            and v.work_seconds() <= (v.most_work_seconds(stretch_seconds) or NO_LIMIT)
        ]
        fitting.sort(key=lambda v: (v.work_seconds(), v.slots, v.blocks))
        out += _spread(fitting, most)
    return tuple(out)


def variants_of(plan: SeriesPlan) -> tuple[Variant[Any], ...]:
    """Return the variants that a series may use: those that are asked for, or all for its level.

    A format to which a day is pinned is there in any case. Where movements are carried on (D7) the
    formats are those in which more can be asked of one movement than the week before.
    """
    shape = plan.shape
    usual = frozenset(PLANNED_KINDS) - (NOT_FOR_BEGINNERS if shape.level == 1 else frozenset())
    if shape.formats == {LastBurst.kind}:
        # Nothing is said of what comes before the burst, so every class has one.
        every = variants(shape.minutes * 60, stretch_of(plan.sheet), usual | shape.formats)
        return tuple(v for v in every if LastBurst.kind in v.kinds)
    pinned = {pin.format for pin in shape.wishes.pins if pin.format is not None}
    kinds = (shape.formats or usual) | pinned
    every = variants(shape.minutes * 60, stretch_of(plan.sheet), frozenset(kinds))
    if not D7.on(plan.sheet) or shape.formats:
        return every
    return tuple(v for v in every if v.carries or not pinned.isdisjoint(v.kinds))


def _spread(ordered: list[Variant[Any]], most: int) -> list[Variant[Any]]:
    """Keep variants whose work seconds differ by at least an even step."""
    if len(ordered) <= most:
        return ordered
    step = (len(ordered) - 1) / (most - 1)
    places = sorted({round(index * step) for index in range(most)})
    kept = [ordered[place] for place in places]
    return [v for v, after in pairwise([*kept, None]) if v is not None and v != after]
