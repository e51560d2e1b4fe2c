"""A class of a series, held to be read or written."""

from __future__ import annotations

from collections.abc import Sequence

from grike.api.state import State
from grike.core.advice.shorten import ORDER, How
from grike.core.errors import Conflict, NotFound
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts
from grike.core.rules.c1_focus import C1
from grike.store import changes, series
from grike.store.connection import Connection
from grike.store.series import StoredSeries


def member_of(facts: Facts, slot: int) -> ClassFacts:
    """Return the class of a slot. Raises NotFound."""
    for member in facts.classes:
        if member.slot.index == slot:
            return member
    raise NotFound("There is no class in that slot.", fix="Plan the series first.")


def for_writing(
    state: State, connection: Connection, series_id: int, slot: int, version: int
) -> tuple[StoredSeries, Facts, ClassFacts]:
    """Hold a series for a write made against ``version``; return it with the class of a slot.

    Raises Conflict where that class, or the days, were changed since; other classes may have been.
    """
    if series.lock(connection, series_id).shaped > version:
        changes.require_current(connection, series_id, version)
    held = state.series(connection, series_id)
    member = member_of(held.facts, slot)
    changes.require_class_current(connection, series_id, member.slot.day, version)
    return held.stored, held.facts, member


def cut_by(facts: Facts, member: ClassFacts, order: Sequence[str]) -> How:
    """Return how a class of a series is cut, by its own pace and rules; no order: the usual one."""
    return How(
        known=member.known,
        order=order or ORDER,
        pace=member.pace,
        focus_share=float(C1.line(facts.sheet).numbers["share"]) / 100,
    )


def require_unlocked(member: ClassFacts) -> None:
    """Raise Conflict where the class is locked."""
    if member.planned.locked:
        raise Conflict("The class is locked.", fix="Unlock it first.")
