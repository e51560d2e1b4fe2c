"""Planning runs: a fair line in front, a solver behind, progress into the database as it comes."""

from __future__ import annotations

import logging
import threading
from contextlib import suppress
from dataclasses import dataclass, replace
from typing import Any

from grike.api.planning.keeping import Keeper, is_gone
from grike.api.planning.outcome import Outcome, outcome
from grike.api.planning.side_by_side import SideBySide
from grike.api.planning.solvers import LocalSolver, Solver
from grike.api.planning.waiting import WaitingLine
from grike.api.state import State
from grike.core.errors import Conflict, GrikeError, NotFound, Unavailable
from grike.core.series import SeriesPlan
from grike.exchange.jobs import Answer, Job, Kind, emptied, job_of
from grike.store import changes, runs, series
from grike.store import library as stored_library
from grike.store.connection import Connection

log = logging.getLogger("grike")
#: Between tries to save a result while the database is away, and between looks for a free place.
FIRST_PAUSE, LONGEST_PAUSE, PLACE_SECONDS = 0.5, 10.0, 0.2
LABELS = {Kind.PLAN: "Plan the series", Kind.REPAIR: "Repair the series"}


@dataclass(frozen=True, slots=True)
class Wish:
    """What is asked of a run. ``free``: only these slots are planned; None: all that are open."""

    kind: Kind = Kind.PLAN
    seed: int = 1
    free: frozenset[int] | None = None
    label: str = ""


@dataclass(frozen=True, slots=True)
class Asked:
    """A run that was asked for: of which version of a series, by whom, and what."""

    run_id: int
    series_id: int
    version: int
    person_id: int
    wish: Wish
    request: SeriesPlan
    was_empty: bool
    job: Job

    @property
    def label(self) -> str:
        """What the change is called that its plan makes."""
        return self.wish.label or LABELS.get(self.wish.kind, "")


class Runner:
    """Starts, stops and follows planning runs."""

    def __init__(self, state: State, solver: Solver | None = None) -> None:
        self._state = state
        self._solver = SideBySide(solver or LocalSolver())
        self._line = WaitingLine(self._solver.places)
        self._stopped: set[int] = set()
        self._closed = threading.Event()
        self._lock = threading.Lock()
        self._keeper = Keeper(state.database, self._stop_here, self.recover)

    def close(self) -> None:
        """Let the solver go; what has not ended is noted as interrupted, now or at a start."""
        self._closed.set()
        self._keeper.close()
        self._solver.close()
        with suppress(Unavailable):
            self.recover()

    def begin(self) -> None:
        """Keep runs from now on, and end those that a process which is gone left open."""
        self.recover()
        self._keeper.begin()

    def recover(self) -> None:
        """Say of runs whose process is gone that they were interrupted."""
        with self._state.database.transaction() as connection:
            for run_id in runs.abandoned(connection, is_gone):
                message = "The server was stopped while it planned. Plan again to go on."
                _note_end(connection, run_id, "interrupted", {"message": message})

    def start(self, series_id: int, version: int, person_id: int, wish: Wish) -> int:
        """Begin to plan or repair a series; return the run's id.

        Raises Conflict when a run is under way, or the version is not that of the series.
        """
        with self._state.database.transaction() as connection:
            changes.require_current(connection, series_id, version)
            if runs.open_run(connection, series_id) is not None:
                raise Conflict("This series is being planned already.", fix="Wait, or stop it.")
            plan = series.get(connection, series_id).plan
            # Classes that are planned anew stand in the request: later ones count on them.
            whole = wish.kind is not Kind.REPAIR and wish.free is None
            request = emptied(plan, None) if whole else plan
            asked = self._noted(connection, series_id, version, request, person_id, wish)
            asked = replace(asked, was_empty=not plan.classes)
        self._put(asked)
        return asked.run_id

    def what_if(
        self, series_id: int, request: SeriesPlan, seed: int, person_id: int, label: str
    ) -> int:
        """Plan another set-up beside a series, which stays as it is; return the run's id."""
        wish = Wish(Kind.WHAT_IF, seed, None, label)
        with self._state.database.transaction() as connection:
            asked = self._noted(connection, series_id, 0, request, person_id, wish)
        self._put(asked)
        return asked.run_id

    def _noted(
        self,
        connection: Connection,
        series_id: int,
        version: int,
        request: SeriesPlan,
        person_id: int,
        wish: Wish,
    ) -> Asked:
        """Note a run with all that it depends on, so that it can be made again."""
        library = self._state.library(connection)
        document = {"version": library.version, "movements": stored_library.entries(connection)}
        paces = self._state.paces(connection, series_id, request.shape)
        job = job_of(wish.kind, request, document, paces, wish.seed, wish.free)
        note = runs.Note(
            series_id,
            wish.kind.value,
            wish.label,
            wish.seed,
            library.version,
            job["request"],
            {"paces": job["paces"], "free": job["free"]},
            person_id,
        )
        run_id = runs.add(connection, note, self._keeper.owner)
        return Asked(run_id, series_id, version, person_id, wish, request, False, job)

    def _put(self, asked: Asked) -> None:
        self._keeper.hold(asked.run_id)
        try:
            self._line.put(asked.person_id, asked.run_id, lambda: self._follow(asked))
        except Conflict as error:
            self._keeper.let_go(asked.run_id)
            with self._state.database.transaction() as connection:
                _note_end(connection, asked.run_id, "failed", {"message": error.what})
            raise

    def stop(self, run_id: int) -> None:
        """End a run, whichever process has it: one that waits at once, one that plans soon."""
        if run_id in self._keeper.held():
            self._stop_here(run_id)
            return
        with self._state.database.transaction() as connection:
            runs.ask_stop(connection, run_id)

    def _stop_here(self, run_id: int) -> None:
        with self._lock:
            self._stopped.add(run_id)
        if self._line.drop(run_id):
            self._forget(run_id)
            self._note_unbegun(run_id)

    def _forget(self, run_id: int) -> None:
        self._keeper.let_go(run_id)
        with self._lock:
            self._stopped.discard(run_id)

    def _is_stopped(self, run_id: int) -> bool:
        with self._lock:
            return run_id in self._stopped

    def _follow(self, asked: Asked) -> None:
        """Run in a thread of the line: solve, and save what comes of it."""
        run_id = asked.run_id
        if self._begun(run_id):
            self._finish(asked, self._solved(asked))
        elif self._is_stopped(run_id):
            self._note_unbegun(run_id)
        self._forget(run_id)

    def _solved(self, asked: Asked) -> Answer | None:
        run_id = asked.run_id
        try:
            return self._solver.solve(
                f"run-{run_id}",
                asked.job,
                lambda body: self._event(run_id, body),
                lambda: self._is_stopped(run_id),
            )
        except Exception:
            log.exception("planning run %s failed", run_id)
            return None

    def _begun(self, run_id: int) -> bool:
        """Wait for a place among all processes; return whether the run has one and is to go on."""
        while not self._closed.is_set() and not self._is_stopped(run_id):
            try:
                with self._state.database.transaction() as connection:
                    if runs.begin(connection, run_id, self._solver.places):
                        return True
                    if runs.get(connection, run_id).state != "waiting":
                        return False
            except NotFound:
                return False
            except (Unavailable, Conflict):
                log.warning("run %s waits for the database", run_id)
            self._closed.wait(PLACE_SECONDS)
        return False

    def _note_unbegun(self, run_id: int) -> None:
        """Note that a run was stopped in the line; the line goes on whether or not it can be."""
        message = "Stopped before it began. Nothing was changed."
        try:
            with self._state.database.transaction() as connection:
                _note_end(connection, run_id, "stopped", {"message": message})
        except (Unavailable, Conflict):
            log.warning("that run %s was stopped could not be noted", run_id)

    def _event(self, run_id: int, body: dict[str, Any]) -> None:
        """Note an event; progress that cannot be noted just now is not worth a failed run."""
        try:
            with self._state.database.transaction() as connection:
                runs.add_event(connection, run_id, body)
        except (Unavailable, Conflict):
            log.warning("an event of run %s could not be noted", run_id)

    def _finish(self, asked: Asked, answer: Answer | None) -> None:
        """Save what came of a run, however long the database is away, so that no plan is lost."""
        pause, failed = FIRST_PAUSE, ""
        while not self._closed.is_set():
            try:
                with self._state.database.transaction() as connection:
                    if failed:
                        _note_end(connection, asked.run_id, "failed", {"message": failed})
                    else:
                        self._save(connection, asked, answer)
                return
            except Unavailable:
                self._closed.wait(pause)
                pause = min(LONGEST_PAUSE, 2 * pause)
            except Exception as error:
                if failed:
                    # Not even the failure can be noted: the run itself was removed.
                    log.warning("the end of run %s could not be noted: %s", asked.run_id, error)
                    return
                failed = _failure(asked.run_id, error)

    def _save(self, connection: Connection, asked: Asked, answer: Answer | None) -> None:
        series.version_of(connection, asked.series_id)
        library = self._state.library(connection)
        beside = asked.wish.kind is Kind.WHAT_IF
        free = asked.wish.free
        rest = asked.request if free is None else emptied(asked.request, free)
        came = outcome(rest, answer, library, beside=beside, was_empty=asked.was_empty)
        if came.plan is not None:
            came = self._put_in(connection, asked, came)
        _note_end(connection, asked.run_id, came.state, came.result)

    def _put_in(self, connection: Connection, asked: Asked, came: Outcome) -> Outcome:
        """Put a plan into its series; where that was changed meanwhile, keep it beside it."""
        assert came.plan is not None
        try:
            changes.require_current(connection, asked.series_id, asked.version)
        except Conflict as error:
            words = f"{error.what} {error.why} The plan is kept beside it.".replace("  ", " ")
            return replace(came, state="beside", result={**came.whole, "message": words})
        stored = series.get(connection, asked.series_id)
        held = {planned.slot.day: planned for planned in stored.plan.classes}
        new = [p for p in came.plan.classes if held.get(p.slot.day) != p]
        certificate = came.result.get("certificate")
        label = f"{asked.label}{came.suffix}"
        changes.save(connection, stored, new, label, asked.person_id, certificate)
        return came


def _failure(run_id: int, error: Exception) -> str:
    """Return why the result of a run could not be used, in words for its page; log the cause."""
    if isinstance(error, NotFound):
        log.info("the series of run %s was removed", run_id)
        return "The series was deleted while it was planned."
    if isinstance(error, GrikeError):
        log.warning("the result of run %s could not be used: %s", run_id, error)
        return f"The plan could not be put in. {error.line()} Plan again."
    log.error("the result of run %s could not be saved", run_id, exc_info=error)
    return "The plan could not be saved. Nothing was changed; plan again."


def _note_end(connection: Connection, run_id: int, state: str, result: dict[str, Any]) -> None:
    runs.end(connection, run_id, state, result)
    short = {key: value for key, value in result.items() if key != "plan"}
    runs.add_event(connection, run_id, {"kind": "end", "state": state, **short})
