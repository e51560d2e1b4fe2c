"""What is left for a class, given what the classes before it used and what the group knows.

It is a bound: where it leaves too little, no choice of movements can fill the class, and the
skeleton need not try; where it leaves enough, filling may still turn out impossible.
"""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from typing import NamedTuple, TypeAlias

from grike.core.family import CONDITIONING_FAMILIES
from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement
from grike.core.planner.cells import Theme, region_supply
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of
from grike.core.rules.c1_focus import C1
from grike.core.rules.d4_returns import D4
from grike.core.rules.d8_new_movements import D8
from grike.core.series import Slot
from grike.core.sheet import RuleSheet


class InPart(NamedTuple):
    """Where a movement goes in a shape of some parts: its own, with each focus that allows it."""

    keys: tuple[tuple[int, Focus], ...]
    slots: int
    parts: int


#: Where movements go in a shape, by id; those that it does not take are left out.
Places: TypeAlias = Mapping[str, InPart]
#: The most slots of a class that one movement takes.
MOST_SLOTS = 2
#: Slots that could be filled, by part of a shape and focus.
PartSlots: TypeAlias = Mapping[tuple[int, Focus], int]


class Supply:
    """The movements that are still to be had in one slot.

    ``barred``: not by its cautions; ``back``: although they were there not long ago (ids).
    """

    def __init__(
        self,
        slot: Slot,
        kept: Mapping[int, ClassFacts],
        known: frozenset[str],
        sheet: RuleSheet,
        *,
        barred: frozenset[str] = frozenset(),
        back: frozenset[str] = frozenset(),
    ) -> None:
        gap = D4.line(sheet).whole("gap") if D4.on(sheet) else 0
        near = [kept[n] for n in range(slot.index - gap, slot.index) if n in kept]
        self.used = {m.id for facts in near for _, _, m in facts.work_movements}
        self.used = self.used - back | barred
        before = {m.id for n, f in kept.items() if n < slot.index for _, _, m in f.work_movements}
        first = min((facts.slot.week for facts in kept.values()), default=slot.week)
        self.known = known | before
        learns = not D8.on(sheet) or slot.week <= first
        self.most_new = None if learns else D8.line(sheet).whole("most")
        self.share = Fraction(0)
        self.whole = Fraction(0)
        if C1.on(sheet):
            self.share = C1.line(sheet).numbers["share"] / 100
            self.whole = C1.line(sheet).numbers["whole"] / 100

    def slots(self, theme: Theme) -> dict[Focus, int]:
        """Return the most movements of a class on a kit, by focus."""
        left = [m for m in theme.movements if m.id not in self.used]
        out: dict[Focus, int] = {}
        own = self._most([TWELFTHS * bool(m.fetched_kit) for m in left], left) // TWELFTHS
        # A third of the movements, two at the least, are with the kit of the class.
        by_kit = 3 * own + 2 if theme.kit and own >= 2 else (0 if theme.kit else len(left))
        everything = self._most([TWELFTHS] * len(left), left) // TWELFTHS
        for focus in Focus:
            worth = [_on(movement, focus) for movement in left]
            most = min(by_kit, everything)
            if self.whole and focus is Focus.WHOLE:
                most = min(most, int(min(region_supply(left).values()) / self.whole))
            elif self.share:
                most = min(most, int(self._most(worth, left) / TWELFTHS / self.share))
            out[focus] = most
        return out

    def in_parts(self, theme: Theme, places: Places) -> PartSlots:
        """Return how many slots of each part of a shape could be filled, by part and focus.

        As a part more, the movements that use the kit of the class are counted.

        ``places``: where the movements that the shape takes go in it.
        """
        known: dict[tuple[int, Focus], int] = {}
        new: dict[tuple[int, Focus], int] = {}
        for movement in theme.movements:
            place = places.get(movement.id)
            if place is None or movement.id in self.used:
                continue
            own = known if movement.foundation or movement.id in self.known else new
            for key in place.keys:
                own[key] = own.get(key, 0) + place.slots
            if movement.fetched_kit:
                for _, focus in place.keys:
                    own[place.parts, focus] = own.get((place.parts, focus), 0) + 1
        most = sum(new.values()) if self.most_new is None else MOST_SLOTS * self.most_new
        return {key: known.get(key, 0) + min(new.get(key, 0), most) for key in {*known, *new}}

    def _most(self, worth: list[int], movements: list[Movement]) -> int:
        """Return the sum of what is known and of the few best that are new."""
        if self.most_new is None:
            return sum(worth)
        new: list[int] = []
        total = 0
        for value, movement in zip(worth, movements, strict=True):
            if movement.foundation or movement.id in self.known:
                total += value
            else:
                new.append(value)
        return total + sum(sorted(new, reverse=True)[: self.most_new])


def _on(movement: Movement, focus: Focus) -> int:
    if focus is Focus.CONDITIONING:
        return TWELFTHS * (movement.family in CONDITIONING_FAMILIES)
    return parts_of(movement).foci[focus]
