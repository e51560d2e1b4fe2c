"""Planning runs and their events."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from grike.core.errors import NotFound
from grike.store.connection import Connection

ADD = """
    INSERT INTO planning_run
        (series_id, state, request, seed, library_version, settings, created_by)
    VALUES (%s, 'waiting', %s, %s, %s, %s, %s)"""
GET = """
    SELECT id, series_id, state, seed, result, created_by FROM planning_run WHERE id = %s"""
OPEN = """
    SELECT id FROM planning_run
    WHERE series_id = %s AND state IN ('waiting', 'running') ORDER BY id DESC LIMIT 1"""
BEGIN = "UPDATE planning_run SET state = 'running' WHERE id = %s AND state = 'waiting'"
END = """
    UPDATE planning_run SET state = %s, result = %s, ended_at = UTC_TIMESTAMP(3)
    WHERE id = %s AND state IN ('waiting', 'running')"""
ABANDONED = "SELECT id FROM planning_run WHERE state IN ('waiting', 'running')"
ADD_EVENT = """
    INSERT INTO run_event (run_id, number, body)
    SELECT %s, COALESCE(MAX(number), 0) + 1, %s FROM run_event WHERE run_id = %s"""
EVENTS = "SELECT number, body FROM run_event WHERE run_id = %s AND number > %s ORDER BY number"

FINAL = frozenset({"done", "none", "failed", "interrupted"})


@dataclass(frozen=True, slots=True)
class Run:
    """One planning run. ``result`` is the certificate, or the colliding rules."""

    id: int
    series_id: int
    state: str
    seed: int
    result: Mapping[str, Any] | None
    created_by: int | None


def add(
    connection: Connection,
    series_id: int,
    request: Mapping[str, Any],
    seed: int,
    library_version: str,
    settings: Mapping[str, Any],
    person_id: int | None,
) -> int:
    """Note a run that waits to begin; return its id."""
    return connection.insert(
        ADD,
        (
            series_id,
            json.dumps(request),
            seed,
            library_version,
            json.dumps(settings),
            person_id,
        ),
    )


def get(connection: Connection, run_id: int) -> Run:
    """Return a run. Raises NotFound."""
    row = connection.row(GET, (run_id,))
    if row is None:
        raise NotFound("There is no such planning run.")
    result = json.loads(row["result"]) if row["result"] else None
    return Run(row["id"], row["series_id"], row["state"], row["seed"], result, row["created_by"])


def open_run(connection: Connection, series_id: int) -> int | None:
    """Return the run of a series that has not ended yet."""
    row = connection.row(OPEN, (series_id,))
    return row["id"] if row else None


def begin(connection: Connection, run_id: int) -> None:
    """Note that a run has begun."""
    connection.run(BEGIN, (run_id,))


def end(connection: Connection, run_id: int, state: str, result: Mapping[str, Any]) -> None:
    """Note how a run ended; an end that is noted already stays."""
    connection.run(END, (state, json.dumps(result), run_id))


def abandoned(connection: Connection) -> list[int]:
    """Return the runs that a server which is gone left open."""
    return [row["id"] for row in connection.rows(ABANDONED)]


def add_event(connection: Connection, run_id: int, body: Mapping[str, Any]) -> None:
    """Append an event to a run."""
    connection.run(ADD_EVENT, (run_id, json.dumps(body), run_id))


def events(connection: Connection, run_id: int, after: int) -> list[tuple[int, dict[str, Any]]]:
    """Return the events of a run after a number, as (number, body)."""
    rows = connection.rows(EVENTS, (run_id, after))
    return [(row["number"], json.loads(row["body"])) for row in rows]
