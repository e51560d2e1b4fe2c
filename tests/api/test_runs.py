"""Planning runs: progress, result, stop, and bad luck."""

from __future__ import annotations

import json
import os
import signal
import socket
import time
import unittest
from typing import Any
from unittest import mock

import schemathesis
from fastapi.testclient import TestClient
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st

from grike.api.app import create_app
from grike.api.planning.runner import Asked, Runner
from grike.api.security import COOKIE
from grike.api.state import Config
from grike.core.errors import InvalidInput, Unavailable
from grike.store import runs
from grike.store.connection import Connection
from tests.api.base import WithApplication, a_set_up
from tests.planners import kill_planners

#: Bodies and ids drawn for each route; ./grike test --all draws more.
FUZZED = max(12, int(os.environ.get("GRIKE_EXAMPLES", "1")))


class Runs(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.sign_in()

    def begin(self, **changes: Any) -> tuple[int, int]:
        series_id = self.post("/api/series", a_set_up(**changes)).json()["id"]
        version = self.board(series_id)["version"]
        answer = self.post(f"/api/series/{series_id}/runs", {"version": version, "seed": 1})
        self.assertEqual(answer.status_code, 202, answer.text)
        return series_id, answer.json()["id"]

    def events(self, run: int, after: int = 0) -> list[dict[str, Any]]:
        headers = {"Last-Event-ID": str(after)} if after else {}
        out: list[dict[str, Any]] = []
        with self.client.stream("GET", f"/api/runs/{run}/events", headers=headers) as stream:
            for line in stream.iter_lines():
                if line.startswith("data:"):
                    out.append(json.loads(line[5:]))
        return out

    def test_from_request_to_board(self) -> None:
        """Progress arrives in order, the end says done, and the board has every class."""
        series_id, run = self.begin()
        events = self.events(run)
        self.assertEqual([e["kind"] for e in events], ["begun", "progress", "progress", "end"])
        self.assertEqual(events[-1]["state"], "done")
        board = self.board(series_id)
        self.assertEqual(len(board["classes"]), 3)
        self.assertEqual(board["undo"]["label"], "Plan the series")
        self.assertIsNone(board["run"])
        self.assertEqual(self.client.get(f"/api/runs/{run}").json()["state"], "done")

    def test_classes_come_as_they_are_filled(self) -> None:
        """Progress brings every class once its week is filled, with its movements by name."""
        series_id, run = self.begin(weeks=2)
        told = [c for e in self.events(run) if e["kind"] == "progress" for c in e["filled"]]
        board = self.board(series_id)["classes"]
        self.assertEqual(
            [(c["week"], c["weekday"], c["name"]) for c in told],
            [(c["week"], c["weekday"], c["name"]) for c in board],
        )
        self.assertTrue(all(len(c["movements"]) >= 4 for c in told))

    def test_several_series_at_once(self) -> None:
        """Each gets a run; one that is being planned already, or is gone, says why it has none."""
        one, other = (self.post("/api/series", a_set_up(name=n)).json()["id"] for n in "AB")
        body = {"series": [one, other, one, 99_999], "seed": 1}
        answer = self.post("/api/batches", body)
        self.assertEqual(answer.status_code, 202, answer.text)
        lines = {line["series"]: line for line in answer.json()}
        self.assertEqual(set(lines), {one, other, 99_999})
        self.assertIn("no such series", lines[99_999]["words"])
        again = self.post("/api/batches", {"series": [other]}).json()[0]
        self.assertIn("being planned already", again["words"])
        for series_id in (one, other):
            self.assertEqual(self.events(lines[series_id]["run"])[-1]["state"], "done")
            self.assertEqual(len(self.board(series_id)["classes"]), 3)
        listed = {line["id"]: line["run"] for line in self.client.get("/api/series").json()}
        self.assertEqual(listed[one]["state"], "done")
        self.assertEqual(self.post("/api/batches", {"series": []}).status_code, 422)

    def test_the_list_tells_why_a_series_has_no_plan(self) -> None:
        """The last run of a series stands in the list, in words where it came to nothing."""
        series_id, run = self.begin(weeks=2, rules={"W7": {"numbers": {"rise": 30}}})
        self.events(run)
        line = next(s for s in self.client.get("/api/series").json() if s["id"] == series_id)
        self.assertEqual((line["run"]["id"], line["run"]["state"]), (run, "none"))
        self.assertIn("above its cap (W7)", line["run"]["words"][0])
        self.assertEqual(line["room"], "Full hall")

    def test_movements_are_carried_on(self) -> None:
        """With D7 on the second week tells of each carried movement from where it comes."""
        levers = ["option", "dose", "load"]
        series_id, run = self.begin(
            weeks=2, rules={"D7": {"mode": "aim"}}, wishes={"levers": levers}
        )
        self.assertEqual(self.events(run)[-1]["state"], "done")
        words: list[str] = []
        for slot in range(6):
            detail = self.client.get(f"/api/series/{series_id}/classes/{slot}").json()
            carried = [i["carried"] for block in detail["blocks"] for i in block["items"]]
            self.assertFalse(slot < 3 and any(carried))
            words += filter(None, carried)
        self.assertTrue(words)
        for line in words:
            self.assertRegex(line, r"^carried on from week 1 \w+ \(.*\): .*(harder|more|less)")
        told = self.client.get(f"/api/series/{series_id}/returning").json()
        again = [time for one in told for time in one["times"][1:]]
        self.assertEqual(len(again), len(words))
        self.assertTrue(all(time["added"] and time["week"] == 1 for time in again))
        setup = self.client.get(f"/api/series/{series_id}/setup").json()
        self.assertEqual(setup["wishes"]["levers"], levers)
        wrong = a_set_up(wishes={"levers": ["dose"]})
        self.assertEqual(self.post("/api/series", wrong).status_code, 422)

    def test_a_reload_goes_on_where_it_was(self) -> None:
        """A second reader that has seen two events gets the rest."""
        _, run = self.begin()
        everything = self.events(run)
        self.assertEqual(self.events(run, after=2), everything[2:])

    def test_one_run_at_a_time(self) -> None:
        """While a series is planned a second run is refused, and the board names the first."""
        series_id, run = self.begin(weeks=6)
        board = self.board(series_id)
        self.assertEqual(board["run"], run)
        again = self.post(f"/api/series/{series_id}/runs", {"version": board["version"]})
        self.assertEqual(again.status_code, 409)
        self.post(f"/api/runs/{run}/stop")
        self.events(run)

    def test_stop_and_keep(self) -> None:
        """Stopped early, the weeks that were filled are there, and they keep every must."""
        series_id, run = self.begin(weeks=12)
        self.filled(run)
        began = time.monotonic()
        self.assertEqual(self.post(f"/api/runs/{run}/stop").status_code, 202)
        end = self.events(run)[-1]
        self.assertLess(time.monotonic() - began, 5)
        self.assertEqual(end["state"], "stopped")
        board = self.board(series_id)
        self.assertIn(f"{len(board['classes'])} of 36 classes", end["message"])
        self.assertGreaterEqual(len(board["classes"]), 3)
        self.assertLess(len(board["classes"]), 36)
        self.assertEqual(board["undo"]["label"], "Plan the series, stopped early")
        musts = {f["rule"] for f in board["findings"] if f["mode"] == "must"}
        self.assertLessEqual(musts, {"G7"}, "nothing but that the rest is missing")
        self.assertIsNone(board["run"])

    def filled(self, run: int) -> None:
        """Wait until some classes are filled."""
        for _ in range(600):
            with self.database.transaction() as connection:
                found = runs.events(connection, run, 0)
            if any(body.get("filled") for _, body in found):
                return
            time.sleep(0.05)
        raise AssertionError("nothing was filled")

    def test_stopped_over_a_plan_that_stands_changes_nothing(self) -> None:
        """Half of a new plan never gets among the classes of the old one."""
        series_id, run = self.begin(weeks=12, minutes=30)
        self.filled(run)
        self.post(f"/api/runs/{run}/stop")
        self.events(run)
        before = self.board(series_id)
        body = {"version": before["version"], "seed": 2}
        again = self.post(f"/api/series/{series_id}/runs", body).json()["id"]
        self.filled(again)
        self.post(f"/api/runs/{again}/stop")
        end = self.events(again)[-1]
        self.assertEqual(
            (end["state"], end["message"]), ("stopped", "Stopped. Nothing was changed.")
        )
        self.assertEqual(self.board(series_id)["classes"], before["classes"])

    def test_one_that_waits_is_stopped_at_once(self) -> None:
        """A run in the line ends without ever beginning, and so does a what-if."""
        _, first = self.begin(weeks=12)
        series_id, second = self.begin(name="Second")
        third = self.post(
            f"/api/series/{series_id}/what-ifs", {"changes": [{"label": "longer", "minutes": 60}]}
        ).json()[0]["id"]
        for run in (second, third):
            self.assertEqual(self.post(f"/api/runs/{run}/stop").status_code, 202)
            end = self.events(run)
            self.assertEqual([e["kind"] for e in end], ["end"])
            self.assertEqual(end[-1]["state"], "stopped")
        self.post(f"/api/runs/{first}/stop")
        self.events(first)

    def test_a_movement_that_became_another_meanwhile_fails_in_words(self) -> None:
        """Whatever goes wrong when a plan is put in, the run ends and says so; planning goes on."""
        series_id, run = self.begin()
        wrong = InvalidInput("Squat is two-sided now.", fix="Plan again.")
        with mock.patch("grike.api.planning.outcome.plan_from", side_effect=wrong):
            end = self.events(run)[-1]
        self.assertEqual(end["state"], "failed")
        self.assertIn("Squat is two-sided now", end["message"])
        self.assertIsNone(self.board(series_id)["run"])

    def test_a_result_that_cannot_be_saved_fails_in_words(self) -> None:
        """An error that nobody thought of ends the run as well."""
        series_id, run = self.begin()
        with (
            mock.patch("grike.api.planning.runner.changes.save", side_effect=RuntimeError("no")),
            self.assertLogs("grike", "ERROR"),
        ):
            end = self.events(run)[-1]
        self.assertEqual(end["state"], "failed")
        self.assertIn("could not be saved", end["message"])
        self.assertIsNone(self.board(series_id)["run"])

    def test_a_run_that_is_gone_does_not_hold_the_line(self) -> None:
        """With its row removed nothing can be noted; the planner goes on with what waits."""
        own = Runner._save
        doomed: set[int] = set()
        ends: list[int] = []

        def save(runner: Runner, connection: Connection, asked: Asked, *given: Any) -> None:
            ends.append(asked.series_id)
            if asked.series_id in doomed:
                with self.database.transaction() as elsewhere:
                    elsewhere.run("DELETE FROM planning_run WHERE id = %s", (asked.run_id,))
            own(runner, connection, asked, *given)

        gone = self.post("/api/series", a_set_up()).json()["id"]
        doomed.add(gone)
        with (
            mock.patch.object(Runner, "_save", save),
            self.assertLogs("grike", "WARNING") as told,
        ):
            version = self.board(gone)["version"]
            lost = self.post(f"/api/series/{gone}/runs", {"version": version, "seed": 1}).json()
            _, run = self.begin(name="The next in line")
            self.assertEqual(self.events(run)[-1]["state"], "done")
        self.assertEqual(ends.count(gone), 1)
        self.assertIn(f"the end of run {lost['id']} could not be noted", "\n".join(told.output))

    def test_a_database_that_is_away_at_the_end_is_waited_for(self) -> None:
        """The plan is not lost, however often saving it has to be tried."""
        tries = {"left": 3}
        own = Runner._save

        def save(runner: Runner, *given: Any) -> None:
            tries["left"] -= 1
            if tries["left"] > 0:
                raise Unavailable("Away.", "", "")
            own(runner, *given)

        with mock.patch.object(Runner, "_save", save):
            series_id, run = self.begin()
            self.assertEqual(self.events(run)[-1]["state"], "done")
        self.assertEqual(len(self.board(series_id)["classes"]), 3)

    def test_no_plan_is_told_in_words(self) -> None:
        """A rise above its cap ends without a plan, with the rule and a way out."""
        series_id, run = self.begin(weeks=2, rules={"W7": {"numbers": {"rise": 30}}})
        end = self.events(run)[-1]
        self.assertEqual(end["state"], "none")
        self.assertIn("above its cap (W7)", end["why"][0])
        self.assertEqual(self.board(series_id)["classes"], [])

    def test_a_killed_planner_is_reported_and_loses_nothing(self) -> None:
        """kill -9 on all that plan: the run fails in words, nothing is lost, the next one works."""
        series_id, run = self.begin(weeks=6)
        kill_planners(self.planner_pid(run))
        end = self.events(run)[-1]
        self.assertEqual(end["state"], "failed")
        self.assertIn("Nothing was changed", end["message"])
        board = self.board(series_id)
        self.assertEqual((board["classes"], board["run"]), ([], None))
        again = self.post(f"/api/series/{series_id}/runs", {"version": board["version"]}).json()[
            "id"
        ]
        self.post(f"/api/runs/{again}/stop")
        self.assertEqual(self.events(again)[-1]["state"], "stopped")

    def test_one_killed_planner_of_two_is_made_up_for(self) -> None:
        """kill -9 on the one that is heard: the plan of the other is taken."""
        series_id, run = self.begin(weeks=1)
        os.kill(self.planner_pid(run), signal.SIGKILL)
        self.assertEqual(self.events(run)[-1]["state"], "done")
        self.assertEqual(len(self.board(series_id)["classes"]), 3)

    def planner_pid(self, run: int) -> int:
        for _ in range(200):
            with self.database.transaction() as connection:
                events = runs.events(connection, run, 0)
            if events:
                return int(events[0][1]["pid"])
            time.sleep(0.05)
        raise AssertionError("the run never began")

    def test_an_edit_meanwhile_is_not_overwritten(self) -> None:
        """A plan that comes back to a changed series is kept beside it, compared, and put in."""
        series_id, run = self.begin(weeks=4)
        self.planner_pid(run)
        stored = self.client.get(f"/api/series/{series_id}/setup").json()
        self.client.put(f"/api/series/{series_id}/setup", json=stored, headers=self.csrf)
        end = self.events(run)[-1]
        self.assertEqual(end["state"], "beside")
        self.assertIn("changed in the meantime", end["message"])
        self.assertIn("Change the set-up, by Dora Director", end["message"])
        board = self.board(series_id)
        self.assertEqual((board["classes"], board["kept"]["run"]), ([], run))
        query = f"one=series-{series_id}&other=run-{run}"
        compared = self.client.get(f"/api/compare?{query}").json()
        self.assertEqual(compared["other"]["classes"], 12)
        path, body = f"/api/runs/{run}/put-in", {"version": board["version"]}
        self.assertEqual(self.post(path, {"version": 0}).status_code, 409)
        self.assertEqual(self.post(path, body).status_code, 200)
        after = self.board(series_id)
        self.assertEqual((len(after["classes"]), after["kept"]), (12, None))
        self.assertEqual(after["undo"]["label"], "Put in the plan that was kept")
        self.assertEqual(self.post(path, body).status_code, 404)

    def test_a_restarted_server_says_what_happened(self) -> None:
        """Runs that a dead server left open are ended as interrupted."""
        series_id = self.a_series()
        with self.database.transaction() as connection:
            run = runs.add(connection, runs.Note(series_id), GONE)
            runs.begin(connection, run)
        runner = Runner(self.app.state.grike)
        self.addCleanup(runner.close)
        runner.recover()
        self.assertEqual(self.events(run)[-1]["state"], "interrupted")
        self.assertIsNone(self.board(series_id)["run"])


#: A process of this machine that is not there: no process has the id 0.
GONE = f"{socket.gethostname()[:60]}/0/1/abcd"


class ManyProcesses(WithApplication):
    """Two applications on one database, each with planners of its own."""

    def setUp(self) -> None:
        super().setUp()
        self.sign_in()
        self.other = create_app(Config(self.database.url))
        self.second = TestClient(self.other)
        self.second.__enter__()
        self.addCleanup(self.second.__exit__, None, None, None)

    def run_of(self, series_id: int) -> int:
        version = self.board(series_id)["version"]
        answer = self.post(f"/api/series/{series_id}/runs", {"version": version})
        self.assertEqual(answer.status_code, 202, answer.text)
        return int(answer.json()["id"])

    def state(self, run: int) -> str:
        with self.database.transaction() as connection:
            return runs.get(connection, run).state

    def until(self, run: int, *states: str, seconds: float = 30) -> float:
        """Wait until a run is in a state; return how long that took."""
        begun = time.monotonic()
        while self.state(run) not in states:
            self.assertLess(time.monotonic() - begun, seconds, self.state(run))
            time.sleep(0.05)
        return time.monotonic() - begun

    def test_a_start_leaves_anothers_runs_alone_and_stops_them_when_asked(self) -> None:
        """Planned by the one; the other begins, says nothing of it, and stops it within 2 s."""
        run = self.run_of(self.made(weeks=12))
        self.until(run, "running")
        self.other.state.runner.recover()
        self.assertEqual(self.state(run), "running")
        self.other.state.runner.stop(run)
        self.assertLess(self.until(run, "stopped", "done", "none"), 2.5)
        self.assertEqual(self.state(run), "stopped")

    def test_planners_of_both_share_the_places(self) -> None:
        """While the one plans, what is asked of the other waits; stopped there, it never began."""
        first = self.run_of(self.made(weeks=12))
        self.until(first, "running")
        beside = self.made()
        with self.database.transaction() as connection:
            held = self.app.state.grike.series(connection, beside).stored
            person = (connection.row("SELECT id FROM person LIMIT 1") or {})["id"]
        second = self.other.state.runner.what_if(beside, held.plan, 1, person, "Beside")
        time.sleep(1)
        self.assertEqual(self.state(second), "waiting")
        self.app.state.runner.stop(second)
        self.until(second, "stopped")
        self.app.state.runner.stop(first)
        self.until(first, "stopped", "done", "none")

    def test_who_is_silent_for_long_is_gone(self) -> None:
        """A run of another machine goes on while that says so, and is interrupted after 30 s."""
        series_id = self.made()
        with self.database.transaction() as connection:
            run = runs.add(connection, runs.Note(series_id), "elsewhere/1/2/abcd")
            runs.begin(connection, run)
        self.app.state.runner.recover()
        self.assertEqual(self.state(run), "running")
        with self.database.transaction() as connection:
            connection.run("UPDATE planning_run SET alive_at = alive_at - INTERVAL 31 SECOND")
        self.app.state.runner.recover()
        self.assertEqual(self.state(run), "interrupted")

    def made(self, **changes: Any) -> int:
        answer = self.post("/api/series", a_set_up(**changes))
        self.assertEqual(answer.status_code, 201, answer.text)
        return int(answer.json()["id"])


class AnyInput(WithApplication):
    def test_no_input_makes_a_server_error(self) -> None:
        """Schemathesis: whatever fits the description of a route, no answer is a 500."""
        self.sign_in()
        series_id = self.a_series()
        starts = {"starts_at": "2026-11-30T18:00:00"}
        session = self.post(f"/api/series/{series_id}/classes/0/sessions", starts).json()["id"]
        with self.database.transaction() as connection:
            run = runs.add(connection, runs.Note(series_id, "what-if"))
        self.ids: dict[str, Any] = {
            "series_id": series_id,
            "slot": 0,
            "session_id": session,
            "run_id": run,
            "movement_id": "squat",
            "number": 0,
        }
        # Nothing is planned here: a run that any input could begin would outlive its answer.
        own, self.app.state.runner = self.app.state.runner, mock.Mock(spec=Runner)
        self.app.state.runner.start.return_value = 1
        self.app.state.runner.what_if.return_value = 1
        self.addCleanup(setattr, self.app.state, "runner", own)
        schema = schemathesis.openapi.from_asgi("/api/openapi.json", self.app)
        for found in schema.get_all_operations():
            operation = found.ok()  # type: ignore[union-attr]
            # Signing out would end the test's own session; a stream outlives its answer.
            if operation.path.endswith(("/sign-out", "/sign-in", "/events", "/news")):
                continue
            # What is deleted is not there for the others.
            if operation.method.upper() == "DELETE":
                continue
            self.try_all(operation)
        if os.environ.get("GRIKE_ALL"):
            self.assertGreater(self.calls, 10_000)

    calls = 0

    def try_all(self, operation: Any) -> None:
        documented = set(operation.definition.raw["responses"])

        @given(case=operation.as_strategy(), real=st.sampled_from([True, True, True, False]))
        @settings(
            max_examples=FUZZED,
            deadline=None,
            derandomize=True,
            suppress_health_check=list(HealthCheck),
        )
        def attempt(case: Any, real: bool) -> None:
            known = {name: self.ids[name] for name in case.path_parameters if name in self.ids}
            if real:
                case.path_parameters.update(known)
            if real and isinstance(case.body, dict) and "version" in case.body:
                case.body["version"] = self.board(self.ids["series_id"])["version"]
            headers = {**self.csrf, "Cookie": f"{COOKIE}={self.client.cookies[COOKIE]}"}
            answer = case.call(headers=headers)
            self.calls += 1
            told = (operation.label, answer.status_code, answer.content[:300])
            self.assertLess(answer.status_code, 500, told)
            self.assertIn(str(answer.status_code), documented, told)

        attempt()


if __name__ == "__main__":
    unittest.main()
