"""What every format variant can say of itself: slots, seconds, sets, and who may stand in it."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, ClassVar, Generic, Self, TypeVar

from grike.core.composition import Doses
from grike.core.design import Block
from grike.core.formats import Format, name_of
from grike.core.item import Item, Level
from grike.core.movement import Movement
from grike.core.pace import DEFAULT_PACE, paced
from grike.core.planner.variants.places import DoseKey, InClass, Part
from grike.core.purpose import Purpose
from grike.core.rows.row import TWELFTHS
from grike.core.rules.p18_calendar import ENDS

F = TypeVar("F", bound=Format)

#: The kinds of format with which a class may end on a high.
FINISHING = frozenset(fmt.kind for fmt in ENDS)

BREATHER_SECONDS = 45
#: Kept back of a stretch without a breather for a round that takes more changes than usual.
UNEVEN_SECONDS = 30
NO_LIMIT = 10**6
#: What showing a movement and getting to it takes at most the first time, and on the average.
FIRST_TIME_SECONDS, FIRST_TIME_PART = 26, 0.75
#: What getting to it takes in a later round, where there is no rest for it.
CHANGE_SECONDS = 5
#: So many variants of a kind are kept: the first three carry a series, the others vary it.
MOST_OF_MAIN_KINDS, MOST_OF_OTHER_KINDS = 10, 5


@dataclass(frozen=True, slots=True)
class Variant(InClass, Generic[F]):
    """One format with its parameters, in ``blocks`` like blocks of ``block_slots`` slots each.

    Work, rests and rounds are fixed, so that time and sets are constants of each movement.
    ``level``: the option in which movements are done, where they have it; those in ``plain`` (ids)
    are done as they are, since the group must not be given their option.
    ``of``: the format that it mirrors. ``most``: so many of a kind are kept for a slot.
    """

    format: F
    blocks: int
    block_slots: int
    level: Level = field(default=Level.MAIN, kw_only=True)
    plain: frozenset[str] = field(default=frozenset(), kw_only=True)

    of: ClassVar[type[Format]] = Format
    most: ClassVar[int] = MOST_OF_OTHER_KINDS
    for_beginners: ClassVar[bool] = True

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried: usual parameters, common practice, no source."""
        yield from ()

    @classmethod
    def read(cls, fmt: F, blocks: int, block_slots: int) -> Variant[Any] | None:
        """Return a format of a class as a variant; None where plans are not made from it."""
        return cls(fmt, blocks, block_slots)

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

    def place_in_group(self, movement: Movement) -> int:
        """Return the place of a movement where the format takes movements in groups."""
        return 0

    def own_for(self, movement: Movement) -> Variant[Any]:
        """Return the variant in which a movement is done: this one, or that of its part."""
        return self

    def pairs_up(self, movement: Movement) -> bool:
        """Return whether a movement is done in turn with another one, as a pair."""
        return self.format.in_pairs

    @property
    def finishes(self) -> bool:
        """Whether a class in it ends with a burst, a ladder or short intervals."""
        return self.kinds[-1] in FINISHING

    @property
    def carries(self) -> bool:
        """Whether a carried movement can be given more of its own dose."""
        return False

    @property
    def hardens(self) -> bool:
        """Whether a carried movement can be asked for in its harder option, or with more load."""
        return self.carries

    @property
    def most_bout_seconds(self) -> int:
        """To how many seconds the bouts of one movement can be lengthened; 0: not at all."""
        return 0

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
        return self.format.times

    @property
    def all_sets(self) -> int:
        """The sets of the whole class, one-sided movements counted as two-sided ones, in whole."""
        return self.slots * self.sets

    @property
    def usual_reps(self) -> int:
        """The reps of a set, before the dose of the movement; 0 where bouts are timed."""
        return 0

    @property
    def name(self) -> str:
        """What a class in it is called, in lower case: its formats."""
        return " and ".join(name_of(kind).lower() for kind in self.kinds)

    @property
    def dose_key(self) -> DoseKey:
        """What decides which movements it takes: its formats, its reps, its bout."""
        return (self.kinds, self.usual_reps, 0 if self.counted else self.slot_seconds())

    @property
    def shape_id(self) -> str:
        """The id of the shape of a class in it; "" where it has none."""
        return ""

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

    def takes(self, movement: Movement, doses: Doses) -> bool:
        """Return whether a movement may stand here, and for as long or as often as it does."""
        return self.suits(movement) and doses.allow(movement, *self.asks(movement))

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return (seconds, reps) of the longest bout of a movement on one side, one of them None.

        Both are None where the format has a dose of its own.
        """
        return self.slot_seconds(), None

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
        """Return the length of the work part on the real clock, breathers and reserve with it."""
        return self.work_seconds() + self.beside_seconds()

    def beside_seconds(self) -> int:
        """Return what the work part takes besides work, as long as it takes really."""
        breathers = (self.blocks - 1) * paced(BREATHER_SECONDS, DEFAULT_PACE.breather_factor)
        return self.real_rest_seconds() + breathers + self.reserve_seconds()

    def real_rest_seconds(self) -> int:
        """Return what the rests inside the blocks really take: those of timed bouts are kept."""
        return self.rest_seconds()

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
        whole = self.work_seconds() + self.real_rest_seconds() + self.reserve_seconds()
        return whole // self.blocks + UNEVEN_SECONDS
