"""Main lifts that come back: in the place of another, and asking for more than a week before."""

from __future__ import annotations

from collections.abc import Iterator, Sequence, Set
from dataclasses import dataclass, replace
from functools import partial
from itertools import combinations
from typing import NamedTuple

from grike.core.composition import is_main
from grike.core.editing import handling_for, with_item
from grike.core.fixes.base import Edit, classes_of, work_blocks
from grike.core.item import Item, Level
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import may_harden, pool
from grike.core.movement import Movement, Pace
from grike.core.progression import HARD_AS_IT_IS, REPS_MORE, SECONDS_MORE, Asked, Lever, pulled
from grike.core.rules import Facts, Finding
from grike.core.rules.d7_carrying import asked_of, work_items
from grike.core.rules.p7_anchors import P7, anchors_of

#: So many ways to bring two back are tried before one comes back alone.
MOST_TWOS = 30


@dataclass(frozen=True, slots=True)
class _Spot:
    """Where a lift could come back: the class, its block and place, and the lift."""

    member: ClassFacts
    block: int
    place: int
    lift: Movement

    @property
    def now(self) -> Item:
        """What stands there."""
        return self.member.design.blocks[self.block].items[self.place]


class _Return(NamedTuple):
    """A lift that comes back in a place, and what it asks for."""

    spot: _Spot
    item: Item
    then: Asked


def comes_back(facts: Facts, finding: Finding) -> Iterator[Edit]:
    """Yield lifts of the class that a finding names, where they stand already or what is like them.

    Each first as it is laid out here, then with more asked by the levers of the series, in their
    order, and by two of them. Where more than one is lacking two come first, then one.
    """
    if finding.about is None:
        return
    before = facts.class_at(int(finding.about.id))
    anchors = anchors_of(before, facts.shape.level, P7.line(facts.sheet))
    for member in classes_of(facts, finding):
        returns = [
            _Return(spot, item, then)
            for spot in _spots(facts, anchors.ids, member)
            if (then := asked_of(before, spot.lift.id)) is not None
            for item in _asking(facts, spot, then)
        ]
        there = [item.movement_id for _, _, item in work_items(member) if item.carried]
        one_lacks = anchors.wanted - len(anchors.ids.intersection(there)) < 2
        twos = () if one_lacks else _in_twos(returns)
        for own in (*twos, *((one,) for one in returns)):
            yield _edit(facts, before, member, own)


def _in_twos(returns: Sequence[_Return]) -> list[tuple[_Return, _Return]]:
    """Return two lifts in two places, the likest first."""
    found: list[tuple[int, int]] = []
    for (i, one), (j, other) in combinations(enumerate(returns), 2):
        places = {(own.spot.block, own.spot.place) for own in (one, other)}
        if one.spot.lift.id != other.spot.lift.id and len(places) == 2:
            found.append((i, j))
    found.sort(key=lambda pair: (sum(pair), pair))
    return [(returns[i], returns[j]) for i, j in found[:MOST_TWOS]]


def _edit(facts: Facts, before: ClassFacts, member: ClassFacts, returns: Sequence[_Return]) -> Edit:
    design, words = member.design, []
    for spot, item, then in returns:
        design = with_item(design, spot.block, spot.place, item)
        text = f"{spot.lift.name}{_more(item, then)}"
        if spot.now.movement_id != spot.lift.id:
            text += f" in place of {facts.library[spot.now.movement_id].name}"
        words.append(text)
    text = f"{' and '.join(words)}, again as on {before.slot.label}, {member.slot.label}"
    return Edit(text, {member.slot.index: design})


def _spots(facts: Facts, lifts: Set[str], member: ClassFacts) -> list[_Spot]:
    """Return where lifts (ids) could come back in a class, the likest first."""
    there = set(member.design.movement_ids())
    allowed = {movement.id for movement in pool(facts.shape.on(member.slot), facts.library)}
    spots = [
        _Spot(member, number, place, facts.library[name])
        for number, block in work_blocks(member)
        for place, item in enumerate(block.items)
        for name in sorted(lifts & allowed)
        if not item.carried and (name == item.movement_id or name not in there)
    ]
    able = [spot for spot in spots if spot.lift.fetched_kit <= member.design.kit]
    return sorted(able, key=partial(_unlike, facts))


def _unlike(facts: Facts, spot: _Spot) -> tuple[bool, ...]:
    """Return how far a lift is from what stands in its place, what weighs most first."""
    now, lift = facts.library[spot.now.movement_id], spot.lift
    return (
        lift.id != now.id,
        lift.pattern is not now.pattern,
        not is_main(now, spot.member.design.focus, facts.shape.level),
        lift.targets[0] is not now.targets[0],
        lift.one_sided is not now.one_sided,
    )


def _asking(facts: Facts, spot: _Spot, then: Asked) -> Iterator[Item]:
    """Yield items of a lift that ask for as much as it did, and ever more."""
    lift, now = spot.lift, spot.now
    same = now.movement_id == lift.id
    handling = now.handling if same else handling_for(spot.member.design, spot.block, lift)
    level = Level.HARDER if then.level > HARD_AS_IT_IS else Level.MAIN
    plain = Item(lift.id, handling, level, carried=True, load_step=then.load)
    more = _more_of(lift, plain, then)
    shape = facts.shape.on(spot.member.slot)
    order = [
        lever
        for lever in shape.wishes.levers
        if lever is not Lever.OPTION or may_harden(lift, shape, facts.library)
    ]
    yield plain
    yield from pulled(lift, plain, then, more=more, order=order)


def _more_of(movement: Movement, plain: Item, then: Asked) -> Item | None:
    """Return an item of more reps or seconds; None where its dose has no room for that."""
    if not then.reps:
        return replace(plain, seconds=then.seconds + SECONDS_MORE)
    reps = then.reps + REPS_MORE
    able = movement.pace is not Pace.STILL and reps <= movement.dose.reps[1]
    return replace(plain, reps=reps) if able else None


def _more(item: Item, then: Asked) -> str:
    """Return what an item asks for that the class before did not, in words."""
    what = []
    if item.reps or item.seconds:
        what.append(f"{item.reps} reps" if item.reps else f"{item.seconds} s")
    if item.level is Level.HARDER and then.level <= HARD_AS_IT_IS:
        what.append("the harder option")
    if item.load_step > then.load:
        what.append("a step more load")
    return f" ({', '.join(what)})" if what else ""
