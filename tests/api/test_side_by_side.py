"""A request planned twice at once: the better plan is taken, and nobody waits for nothing."""

from __future__ import annotations

import threading
import unittest
from collections.abc import Callable
from typing import Any
from unittest.mock import patch

from grike.api.planning.side_by_side import STAGE, SideBySide, better
from grike.api.planning.solvers import LocalSolver, Stopped
from grike.core.pace import Paces
from grike.core.planner import NeverStop
from grike.core.planner.seeds import Branch, branched
from grike.exchange.jobs import Answer, Job, Kind, Tell, job_of, solve_job
from grike.exchange.library import library_document
from tests.builders import FULL, a_plan

SEED = 3
OTHER = branched(SEED, Branch.BESIDE, 1)
#: Longer than any thread of these tests takes.
PATIENCE = 20.0


def a_job(kind: Kind = Kind.PLAN) -> Job:
    return job_of(kind, a_plan(room=FULL, weeks=1), library_document(), Paces(), SEED)


def an_answer(cost: int, broken: int = 0, *, status: str = "unknown", plan: object = "a") -> Answer:
    return {
        "status": status,
        "plan": plan,
        "musts_broken": broken,
        "certificate": {"cost": cost},
    }


Does = Callable[[Tell, Stopped], Answer | None]


class Scripted:
    """A solver that does for each seed what it is told."""

    places = 4

    def __init__(self, does: dict[int, Does]) -> None:
        self.does, self.seeds, self.closed = does, list[int](), False

    def solve(self, name: str, job: Job, tell: Tell, stopped: Stopped) -> Answer | None:
        self.seeds.append(job["seed"])
        return self.does[job["seed"]](tell, stopped)

    def close(self) -> None:
        self.closed = True


def at_once(answer: Answer | None) -> Does:
    return lambda _, __: answer


class Twice(unittest.TestCase):
    def setUp(self) -> None:
        cores = patch("os.cpu_count", lambda: 2)
        cores.start()
        self.addCleanup(cores.stop)
        self.heard: list[dict[str, Any]] = []

    def solved(self, first: Does, second: Does, stopped: Stopped = lambda: False) -> Answer | None:
        solver = Scripted({SEED: first, OTHER: second})
        return SideBySide(solver).solve("run", a_job(), self.heard.append, stopped)

    def test_the_better_is_taken(self) -> None:
        """It has a plan, then breaks fewer musts, then costs less; of two alike the first."""
        none = an_answer(0, plan=None, status="undecided")
        order = [an_answer(30), an_answer(40), an_answer(5, 1), an_answer(2, 2), none, None]
        for place, good in enumerate(order):
            for bad in order[place:]:
                self.assertIs(better(good, bad), good)
                self.assertIs(better(bad, good), good)
        first, second = an_answer(7), an_answer(7)
        self.assertIs(better(first, second), first)
        self.assertIs(self.solved(at_once(order[1]), at_once(order[0])), order[0])

    def test_only_the_first_is_heard(self) -> None:
        """And where the other takes longer that is said, in the words of a progress."""
        shown, told = {"kind": "progress", "stage": "Week 1", "filled": [1], "cost": 4}, []
        waited_for = threading.Event()

        def first(tell: Tell, _: Stopped) -> Answer:
            tell({"kind": "begun", "pid": 5})
            tell(shown)
            return an_answer(4)

        def second(tell: Tell, _: Stopped) -> Answer:
            tell({"kind": "begun", "pid": 6})
            self.assertTrue(waited_for.wait(PATIENCE))
            return an_answer(3)

        def hear(body: dict[str, Any]) -> None:
            told.append(body)
            if body.get("stage") == STAGE:
                waited_for.set()

        solver = SideBySide(Scripted({SEED: first, OTHER: second}))
        answer = solver.solve("run", a_job(), hear, lambda: False)
        self.assertEqual(answer, an_answer(3))
        again = {**shown, "stage": STAGE, "filled": []}
        self.assertEqual(told, [{"kind": "begun", "pid": 5}, shown, again])

    def endless(self, ended: threading.Event) -> Does:
        def until_stopped(_: Tell, stopped: Stopped) -> Answer:
            pause = threading.Event()
            while not stopped():
                pause.wait(0.01)
            ended.set()
            return an_answer(0, status="stopped", plan=None)

        return until_stopped

    def test_what_is_settled_waits_for_nothing(self) -> None:
        """Proven best, proven impossible, or a fault of the job: the other is ended."""
        for status in ("best", "impossible", "fault"):
            ended, answer = threading.Event(), an_answer(9, status=status)
            self.assertIs(self.solved(at_once(answer), self.endless(ended)), answer)
            self.assertTrue(ended.wait(PATIENCE))

    def test_who_stops_keeps_the_first(self) -> None:
        """While both plan, and while the second is waited for."""
        ended, stop = threading.Event(), threading.Event()

        def first(_: Tell, stopped: Stopped) -> Answer:
            stop.set()
            self.assertTrue(stopped())
            return an_answer(50, status="stopped")

        answer = self.solved(first, at_once(an_answer(1)), stop.is_set)
        self.assertEqual(answer, an_answer(50, status="stopped"))
        stop.clear()
        whole = an_answer(50)

        def hear(body: dict[str, Any]) -> None:
            if body["stage"] == STAGE:
                stop.set()

        def shown(tell: Tell, _: Stopped) -> Answer:
            tell({"stage": "Week 1"})
            return whole

        solver = SideBySide(Scripted({SEED: shown, OTHER: self.endless(ended)}))
        self.assertIs(solver.solve("run", a_job(), hear, stop.is_set), whole)
        self.assertTrue(ended.wait(PATIENCE))

    def test_one_that_dies_is_made_up_for(self) -> None:
        """By the other; where both died there is no answer."""
        one = an_answer(9)
        self.assertIs(self.solved(at_once(None), at_once(one)), one)
        self.assertIs(self.solved(at_once(one), at_once(None)), one)
        self.assertIsNone(self.solved(at_once(None), at_once(None)))

    def test_what_is_solved_once(self) -> None:
        """A repair, *what if*, and all on one core."""
        for kind in (Kind.REPAIR, Kind.WHAT_IF):
            solver = Scripted({SEED: at_once(an_answer(1))})
            SideBySide(solver).solve("run", a_job(kind), self.heard.append, lambda: False)
            self.assertEqual(solver.seeds, [SEED])
        with patch("os.cpu_count", lambda: 1):
            solver = Scripted({SEED: at_once(an_answer(1))})
            SideBySide(solver).solve("run", a_job(), self.heard.append, lambda: False)
            self.assertEqual(solver.seeds, [SEED])

    def test_places_and_closing(self) -> None:
        """Each run takes two of the places of whoever solves; one there always is."""
        solver = Scripted({})
        both = SideBySide(solver)
        self.assertEqual((both.places, SideBySide(LocalSolver()).places), (2, 1))
        both.close()
        self.assertTrue(solver.closed)

    def test_the_plan_is_that_of_one_seed(self) -> None:
        """Solved in two processes it is what solving it here from that seed gives."""
        answer = SideBySide(LocalSolver()).solve("run", a_job(), self.heard.append, lambda: False)
        assert answer is not None
        seed = answer["certificate"]["seed"]
        self.assertIn(seed, (SEED, OTHER))
        here = solve_job({**a_job(), "seed": seed}, NeverStop(), lambda _: None)
        self.assertEqual(answer["plan"], here["plan"])


if __name__ == "__main__":
    unittest.main()
