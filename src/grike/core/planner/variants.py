"""Format variants: formats with slots, work, rest and rounds fixed, that fit a class length.

Time and rounds are then constants, which keeps every later stage linear.
"""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise

from grike.core.format import Format, StraightSets, Superset, TimedCircuit
from grike.core.item import Handling, Item
from grike.core.movement import Movement, Pace
from grike.core.rules.spread import STRENGTH_REPS
from grike.core.sheet import Mode, RuleSheet
from grike.core.work import counted_seconds

WELCOME_SECONDS = 60
CLOSE_SECONDS = 30
#: The least that warm-up and cool-down take, their changes of position included.
LEAST_FRAME_SECONDS = 380
#: The most that they are stretched to before a longer variant is the better answer.
MOST_FRAME_SECONDS = 720
BREATHER_SECONDS = 45
#: Kept back of a stretch without a breather for a round that takes more changes than usual.
UNEVEN_SECONDS = 30
NO_LIMIT = 10**6
#: Seconds of a counted bout when nothing is known but its reps.
SECONDS_PER_REP_GUESS = 3.0
HOLD_SECONDS = 30
#: (blocks, slots of each); even, so that movements of one and two slots always pack.
CIRCUIT_BLOCKS = ((1, 6), (1, 8), (1, 10), (1, 12), (2, 4), (2, 6), (2, 8), (3, 4), (3, 6), (2, 10))
#: The formats from which plans are made.
PLANNED_FORMATS = (TimedCircuit, StraightSets, Superset)
SUPERSET_BLOCKS = ((1, 6), (1, 8), (2, 4), (2, 6), (3, 4), (2, 8))


@dataclass(frozen=True, slots=True)
class Variant:
    """One format with its parameters, in ``blocks`` like blocks of ``block_slots`` slots each."""

    format: Format
    blocks: int
    block_slots: int
    sets: int

    @property
    def kind(self) -> str:
        """The kind of the format."""
        return self.format.kind

    @property
    def slots(self) -> int:
        """Slots in all blocks together; a one-sided movement in a circuit takes two."""
        return self.blocks * self.block_slots

    @property
    def counted(self) -> bool:
        """Whether bouts are counted, so that their time depends on the movement."""
        return isinstance(self.format, StraightSets | Superset) and self.format.reps is not None

    @property
    def strength(self) -> bool:
        """Whether the sets are counted to few enough reps to be strength work (W8)."""
        fmt = self.format
        return isinstance(fmt, StraightSets | Superset) and 0 < (fmt.reps or 0) <= STRENGTH_REPS

    def slot_work_seconds(self) -> int:
        """Return the work seconds of one set of one slot, a guess where reps are counted."""
        fmt = self.format
        if isinstance(fmt, TimedCircuit):
            return fmt.work_seconds
        assert isinstance(fmt, StraightSets | Superset)
        return fmt.work_seconds or round((fmt.reps or 0) * SECONDS_PER_REP_GUESS)

    def work_seconds(self) -> int:
        """Return the work seconds of the whole variant, a guess where reps are counted."""
        return self.slots * self.sets * self.slot_work_seconds()

    def rest_seconds(self) -> int:
        """Return all rests inside the blocks."""
        fmt, n, sets = self.format, self.block_slots, self.sets
        if isinstance(fmt, TimedCircuit):
            pause = fmt.rest_seconds if fmt.round_rest_seconds is None else fmt.round_rest_seconds
            inside = fmt.rounds * (n - 1) * fmt.rest_seconds + (fmt.rounds - 1) * pause
        elif isinstance(fmt, Superset):
            groups = n // fmt.group
            inside = groups * sets * (fmt.group - 1) * fmt.change_seconds
            inside += groups * (sets - 1) * fmt.rest_seconds + (groups - 1) * fmt.between_seconds
        else:
            assert isinstance(fmt, StraightSets)
            inside = n * (sets - 1) * fmt.rest_seconds + (n - 1) * fmt.between_seconds
        return self.blocks * inside

    def reserve_seconds(self) -> int:
        """Return what changes and showings are expected to add beyond the rests."""
        fmt = self.format
        if isinstance(fmt, TimedCircuit):
            return self.slots * max(0, 26 - fmt.rest_seconds) * 3 // 4
        if isinstance(fmt, Superset):
            return self.slots * (max(0, 26 - fmt.change_seconds) * 3 // 4 + 2 * (self.sets - 1))
        return self.slots * 2

    def main_seconds(self) -> int:
        """Return the planned length of the work part with its breathers and reserve."""
        breathers = (self.blocks - 1) * BREATHER_SECONDS
        return self.work_seconds() + self.rest_seconds() + breathers + self.reserve_seconds()


def frame_seconds(slot_seconds: int) -> tuple[int, int]:
    """Return the shortest and the longest work part for a slot."""
    talk = WELCOME_SECONDS + CLOSE_SECONDS
    longest = slot_seconds - talk - LEAST_FRAME_SECONDS
    most_frame = max(MOST_FRAME_SECONDS, slot_seconds // 4)
    return max(240, slot_seconds - talk - most_frame), longest


def _circuits() -> Iterator[Variant]:
    for work, rest in ((30, 15), (30, 20), (40, 15), (40, 20), (45, 15), (45, 30), (50, 20)):
        for rounds in (2, 3, 4, 5):
            for blocks, size in CIRCUIT_BLOCKS:
                fmt = TimedCircuit(work, rest, rounds, max(rest, 45))
                yield Variant(fmt, blocks, size, rounds)


def _supersets() -> Iterator[Variant]:
    for work in (40, 50):
        for sets in (2, 3, 4):
            for blocks, size in SUPERSET_BLOCKS:
                fmt = Superset(sets, 40, 60, change_seconds=15, work_seconds=work)
                yield Variant(fmt, blocks, size, sets)


def _straight() -> Iterator[Variant]:
    for reps in (8, 10, 12, 15):
        for sets in (2, 3, 4):
            for size in (6, 8, 10, 12, 14):
                yield Variant(StraightSets(sets, 30, 45, reps=reps), 1, size, sets)


def stretch_of(sheet: RuleSheet) -> int:
    """Return how many seconds of work may go without a breather (C11)."""
    line = sheet["C11"]
    return NO_LIMIT if line.mode is Mode.OFF else int(60 * line.numbers["minutes"])


def _breathes(variant: Variant, stretch_seconds: int) -> bool:
    """Return whether a variant needs no breather beyond its own rests (C11)."""
    fmt = variant.format
    if not isinstance(fmt, TimedCircuit) or 2 * variant.rest_seconds() >= variant.work_seconds():
        return True
    showing = max(0, 26 - fmt.rest_seconds) * 3 // 4
    round_seconds = variant.block_slots * (fmt.work_seconds + fmt.rest_seconds + showing)
    return round_seconds + UNEVEN_SECONDS <= stretch_seconds


@lru_cache(maxsize=64)
def variants(slot_seconds: int, stretch_seconds: int = 600) -> tuple[Variant, ...]:
    """Return the variants that fit a slot, thinned to a spread of training volumes per format.

    ``stretch_seconds``: no circuit works longer than this without a rest that is a breather.
    """
    shortest, longest = frame_seconds(slot_seconds)
    out: list[Variant] = []
    for source in (_circuits, _supersets, _straight):
        fitting = [
            v
            for v in source()
            if shortest <= v.main_seconds() <= longest
            and v.slots >= 6
            and _breathes(v, stretch_seconds)
        ]
        fitting.sort(key=lambda v: (v.work_seconds(), v.slots, v.blocks))
        out += _spread(fitting, 10)
    return tuple(out)


def _spread(ordered: list[Variant], most: int) -> list[Variant]:
    """Keep variants whose work seconds differ by at least an even step."""
    if len(ordered) <= most:
        return ordered
    step = (len(ordered) - 1) / (most - 1)
    places = sorted({round(index * step) for index in range(most)})
    kept = [ordered[place] for place in places]
    return [v for v, after in pairwise([*kept, None]) if v is not None and v != after]


def item_for(variant: Variant, movement: Movement) -> Item:
    """Return the item with which a movement stands in a variant, sides and dose settled."""
    one_sided = movement.one_sided
    if variant.counted:
        fmt = variant.format
        assert isinstance(fmt, StraightSets | Superset) and fmt.reps is not None
        if movement.pace is Pace.STILL:
            return Item(movement.id, seconds=HOLD_SECONDS)
        low, high = movement.dose.reps
        reps = min(max(fmt.reps, low), high)
        return Item(movement.id, reps=None if reps == fmt.reps else reps)
    split = one_sided and isinstance(variant.format, Superset)
    return Item(movement.id, handling=Handling.SPLIT if split else Handling.TWO_BOUTS)


def suits(variant: Variant, movement: Movement) -> bool:
    """Return whether a movement fits a variant: what is done by the dozen is no strength set."""
    return not variant.strength or (item_for(variant, movement).reps or 0) <= STRENGTH_REPS


def slots_for(variant: Variant, movement: Movement) -> int:
    """Return how many slots a movement takes: two for left and right in a circuit."""
    return 2 if movement.one_sided and isinstance(variant.format, TimedCircuit) else 1


def bout_seconds(variant: Variant, movement: Movement) -> int:
    """Return the work seconds of one set of a movement, both sides together."""
    if not variant.counted:
        return variant.slot_work_seconds() * slots_for(variant, movement)
    item = item_for(variant, movement)
    sides = 2 if movement.one_sided else 1
    if item.seconds is not None:
        return item.seconds * sides
    fmt = variant.format
    assert isinstance(fmt, StraightSets | Superset)
    return counted_seconds(item.reps or fmt.reps or 0, movement.seconds_per_rep) * sides
