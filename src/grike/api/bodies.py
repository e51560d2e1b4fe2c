"""What a request may bring: its size and its time are limited before anything is parsed."""

from __future__ import annotations

import json
import re
import time

import anyio
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from grike.api.problems import problem
from grike.api.security import COOKIE

KILOBYTE = 1024
#: A whole library as a table has 300 kB; a class that was written by hand, 20.
MOST_TABLE, MOST_SIGNED_IN, MOST_STRANGER = 4096 * KILOBYTE, 1024 * KILOBYTE, 8 * KILOBYTE
TABLE = "/api/movements/table"
#: A slow line brings a table within that; who sends less holds a place that others need.
MOST_SECONDS = 20.0
#: Half of a pair that stands for one character: no text that anybody wrote has one by itself.
LONE_SURROGATE = re.compile(rb"\\u[dD][89a-fA-F][0-9a-fA-F]{2}")


class _Refused(Exception):
    def __init__(self, status: int, what: str, fix: str) -> None:
        self.status, self.what, self.fix = status, what, fix


class Bodies:
    """Reads the body of a request whole, within its limits, before the application sees it."""

    def __init__(self, app: ASGIApp, seconds: float = MOST_SECONDS) -> None:
        self._app, self._seconds = app, seconds

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Refuse what is too large, too slow or no text; hand everything else on."""
        if scope["type"] != "http" or scope["method"] in ("GET", "HEAD", "OPTIONS"):
            await self._app(scope, receive, send)
            return
        try:
            body = await self._read(scope, receive)
        except _Refused as refused:
            answer = problem(refused.status, "body", refused.what, fix=refused.fix)
            await answer(scope, receive, send)
            return
        sent = False

        async def again() -> Message:
            nonlocal sent
            if sent:
                return await receive()
            sent = True
            return {"type": "http.request", "body": body, "more_body": False}

        await self._app(scope, again, send)

    async def _read(self, scope: Scope, receive: Receive) -> bytes:
        most = _most(scope)
        headers = dict(scope["headers"])
        told = headers.get(b"content-length", b"0")
        if len(told) > 12 or not told.isdigit() or int(told) > most:
            raise _too_large(most)
        parts: list[bytes] = []
        size, end = 0, time.monotonic() + self._seconds
        while True:
            try:
                with anyio.fail_after(max(0.01, end - time.monotonic())):
                    message = await receive()
            except TimeoutError:
                raise _Refused(
                    408, "The request did not come whole in time.", "Send it again."
                ) from None
            if message["type"] == "http.disconnect":
                raise _Refused(400, "The request broke off.", "Send it again.")
            parts.append(message.get("body", b""))
            size += len(parts[-1])
            if size > most:
                raise _too_large(most)
            if not message.get("more_body"):
                break
        body = b"".join(parts)
        if LONE_SURROGATE.search(body):
            _require_text(body)
        return body


def _most(scope: Scope) -> int:
    cookies = dict(scope["headers"]).get(b"cookie", b"")
    if COOKIE.encode() not in cookies:
        return MOST_STRANGER
    return MOST_TABLE if scope["path"] == TABLE else MOST_SIGNED_IN


def _too_large(most: int) -> _Refused:
    size = f"{most // KILOBYTE} kB"
    return _Refused(413, f"A request here has at most {size}.", "Send less at once.")


def _require_text(body: bytes) -> None:
    """Refuse a body whose texts hold half characters; one that is no JSON is told of later."""
    try:
        json.dumps(json.loads(body), ensure_ascii=False).encode()
    except UnicodeEncodeError:
        raise _Refused(
            422, "A text holds half of a character.", "Type the text anew and send it again."
        ) from None
    except (ValueError, RecursionError):
        return
