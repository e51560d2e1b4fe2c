"""The shape of a class with its parts fitted to a slot, as one variant: every part has its own."""

from __future__ import annotations

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field, replace
from typing import Any, ClassVar, Self, TypeAlias

from grike.core.anatomy import Region
from grike.core.class_shape import ClassShape, Takes
from grike.core.composition import NEEDS, patterns_of
from grike.core.design import Block, Role
from grike.core.focus import Focus
from grike.core.item import Item, Level
from grike.core.movement import Movement
from grike.core.pace import DEFAULT_PACE, paced
from grike.core.planner.variants.places import DoseKey, Part
from grike.core.planner.variants.variant import BREATHER_SECONDS, Variant
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of

#: What a class of a focus is made of, a pull beside the presses among it.
_OF_FOCUS = {f: frozenset().union(*(need.patterns for need in NEEDS[f])) for f in Focus}
#: Parts by the id of a movement, and the movement for which each was found: an edited one may go
#: elsewhere.
KnownParts: TypeAlias = dict[str, tuple[Movement, int | None]]


@dataclass(frozen=True, slots=True)
class ShapedVariant(Variant[Any]):
    """A shape whose parts have been given sizes: ``fitted`` holds the variant of each.

    A movement goes to the part that asks most of what it is, so that its seconds and sets are
    constants here as well. ``for_level``: the level of the group.
    """

    shape: ClassShape
    fitted: tuple[Variant[Any], ...]
    for_level: int
    #: The part of each movement, found once for all sizes of a shape.
    known_parts: KnownParts = field(default_factory=dict, compare=False, repr=False)
    uniform: ClassVar[bool] = False
    staple: ClassVar[bool] = True

    @property
    def counted(self) -> bool:
        """Whether any part counts."""
        return any(own.counted for own in self.fitted)

    @property
    def elastic(self) -> bool:
        """Whether slower movements make any part longer."""
        return any(own.elastic for own in self.fitted)

    @property
    def doubles(self) -> bool:
        """Whether in any part movements may take two slots."""
        return any(own.doubles for own in self.fitted)

    @property
    def lifts(self) -> bool:
        """Whether a part is for lifts."""
        return any(part.role is Role.LIFT for part in self.shape.parts)

    @property
    def carries(self) -> bool:
        """Whether in any part a main lift can be given more of its own dose."""
        pairs = zip(self.shape.parts, self.fitted, strict=True)
        return any(own.carries and Takes.SUPPORTING not in part.takes for part, own in pairs)

    @property
    def kind(self) -> str:
        """The shape, which is what changes from day to day."""
        return self.shape.id

    @property
    def kinds(self) -> tuple[str, ...]:
        """The kinds of the formats of all parts."""
        return tuple(dict.fromkeys(kind for own in self.fitted for kind in own.kinds))

    @property
    def name(self) -> str:
        """The name of the shape."""
        return self.shape.name.lower()

    @property
    def shape_id(self) -> str:
        """The id of the shape."""
        return self.shape.id

    @property
    def dose_key(self) -> DoseKey:
        """The shape: which movements it takes depends on its parts."""
        return ((self.shape.id,), self.for_level, 0)

    @property
    def slots(self) -> int:
        """The slots of all parts."""
        return sum(own.slots for own in self.fitted)

    @property
    def sets(self) -> int:
        """The most sets that a movement has in any part."""
        return max(own.sets for own in self.fitted)

    @property
    def all_sets(self) -> int:
        """The sets of the whole class."""
        return sum(own.all_sets for own in self.fitted)

    @property
    def usual_reps(self) -> int:
        """The reps of the part that holds most sets."""
        return self._largest.usual_reps

    @property
    def strength(self) -> bool:
        """Whether half of its sets are strength work."""
        return 2 * sum(own.all_sets for own in self.fitted if own.strength) >= self.all_sets

    @property
    def _largest(self) -> Variant[Any]:
        return max(self.fitted, key=lambda own: own.all_sets)

    def stands_aside(self, movement: Movement) -> bool:
        """Return whether the part of a movement need not be on the focus."""
        part = self.part_of(movement)
        return part is not None and self.shape.stands_aside(part)

    def on(self, focus: Focus, movement: Movement) -> bool:
        """Return whether a movement may stand in a class of a focus: on it, of it, or aside."""
        if self.stands_aside(movement) or focus in (Focus.WHOLE, Focus.CONDITIONING):
            return True
        if not patterns_of(movement).isdisjoint(_OF_FOCUS[focus]):
            return True
        return 2 * parts_of(movement).foci[focus] >= TWELFTHS

    @property
    def aside_sets(self) -> int:
        """The sets of the parts that need not be on the focus."""
        return sum(own.all_sets for n, own in enumerate(self.fitted) if self.shape.stands_aside(n))

    @property
    def pulse_sets(self) -> int:
        """The sets of parts for the pulse, which count for no region."""
        pairs = zip(self.shape.parts, self.fitted, strict=True)
        return sum(own.all_sets for part, own in pairs if Takes.PULSE in part.takes)

    def region_sets(self, region: Region) -> int:
        """Return the sets of the parts that are all for a region."""
        pairs = zip(self.shape.parts, self.fitted, strict=True)
        return sum(own.all_sets for part, own in pairs if part.region is region)

    def fits_focus(self, focus: Focus) -> bool:
        """Return whether the shape suits a focus."""
        return self.shape.suits(focus)

    def filled_by(
        self, left: Mapping[tuple[int, Focus], int], focus: Focus, *, with_kit: int
    ) -> bool:
        """Return whether every part finds its slots in what is left, by part and focus.

        ``with_kit``: so many movements use the kit of the class; they are counted as one part more.
        """
        parts = len(self.fitted)
        filled = all(left.get((n, focus), 0) >= own.slots for n, own in enumerate(self.fitted))
        return filled and left.get((parts, focus), 0) >= with_kit

    def part_of(self, movement: Movement) -> int | None:
        """Return the number of the part to which a movement goes."""
        found = self.known_parts.get(movement.id)
        if found is None or found[0] is not movement:
            found = movement, self.shape.part_of(movement, self.for_level)
            self.known_parts[movement.id] = found
        return found[1]

    def own_for(self, movement: Movement) -> Variant[Any]:
        """Return the variant of the part of a movement."""
        part = self.part_of(movement)
        return self.fitted[0 if part is None else part]

    def pairs_up(self, movement: Movement) -> bool:
        """Return whether a movement is done in a pair in its part."""
        return self.own_for(movement).pairs_up(movement)

    @property
    def finishes(self) -> bool:
        """Whether the last part is a finish."""
        return self.shape.parts[-1].role is Role.FINISH or self.fitted[-1].finishes

    def slots_for(self, movement: Movement) -> int:
        """Return what a movement takes in its part."""
        return self.own_for(movement).slots_for(movement)

    def item_for(self, movement: Movement) -> Item:
        """Return the item of a movement in its part."""
        return self.own_for(movement).item_for(movement)

    def block_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return a block of the part to which a group belongs, with its role."""
        return self._in_role(group, self.own_for(group[0]).block_for(group, given))

    def draft_for(self, group: Sequence[Movement], given: Mapping[str, Item]) -> Block:
        """Return a draft of a block with its role."""
        return self._in_role(group, self.own_for(group[0]).draft_for(group, given))

    def _in_role(self, group: Sequence[Movement], block: Block) -> Block:
        return replace(block, role=self.shape.parts[self.part_of(group[0]) or 0].role)

    def at_level(self, level: Level, plain: frozenset[str] = frozenset()) -> Self:
        """Return the variant with all parts in another option."""
        fitted = tuple(own.at_level(level, plain) for own in self.fitted)
        return replace(self, fitted=fitted, level=level, plain=plain)

    def level_for(self, movement: Movement) -> Level:
        """Return the option in which a movement is done in its part."""
        return self.own_for(movement).level_for(movement)

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement goes to a part, and may stand there."""
        part = self.part_of(movement)
        return part is not None and self.fitted[part].suits(movement)

    def asks(self, movement: Movement) -> tuple[int | None, int | None]:
        """Return the longest bout of a movement in its part."""
        return self.own_for(movement).asks(movement)

    def slot_seconds(self) -> int:
        """Return the bout of the largest part."""
        return self._largest.slot_seconds()

    def seconds_of(self, movement: Movement) -> int:
        """Return the work seconds of a movement in its part."""
        return self.own_for(movement).seconds_of(movement)

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets of a movement in its part."""
        return self.own_for(movement).sets_of(movement)

    def work_seconds(self) -> int:
        """Return the work seconds of all parts."""
        return sum(own.work_seconds() for own in self.fitted)

    def rest_seconds(self) -> int:
        """Return all rests inside the parts."""
        return sum(own.rest_seconds() for own in self.fitted)

    def real_rest_seconds(self) -> int:
        """Return what the rests inside the parts really take."""
        return sum(own.real_rest_seconds() for own in self.fitted)

    def reserve_seconds(self) -> int:
        """Return what changes and showings add."""
        return sum(own.reserve_seconds() for own in self.fitted)

    def beside_seconds(self) -> int:
        """Return what the parts take besides work, with the breathers between them."""
        pauses = (len(self.fitted) - 1) * paced(BREATHER_SECONDS, DEFAULT_PACE.breather_factor)
        return pauses + sum(own.beside_seconds() for own in self.fitted)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether no part needs a further breather."""
        return all(own.breathes(stretch_seconds) for own in self.fitted)

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return how much counted work fits; the timed parts are what they are."""
        each = [own.most_work_seconds(stretch_seconds) for own in self.fitted]
        if all(most is None for most in each):
            return None
        pairs = zip(each, self.fitted, strict=True)
        return sum(own.work_seconds() if most is None else most for most, own in pairs)

    def parts(self) -> tuple[Part, ...]:
        """Return for each part that its slots are filled by what it takes."""
        out: list[Part] = []
        for number, own in enumerate(self.fitted):
            plays = self._plays(number)
            name = f"{number + 1}, {self.shape.parts[number].theme}"
            out.append(Part(name, own.slots, own.slots, plays))
            out += [
                Part(f"{name}: {part.name}", part.least, part.most, _both(plays, part.plays))
                for part in own.parts()
            ]
        return tuple(out)

    def _plays(self, number: int) -> Callable[[Movement], bool]:
        return lambda movement: self.part_of(movement) == number

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return the blocks of each part in turn, with its movements in the order given."""
        out: list[list[Movement]] = []
        for number, own in enumerate(self.fitted):
            out += own.in_blocks([m for m in order if self.part_of(m) == number])
        return out


def _both(
    one: Callable[[Movement], bool], other: Callable[[Movement], bool]
) -> Callable[[Movement], bool]:
    return lambda movement: one(movement) and other(movement)
