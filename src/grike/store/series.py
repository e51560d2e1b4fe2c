"""Series: shape, sheet and the designs in their slots."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Mapping
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from grike.core.codec import (
    design_from,
    design_to,
    shape_from,
    shape_to,
    sheet_from,
    sheet_to,
)
from grike.core.design import ClassDesign
from grike.core.errors import Conflict, NotFound
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.store.connection import Connection

ADD = """
    INSERT INTO series (name, shape, sheet, yardstick, known, created_by)
    VALUES (%s, %s, %s, %s, %s, %s)"""
LIST = """
    SELECT series.id, series.name, series.shape, series.certificate,
           COUNT(series_class.slot) AS classes
    FROM series LEFT JOIN series_class ON series_class.series_id = series.id
    GROUP BY series.id ORDER BY series.created_at DESC, series.id DESC"""
GET = """
    SELECT id, shape, sheet, yardstick, known, certificate, version FROM series WHERE id = %s"""
VERSION = "SELECT version FROM series WHERE id = %s"
LOCK = "SELECT id, version FROM series WHERE id = %s FOR UPDATE"
CLASSES = """
    SELECT series_class.slot, series_class.locked, series_class.version, design.id AS design_id,
           design.body
    FROM series_class JOIN design ON design.id = series_class.design_id
    WHERE series_class.series_id = %s ORDER BY series_class.slot"""
BUMP = "UPDATE series SET version = version + 1 WHERE id = %s"
CERTIFY = "UPDATE series SET certificate = %s WHERE id = %s"
ADD_DESIGN = "INSERT INTO design (name, body) VALUES (%s, %s)"
PUT_CLASS = """
    INSERT INTO series_class (series_id, slot, design_id, locked) VALUES (%s, %s, %s, %s)
    ON DUPLICATE KEY UPDATE design_id = VALUES(design_id), locked = VALUES(locked),
    version = version + 1"""
DROP_CLASS = "DELETE FROM series_class WHERE series_id = %s AND slot = %s"
REPLACE = """
    UPDATE series SET name = %s, shape = %s, sheet = %s, yardstick = %s, version = version + 1
    WHERE id = %s"""
DROP_CLASSES = "DELETE FROM series_class WHERE series_id = %s"
PUT_BACK = """
    INSERT INTO series_class (series_id, slot, design_id, locked) VALUES (%s, %s, %s, %s)"""
MOVE_SESSIONS = "UPDATE session SET slot = %s WHERE series_id = %s AND design_id = %s"
FORGET_CHANGES = "DELETE FROM series_change WHERE series_id = %s"
USES = """
    SELECT series_class.series_id, series_class.slot
    FROM series_class JOIN design ON design.id = series_class.design_id
    WHERE JSON_CONTAINS(JSON_EXTRACT(design.body, '$.blocks[*].items[*].movement'), JSON_QUOTE(%s))
    ORDER BY series_class.series_id DESC, series_class.slot"""
REMOVE = "DELETE FROM series WHERE id = %s"


@dataclass(frozen=True, slots=True)
class Use:
    """A class of a series that holds some movement."""

    series_id: int
    slot: int


@dataclass(frozen=True, slots=True)
class StoredSeries:
    """A series as it is stored; ``versions`` and ``designs`` are by slot index."""

    id: int
    plan: SeriesPlan
    version: int
    certificate: Mapping[str, Any] | None
    versions: Mapping[int, int]
    designs: Mapping[int, int]


@dataclass(frozen=True, slots=True)
class SeriesLine:
    """A series in the list."""

    id: int
    name: str
    start: dt.date
    weeks: int
    weekdays: tuple[int, ...]
    minutes: int
    classes: int
    slots: int
    status: str | None
    room: str


def add(connection: Connection, plan: SeriesPlan, person_id: int | None) -> int:
    """Add a series without classes; return its id."""
    return connection.insert(
        ADD,
        (
            plan.shape.name,
            json.dumps(shape_to(plan.shape)),
            json.dumps(sheet_to(plan.sheet)),
            plan.sheet.yardstick.value,
            json.dumps(sorted(plan.known)),
            person_id,
        ),
    )


def replace_setup(connection: Connection, series_id: int, plan: SeriesPlan) -> None:
    """Put another shape and sheet in. Raises Conflict where the series has classes already."""
    if get(connection, series_id).plan.classes:
        raise Conflict(
            "The series has classes already.",
            "Another shape would move or drop them.",
            "Set up a new series instead.",
        )
    connection.run(
        REPLACE,
        (
            plan.shape.name,
            json.dumps(shape_to(plan.shape)),
            json.dumps(sheet_to(plan.sheet)),
            plan.sheet.yardstick.value,
            series_id,
        ),
    )


def reshape(connection: Connection, stored: StoredSeries, shape: SeriesShape) -> int:
    """Put another shape in place; classes keep their day, and those whose day is gone go.

    Returns how many went. What was changed before can no longer be undone, since the days of the
    history are not those of the series any more.
    """
    days = {(slot.week, slot.weekday): slot.index for slot in shape.slots()}
    plan = stored.plan
    connection.run(DROP_CLASSES, (stored.id,))
    connection.run(FORGET_CHANGES, (stored.id,))
    kept = 0
    for planned in plan.classes:
        slot = days.get((planned.slot.week, planned.slot.weekday))
        if slot is None:
            continue
        design_id = stored.designs[planned.slot.index]
        connection.run(PUT_BACK, (stored.id, slot, design_id, planned.locked))
        connection.run(MOVE_SESSIONS, (slot, stored.id, design_id))
        kept += 1
    sheet, yardstick = json.dumps(sheet_to(plan.sheet)), plan.sheet.yardstick.value
    connection.run(REPLACE, (shape.name, json.dumps(shape_to(shape)), sheet, yardstick, stored.id))
    certify(connection, stored.id, None)
    return len(plan.classes) - kept


def lines(connection: Connection) -> list[SeriesLine]:
    """Return all series, the newest first."""
    out: list[SeriesLine] = []
    for row in connection.rows(LIST):
        shape = shape_from(json.loads(row["shape"]))
        certificate = json.loads(row["certificate"]) if row["certificate"] else None
        out.append(
            SeriesLine(
                row["id"],
                row["name"],
                shape.start,
                shape.weeks,
                shape.weekdays,
                shape.minutes,
                row["classes"],
                len(shape.slots()),
                certificate["status"] if certificate else None,
                shape.room.name,
            )
        )
    return out


@lru_cache(maxsize=4096)
def _design(body: str) -> ClassDesign:
    """Return the design of a stored text. Designs are never changed in place, so it may be kept."""
    return design_from(json.loads(body))


def version_of(connection: Connection, series_id: int) -> int:
    """Return the version of a series, which every change raises. Raises NotFound."""
    row = connection.row(VERSION, (series_id,))
    if row is None:
        raise NotFound("There is no such series.", fix="Go back to the list of series.")
    return int(row["version"])


def get(connection: Connection, series_id: int) -> StoredSeries:
    """Return a series with its classes. Raises NotFound."""
    row = connection.row(GET, (series_id,))
    if row is None:
        raise NotFound("There is no such series.", fix="Go back to the list of series.")
    shape = shape_from(json.loads(row["shape"]))
    slots = {slot.index: slot for slot in shape.slots()}
    classes: list[PlannedClass] = []
    versions: dict[int, int] = {}
    designs: dict[int, int] = {}
    for entry in connection.rows(CLASSES, (series_id,)):
        slot = slots[entry["slot"]]
        design = _design(entry["body"])
        classes.append(PlannedClass(slot, design, bool(entry["locked"])))
        versions[slot.index], designs[slot.index] = entry["version"], entry["design_id"]
    sheet = sheet_from(json.loads(row["sheet"]), row["yardstick"])
    known = frozenset(json.loads(row["known"]))
    certificate = json.loads(row["certificate"]) if row["certificate"] else None
    plan = SeriesPlan(shape, sheet, tuple(classes), known)
    return StoredSeries(series_id, plan, row["version"], certificate, versions, designs)


def lock(connection: Connection, series_id: int, expected: int | None, latest: str = "") -> None:
    """Hold a series for writing. Raises NotFound, or Conflict where ``expected`` is stale.

    ``latest`` says what changed last, for the person whose write came too late.
    """
    row = connection.row(LOCK, (series_id,))
    if row is None:
        raise NotFound("There is no such series.", fix="Go back to the list of series.")
    if expected is not None and row["version"] != expected:
        raise Conflict(
            "The series was changed in the meantime.",
            f"Last change: {latest}." if latest else "",
            "Look at it as it is now, then try again.",
        )


def bump(connection: Connection, series_id: int) -> None:
    """Note that a series changed."""
    connection.run(BUMP, (series_id,))


def certify(connection: Connection, series_id: int, certificate: Mapping[str, Any] | None) -> None:
    """Store the certificate of a plan; None takes it away, since an edit makes it void."""
    text = json.dumps(certificate) if certificate is not None else None
    connection.run(CERTIFY, (text, series_id))


def put_class(
    connection: Connection, series_id: int, slot: int, design: ClassDesign, locked: bool
) -> int:
    """Put a design into a slot; return the design's id. Designs are never changed in place."""
    text = json.dumps(design_to(design), ensure_ascii=False)
    design_id = connection.insert(ADD_DESIGN, (design.name[:160], text))
    connection.run(PUT_CLASS, (series_id, slot, design_id, locked))
    return design_id


def drop_class(connection: Connection, series_id: int, slot: int) -> None:
    """Take the class out of a slot; its design stays, since it may have been taught."""
    connection.run(DROP_CLASS, (series_id, slot))


def remove(connection: Connection, series_id: int) -> bool:
    """Remove a series; return whether it was there."""
    return connection.run(REMOVE, (series_id,)) > 0


def uses_of(connection: Connection, movement_id: str) -> list[Use]:
    """Return the classes whose design holds a movement, in work, warm-up or cool-down."""
    return [Use(row["series_id"], row["slot"]) for row in connection.rows(USES, (movement_id,))]
