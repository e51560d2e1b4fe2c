"""The levers by which what comes back asks for more in a format.

They are tried in the order of the series: more reps or seconds, then the harder option, then load,
unless it says otherwise. Rounds and rest belong to the format of the class and come first where
they happen to rise.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import Any

from grike.core.composition import most_seconds
from grike.core.item import Item, Level
from grike.core.library import Library
from grike.core.movement import Movement, Pace
from grike.core.planner.asking import asked_in
from grike.core.planner.variants import Variant
from grike.core.progression import (
    HARD_AS_IT_IS,
    REPS_MORE,
    SECONDS_MORE,
    Asked,
    Lever,
    leaps,
    progressed,
    pulled,
)


def asking_more(
    variant: Variant[Any],
    movement: Movement,
    then: Asked | None,
    order: Sequence[Lever],
    *,
    harder: bool,
    library: Library,
) -> Item | None:
    """Return a movement, carried on, with the first lever that asks for more; None without one.

    ``then``: what was asked of it; None where it only has to come back. ``harder``: whether these
    people may be given its harder option.
    """
    own = [lever for lever in order if harder or lever is not Lever.OPTION]
    for plain in levers(variant, movement, then, own):
        item = replace(plain, carried=True)
        now = asked_in(variant, item, library)
        if now is None or (then is not None and leaps(then, now)):
            continue
        if then is None or progressed(then, now):
            return item
    return None


def levers(
    variant: Variant[Any],
    movement: Movement,
    then: Asked | None,
    order: Sequence[Lever] = tuple(Lever),
) -> Iterator[Item]:
    """Yield items that ask ever more of a movement in a variant, by the order of the levers.

    Last come two levers at once, for where a format of shorter bouts would ask for less.
    """
    if not variant.hardens:
        return
    base = variant.item_for(movement)
    yield base
    if then is None:
        return
    # What was heavier or harder stays so; its reps begin again only when more is added to that.
    level = Level.HARDER if then.level > HARD_AS_IT_IS else base.level
    base = replace(base, load_step=max(base.load_step, then.load), level=level)
    more = _more_of(variant, movement, base, then)
    yield from pulled(movement, base, then, more=more, order=order)


def _more_of(variant: Variant[Any], movement: Movement, base: Item, then: Asked) -> Item | None:
    """Return an item of more reps or seconds; None where dose or format have no room for it."""
    if variant.counted and movement.pace is not Pace.STILL:
        reps = max(base.reps or variant.usual_reps, then.reps) + REPS_MORE
        return replace(base, reps=reps) if reps <= movement.dose.reps[1] else None
    seconds = max(variant.slot_seconds(), then.seconds) + SECONDS_MORE
    most = min(variant.most_bout_seconds, most_seconds(movement))
    return replace(base, seconds=seconds) if seconds <= most else None
