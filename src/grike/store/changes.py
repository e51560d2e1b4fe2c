"""The history of a series: every change with its before and after, so that it can be undone.

A change holds the classes of some days, the certificate, and the set-up where that was changed.
"""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import Any

from grike.core.codec import design_to, stored_design_from
from grike.core.errors import Conflict
from grike.core.moves import changed_days
from grike.core.rules.sheet_codec import sheet_to
from grike.core.rules.sheet_codec import stored_sheet_from as sheet_from
from grike.core.series import PlannedClass, SeriesPlan
from grike.core.series_codec import shape_from, shape_to
from grike.store import series
from grike.store.connection import Connection

ADD = """
    INSERT INTO series_change
        (series_id, label, before_state, after_state, person_id, acted_by, version)
    SELECT id, %s, %s, %s, %s, %s, version + 1 FROM series WHERE id = %s"""
FORGET_UNDONE = "DELETE FROM series_change WHERE series_id = %s AND undone"
_COLUMNS = """
    SELECT series_change.id, series_change.label, series_change.person_id, person.name
    FROM series_change LEFT JOIN person ON person.id = series_change.person_id"""
LAST_DONE = f"""{_COLUMNS}
    WHERE series_id = %s AND NOT undone ORDER BY series_change.id DESC LIMIT 1"""
FIRST_UNDONE = f"""{_COLUMNS}
    WHERE series_id = %s AND undone ORDER BY series_change.id LIMIT 1"""
STATES = "SELECT before_state, after_state FROM series_change WHERE id = %s"
MARK = """
    UPDATE series_change SET undone = %s, acted_by = %s,
        version = (SELECT version + 1 FROM series WHERE series.id = series_change.series_id)
    WHERE id = %s"""
SINCE = """
    SELECT series_change.label, series_change.undone, series_change.after_state, person.name
    FROM series_change LEFT JOIN person ON person.id = series_change.acted_by
    WHERE series_change.series_id = %s AND series_change.version > %s
    ORDER BY series_change.version DESC, series_change.id DESC"""


ENTRIES = """
    SELECT series_change.id, series_change.label, series_change.person_id, series_change.undone,
           CONVERT_TZ(series_change.at, @@session.time_zone, '+00:00') AS at, person.name
    FROM series_change LEFT JOIN person ON person.id = series_change.person_id
    WHERE series_change.series_id = %s ORDER BY series_change.id DESC"""
LAST_ACT = """
    SELECT series_change.id, series_change.label, series_change.acted_by AS person_id, person.name
    FROM series_change LEFT JOIN person ON person.id = series_change.acted_by
    WHERE series_change.series_id = %s
    ORDER BY series_change.version DESC, series_change.id DESC LIMIT 1"""


@dataclass(frozen=True, slots=True)
class Change:
    """A change that can be undone or redone, and whose it is."""

    id: int
    label: str
    person_id: int | None
    by: str | None


@dataclass(frozen=True, slots=True)
class Entry(Change):
    """A change with its moment (UTC) and whether it was taken back."""

    at: dt.datetime
    undone: bool


@dataclass(frozen=True, slots=True)
class History:
    """What can be undone and redone next."""

    undo: Change | None
    redo: Change | None


def _state(
    plan: SeriesPlan,
    days: Iterable[int],
    certificate: Mapping[str, Any] | None,
    *,
    set_up: bool = False,
) -> str:
    by_day = {planned.slot.day: planned for planned in plan.classes}
    held: dict[str, Any] = {"days": {}, "certificate": certificate}
    for day in days:
        there = by_day.get(day)
        held["days"][str(day)] = (
            None if there is None else {"design": design_to(there.design), "locked": there.locked}
        )
    if set_up:
        held["set_up"] = {
            "shape": shape_to(plan.shape),
            "sheet": sheet_to(plan.sheet),
            "yardstick": plan.sheet.yardstick.value,
        }
    return json.dumps(held, ensure_ascii=False)


def require_current(connection: Connection, series_id: int, version: int) -> None:
    """Hold a series for a write that was made against a version of it.

    Raises NotFound, or Conflict that says what was changed meanwhile and by whom.
    """
    if series.lock(connection, series_id).version != version:
        raise _stale(connection, series_id, version)


def require_class_current(connection: Connection, series_id: int, day: int, version: int) -> None:
    """Hold a series for a write to the class of one day; changes of other days do not matter."""
    held = series.lock(connection, series_id)
    if max(held.shaped, series.changed_at(connection, series_id, day)) > version:
        raise _stale(connection, series_id, version, day)


def require_seen(connection: Connection, stored: series.StoredSeries, version: int) -> None:
    """Raise Conflict where a series that is only read is not as the page showed it."""
    if stored.version != version:
        raise _stale(connection, stored.id, version)


def _stale(
    connection: Connection, series_id: int, version: int, day: int | None = None
) -> Conflict:
    thing = "series" if day is None else "class"
    words = ""
    for row in connection.rows(SINCE, (series_id, version)):
        state = json.loads(row["after_state"])
        if day is None or str(day) in state["days"] or "set_up" in state:
            undone = "undone: " if row["undone"] else ""
            who = f", by {row['name']}" if row["name"] else ""
            words = f"Last change: {undone}{row['label']}{who}."
            break
    return Conflict(
        f"The {thing} was changed in the meantime.", words, "Look at it as it is now, then decide."
    )


def save(
    connection: Connection,
    stored: series.StoredSeries,
    changed: Iterable[PlannedClass],
    label: str,
    person_id: int | None,
    certificate: Mapping[str, Any] | None = None,
) -> int:
    """Store changed classes as one change that can be undone; return its id.

    The caller holds the series.
    """
    entries = list(changed)
    after = stored.plan
    for planned in entries:
        after = after.with_class(planned)
    days = [planned.slot.day for planned in entries]
    before = _state(stored.plan, days, stored.certificate)
    then = _state(after, days, certificate)
    made = _note(connection, stored.id, label, before, then, person_id)
    for planned in entries:
        series.put_class(connection, stored.id, planned.slot.day, planned.design, planned.locked)
    series.certify(connection, stored.id, certificate)
    series.bump(connection, stored.id)
    return made


def rearrange(
    connection: Connection,
    stored: series.StoredSeries,
    after: SeriesPlan,
    label: str,
    person_id: int | None,
) -> None:
    """Put a plan in whose classes are on other days, or gone. The caller holds the series."""
    days = changed_days(stored.plan, after)
    before = _state(stored.plan, days, stored.certificate)
    _note(connection, stored.id, label, before, _state(after, days, None), person_id)
    _lay_out(connection, stored.id, after, days)
    series.certify(connection, stored.id, None)
    series.bump(connection, stored.id)


def reshape(
    connection: Connection,
    stored: series.StoredSeries,
    after: SeriesPlan,
    label: str,
    person_id: int | None,
) -> int:
    """Put another shape and sheet in as a change, with the classes that stay; return its id.

    Classes that lost their day come back when it is undone. The caller holds the series.
    """
    days = changed_days(stored.plan, after)
    before = _state(stored.plan, days, stored.certificate, set_up=True)
    then = _state(after, days, None, set_up=True)
    made = _note(connection, stored.id, label, before, then, person_id)
    _lay_out(connection, stored.id, after, days)
    series.set_up(connection, stored.id, after)
    series.certify(connection, stored.id, None)
    series.bump(connection, stored.id)
    return made


def _lay_out(connection: Connection, series_id: int, plan: SeriesPlan, days: list[int]) -> None:
    """Put on some days what a plan has on them."""
    there = {planned.slot.day: planned for planned in plan.classes}
    for day in days:
        if day in there:
            series.put_class(connection, series_id, day, there[day].design, there[day].locked)
        else:
            series.drop_class(connection, series_id, day)


def _note(
    connection: Connection,
    series_id: int,
    label: str,
    before: str,
    after: str,
    person_id: int | None,
) -> int:
    connection.run(FORGET_UNDONE, (series_id,))
    return connection.insert(ADD, (label[:200], before, after, person_id, person_id, series_id))


def _change(connection: Connection, query: str, series_id: int) -> Change | None:
    row = connection.row(query, (series_id,))
    return Change(row["id"], row["label"], row["person_id"], row["name"]) if row else None


def history(connection: Connection, series_id: int) -> History:
    """Return what can be undone and redone next."""
    return History(
        _change(connection, LAST_DONE, series_id), _change(connection, FIRST_UNDONE, series_id)
    )


def entries(connection: Connection, series_id: int) -> list[Entry]:
    """Return all changes of a series, the last first. Raises NotFound."""
    series.version_of(connection, series_id)
    return [
        Entry(r["id"], r["label"], r["person_id"], r["name"], r["at"], bool(r["undone"]))
        for r in connection.rows(ENTRIES, (series_id,))
    ]


def last_act(connection: Connection, series_id: int) -> Change | None:
    """Return what was done or undone last, and by whom."""
    return _change(connection, LAST_ACT, series_id)


def undo(connection: Connection, series_id: int, person_id: int | None) -> str:
    """Take the last change back; return its label. Raises Conflict where there is none."""
    return _apply(connection, series_id, person_id, redo_=False)


def redo(connection: Connection, series_id: int, person_id: int | None) -> str:
    """Do the last undone change again; return its label. Raises Conflict where there is none."""
    return _apply(connection, series_id, person_id, redo_=True)


def _apply(connection: Connection, series_id: int, person_id: int | None, *, redo_: bool) -> str:
    change = _change(connection, FIRST_UNDONE if redo_ else LAST_DONE, series_id)
    if change is None:
        raise Conflict(f"There is nothing to {'redo' if redo_ else 'undo'}.")
    states = connection.row(STATES, (change.id,)) or {}
    state = json.loads(states["after_state" if redo_ else "before_state"])
    if "set_up" in state:
        held = state["set_up"]
        sheet = sheet_from(held["sheet"], held["yardstick"])
        series.set_up(connection, series_id, SeriesPlan(shape_from(held["shape"]), sheet))
    for day, entry in state["days"].items():
        if entry is None:
            series.drop_class(connection, series_id, int(day))
        else:
            design = stored_design_from(entry["design"])
            series.put_class(connection, series_id, int(day), design, entry["locked"])
    series.certify(connection, series_id, state["certificate"])
    connection.run(MARK, (not redo_, person_id, change.id))
    series.bump(connection, series_id)
    return change.label
