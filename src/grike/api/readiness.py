"""Whether the application can serve: it lives before its database does, and waits for it."""

from __future__ import annotations

import logging
import threading
from collections.abc import Callable

from fastapi import Request, Response
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import JSONResponse
from starlette.types import ASGIApp, Receive, Scope, Send

from grike.api.problems import problem
from grike.api.security import state_of
from grike.core.errors import Conflict, GrikeError, Unavailable

log = logging.getLogger("grike")
FIRST_PAUSE, LONGEST_PAUSE = 0.5, 5.0
#: What answers while the application is not ready: that it lives, and that it is not ready.
ALWAYS = ("/api/health", "/api/ready")


class Readiness:
    """Gets an application ready, however long that takes, and says what it waits for."""

    def __init__(self, get_ready: Callable[[], None]) -> None:
        self._get_ready = get_ready
        self._waits_for: str | None = "It is starting."
        self._closed = threading.Event()

    @property
    def waits_for(self) -> str | None:
        """What it waits for, in a sentence; None once it is ready."""
        return self._waits_for

    def begin(self) -> None:
        """Try once; where that does not work, go on trying beside it."""
        if not self._tried():
            threading.Thread(target=self._go_on, daemon=True).start()

    def close(self) -> None:
        """Try no more."""
        self._closed.set()

    def _go_on(self) -> None:
        pause = FIRST_PAUSE
        while not self._closed.wait(pause) and not self._tried():
            pause = min(LONGEST_PAUSE, 2 * pause)
        if self._waits_for is None:
            log.warning("ready now")

    def _tried(self) -> bool:
        try:
            self._get_ready()
        except (Unavailable, Conflict) as error:
            self._waits_for = f"{error.what} {error.fix}".strip()
            log.error("not ready: %s", error.line())
            return False
        self._waits_for = None
        return True


def readiness_of(request: Request) -> Readiness:
    """Return the application's readiness."""
    found: Readiness = request.app.state.readiness
    return found


class UntilReady:
    """Answers that it is not ready, in words, to whoever asks the API before it is."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Hand a request on, or say what is waited for."""
        if scope["type"] == "http" and scope["path"].startswith("/api/"):
            words = scope["app"].state.readiness.waits_for
            if words is not None and scope["path"] not in ALWAYS:
                await _not_ready(words)(scope, receive, send)
                return
        await self._app(scope, receive, send)


def _not_ready(words: str) -> JSONResponse:
    return problem(503, "unavailable", "Grike is not ready yet.", words, "Try again in a moment.")


async def health() -> dict[str, str]:
    """Say that the process lives, and nothing of what it needs."""
    return {"status": "ok"}


async def ready(request: Request) -> Response:
    """Say whether requests can be served: the schema is there, and the database answers."""
    words = readiness_of(request).waits_for
    if words is None:
        try:
            await run_in_threadpool(state_of(request).database.ask)
        except GrikeError as error:
            words = error.what
    return JSONResponse({"status": "ready"}) if words is None else _not_ready(words)
