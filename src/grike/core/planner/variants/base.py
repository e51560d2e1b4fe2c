"""What every format variant can say of itself: slots, seconds, sets, and who may stand in it."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import ClassVar, Generic, NamedTuple, Self, TypeVar

from grike.core.design import Block, Purpose
from grike.core.format import Format
from grike.core.item import Handling, Item, Level
from grike.core.movement import Movement, Pace
from grike.core.rows.row import TWELFTHS
from grike.core.rules.w8_strength_days import STRENGTH_REPS
from grike.core.work import counted_seconds

F = TypeVar("F", bound=Format)

BREATHER_SECONDS = 45
#: Kept back of a stretch without a breather for a round that takes more changes than usual.
UNEVEN_SECONDS = 30
NO_LIMIT = 10**6
#: What showing a movement and getting to it takes at most the first time, and on the average.
FIRST_TIME_SECONDS, FIRST_TIME_PART = 26, 0.75
#: What getting to it takes in a later round, where there is no rest for it.
CHANGE_SECONDS = 5
#: Seconds of a counted set when nothing is known but its reps: the medians of the shipped library,
#: both sides together, where the dose of many movements ends at about twenty reps.
SET_SECONDS, SET_SECONDS_PER_REP, MOST_SET_SECONDS = 4, 2.15, 40
HOLD_SECONDS = 30
#: A set of a movement of which each side gets half: both sides need a full bout for a full set.
FULL_SPLIT_SECONDS, FULL_SECONDS = 40, 20


class Part(NamedTuple):
    """How many slots of a class go to movements of one kind, such as the fast third of it."""

    name: str
    least: int
    most: int
    plays: Callable[[Movement], bool]


@dataclass(frozen=True, slots=True)
class Variant(Generic[F]):
    """One format with its parameters, in ``blocks`` like blocks of ``block_slots`` slots each.

    Work, rests and rounds are fixed, so that time and sets are constants of each movement.
    ``level``: the option in which movements are done, where they have it; those in ``plain`` (ids)
    are done as they are, since the group must not be given their option.
    """

    format: F
    blocks: int
    block_slots: int
    level: Level = field(default=Level.MAIN, kw_only=True)
    plain: frozenset[str] = field(default=frozenset(), kw_only=True)

    @property
    def counted(self) -> bool:
        """Whether bouts are counted, so that their time depends on the movement."""
        return False

    @property
    def elastic(self) -> bool:
        """Whether slower movements make the class longer."""
        return False

    @property
    def uniform(self) -> bool:
        """Whether every slot works for the same seconds."""
        return True

    @property
    def carries(self) -> bool:
        """Whether a carried movement can be given more of its own dose."""
        return False

    @property
    def doubles(self) -> bool:
        """Whether a movement takes one slot or two; else always one."""
        return False

    @property
    def staple(self) -> bool:
        """Whether nearly any movement will do, so that every week could be made of it."""
        return False

    @property
    def kind(self) -> str:
        """The kind of the format that holds most movements."""
        return self.format.kind

    @property
    def kinds(self) -> tuple[str, ...]:
        """The kinds of all its formats, in the order of the class."""
        return (self.kind,)

    @property
    def slots(self) -> int:
        """Slots in all blocks together."""
        return self.blocks * self.block_slots

    @property
    def sets(self) -> int:
        """How often each movement is worked."""
        return self.format.sets if hasattr(self.format, "sets") else 1

    @property
    def all_sets(self) -> int:
        """The sets of the whole class, one-sided movements counted as two-sided ones, in whole."""
        return self.slots * self.sets

    @property
    def usual_reps(self) -> int:
        """The reps of a set, before the dose of the movement; 0 where bouts are timed."""
        return 0

    @property
    def strength(self) -> bool:
        """Whether the sets are counted to few enough reps to be strength work (W8)."""
        return False

    def slots_for(self, movement: Movement) -> int:
        """Return how many slots a movement takes: two where left and right are bouts in turn."""
        return 2 if self.doubles and movement.one_sided else 1

    def item_for(self, movement: Movement) -> Item:
        """Return the item with which a movement stands here, sides and dose settled."""
        return Item(movement.id)

    def block_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return the block of one group of movements; ``given`` items stand for their own."""
        items = tuple(
            given.get(m.id) or replace(self.item_for(m), level=self.level_for(m)) for m in group
        )
        return Block(Purpose.WORK, self.format, items)

    def draft_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return the block well enough to judge the order of its movements by, and sooner."""
        return self.block_for(group, given)

    def at_level(self, level: Level, plain: frozenset[str] = frozenset()) -> Self:
        """Return the variant with its movements in another option, those in ``plain`` as they are.

        ``plain`` holds ids of movements whose option the group must not be given.
        """
        return replace(self, level=level, plain=plain)

    def level_for(self, movement: Movement) -> Level:
        """Return the option in which a movement is done here."""
        there = movement.harder is not None and movement.id not in self.plain
        return self.level if there else Level.MAIN

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement may stand here."""
        return True

    def slot_seconds(self) -> int:
        """Return the work seconds of one set of one slot, a guess where reps are counted."""
        raise NotImplementedError

    def seconds_of(self, movement: Movement) -> int:
        """Return the work seconds of a movement in the class: all sets, both sides."""
        return self.sets * self.slot_seconds() * self.slots_for(movement)

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets of a movement in the class."""
        return TWELFTHS * self.sets

    def work_seconds(self) -> int:
        """Return the work seconds of the whole variant, a guess where reps are counted."""
        return self.slots * self.sets * self.slot_seconds()

    def rest_seconds(self) -> int:
        """Return all rests inside the blocks."""
        return 0

    def reserve_seconds(self) -> int:
        """Return what changes and showings are expected to add beyond the rests."""
        return self.shows(0, 0)

    def shows(self, rest: int, again: int) -> int:
        """Return what changes and showings add where ``rest`` and later ``again`` absorb them."""
        first = int(max(0, FIRST_TIME_SECONDS - rest) * FIRST_TIME_PART)
        return self.slots * (first + (self.sets - 1) * again)

    def main_seconds(self) -> int:
        """Return the planned length of the work part with its breathers and reserve."""
        breathers = (self.blocks - 1) * BREATHER_SECONDS
        return self.work_seconds() + self.rest_seconds() + breathers + self.reserve_seconds()

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether timed work needs no breather beyond its own rests (C11)."""
        return True

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return how much counted work fits without a further breather (C11); None: any."""
        return None

    def parts(self) -> tuple[Part, ...]:
        """Return what the class asks of its mix of movements."""
        return ()

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Cut an order into the blocks, each filled to its slots.

        Where a movement of two slots meets one free slot, the next movement of one slot goes
        first; there is one, since every block of a format with such holds an even number.
        """
        waiting = list(order)
        blocks: list[list[Movement]] = []
        for _ in range(self.blocks):
            block: list[Movement] = []
            free = self.block_slots
            while free and waiting:
                place = next((n for n, m in enumerate(waiting) if self.slots_for(m) <= free), None)
                if place is None:
                    break
                movement = waiting.pop(place)
                block.append(movement)
                free -= self.slots_for(movement)
            blocks.append(block)
        return [block for block in blocks if block]

    def _block_stretch(self) -> int:
        """Return the length of one block on the real clock, a guess where reps are counted."""
        whole = self.work_seconds() + self.rest_seconds() + self.reserve_seconds()
        return whole // self.blocks + UNEVEN_SECONDS


@dataclass(frozen=True, slots=True)
class Split(Variant[F]):
    """Timed work in which a one-sided movement shares its bout between left and right."""

    def item_for(self, movement: Movement) -> Item:
        """Return the item: half of the bout on each side."""
        handling = Handling.SPLIT if movement.one_sided else Handling.TWO_BOUTS
        return Item(movement.id, handling=handling)

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets: a bout too short for both sides counts in proportion."""
        return self.sets * timed_set(self.slot_seconds(), movement)


def timed_set(seconds: int, movement: Movement) -> int:
    """Return twelfths of a set of one timed bout, split between sides where there are two."""
    full = FULL_SPLIT_SECONDS if movement.one_sided else FULL_SECONDS
    return min(TWELFTHS, TWELFTHS * seconds // full)


def sides_of(movement: Movement) -> int:
    """Return how many bouts a counted set of a movement has."""
    return 2 if movement.one_sided else 1


@dataclass(frozen=True, slots=True)
class Counted(Variant[F]):
    """Sets of one number of reps, kept inside the dose of each movement; holds last 30 s."""

    counted: ClassVar[bool] = True
    elastic: ClassVar[bool] = True
    uniform: ClassVar[bool] = False
    carries: ClassVar[bool] = True

    def slot_seconds(self) -> int:
        """Return a guess."""
        return round(min(MOST_SET_SECONDS, SET_SECONDS + SET_SECONDS_PER_REP * self.usual_reps))

    def item_for(self, movement: Movement) -> Item:
        """Return the item with its reps where they differ from the format's."""
        if movement.pace is Pace.STILL:
            return Item(movement.id, seconds=HOLD_SECONDS)
        low, high = movement.dose.reps
        reps = min(max(self.usual_reps, low), high)
        return Item(movement.id, reps=None if reps == self.usual_reps else reps)

    def set_seconds(self, movement: Movement) -> int:
        """Return the work seconds of one set, both sides together."""
        item = self.item_for(movement)
        if item.seconds is not None:
            return item.seconds * sides_of(movement)
        reps = item.reps or self.usual_reps
        return counted_seconds(reps, movement.seconds_per_rep) * sides_of(movement)

    @property
    def strength(self) -> bool:
        """Whether the reps are few enough for strength."""
        return 0 < self.usual_reps <= STRENGTH_REPS

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement fits: what is done by the dozen is no strength set."""
        return not self.strength or (self.item_for(movement).reps or 0) <= STRENGTH_REPS

    def seconds_of(self, movement: Movement) -> int:
        """Return the work seconds of all sets, both sides."""
        return self.sets * self.set_seconds(movement)
