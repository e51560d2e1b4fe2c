"""Points of a series' history: the plan as it was after any of its changes."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

from grike.core.codec import stored_design_from
from grike.core.errors import NotFound
from grike.core.rules.sheet_codec import stored_sheet_from
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.series_codec import shape_from
from grike.store.changes import STATES, Entry
from grike.store.connection import Connection


def ways(every: Sequence[Entry], change: int) -> tuple[list[Entry], list[Entry]]:
    """Return what is undone and what redone, in that order, until a change is the last done.

    ``every``: all changes, the last first; ``change``: an id, or 0 for before the first.
    Raises NotFound where the change is not there.
    """
    if change and all(entry.id != change for entry in every):
        raise NotFound("That change is not there any more.", fix="Load the page again.")
    back = [entry for entry in every if not entry.undone and entry.id > change]
    onward = [entry for entry in reversed(every) if entry.undone and entry.id <= change]
    return back, onward


def plan_at(
    connection: Connection, plan: SeriesPlan, every: Sequence[Entry], change: int
) -> SeriesPlan:
    """Return a plan as it was when a change was the last; nothing is stored.

    Raises NotFound where the change is not there.
    """
    back, onward = ways(every, change)
    for entry in back:
        plan = _with(plan, _states(connection, entry)["before_state"])
    for entry in onward:
        plan = _with(plan, _states(connection, entry)["after_state"])
    return plan


def _states(connection: Connection, entry: Entry) -> dict[str, Any]:
    return connection.row(STATES, (entry.id,)) or {}


def _with(plan: SeriesPlan, text: str) -> SeriesPlan:
    """Return a plan with one stored state put in."""
    state = json.loads(text)
    if "set_up" in state:
        held = state["set_up"]
        sheet = stored_sheet_from(held["sheet"], held["yardstick"])
        plan = replace(plan, shape=shape_from(held["shape"]), sheet=sheet)
    by_day = {own.slot.day: (own.design, own.locked) for own in plan.classes}
    for day, entry in state["days"].items():
        by_day.pop(int(day), None)
        if entry is not None:
            by_day[int(day)] = (stored_design_from(entry["design"]), entry["locked"])
    slots = plan.shape.by_day()
    there = [PlannedClass(slots[day], *by_day[day]) for day in sorted(by_day) if day in slots]
    return replace(plan, classes=tuple(there))
