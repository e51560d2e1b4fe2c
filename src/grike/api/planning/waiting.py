"""The line in front of the planner: bounded, and fair between people."""

from __future__ import annotations

import threading
from collections import deque
from collections.abc import Callable, Hashable
from typing import TypeAlias

from grike.core.errors import Conflict

MOST_WAITING = 400
Waiting: TypeAlias = tuple[Hashable, Callable[[], None]]


class WaitingLine:
    """Work waits by person; the person who was served longest ago is next."""

    def __init__(self, places: int, most: int = MOST_WAITING) -> None:
        self._most = most
        self._lines: dict[Hashable, deque[Waiting]] = {}
        self._turns: deque[Hashable] = deque()
        self._change = threading.Condition()
        for _ in range(places):
            threading.Thread(target=self._serve, daemon=True).start()

    def put(self, person: Hashable, name: Hashable, work: Callable[[], None]) -> None:
        """Add work at the end of a person's line. Raises Conflict where too much waits."""
        with self._change:
            if sum(map(len, self._lines.values())) >= self._most:
                raise Conflict(
                    "Too many plans are waiting.", fix="Wait until some are done, or stop some."
                )
            if person not in self._lines:
                self._lines[person] = deque()
                self._turns.append(person)
            self._lines[person].append((name, work))
            self._change.notify()

    def drop(self, name: Hashable) -> bool:
        """Take work out of the line by its name; return whether it still waited there."""
        with self._change:
            for person, line in self._lines.items():
                found = next((entry for entry in line if entry[0] == name), None)
                if found is not None:
                    line.remove(found)
                    if not line:
                        del self._lines[person]
                        self._turns.remove(person)
                    return True
        return False

    def _next(self) -> Callable[[], None]:
        with self._change:
            while not self._turns:
                self._change.wait()
            person = self._turns.popleft()
            _, work = self._lines[person].popleft()
            if self._lines[person]:
                self._turns.append(person)
            else:
                del self._lines[person]
            return work

    def _serve(self) -> None:
        while True:
            self._next()()
