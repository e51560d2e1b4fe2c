"""What is costly to work out is taken in turns, so that nobody keeps a whole house waiting."""

from __future__ import annotations

import threading
import time
from collections import Counter
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager

import anyio
from fastapi import Depends, Request

from grike.api.security import SignedIn
from grike.core.errors import TooManyAttempts

#: So many costly answers of one person are worked out at once in one process; the pages ask for
#: two. Another one waits so many seconds for its turn, and then is told to come back.
AT_ONCE, WAIT_SECONDS = 3, 10.0
LOOK_SECONDS = 0.02
#: No person has this number.
NOBODY = 0


class Turns:
    """Counts what is being worked out for each person. One for an application."""

    def __init__(self, at_once: int = AT_ONCE, wait_seconds: float = WAIT_SECONDS) -> None:
        self._at_once, self._wait_seconds = at_once, wait_seconds
        self._counts: Counter[int] = Counter()
        self._lock = threading.Lock()

    @asynccontextmanager
    async def of(self, person_id: int) -> AsyncIterator[None]:
        """Wait for a turn, without holding a thread. Raises TooManyAttempts after a while."""
        until = time.monotonic() + self._wait_seconds
        while not self._taken(person_id):
            if time.monotonic() > until:
                raise TooManyAttempts(
                    "You ask for more at once than is worked out for one person.",
                    f"{self._at_once} answers are on their way already.",
                    "Wait for them, and ask again.",
                )
            await anyio.sleep(LOOK_SECONDS)
        try:
            yield
        finally:
            with self._lock:
                self._counts[person_id] -= 1
                if not self._counts[person_id]:
                    del self._counts[person_id]

    def _taken(self, person_id: int) -> bool:
        with self._lock:
            if self._counts[person_id] >= self._at_once:
                return False
            self._counts[person_id] += 1
            return True


async def turn(person: SignedIn, request: Request) -> AsyncIterator[None]:
    """Work a request out when it is its person's turn."""
    turns: Turns = request.app.state.turns
    async with turns.of(person.id):
        yield


async def turn_by_link(request: Request) -> AsyncIterator[None]:
    """Work out what somebody asks with no more than a link; all of them share one turn."""
    turns: Turns = request.app.state.turns
    async with turns.of(NOBODY):
        yield


#: What a route lists among its dependencies that takes more than about 50 ms.
COSTLY, COSTLY_BY_LINK = [Depends(turn)], [Depends(turn_by_link)]
