"""A class in another format with a burst at its end, as variants."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, ClassVar, Self

from grike.core.design import Block
from grike.core.finish import BURST, bursts
from grike.core.formats import (
    Format,
    LastBurst,
)
from grike.core.item import Item, Level
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.places import Part
from grike.core.planner.variants.straight_sets import StraightVariant
from grike.core.planner.variants.superset import SupersetVariant
from grike.core.planner.variants.timed import timed_set
from grike.core.planner.variants.timed_circuit import CircuitVariant
from grike.core.planner.variants.variant import FIRST_TIME_PART, FIRST_TIME_SECONDS, Variant
from grike.core.purpose import Purpose


@dataclass(frozen=True, slots=True)
class BurstVariant(Variant[Any]):
    """Another variant with a breather and a last burst after it.

    The burst is the one fast movement of the class; the rest of it is controlled or held, which
    leaves something to give at the end.
    """

    of: ClassVar[type[Format]] = LastBurst
    before: Variant[Any]
    burst: LastBurst = field(default=BURST)
    uniform: ClassVar[bool] = False

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield the most usual formats with a burst after them."""
        for source in (CircuitVariant, SupersetVariant, StraightVariant):
            yield from map(with_burst, source.offered())

    @property
    def counted(self) -> bool:
        """Whether what comes before is counted."""
        return self.before.counted

    @property
    def elastic(self) -> bool:
        """Whether what comes before is."""
        return self.before.elastic

    @property
    def doubles(self) -> bool:
        """Whether movements before the burst may take two slots."""
        return self.before.doubles

    @property
    def kinds(self) -> tuple[str, ...]:
        """The kind of what comes before, and the burst."""
        return (self.kind, self.burst.kind)

    @property
    def slots(self) -> int:
        """One slot more than before the burst."""
        return self.before.slots + 1

    @property
    def sets(self) -> int:
        """How often a movement is worked before the burst."""
        return self.before.sets

    @property
    def all_sets(self) -> int:
        """The sets of the whole class."""
        return self.before.all_sets + 1

    @property
    def usual_reps(self) -> int:
        """The reps of a set before the burst."""
        return self.before.usual_reps

    @property
    def strength(self) -> bool:
        """Whether the sets before the burst are strength work."""
        return self.before.strength

    def slots_for(self, movement: Movement) -> int:
        """Return one for the burst, else what the movement takes before it."""
        return 1 if bursts(movement) else self.before.slots_for(movement)

    def pairs_up(self, movement: Movement) -> bool:
        """Return whether a movement is done in a pair; the burst stands alone."""
        return not bursts(movement) and self.before.pairs_up(movement)

    def item_for(self, movement: Movement) -> Item:
        """Return the item; the burst has its seconds from its format."""
        return Item(movement.id) if bursts(movement) else self.before.item_for(movement)

    def block_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return a block of what comes before, or the burst."""
        if any(bursts(movement) for movement in group):
            items = tuple(given.get(m.id) or Item(m.id) for m in group)
            return Block(Purpose.WORK, self.burst, items)
        return self.before.block_for(group, given)

    def draft_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return a draft of what comes before, or the burst."""
        if any(bursts(movement) for movement in group):
            return self.block_for(group, given)
        return self.before.draft_for(group, given)

    def at_level(self, level: Level, plain: frozenset[str] = frozenset()) -> Self:
        """Return the variant with what comes before the burst in another option."""
        before = self.before.at_level(level, plain)
        return replace(self, before=before, level=level, plain=plain)

    def level_for(self, movement: Movement) -> Level:
        """Return the option; the burst is done as it is."""
        return Level.MAIN if bursts(movement) else self.before.level_for(movement)

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement can be the burst, or is not fast and may stand before it."""
        if movement.pace is Pace.FAST:
            return bursts(movement)
        return self.before.suits(movement)

    def slot_seconds(self) -> int:
        """Return the bout before the burst."""
        return self.before.slot_seconds()

    def burst_seconds(self) -> int:
        """Return the length of the burst."""
        return self.burst.work_seconds or 0

    def seconds_of(self, movement: Movement) -> int:
        """Return the burst, or the work seconds before it."""
        return self.burst_seconds() if bursts(movement) else self.before.seconds_of(movement)

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return the burst, or the longest bout before it."""
        return (self.burst_seconds(), None) if bursts(movement) else self.before.asks(movement)

    def sets_of(self, movement: Movement) -> int:
        """Return the set of the burst, or twelfths of sets before it."""
        if bursts(movement):
            return timed_set(self.burst_seconds(), movement)
        return self.before.sets_of(movement)

    def work_seconds(self) -> int:
        """Return all work, the burst with it."""
        return self.before.work_seconds() + self.burst_seconds()

    def rest_seconds(self) -> int:
        """Return the rests before the burst."""
        return self.before.rest_seconds()

    def real_rest_seconds(self) -> int:
        """Return what the rests before the burst really take."""
        return self.before.real_rest_seconds()

    def reserve_seconds(self) -> int:
        """Return what changes and showings add, one of them for the burst."""
        return self.before.reserve_seconds() + int(FIRST_TIME_SECONDS * FIRST_TIME_PART)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether what comes before needs no breather."""
        return self.before.breathes(stretch_seconds)

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return how much counted work fits, the burst after its breather included."""
        most = self.before.most_work_seconds(stretch_seconds)
        return None if most is None else most + self.burst_seconds()

    def parts(self) -> tuple[Part, ...]:
        """Return what comes before asks for, and the one burst."""
        return (*self.before.parts(), Part("burst", 1, 1, bursts))

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return the blocks of what comes before, then the burst."""
        last = [movement for movement in order if bursts(movement)]
        blocks = self.before.in_blocks([m for m in order if m not in last])
        return [*blocks, *([movement] for movement in last)]


def with_burst(before: Variant[Any], burst: LastBurst = BURST) -> BurstVariant:
    """Return a variant with a last burst after it."""
    return BurstVariant(before.format, before.blocks + 1, before.block_slots, before, burst)
