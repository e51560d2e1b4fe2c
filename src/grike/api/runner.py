"""Planning runs: a fair line in front, a solver behind, progress into the database as it comes."""

from __future__ import annotations

import logging
import threading
from dataclasses import dataclass
from typing import Any

from grike.api.solvers import LocalSolver, Solver
from grike.api.state import State
from grike.api.waiting import WaitingLine
from grike.core.errors import Conflict, GrikeError, NotFound, Unavailable
from grike.core.series import PlannedClass, SeriesPlan
from grike.exchange.jobs import Answer, Job, Kind, emptied, job_of
from grike.exchange.plans import plan_from
from grike.store import changes, runs, series
from grike.store import library as stored_library
from grike.store.connection import Connection

log = logging.getLogger("grike")
TRIES_TO_SAVE = 40
LABELS = {Kind.PLAN: "Plan the series", Kind.REPAIR: "Repair the series"}


@dataclass(frozen=True, slots=True)
class Asked:
    """A run that was asked for: of which version of a series, by whom, and what."""

    run_id: int
    series_id: int
    version: int
    person_id: int
    kind: Kind
    label: str
    job: Job


class Runner:
    """Starts, stops and follows planning runs."""

    def __init__(self, state: State, solver: Solver | None = None) -> None:
        self._state = state
        self._solver = solver or LocalSolver()
        self._line = WaitingLine(self._solver.places)
        self._stopped: set[int] = set()
        self._lock = threading.Lock()

    def close(self) -> None:
        """Let the solver go."""
        self._solver.close()

    def recover(self) -> None:
        """Say of runs that an earlier server left open that they were interrupted."""
        with self._state.database.transaction() as connection:
            for run_id in runs.abandoned(connection):
                self._note_end(
                    connection,
                    run_id,
                    "interrupted",
                    {"message": "The server was stopped while it planned. Plan again to go on."},
                )

    def start(
        self,
        series_id: int,
        version: int,
        seed: int,
        person_id: int,
        kind: Kind = Kind.PLAN,
        free: frozenset[int] | None = None,
        label: str = "",
    ) -> int:
        """Begin to plan or repair a series; return the run's id.

        ``free``: only these slots are planned. Raises Conflict when a run is under way.
        """
        with self._state.database.transaction() as connection:
            series.lock(connection, series_id, version, changes.latest(connection, series_id))
            if runs.open_run(connection, series_id) is not None:
                raise Conflict("This series is being planned already.", fix="Wait, or stop it.")
            stored = series.get(connection, series_id)
            request = stored.plan if kind is Kind.REPAIR else emptied(stored.plan, free)
            asked = self._noted(
                connection, series_id, version, request, seed, person_id, kind, free, label
            )
        self._put(asked)
        return asked.run_id

    def what_if(
        self, series_id: int, request: SeriesPlan, seed: int, person_id: int, label: str
    ) -> int:
        """Plan another set-up beside a series, which stays as it is; return the run's id."""
        with self._state.database.transaction() as connection:
            asked = self._noted(
                connection, series_id, 0, request, seed, person_id, Kind.WHAT_IF, None, label
            )
        self._put(asked)
        return asked.run_id

    def _noted(
        self,
        connection: Connection,
        series_id: int,
        version: int,
        request: SeriesPlan,
        seed: int,
        person_id: int,
        kind: Kind,
        free: frozenset[int] | None,
        label: str,
    ) -> Asked:
        """Note a run with all that it depends on, so that it can be made again."""
        library = self._state.library(connection)
        movements = stored_library.entries(connection)
        document = {"version": library.version, "movements": movements}
        paces = self._state.book.paces(connection, series_id)
        job = job_of(kind, request, document, paces, seed, free)
        settings = {"paces": job["paces"], "free": job["free"]}
        run_id = runs.add(
            connection,
            series_id,
            job["request"],
            seed,
            library.version,
            settings,
            person_id,
            kind.value,
            label,
        )
        named = label or LABELS.get(kind, "")
        return Asked(run_id, series_id, version, person_id, kind, named, job)

    def _put(self, asked: Asked) -> None:
        try:
            self._line.put(asked.person_id, lambda: self._follow(asked))
        except Conflict as error:
            with self._state.database.transaction() as connection:
                self._note_end(connection, asked.run_id, "failed", {"message": error.what})
            raise

    def stop(self, run_id: int) -> None:
        """Ask a run to end and keep what it has."""
        with self._lock:
            self._stopped.add(run_id)

    def _is_stopped(self, run_id: int) -> bool:
        with self._lock:
            return run_id in self._stopped

    def _follow(self, asked: Asked) -> None:
        """Run in a thread of the line: solve, and save what comes of it."""
        answer: Answer | None = None
        run_id = asked.run_id
        try:
            answer = self._solver.solve(
                f"run-{run_id}",
                asked.job,
                lambda body: self._event(run_id, body),
                lambda: self._is_stopped(run_id),
            )
        except Exception:
            log.exception("planning run %s failed", run_id)
        self._finish(asked, answer)
        with self._lock:
            self._stopped.discard(run_id)

    def _event(self, run_id: int, body: dict[str, Any]) -> None:
        """Note an event; progress that cannot be noted just now is not worth a failed run."""
        try:
            with self._state.database.transaction() as connection:
                if body["kind"] == "begun":
                    runs.begin(connection, run_id)
                runs.add_event(connection, run_id, body)
        except Unavailable:
            log.warning("an event of run %s could not be noted", run_id)

    def _finish(self, asked: Asked, answer: Answer | None) -> None:
        """Save the result; a database that is away is waited for, so that no plan is lost."""
        pause = threading.Event()
        for _ in range(TRIES_TO_SAVE):
            try:
                with self._state.database.transaction() as connection:
                    self._save(connection, asked, answer)
            except Unavailable:
                pause.wait(0.5)
                continue
            except NotFound:
                log.info("the series of run %s was removed", asked.run_id)
            except Exception:
                log.exception("the result of run %s could not be saved", asked.run_id)
            return

    def _save(self, connection: Connection, asked: Asked, answer: Answer | None) -> None:
        run_id = asked.run_id
        if answer is None:
            message = "The planner ended unexpectedly. Nothing was changed; plan again."
            self._note_end(connection, run_id, "failed", {"message": message})
        elif answer["plan"] is None:
            self._note_end(connection, run_id, "none", answer)
        elif asked.kind is Kind.WHAT_IF:
            self._note_end(connection, run_id, "done", answer)
        else:
            self._put_in(connection, asked, answer)

    def _put_in(self, connection: Connection, asked: Asked, answer: Answer) -> None:
        """Put a plan into its series unless that was changed meanwhile."""
        latest = changes.latest(connection, asked.series_id)
        try:
            series.lock(connection, asked.series_id, asked.version, latest)
        except Conflict as error:
            self._note_end(connection, asked.run_id, "failed", {"message": _why(error)})
            return
        stored = series.get(connection, asked.series_id)
        planned = plan_from(answer["plan"], self._state.library(connection))
        new = _changed(stored.plan.classes, planned.classes)
        certificate = answer["certificate"]
        changes.save(connection, stored, new, asked.label, asked.person_id, certificate)
        short = {key: value for key, value in answer.items() if key != "plan"}
        self._note_end(connection, asked.run_id, "done", short)

    @staticmethod
    def _note_end(connection: Connection, run_id: int, state: str, result: dict[str, Any]) -> None:
        runs.end(connection, run_id, state, result)
        short = {key: value for key, value in result.items() if key != "plan"}
        runs.add_event(connection, run_id, {"kind": "end", "state": state, **short})


def _why(error: GrikeError) -> str:
    return f"{error.what} {error.why} The plan was not put in; plan again."


def _changed(
    before: tuple[PlannedClass, ...], after: tuple[PlannedClass, ...]
) -> list[PlannedClass]:
    old = {planned.slot.index: planned for planned in before}
    return [planned for planned in after if old.get(planned.slot.index) != planned]
