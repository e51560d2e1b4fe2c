"""The history of a series: every change with its before and after, so that it can be undone."""

from __future__ import annotations

import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from grike.core.codec import design_from, design_to
from grike.core.errors import Conflict
from grike.core.series import PlannedClass, SeriesPlan
from grike.store import series
from grike.store.connection import Connection

ADD = """
    INSERT INTO series_change (series_id, label, before_state, after_state, person_id)
    VALUES (%s, %s, %s, %s, %s)"""
FORGET_UNDONE = "DELETE FROM series_change WHERE series_id = %s AND undone"
LAST_DONE = """
    SELECT id, label, before_state AS state FROM series_change
    WHERE series_id = %s AND NOT undone ORDER BY id DESC LIMIT 1"""
FIRST_UNDONE = """
    SELECT id, label, after_state AS state FROM series_change
    WHERE series_id = %s AND undone ORDER BY id LIMIT 1"""
MARK = "UPDATE series_change SET undone = %s WHERE id = %s"
LATEST = """
    SELECT series_change.label, person.name FROM series_change
    LEFT JOIN person ON person.id = series_change.person_id
    WHERE series_change.series_id = %s ORDER BY series_change.at DESC, series_change.id DESC
    LIMIT 1"""


@dataclass(frozen=True, slots=True)
class History:
    """What can be undone and redone next, by its label."""

    undo: str | None
    redo: str | None


def _state(plan: SeriesPlan, slots: Iterable[int], certificate: Mapping[str, Any] | None) -> str:
    by_slot = {planned.slot.index: planned for planned in plan.classes}
    classes: dict[str, Any] = {}
    for slot in slots:
        there = by_slot.get(slot)
        classes[str(slot)] = (
            None if there is None else {"design": design_to(there.design), "locked": there.locked}
        )
    return json.dumps({"classes": classes, "certificate": certificate}, ensure_ascii=False)


def latest(connection: Connection, series_id: int) -> str:
    """Return who changed a series last, and what."""
    row = connection.row(LATEST, (series_id,))
    if row is None:
        return ""
    return f"{row['label']}, by {row['name']}" if row["name"] else str(row["label"])


def save(
    connection: Connection,
    stored: series.StoredSeries,
    changed: Iterable[PlannedClass],
    label: str,
    person_id: int | None,
    certificate: Mapping[str, Any] | None = None,
) -> None:
    """Store changed classes as one change that can be undone. The caller holds the series."""
    entries = list(changed)
    slots = [planned.slot.index for planned in entries]
    after = stored.plan
    for planned in entries:
        after = after.with_class(planned)
    connection.run(FORGET_UNDONE, (stored.id,))
    connection.insert(
        ADD,
        (
            stored.id,
            label[:200],
            _state(stored.plan, slots, stored.certificate),
            _state(after, slots, certificate),
            person_id,
        ),
    )
    for planned in entries:
        series.put_class(connection, stored.id, planned.slot.index, planned.design, planned.locked)
    series.certify(connection, stored.id, certificate)
    series.bump(connection, stored.id)


def history(connection: Connection, series_id: int) -> History:
    """Return what can be undone and redone next."""
    done = connection.row(LAST_DONE, (series_id,))
    undone = connection.row(FIRST_UNDONE, (series_id,))
    return History(done["label"] if done else None, undone["label"] if undone else None)


def undo(connection: Connection, series_id: int) -> str:
    """Take the last change back; return its label. Raises Conflict where there is none."""
    return _apply(connection, series_id, LAST_DONE, True, "undo")


def redo(connection: Connection, series_id: int) -> str:
    """Do the last undone change again; return its label."""
    return _apply(connection, series_id, FIRST_UNDONE, False, "redo")


def _apply(connection: Connection, series_id: int, query: str, undone: bool, verb: str) -> str:
    row = connection.row(query, (series_id,))
    if row is None:
        raise Conflict(f"There is nothing to {verb}.")
    state = json.loads(row["state"])
    for slot, entry in state["classes"].items():
        if entry is None:
            series.drop_class(connection, series_id, int(slot))
        else:
            design = design_from(entry["design"])
            series.put_class(connection, series_id, int(slot), design, entry["locked"])
    series.certify(connection, series_id, state["certificate"])
    connection.run(MARK, (undone, row["id"]))
    series.bump(connection, series_id)
    return str(row["label"])
