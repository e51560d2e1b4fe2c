"""Planning runs and their events."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Protocol

from grike.core.errors import NotFound
from grike.store.connection import Connection

ADD = """
    INSERT INTO planning_run
        (series_id, state, request, seed, library_version, settings, created_by, kind, label,
         owner, alive_at)
    VALUES (%s, 'waiting', %s, %s, %s, %s, %s, %s, %s, %s, UTC_TIMESTAMP(3))"""
GET = """
    SELECT id, series_id, state, seed, result, created_by, kind, label
    FROM planning_run WHERE id = %s"""
WHAT_IFS = """
    SELECT id, series_id, state, seed, result, created_by, kind, label
    FROM planning_run WHERE series_id = %s AND kind = 'what-if' ORDER BY id"""
LATEST = """
    SELECT id, series_id, state, seed, result, created_by, kind, label
    FROM planning_run
    WHERE id IN (SELECT MAX(id) FROM planning_run WHERE kind != 'what-if' GROUP BY series_id)"""
REMOVE = "DELETE FROM planning_run WHERE id = %s AND state NOT IN ('waiting', 'running')"
BESIDE = """
    SELECT id, series_id, state, seed, result, created_by, kind, label
    FROM planning_run WHERE series_id = %s AND state = 'beside' ORDER BY id DESC LIMIT 1"""
OPEN = """
    SELECT id FROM planning_run
    WHERE series_id = %s AND kind != 'what-if' AND state IN ('waiting', 'running')
    ORDER BY id DESC LIMIT 1"""
#: After so long without a word from it a process is taken for gone.
LOST_SECONDS = 30
#: One that was heard of in the future was noted by a clock that was wrong.
_HEARD = f"""(
    alive_at > UTC_TIMESTAMP(3) - INTERVAL {LOST_SECONDS} SECOND
    AND alive_at < UTC_TIMESTAMP(3) + INTERVAL {LOST_SECONDS} SECOND)"""
BEGIN = f"""
    UPDATE planning_run SET state = 'running'
    WHERE id = %s AND state = 'waiting' AND %s > (
        SELECT COUNT(*) FROM (
            SELECT id FROM planning_run WHERE state = 'running'
            AND {_HEARD}
        ) AS under_way)"""
BEAT = """
    UPDATE planning_run SET alive_at = UTC_TIMESTAMP(3)
    WHERE owner = %s AND state IN ('waiting', 'running')"""
ASK_STOP = """
    UPDATE planning_run SET stop_asked = TRUE
    WHERE id = %s AND state IN ('waiting', 'running')"""
ASKED = """
    SELECT id FROM planning_run
    WHERE owner = %s AND stop_asked AND state IN ('waiting', 'running')"""
END = """
    UPDATE planning_run SET state = %s, result = %s, ended_at = UTC_TIMESTAMP(3)
    WHERE id = %s AND state IN ('waiting', 'running')"""
UNDER_WAY = f"""
    SELECT id, owner, alive_at IS NULL OR NOT {_HEARD} AS silent
    FROM planning_run WHERE state IN ('waiting', 'running')"""
ADD_EVENT = """
    INSERT INTO run_event (run_id, number, body)
    SELECT %s, COALESCE(MAX(number), 0) + 1, %s FROM run_event WHERE run_id = %s"""
EVENTS = "SELECT number, body FROM run_event WHERE run_id = %s AND number > %s ORDER BY number"

#: How a run may end: with a plan that is in its series; with one that is kept beside it, since the
#: series was changed meanwhile; without a plan; stopped; failed; or cut off with the server.
FINAL = frozenset({"done", "beside", "none", "stopped", "failed", "interrupted"})


class IsGone(Protocol):
    """Says whether an owner of runs is gone; ``silent``: it has not been heard of for long."""

    def __call__(self, owner: str, *, silent: bool) -> bool:
        """Return whether it is gone."""
        ...


@dataclass(frozen=True, slots=True)
class Note:
    """All that a run depends on, noted so that it can be made again."""

    series_id: int
    kind: str = "plan"
    label: str = ""
    seed: int = 1
    library_version: str = ""
    request: Mapping[str, Any] = field(default_factory=dict)
    settings: Mapping[str, Any] = field(default_factory=dict)
    person_id: int | None = None


@dataclass(frozen=True, slots=True)
class Run:
    """One planning run. ``result`` is the certificate, or the colliding rules.

    A what-if is planned beside its series; its result holds its plan, ``label`` says what it is.
    """

    id: int
    series_id: int
    state: str
    seed: int
    result: Mapping[str, Any] | None
    created_by: int | None
    kind: str = "plan"
    label: str = ""


def add(connection: Connection, note: Note, owner: str = "") -> int:
    """Note a run that waits to begin, and which process has it; return its id."""
    return connection.insert(
        ADD,
        (
            note.series_id,
            json.dumps(note.request),
            note.seed,
            note.library_version[:40],
            json.dumps(note.settings),
            note.person_id,
            note.kind,
            note.label[:200],
            owner,
        ),
    )


def get(connection: Connection, run_id: int) -> Run:
    """Return a run. Raises NotFound."""
    row = connection.row(GET, (run_id,))
    if row is None:
        raise NotFound("There is no such planning run.")
    return _run(row)


def planned_slots(connection: Connection, run_id: int) -> frozenset[int] | None:
    """Return the slots that a run was to plan; None where that is all of its series."""
    row = connection.row("SELECT settings FROM planning_run WHERE id = %s", (run_id,))
    free = json.loads(row["settings"]).get("free") if row and row["settings"] else None
    return None if free is None else frozenset(free)


def _run(row: Mapping[str, Any]) -> Run:
    result = json.loads(row["result"]) if row["result"] else None
    values = {key: row[key] for key in ("id", "series_id", "state", "seed", "created_by")}
    return Run(**values, result=result, kind=row["kind"], label=row["label"])


def what_ifs(connection: Connection, series_id: int) -> list[Run]:
    """Return what was planned beside a series, the oldest first."""
    return [_run(row) for row in connection.rows(WHAT_IFS, (series_id,))]


def latest(connection: Connection) -> dict[int, Run]:
    """Return the last run of each series by its id; what-ifs are none of its runs."""
    return {row["series_id"]: _run(row) for row in connection.rows(LATEST)}


def beside(connection: Connection, series_id: int) -> Run | None:
    """Return the last plan of a series that is kept beside it, or None."""
    row = connection.row(BESIDE, (series_id,))
    return _run(row) if row else None


def remove(connection: Connection, run_id: int) -> bool:
    """Forget a run that has ended; return whether it was there."""
    return connection.run(REMOVE, (run_id,)) > 0


def open_run(connection: Connection, series_id: int) -> int | None:
    """Return the run of a series that has not ended yet."""
    row = connection.row(OPEN, (series_id,))
    return row["id"] if row else None


def begin(connection: Connection, run_id: int, places: int = 1000) -> bool:
    """Note that a run begins; return whether it may, which asks for a place among all processes."""
    return connection.run(BEGIN, (run_id, places)) > 0


def beat(connection: Connection, owner: str) -> None:
    """Note that the runs of a process go on."""
    connection.run(BEAT, (owner,))


def ask_stop(connection: Connection, run_id: int) -> None:
    """Ask whichever process has a run to stop it."""
    connection.run(ASK_STOP, (run_id,))


def asked_to_stop(connection: Connection, owner: str) -> list[int]:
    """Return the runs of a process that are to be stopped."""
    return [row["id"] for row in connection.rows(ASKED, (owner,))]


def end(connection: Connection, run_id: int, state: str, result: Mapping[str, Any]) -> None:
    """Note how a run ended; an end that is noted already stays."""
    connection.run(END, (state, json.dumps(result), run_id))


def abandoned(connection: Connection, is_gone: IsGone) -> list[int]:
    """Return the runs of processes that are gone."""
    rows = connection.rows(UNDER_WAY)
    return [row["id"] for row in rows if is_gone(row["owner"], silent=bool(row["silent"]))]


def add_event(connection: Connection, run_id: int, body: Mapping[str, Any]) -> None:
    """Append an event to a run."""
    connection.run(ADD_EVENT, (run_id, json.dumps(body), run_id))


def events(connection: Connection, run_id: int, after: int) -> list[tuple[int, dict[str, Any]]]:
    """Return the events of a run after a number, as (number, body)."""
    rows = connection.rows(EVENTS, (run_id, after))
    return [(row["number"], json.loads(row["body"])) for row in rows]
