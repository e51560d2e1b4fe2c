"""Parts, repair, what-ifs, reasons and comparisons through the API."""

from __future__ import annotations

import json
import unittest
from typing import Any

from grike.api.planning.solvers import Bounds, LocalSolver
from grike.core.pace import Pace, Paces
from grike.core.planner import NeverStop
from grike.exchange.jobs import Kind, job_of, paces_from, paces_to, solve_job
from grike.exchange.library import library_document
from grike.store import runs
from tests.api.base import WithApplication, a_set_up
from tests.builders import a_plan


class WithSeries(WithApplication):
    def setUp(self) -> None:
        super().setUp()
        self.series_id = self.a_series()
        self.sign_in()

    def end_of(self, run: int) -> dict[str, Any]:
        with self.client.stream("GET", f"/api/runs/{run}/events") as stream:
            events = [
                json.loads(line[5:]) for line in stream.iter_lines() if line.startswith("data:")
            ]
        self.assertEqual(events[-1]["kind"], "end")
        return dict(events[-1])

    def run_of(self, **asked: Any) -> dict[str, Any]:
        body = {"version": self.board(self.series_id)["version"], "seed": 4, **asked}
        answer = self.post(f"/api/series/{self.series_id}/runs", body)
        self.assertEqual(answer.status_code, 202, answer.text)
        self.latest = answer.json()["id"]
        return self.end_of(self.latest)

    def movements(self) -> dict[int, list[str]]:
        return {c["slot"]: c["movements"] for c in self.board(self.series_id)["classes"]}


class Parts(WithSeries):
    def test_one_class_and_the_rest_from_a_day(self) -> None:
        """Only what was asked for changes; every must still holds; undo names the part."""
        before = self.movements()
        self.assertEqual(self.run_of(part={"kind": "class", "value": 1})["state"], "done")
        after = self.movements()
        self.assertEqual((after[0], after[2]), (before[0], before[2]))
        board = self.board(self.series_id)
        self.assertEqual(board["undo"]["label"], "Plan a class anew")
        self.assertFalse([f for f in board["findings"] if f["mode"] == "must"])
        day = board["classes"][1]["date"]
        self.assertEqual(self.run_of(part={"kind": "from", "day": day})["state"], "done")
        self.assertEqual(self.movements()[0], before[0])

    def test_the_days_that_have_no_class(self) -> None:
        """A day that was closed and is open again is told as missing, and planned by itself."""
        board = self.board(self.series_id)
        kit, before = board["room"]["kit"], self.movements()
        for closed in ([board["classes"][1]["date"]], []):
            body = {
                "version": self.board(self.series_id)["version"],
                "closed": closed,
                "kit": kit,
            }
            path = f"/api/series/{self.series_id}/days-and-kit"
            answer = self.client.put(path, json=body, headers=self.csrf)
            self.assertEqual(answer.status_code, 200, answer.text)
        missing = [f["what"] for f in self.board(self.series_id)["findings"] if f["rule"] == "G7"]
        self.assertEqual(missing, ["Week 1 has no class on Wednesday."])
        self.assertEqual(self.run_of(part={"kind": "rest"})["state"], "done")
        after = self.movements()
        self.assertEqual((len(after), after[0], after[2]), (3, before[0], before[2]))
        self.assertFalse([f for f in self.board(self.series_id)["findings"] if f["rule"] == "G7"])

    def test_a_week_on_which_the_next_counts(self) -> None:
        """Planned anew, the first of two weeks teaches what the second needs: every must holds."""
        made = self.post("/api/series", a_set_up(weeks=2)).json()
        self.series_id = made["id"]
        self.plan_series(self.series_id)
        before = self.movements()
        self.assertEqual(self.run_of(part={"kind": "week", "value": 0})["state"], "done")
        after = self.movements()
        run = self.client.get(f"/api/runs/{self.latest}").json()
        self.assertEqual((run["label"], run["weeks"]), ("Plan week 1 anew", [0]))
        self.assertNotEqual([after[n] for n in range(3)], [before[n] for n in range(3)])
        self.assertEqual([after[n] for n in range(3, 6)], [before[n] for n in range(3, 6)])
        board = self.board(self.series_id)
        self.assertEqual([f["what"] for f in board["findings"] if f["mode"] == "must"], [])

    def test_a_part_without_days(self) -> None:
        """A week that the series has not is refused before anything runs."""
        version = self.board(self.series_id)["version"]
        body = {"version": version, "part": {"kind": "week", "value": 9}}
        answer = self.post(f"/api/series/{self.series_id}/runs", body)
        self.assertEqual((answer.status_code, answer.json()["code"]), (422, "invalid-input"))

    def test_a_locked_block_is_left_by_a_refill(self) -> None:
        """Locked through the API, the block stays; a re-fill of it alone is refused."""
        address = f"/api/series/{self.series_id}/classes/0"
        detail = self.client.get(address).json()
        block = next(b for b in detail["blocks"] if b["purpose"] == "work")
        body = {"version": detail["version"], "block": block["index"], "locked": True}
        self.assertEqual(self.post(f"{address}/lock-block", body).status_code, 200)
        detail = self.client.get(address).json()
        self.assertTrue(detail["blocks"][block["index"]]["locked"])
        refused = self.post(
            f"{address}/refill", {"version": detail["version"], "blocks": [block["index"]]}
        )
        self.assertEqual(refused.status_code, 409)
        missing = self.post(
            f"{address}/lock-block", body | {"version": detail["version"], "block": 99}
        )
        self.assertEqual(missing.status_code, 404)

    def test_second_choices_are_shown_and_one_is_taken(self) -> None:
        """What is put in is the class that was shown; a locked class has no choices."""
        address = f"/api/series/{self.series_id}/classes/0"
        found = self.client.get(f"{address}/choices").json()
        self.assertTrue(found["choices"])
        self.assertEqual(found["stays"], [], "nothing of it comes back")
        for choice in found["choices"]:
            self.assertTrue(choice["new_movements"])
            self.assertEqual(
                choice["as_good"], "better" in choice["verdict"] or "As good" in choice["verdict"]
            )
        chosen = found["choices"][0]
        body = {"version": found["version"], "document": chosen["document"]}
        answer = self.client.put(f"{address}/document", json=body, headers=self.csrf)
        self.assertEqual(answer.status_code, 200, answer.text)
        detail = self.client.get(address).json()
        shown = [
            (b["summary"], [(i["movement"], i["dose"]) for i in b["items"]])
            for b in chosen["blocks"]
        ]
        now = [
            (b["summary"], [(i["movement"], i["dose"]) for i in b["items"]])
            for b in detail["blocks"]
        ]
        self.assertEqual(now, shown)
        self.post(f"{address}/lock", {"version": detail["version"], "locked": True})
        self.assertEqual(self.client.get(f"{address}/choices").status_code, 409)


class Repair(WithSeries):
    def test_a_closed_day_and_missing_kit(self) -> None:
        """A day is closed and the mini-bands go: what is left is mended, no more is changed."""
        board = self.board(self.series_id)
        kit = {k: n for k, n in board["room"]["kit"].items() if k != "mini-band"}
        closed = [board["classes"][1]["date"]]
        body = {"version": board["version"], "closed": closed, "kit": kit}
        answer = self.client.put(
            f"/api/series/{self.series_id}/days-and-kit", json=body, headers=self.csrf
        )
        self.assertEqual(answer.status_code, 200, answer.text)
        after = self.board(self.series_id)
        self.assertEqual(
            [c["date"] for c in after["classes"]], [board["classes"][n]["date"] for n in (0, 2)]
        )
        self.assertEqual(after["undo"]["label"], "Change days and kit")
        end = self.run_of(repair=True)
        self.assertEqual(end["state"], "done")
        self.assertTrue(any("changed" in note for note in end["notes"]))
        stale = self.client.put(
            f"/api/series/{self.series_id}/days-and-kit", json=body, headers=self.csrf
        )
        self.assertEqual(stale.status_code, 409)

    def test_everything_closed_is_refused(self) -> None:
        """A series needs a day; nothing is changed."""
        board = self.board(self.series_id)
        body = {
            "version": board["version"],
            "closed": [c["date"] for c in board["classes"]],
            "kit": board["room"]["kit"],
        }
        answer = self.client.put(
            f"/api/series/{self.series_id}/days-and-kit", json=body, headers=self.csrf
        )
        self.assertIn("closed", answer.json()["fields"])
        self.assertEqual(len(self.board(self.series_id)["classes"]), 3)


class WhatIfs(WithSeries):
    def begin(self, *changes: dict[str, Any]) -> list[int]:
        answer = self.post(f"/api/series/{self.series_id}/what-ifs", {"changes": list(changes)})
        self.assertEqual(answer.status_code, 202, answer.text)
        ids = [entry["id"] for entry in answer.json()]
        for run in ids:
            self.end_of(run)
        return ids

    def test_several_at_once_beside_the_series(self) -> None:
        """Shorter classes and a day less are planned; the series itself is not touched."""
        before = self.board(self.series_id)
        shorter, fewer = self.begin(
            {"label": "30 minutes", "minutes": 30}, {"label": "Two days", "weekdays": [0, 2]}
        )
        listed = self.client.get(f"/api/series/{self.series_id}/what-ifs").json()
        self.assertEqual(
            [(e["run"], e["label"], e["state"]) for e in listed],
            [
                (shorter, "30 minutes", "done"),
                (fewer, "Two days", "done"),
            ],
        )
        self.assertTrue(all(e["cost"] is not None for e in listed))
        self.assertEqual(self.board(self.series_id)["version"], before["version"])
        seen = self.client.get(
            f"/api/compare?one=series-{self.series_id}&other=run-{shorter}"
        ).json()
        self.assertEqual((seen["one"]["classes"], seen["other"]["classes"]), (3, 3))
        self.assertLess(seen["other"]["minutes"], seen["one"]["minutes"])
        two = self.client.get(f"/api/compare?one=series-{self.series_id}&other=run-{fewer}").json()
        self.assertEqual([d["other"] for d in two["days"] if d["weekday"] == 4], [""])

    def test_another_way_of_working_brings_its_shapes(self) -> None:
        """Planned in shapes beside a series of formats, compared by the names of both."""
        (run,) = self.begin({"label": "In shapes", "shapes": ["stations", "lift-then-core"]})
        seen = self.client.get(f"/api/compare?one=series-{self.series_id}&other=run-{run}").json()
        looks = {day["other"].split(", ", 1)[1] for day in seen["days"]}
        names = ("stations in rounds, ", "lift, then core, ")
        self.assertTrue(all(look.startswith(names) for look in looks), looks)
        body = {"changes": [{"label": "None", "shapes": ["pyramid"]}]}
        answer = self.post(f"/api/series/{self.series_id}/what-ifs", body)
        self.assertEqual(answer.status_code, 422)
        self.assertIn("pyramid", answer.text)

    def test_one_becomes_a_series(self) -> None:
        """Adopted, it stands in the list with its plan; forgotten, it is gone."""
        (run,) = self.begin({"label": "No step", "rules": {"W7": {"mode": "off"}}})
        answer = self.post(f"/api/runs/{run}/adopt")
        self.assertEqual(answer.status_code, 201, answer.text)
        made = self.board(answer.json()["id"])
        self.assertEqual(len(made["classes"]), 3)
        self.assertIn("No step", made["name"])
        self.assertIsNotNone(made["certificate"])
        both = self.client.get(
            f"/api/compare?one=series-{self.series_id}&other=series-{made['id']}"
        ).json()
        self.assertEqual([rule["rule"] for rule in both["rules"]], ["W7"])
        self.assertEqual(self.client.delete(f"/api/runs/{run}", headers=self.csrf).status_code, 204)
        self.assertEqual(self.client.get(f"/api/series/{self.series_id}/what-ifs").json(), [])

    def test_a_set_up_of_ones_own(self) -> None:
        """Any other set-up is planned beside; put in its place, undo brings all back."""
        before = self.board(self.series_id)
        setup = self.client.get(f"/api/series/{self.series_id}/setup").json()
        del setup["version"]
        (run,) = self.begin({"label": "Two days", "setup": {**setup, "weekdays": [0, 4]}})
        self.assertEqual(self.board(self.series_id)["version"], before["version"])
        put = f"/api/runs/{run}/take-over"
        self.assertEqual(self.post(put, {"version": 0}).status_code, 409)
        answer = self.post(put, {"version": before["version"]})
        self.assertEqual(answer.status_code, 200, answer.text)
        after = self.board(self.series_id)
        self.assertEqual((after["weekdays"], len(after["classes"])), ([0, 4], 2))
        self.assertIn("Two days", after["undo"]["label"])
        self.post(f"/api/series/{self.series_id}/undo", {"version": after["version"]})
        self.assertEqual(self.board(self.series_id)["classes"], before["classes"])
        bad = {"changes": [{"label": "None", "setup": {**setup, "minutes": 900}}]}
        refused = self.post(f"/api/series/{self.series_id}/what-ifs", bad)
        self.assertEqual(refused.status_code, 422)

    def test_one_that_cannot_be(self) -> None:
        """Impossible set-ups are refused by their number; one without a plan says why."""
        answer = self.post(
            f"/api/series/{self.series_id}/what-ifs",
            {"changes": [{"label": "Fine", "minutes": 30}, {"label": "Too long", "minutes": 900}]},
        )
        self.assertEqual(answer.status_code, 422)
        (run,) = self.begin(
            {"label": "Steep", "weeks": 2, "rules": {"W7": {"numbers": {"rise": 40}}}}
        )
        (listed,) = self.client.get(f"/api/series/{self.series_id}/what-ifs").json()
        self.assertEqual((listed["state"], listed["cost"]), ("none", None))
        self.assertIn("W7", " ".join(listed["words"]))
        self.assertEqual(self.post(f"/api/runs/{run}/adopt").status_code, 409)
        self.assertEqual(
            self.client.get(
                f"/api/compare?one=run-{run}&other=series-{self.series_id}"
            ).status_code,
            409,
        )
        for text in ("class-3", "series-x", "run-", "series-99999999999"):
            bad = self.client.get(f"/api/compare?one={text}&other=series-{self.series_id}")
            self.assertEqual(bad.status_code, 422, text)

    def test_every_run_can_be_made_again(self) -> None:
        """Request, seed, library version and settings are kept; with them the plan comes again."""
        (run,) = self.begin({"label": "30 minutes", "minutes": 30})
        with self.database.transaction() as connection:
            row = connection.row(
                "SELECT request, seed, settings, result, library_version FROM planning_run"
                " WHERE id = %s",
                (run,),
            )
        assert row is not None
        settings = json.loads(row["settings"])
        library = library_document() | {"version": row["library_version"]}
        job = {
            "kind": "plan",
            "request": json.loads(row["request"]),
            "library": library,
            "paces": settings["paces"],
            "seed": row["seed"],
            "free": settings["free"],
        }
        again = solve_job(job, NeverStop(), lambda _: None)
        self.assertEqual(again["plan"], json.loads(row["result"])["plan"])


class Reasons(WithSeries):
    def test_why_and_why_not(self) -> None:
        """The class, one movement, and one that the director expected."""
        address = f"/api/series/{self.series_id}/classes/0"
        detail = self.client.get(address).json()
        block = next(b for b in detail["blocks"] if b["purpose"] == "work")
        reasons = self.client.get(f"{address}/why").json()
        self.assertIn("The focus is", reasons[0]["text"])
        why = self.client.get(f"{address}/why-movement?block={block['index']}&place=0").json()
        self.assertTrue(why["gives"])
        there = block["items"][0]["movement"]
        answer = self.client.get(f"{address}/why-not?movement={there}").json()
        self.assertIn("C3", {reason["rule"] for reason in answer["never"]})
        self.assertEqual(self.client.get(f"{address}/why-not?movement=moon-walk").status_code, 404)
        wrong = self.client.get(f"{address}/why-movement?block=0&place=99")
        self.assertEqual(wrong.status_code, 422)


class Jobs(unittest.TestCase):
    def test_paces_survive(self) -> None:
        """Written and read, the pace of each slot is what it was."""
        paces = Paces(Pace(show_new_seconds=30), {3: Pace(own_factors=(("squat", 1.25),))})
        self.assertEqual(paces_from(json.loads(json.dumps(paces_to(paces)))), paces)
        self.assertEqual(paces_from({}), Paces())

    def solve(self, bounds: Bounds) -> tuple[dict[str, Any] | None, list[dict[str, Any]]]:
        job = job_of(Kind.PLAN, a_plan(weeks=1), library_document(), Paces(), 1)
        heard: list[dict[str, Any]] = []
        answer = LocalSolver(1, bounds).solve("job", job, heard.append, lambda: False)
        return answer, heard

    def test_a_job_that_takes_too_long_is_ended(self) -> None:
        """After its time the process is killed, and there is no answer."""
        answer, heard = self.solve(Bounds(seconds=0.3))
        self.assertIsNone(answer)
        self.assertEqual(heard[0]["kind"], "begun")

    def test_a_job_that_takes_too_much_memory_is_ended(self) -> None:
        """With next to no memory the child fails, and this process goes on."""
        answer, _ = self.solve(Bounds(megabytes=20))
        self.assertIsNone(answer)

    def test_within_its_bounds_it_answers(self) -> None:
        """With the usual bounds the same job has a plan."""
        answer, heard = self.solve(Bounds())
        assert answer is not None
        self.assertEqual(len(answer["plan"]["classes"]), 3)
        self.assertEqual({body["kind"] for body in heard}, {"begun", "progress"})


class KeptRuns(WithApplication):
    def test_a_set_up_with_wishes_is_planned_by_them(self) -> None:
        """Cautions and promised days go from the set-up to the plan."""
        self.sign_in()
        wishes = {
            "cautions": ["no-jumps"],
            "class_cautions": [{"weekday": 4, "week": None, "cautions": ["easy-on-neck"]}],
            "pins": [{"week": 1, "weekday": 2, "focus": "core"}],
        }
        series_id = self.post("/api/series", a_set_up(wishes=wishes)).json()["id"]
        stored = self.client.get(f"/api/series/{series_id}/setup").json()
        self.assertEqual(stored["wishes"]["cautions"], ["no-jumps"])
        body = {"version": self.board(series_id)["version"], "seed": 2}
        run = self.post(f"/api/series/{series_id}/runs", body).json()["id"]
        with self.client.stream("GET", f"/api/runs/{run}/events") as stream:
            list(stream.iter_lines())
        classes = {c["weekday"]: c for c in self.board(series_id)["classes"]}
        self.assertEqual(classes[2]["focus"], "core")
        spared = {
            weekday: self.client.get(f"/api/series/{series_id}/classes/{c['slot']}").json()[
                "spared"
            ]
            for weekday, c in classes.items()
        }
        self.assertEqual(spared[4], ["no jumps", "easy on the neck"])
        self.assertEqual(spared[2], ["no jumps"])
        with self.database.transaction() as connection:
            self.assertEqual(runs.get(connection, run).kind, "plan")


if __name__ == "__main__":
    unittest.main()
