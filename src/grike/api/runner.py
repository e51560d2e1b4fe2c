"""Planning runs: a process each, a queue in front, progress into the database as it comes."""

from __future__ import annotations

import logging
import multiprocessing
import threading
from multiprocessing.connection import Connection as Pipe
from typing import Any

from grike.api.state import State
from grike.api.worker import solve
from grike.core.errors import Conflict, GrikeError, NotFound, Unavailable
from grike.core.series import PlannedClass
from grike.exchange.plans import plan_from, plan_to
from grike.store import changes, runs, series
from grike.store import library as stored_library

log = logging.getLogger("grike")
#: One process plans at a time on two cores; the other core serves the pages.
AT_ONCE = 1
TRIES_TO_SAVE = 40


class Runner:
    """Starts, stops and follows planning runs."""

    def __init__(self, state: State) -> None:
        self._state = state
        self._context = multiprocessing.get_context("forkserver")
        self._context.set_forkserver_preload(["grike.api.worker"])
        self._turn = threading.Semaphore(AT_ONCE)
        self._pipes: dict[int, Pipe] = {}
        self._stopped: set[int] = set()
        self._lock = threading.Lock()

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

    def start(self, series_id: int, version: int, seed: int, person_id: int) -> int:
        """Begin to plan a series; return the run's id. Raises Conflict when one is under way."""
        with self._state.database.transaction() as connection:
            series.lock(connection, series_id, version, changes.latest(connection, series_id))
            if runs.open_run(connection, series_id) is not None:
                raise Conflict("This series is being planned already.", fix="Wait, or stop it.")
            stored = series.get(connection, series_id)
            request = plan_to(stored.plan)
            library = self._state.library(connection)
            document = {
                "version": library.version,
                "movements": stored_library.entries(connection),
            }
            run_id = runs.add(connection, series_id, request, seed, library.version, {}, person_id)
        arguments = (run_id, series_id, version, request, document, seed, person_id)
        threading.Thread(target=self._follow, args=arguments, daemon=True).start()
        return run_id

    def stop(self, run_id: int) -> None:
        """Ask a run to end and keep what it has."""
        with self._lock:
            pipe = self._pipes.get(run_id)
            self._stopped.add(run_id)
        if pipe is not None:
            try:
                pipe.send("stop")
            except OSError:
                log.info("run %s ended before it could be stopped", run_id)

    def _follow(
        self,
        run_id: int,
        series_id: int,
        version: int,
        request: dict[str, Any],
        library: dict[str, Any],
        seed: int,
        person_id: int,
    ) -> None:
        """Run in a thread: wait for a turn, plan in a process, save what it answers."""
        with self._turn:
            result: dict[str, Any] | None = None
            try:
                result = self._process(run_id, request, library, seed)
            except Exception:
                log.exception("planning run %s failed", run_id)
            self._finish(run_id, series_id, version, person_id, result)
        with self._lock:
            self._pipes.pop(run_id, None)
            self._stopped.discard(run_id)

    def _process(
        self, run_id: int, request: dict[str, Any], library: dict[str, Any], seed: int
    ) -> dict[str, Any] | None:
        ours, theirs = self._context.Pipe()
        process = self._context.Process(
            target=solve, args=(theirs, request, library, seed), daemon=True
        )
        process.start()
        theirs.close()
        with self._lock:
            self._pipes[run_id] = ours
            early = run_id in self._stopped
        if early:
            ours.send("stop")
        self._event(run_id, {"kind": "begun", "pid": process.pid}, begin=True)
        try:
            while True:
                kind, body = ours.recv()
                if kind == "result":
                    return dict(body)
                self._event(run_id, {"kind": "progress", **body})
        except (EOFError, OSError):
            # End of file without a result: the process died.
            return None
        finally:
            process.join(timeout=5)
            ours.close()

    def _event(self, run_id: int, body: dict[str, Any], *, begin: bool = False) -> None:
        """Note an event; progress that cannot be noted just now is not worth a failed run."""
        try:
            with self._state.database.transaction() as connection:
                if begin:
                    runs.begin(connection, run_id)
                runs.add_event(connection, run_id, body)
        except Unavailable:
            log.warning("an event of run %s could not be noted", run_id)

    def _finish(
        self,
        run_id: int,
        series_id: int,
        version: int,
        person_id: int,
        result: dict[str, Any] | None,
    ) -> None:
        """Save the result; a database that is away is waited for, so that no plan is lost."""
        pause = threading.Event()
        for _ in range(TRIES_TO_SAVE):
            try:
                self._save(run_id, series_id, version, person_id, result)
            except Unavailable:
                pause.wait(0.5)
                continue
            except NotFound:
                log.info("the series of run %s was removed", run_id)
            except Exception:
                log.exception("the result of run %s could not be saved", run_id)
            return

    def _save(
        self,
        run_id: int,
        series_id: int,
        version: int,
        person_id: int,
        result: dict[str, Any] | None,
    ) -> None:
        with self._state.database.transaction() as connection:
            if result is None:
                message = "The planner ended unexpectedly. Nothing was changed; plan again."
                self._note_end(connection, run_id, "failed", {"message": message})
                return
            if result["plan"] is None:
                self._note_end(connection, run_id, "none", result)
                return
            latest = changes.latest(connection, series_id)
            try:
                series.lock(connection, series_id, version, latest)
            except Conflict as error:
                self._note_end(connection, run_id, "failed", {"message": _why(error)})
                return
            stored = series.get(connection, series_id)
            planned = plan_from(result["plan"], self._state.library(connection))
            new = _changed(stored.plan.classes, planned.classes)
            certificate = result["certificate"]
            changes.save(connection, stored, new, "Plan the series", person_id, certificate)
            short = {key: value for key, value in result.items() if key != "plan"}
            self._note_end(connection, run_id, "done", short)

    @staticmethod
    def _note_end(connection: Any, run_id: int, state: str, result: dict[str, Any]) -> None:
        runs.end(connection, run_id, state, result)
        runs.add_event(connection, run_id, {"kind": "end", "state": state, **result})


def _why(error: GrikeError) -> str:
    return f"{error.what} {error.why} The plan was not put in; plan again."


def _changed(
    before: tuple[PlannedClass, ...], after: tuple[PlannedClass, ...]
) -> list[PlannedClass]:
    old = {planned.slot.index: planned for planned in before}
    return [planned for planned in after if old.get(planned.slot.index) != planned]
