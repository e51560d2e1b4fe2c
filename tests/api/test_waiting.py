"""The line in front of the planner: fair between people, bounded, side by side."""

from __future__ import annotations

import threading
import unittest

from grike.api.planning.waiting import WaitingLine
from grike.core.errors import Conflict


class Line(unittest.TestCase):
    def test_people_take_turns(self) -> None:
        """One person's fifty what-ifs do not keep another waiting for all of them."""
        line, gate, served = WaitingLine(1), threading.Event(), list[str]()
        done = threading.Event()

        def hold() -> None:
            gate.wait(10)

        line.put("dora", "first", hold)
        for number in range(5):
            line.put("dora", number, lambda n=number: served.append(f"dora {n}"))  # type: ignore[misc]
        line.put("ivo", "his", lambda: served.append("ivo"))
        line.put("last", "end", done.set)
        gate.set()
        self.assertTrue(done.wait(10))
        self.assertLessEqual(served.index("ivo"), 1)

    def test_it_is_bounded(self) -> None:
        """Beyond its length work is refused in words; what waits is not lost."""
        line, gate, done = WaitingLine(1, most=2), threading.Event(), threading.Event()
        started = threading.Event()

        def first() -> None:
            started.set()
            gate.wait(10)

        line.put("a", 1, first)
        self.assertTrue(started.wait(10))
        line.put("a", 2, lambda: None)
        line.put("a", 3, done.set)
        with self.assertRaises(Conflict):
            line.put("b", 4, lambda: None)
        gate.set()
        self.assertTrue(done.wait(10))

    def test_what_waits_can_be_taken_out(self) -> None:
        """Dropped work never runs; what runs already, or never was there, cannot be dropped."""
        line, gate, done = WaitingLine(1), threading.Event(), threading.Event()
        started, served = threading.Event(), list[str]()

        def first() -> None:
            started.set()
            gate.wait(10)

        line.put("a", "runs", first)
        self.assertTrue(started.wait(10))
        line.put("b", "dropped", lambda: served.append("dropped"))
        line.put("a", "stays", lambda: served.append("stays"))
        self.assertEqual(
            [line.drop(n) for n in ("runs", "dropped", "nobody")], [False, True, False]
        )
        line.put("b", "end", done.set)
        gate.set()
        self.assertTrue(done.wait(10))
        self.assertEqual(served, ["stays"])

    def test_places_work_side_by_side(self) -> None:
        """Two places hold two jobs at once."""
        line, both = WaitingLine(2), threading.Barrier(2)
        ends = [threading.Event(), threading.Event()]

        def job(end: threading.Event) -> None:
            both.wait(10)
            end.set()

        for end in ends:
            line.put("a", end, lambda e=end: job(e))  # type: ignore[misc]
        self.assertTrue(all(end.wait(10) for end in ends))


if __name__ == "__main__":
    unittest.main()
