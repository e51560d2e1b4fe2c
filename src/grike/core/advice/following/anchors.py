"""Movements that come back and were not reached: asked for again, and what follows a step later."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from typing import NamedTuple

from grike.core.advice.following.base import Because, Past, Proposal, Unmet, key_of
from grike.core.design import ClassDesign
from grike.core.done_weeks import came_short, work_done
from grike.core.editing import with_item
from grike.core.fixes.base import Edit
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.progression import Asked, asked
from grike.core.rules.d7_carrying import asked_of, carried_from, work_items
from grike.core.volume import sets_by_movement


class _Stand(NamedTuple):
    """Where a movement stands in a class, as which item, and what is asked of it there."""

    design: ClassDesign
    block: int
    place: int
    item: Item
    asks: Asked


def anchors(past: Past) -> Iterator[Proposal | Unmet]:
    """Yield what was not reached and comes back: to be asked for again."""
    for one in past.taught:
        planned, done = work_done(one, past.facts.library)
        for movement in sets_by_movement(planned):
            short, key = came_short(movement, planned, done), key_of("anchor", one.day, movement.id)
            if not short or key in past.answered:
                continue
            own = [bout for bout in planned if bout.movement is movement]
            then = asked(one.design, own)
            chain = _chain(past, one.day, movement.id)
            if then is None or not chain:
                continue
            stand = _Stand(one.design, own[0].block, own[0].place, own[0].item, then)
            what = (
                f"{movement.name} was not reached in {past.day_words(one.day)}: "
                f"{short} of {then.words}."
            )
            fix = past.first(_edits(movement.name, stand, chain))
            if fix is None:
                yield Unmet(Because.ANCHOR, f"{what} Asking for it again would break a must.")
            else:
                yield Proposal((key,), Because.ANCHOR, what, fix)


def _chain(past: Past, day: int, movement_id: str) -> list[ClassFacts]:
    """Return the classes that carry a movement on from a day, one after another.

    Empty where the next of them asks for it again already.
    """
    chain: list[ClassFacts] = []
    for member in past.coming:
        own = [item for _, _, item in work_items(member) if item.movement_id == movement_id]
        before = carried_from(past.facts, member, movement_id)
        if not any(item.carried for item in own) or before is None or before.slot.day != day:
            continue
        if not chain and any(item.again for item in own):
            return []
        chain.append(member)
        day = member.slot.day
    return chain


def _edits(name: str, stand: _Stand, chain: list[ClassFacts]) -> Iterator[Edit]:
    """Yield the chain a step later throughout, and only its first class as before."""
    stands = [_stand(member, stand.item.movement_id) for member in chain]
    known = [own for own in stands if own is not None]
    steps = list(zip([stand, *known[:-1]], known, chain, strict=False))
    for many in sorted({len(steps), 1}, reverse=True):
        designs = {
            member.slot.index: with_item(
                to.design, to.block, to.place, _as_before(to, source, again=not number)
            )
            for number, (source, to, member) in enumerate(steps[:many])
        }
        more = many - 1
        after = f", and a step later in {more} class{'es' * (more > 1)} after" if more else ""
        text = f"{name}: {stand.asks.words} again, {chain[0].slot.label}{after}"
        yield Edit(text, designs)


def _stand(member: ClassFacts, movement_id: str) -> _Stand | None:
    asks = asked_of(member, movement_id)
    for block, place, item in work_items(member):
        if item.movement_id == movement_id and asks is not None:
            return _Stand(member.design, block, place, item, asks)
    return None


def _as_before(to: _Stand, source: _Stand, *, again: bool) -> Item:
    """Return an item with the dose, load and option of another time; its place handles its sides.

    What the format gave that time is written down, since the format may give more by now.
    """
    then = source.asks
    counted = bool(then.reps)
    return replace(
        to.item,
        level=source.item.level,
        load_step=source.item.load_step,
        reps=then.reps if counted else None,
        seconds=None if counted else then.seconds,
        reps_range=None,
        passes=source.item.passes,
        carried=True,
        again=again,
    )
