"""Series: shape, sheet and the designs in their slots."""

from __future__ import annotations

import datetime as dt
import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Any

from grike.core.design import ClassDesign
from grike.core.errors import NotFound
from grike.core.rules.sheet_codec import sheet_to, stored_sheet_from
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.core.series_codec import shape_from, shape_to
from grike.store import designs
from grike.store.connection import Connection

ADD = """
    INSERT INTO series (name, shape, sheet, yardstick, known, created_by, group_of)
    VALUES (%s, %s, %s, %s, %s, %s, %s)"""
LIST = """
    SELECT series.id, series.name, series.shape, series.certificate, series.tags,
           series.archived_at,
           COUNT(series_class.day) AS classes
    FROM series LEFT JOIN series_class ON series_class.series_id = series.id
    WHERE series.deleted_at IS NULL
    GROUP BY series.id ORDER BY series.created_at DESC, series.id DESC"""
GET = """
    SELECT id, shape, sheet, yardstick, known, certificate, version FROM series
    WHERE id = %s AND deleted_at IS NULL"""
SHELVE = """
    UPDATE series SET tags = %s, archived_at = IF(%s, COALESCE(archived_at, UTC_TIMESTAMP(3)), NULL)
    WHERE id = %s AND deleted_at IS NULL"""
VERSION = "SELECT version FROM series WHERE id = %s AND deleted_at IS NULL"
VERSIONS = "SELECT id, version FROM series WHERE id IN %s AND deleted_at IS NULL"
LOCK = "SELECT version, shaped FROM series WHERE id = %s AND deleted_at IS NULL FOR UPDATE"
CHANGED = "SELECT changed FROM series_class WHERE series_id = %s AND day = %s"
CLASSES = """
    SELECT series_class.day, series_class.locked, design.id AS design_id, design.body
    FROM series_class JOIN design ON design.id = series_class.design_id
    WHERE series_class.series_id = %s ORDER BY series_class.day"""
BUMP = "UPDATE series SET version = version + 1 WHERE id = %s"
CERTIFY = "UPDATE series SET certificate = %s WHERE id = %s"
PUT_CLASS = """
    INSERT INTO series_class (series_id, day, design_id, locked, changed)
    SELECT id, %s, %s, %s, version + 1 FROM series WHERE id = %s
    ON DUPLICATE KEY UPDATE design_id = VALUES(design_id), locked = VALUES(locked),
    changed = VALUES(changed)"""
DROP_CLASS = "DELETE FROM series_class WHERE series_id = %s AND day = %s"
SET_UP = """
    UPDATE series SET name = %s, shape = %s, sheet = %s, yardstick = %s, shaped = version + 1
    WHERE id = %s"""
REMOVE = """
    UPDATE series SET deleted_at = UTC_TIMESTAMP(3), deleted_by = %s
    WHERE id = %s AND deleted_at IS NULL"""
RESTORE = """
    UPDATE series SET deleted_at = NULL, deleted_by = NULL
    WHERE id = %s AND deleted_at IS NOT NULL"""
BIN = """
    SELECT series.id, series.name, series.deleted_at, person.name AS by_name,
           (SELECT COUNT(*) FROM session JOIN session_record
                ON session_record.session_id = session.id
            WHERE session.series_id = series.id) AS records
    FROM series LEFT JOIN person ON person.id = series.deleted_by
    WHERE series.deleted_at IS NOT NULL ORDER BY series.deleted_at DESC, series.id DESC"""
UNTAUGHT = """
    DELETE session FROM session JOIN series ON series.id = session.series_id
    LEFT JOIN session_record ON session_record.session_id = session.id
    WHERE series.deleted_at < UTC_TIMESTAMP(3) - INTERVAL %s DAY
    AND session_record.session_id IS NULL"""
PURGE = "DELETE FROM series WHERE deleted_at < UTC_TIMESTAMP(3) - INTERVAL %s DAY"

#: So long a deleted series can be brought back.
BIN_DAYS = 30


@dataclass(frozen=True, slots=True)
class Deleted:
    """A series in the bin. ``records``: sessions of it that were recorded; they are kept."""

    id: int
    name: str
    at: dt.datetime
    by: str | None
    records: int


@dataclass(frozen=True, slots=True)
class StoredSeries:
    """A series as it is stored; ``designs`` gives the id of each design by slot index."""

    id: int
    plan: SeriesPlan
    version: int
    certificate: Mapping[str, Any] | None
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
    #: The days that are no closed ones, in order: the place of a day is its slot.
    days: tuple[int, ...]
    status: str | None
    room: str
    tags: tuple[str, ...]
    archived: bool


def add(
    connection: Connection,
    plan: SeriesPlan,
    person_id: int | None,
    group: int | None = None,
) -> int:
    """Add a series without classes; return its id. ``group``: the series whose records count."""
    return connection.insert(
        ADD,
        (
            plan.shape.name,
            json.dumps(shape_to(plan.shape)),
            json.dumps(sheet_to(plan.sheet)),
            plan.sheet.yardstick.value,
            json.dumps(sorted(plan.known)),
            person_id,
            group,
        ),
    )


def shelve(connection: Connection, series_id: int, tags: Sequence[str], *, archived: bool) -> None:
    """Put tags on a series, and put it into the archive or take it out. Raises NotFound."""
    version_of(connection, series_id)
    connection.run(SHELVE, (json.dumps(list(tags), ensure_ascii=False), archived, series_id))


def set_up(connection: Connection, series_id: int, plan: SeriesPlan) -> None:
    """Put another shape and sheet in. The caller holds the series and raises its version."""
    sheet, yardstick = json.dumps(sheet_to(plan.sheet)), plan.sheet.yardstick.value
    shape = json.dumps(shape_to(plan.shape))
    connection.run(SET_UP, (plan.shape.name, shape, sheet, yardstick, series_id))


def lines(connection: Connection) -> list[SeriesLine]:
    """Return all series, the newest first."""
    out: list[SeriesLine] = []
    for row in connection.rows(LIST):
        shape = _shape(row["shape"])
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
                tuple(shape.by_day()),
                certificate["status"] if certificate else None,
                shape.room.name,
                tuple(json.loads(row["tags"])),
                row["archived_at"] is not None,
            )
        )
    return out


@lru_cache(maxsize=256)
def _shape(body: str) -> SeriesShape:
    """Return the shape of a stored text; it is never changed in place."""
    return shape_from(json.loads(body))


def version_of(connection: Connection, series_id: int) -> int:
    """Return the version of a series, which every change raises. Raises NotFound."""
    row = connection.row(VERSION, (series_id,))
    if row is None:
        raise NotFound("There is no such series.", fix="Go back to the list of series.")
    return int(row["version"])


def versions_of(connection: Connection, series: Sequence[int]) -> dict[int, int]:
    """Return the versions of these series by their ids; one that is gone is left out."""
    rows = connection.rows(VERSIONS, (list(series),)) if series else []
    return {int(row["id"]): int(row["version"]) for row in rows}


def get(connection: Connection, series_id: int) -> StoredSeries:
    """Return a series with its classes. Raises NotFound."""
    row = connection.row(GET, (series_id,))
    if row is None:
        raise NotFound("There is no such series.", fix="Go back to the list of series.")
    shape = _shape(row["shape"])
    slots = shape.by_day()
    classes: list[PlannedClass] = []
    ids: dict[int, int] = {}
    for entry in connection.rows(CLASSES, (series_id,)):
        slot = slots.get(entry["day"])
        if slot is None:
            continue
        design = designs.read(entry["body"])
        classes.append(PlannedClass(slot, design, bool(entry["locked"])))
        ids[slot.index] = entry["design_id"]
    sheet = stored_sheet_from(json.loads(row["sheet"]), row["yardstick"])
    known = frozenset(json.loads(row["known"]))
    certificate = json.loads(row["certificate"]) if row["certificate"] else None
    plan = SeriesPlan(shape, sheet, tuple(classes), known)
    return StoredSeries(series_id, plan, row["version"], certificate, ids)


@dataclass(frozen=True, slots=True)
class Held:
    """A series that is held for writing: its version, and that at which it was last set up."""

    version: int
    shaped: int


def lock(connection: Connection, series_id: int) -> Held:
    """Hold a series for writing until the transaction ends. Raises NotFound."""
    row = connection.row(LOCK, (series_id,))
    if row is None:
        raise NotFound("There is no such series.", fix="Go back to the list of series.")
    return Held(row["version"], row["shaped"])


def changed_at(connection: Connection, series_id: int, day: int) -> int:
    """Return the version at which the class of a day was changed last; 0 where there is none."""
    row = connection.row(CHANGED, (series_id, day))
    return int(row["changed"]) if row else 0


def bump(connection: Connection, series_id: int) -> None:
    """Note that a series changed."""
    connection.run(BUMP, (series_id,))


def certify(connection: Connection, series_id: int, certificate: Mapping[str, Any] | None) -> None:
    """Store the certificate of a plan; None takes it away, since an edit makes it void."""
    text = json.dumps(certificate) if certificate is not None else None
    connection.run(CERTIFY, (text, series_id))


def put_class(
    connection: Connection, series_id: int, day: int, design: ClassDesign, locked: bool
) -> None:
    """Put a design on a day; each put makes a new one."""
    connection.run(PUT_CLASS, (day, designs.add(connection, design), locked, series_id))


def drop_class(connection: Connection, series_id: int, day: int) -> None:
    """Take the class off a day; its design stays, since it may have been taught."""
    connection.run(DROP_CLASS, (series_id, day))


def remove(connection: Connection, series_id: int, person_id: int | None) -> bool:
    """Put a series into the bin; return whether it was there."""
    return connection.run(REMOVE, (person_id, series_id)) > 0


def restore(connection: Connection, series_id: int) -> None:
    """Bring a series back from the bin. Raises NotFound."""
    if not connection.run(RESTORE, (series_id,)):
        raise NotFound("That series is not in the bin.", fix="Look at the list of series again.")


def deleted(connection: Connection) -> list[Deleted]:
    """Return what is in the bin, the last deleted first."""
    return [
        Deleted(row["id"], row["name"], row["deleted_at"], row["by_name"], row["records"])
        for row in connection.rows(BIN)
    ]


def purge(connection: Connection, days: int = BIN_DAYS) -> int:
    """Let go of what lies in the bin for longer; return how many. What was recorded is kept."""
    connection.run(UNTAUGHT, (days,))
    return connection.run(PURGE, (days,))
