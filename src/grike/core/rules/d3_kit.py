"""D3: the kit differs from the class before."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from itertools import pairwise
from typing import TypeAlias

from grike.core.judging.facts import Facts
from grike.core.judging.finding import Finding, Place
from grike.core.kit import KIT_NAMES, Kit, kit_words
from grike.core.rows.row import Key, Row, row_weight
from grike.core.rows.scope import Bay, FixedClass, Scope
from grike.core.rules.rule import Mend, Rule, Stage, Topic, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: A class in scope: its bays, or what it is where it stays.
Day: TypeAlias = tuple[Sequence[Bay], FixedClass | None]


def _check_kit(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    for before, after in facts.pairs():
        if before.design.kit == after.design.kit:
            names = kit_words(sorted(after.design.kit))
            yield Finding(
                "D3",
                line.mode,
                Place(after.slot.week, after.slot.index),
                f"The same kit as in the class before: {names}.",
                "Choose other kit for one of the two.",
                cost=line.weight if line.mode is Mode.AIM else 0,
            )


def _may_have(day: Day) -> frozenset[Kit]:
    """Return the kit that a class may have laid out."""
    bays, fixed = day
    return frozenset().union(*(bay.kit for bay in bays), fixed.kit if fixed else frozenset())


def _laid_out(kind: Kit, day: Day) -> Key | int:
    """Return whether a class has a kind of kit laid out: 0 or 1 where that is settled."""
    open_ = [bay for bay in day[0] if bay.cupboard]
    if kind in _may_have(day) and open_:
        return ("fetched", open_[0].index, kind)
    return int(kind in _may_have(day))


def _meaning(bay: Bay) -> Iterator[Row]:
    """What is laid out is what movements are done with."""
    for kind in sorted(bay.kit):
        there = ("fetched", bay.index, kind)
        own = tuple((c.key, 1) for c in bay.choices if kind in c.movement.fetched_kit)
        aux, where = ((there, 0, 1),), f"{bay.slot.label}, {KIT_NAMES[kind]}"
        yield Row("D3", where, (*own, (there, -1)), low=0, aux=aux)
        yield Row("D3", where, (*own, (there, -bay.slots)), high=0, aux=aux)


def _rows_kit(scope: Scope, line: RuleSetting) -> Iterator[Row]:
    """Where kit may stay in the cupboard, two days may become alike that were not meant to be."""
    for bay in scope.bays:
        yield from _meaning(bay) if bay.cupboard else ()
    days = [(slot, (bays, fixed)) for slot, bays, fixed in scope.by_slot()]
    for (_, before), (slot, after) in pairwise(days):
        if not any(bay.cupboard for bay in (*before[0], *after[0])):
            continue
        kinds = sorted(_may_have(before) | _may_have(after))
        for kind in kinds:
            yield from _differs(kind, slot.index, _laid_out(kind, before), _laid_out(kind, after))
        differ = tuple((("differs", slot.index, kind), 1) for kind in kinds)
        aux = tuple((key, 0, 1) for key, _ in differ)
        yield Row("D3", slot.label, differ, low=1, weight=row_weight(line), aux=aux)


def _differs(kind: Kit, index: int, one: Key | int, other: Key | int) -> Iterator[Row]:
    """A kind of kit differs only where one of two classes has it and the other has not."""
    key: Key = ("differs", index, kind)
    both = [each for each in (one, other) if not isinstance(each, int)]
    sure = sum(each for each in (one, other) if isinstance(each, int))
    aux = ((key, 0, 1), *((each, 0, 1) for each in both))
    where = KIT_NAMES[kind]
    own = tuple((each, 1) for each in both)
    yield Row("D3", where, ((key, 1), *((k, -n) for k, n in own)), high=sure, aux=aux)
    yield Row("D3", where, ((key, 1), *own), high=2 - sure, aux=aux)


D3 = Rule(
    "D3",
    "Kit differs from day to day",
    "The kit differs from the class before.",
    "New kit makes a known movement new, and spares the same joints and grip.",
    "practice",
    setting(Mode.AIM, 12),
    _check_kit,
    _rows_kit,
    stages=(Stage.SKELETON, Stage.SELECTION),
    mends=(Mend.ANOTHER_DAY,),
    way_out="let kit repeat",
    yields=Yields.VARIETY,
    about=Topic.ROOM,
)
