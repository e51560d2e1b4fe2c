"""Every write that was answered well leaves a line: who did what to what, when and from where."""

from __future__ import annotations

import logging

from fastapi import Request
from fastapi.concurrency import run_in_threadpool
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from grike.api.security import SAFE, device_of, state_of
from grike.core.errors import GrikeError
from grike.store import audit

log = logging.getLogger("grike")
BAD_REQUEST = 400
#: Operations that are sent like writes and change nothing: they only try or read.
TRIES = "try_"
READS = frozenset({"draft_alternatives", "read_text"})
#: What a phone says again every few seconds, or a page by the way, and nobody will look for.
PASSING = frozenset({"show_in_room", "read_notices"})


class Audited:
    """Notes what a request did before it is answered; signing in and joining note themselves."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer, and note a write that was answered well."""
        if scope["type"] != "http" or scope["method"] in SAFE:
            await self._app(scope, receive, send)
            return

        async def noted(message: Message) -> None:
            if message["type"] == "http.response.start" and message["status"] < BAD_REQUEST:
                request = Request(scope)
                if getattr(request.state, "person", None) is not None and _writes(request):
                    await run_in_threadpool(_note, request)
            await send(message)

        await self._app(scope, receive, noted)


def _operation(request: Request) -> str:
    return str(getattr(request.scope.get("route"), "name", request.method))


def _writes(request: Request) -> bool:
    """Return whether an operation changes something. An address can end in any word."""
    operation = _operation(request)
    return not operation.startswith(TRIES) and operation not in READS | PASSING


def _about(request: Request) -> str:
    """Return what an act was done to, of its address: series 2, slot 5; no secret of a link."""
    parts = request.path_params.items()
    return ", ".join(
        f"{name.removesuffix('_id').replace('_', ' ')} {value}"
        for name, value in parts
        if name != "token"
    )


def _note(request: Request) -> None:
    """Note an act. It is done already, so that a line that cannot be kept is told to the log."""
    person, path = request.state.person, request.url.path
    act = _operation(request).replace("_", " ")
    about = getattr(request.state, "about", "") or _about(request)
    try:
        with state_of(request).database.transaction() as connection:
            where = device_of(request).address
            audit.note(connection, person.id, person.name, act, about, where)
    except GrikeError as error:
        log.error("%s: %s of %s is not in the audit: %s", person.sign_in_name, act, path, error)
