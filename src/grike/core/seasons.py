"""A series begun again: on other dates, with the classes as they are or to be planned anew."""

from __future__ import annotations

import datetime as dt
from dataclasses import replace

from grike.core.editing import unlocked
from grike.core.series import PlannedClass, SeriesPlan


def next_season(plan: SeriesPlan, name: str, start: dt.date, *, classes: bool) -> SeriesPlan:
    """Return a series like another from a date on; what its group met is known from the start.

    Closed days are of the old dates, so none are closed; a class whose day lies before the start
    of a week that begins in its middle is left out. Nothing is locked. Raises InvalidInput.
    """
    shape = replace(plan.shape, name=name, start=start, closed=frozenset())
    met = {
        one
        for own in plan.classes
        for _, _, item in own.design.every_item()
        for one in item.movement_ids
    }
    empty = SeriesPlan(shape, plan.sheet, (), plan.known | met)
    if not classes:
        return empty
    slots = shape.by_day()
    kept = [
        PlannedClass(slots[own.slot.day], unlocked(own.design))
        for own in plan.classes
        if own.slot.day in slots
    ]
    return replace(empty, classes=tuple(kept))
