"""Headers that every answer has, whatever went wrong on the way to it."""

from __future__ import annotations

from starlette.datastructures import MutableHeaders
from starlette.types import ASGIApp, Message, Receive, Scope, Send

YEAR_SECONDS = 31_536_000
POLICY = (
    "default-src 'self'; img-src 'self' data:; style-src 'self' 'unsafe-inline'; "
    "font-src 'self'; object-src 'none'; frame-ancestors 'none'; base-uri 'none'; "
    "form-action 'self'"
)
#: No page of ours asks for any of these.
PERMISSIONS = "camera=(), microphone=(), geolocation=(), payment=(), usb=(), display-capture=()"
ALWAYS = {
    "Content-Security-Policy": POLICY,
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
    "Permissions-Policy": PERMISSIONS,
    "Referrer-Policy": "same-origin",
    "X-Content-Type-Options": "nosniff",
    "X-Frame-Options": "DENY",
}


class Headers:
    """Puts the headers on; outside of everything else, so that errors have them as well."""

    def __init__(self, app: ASGIApp, *, https: bool) -> None:
        self._app = app
        self._always = dict(ALWAYS)
        if https:
            self._always["Strict-Transport-Security"] = f"max-age={YEAR_SECONDS}"

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer, with the headers on."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return

        async def with_headers(message: Message) -> None:
            if message["type"] == "http.response.start":
                self._put_on(scope["path"], message)
            await send(message)

        await self._app(scope, receive, with_headers)

    def _put_on(self, path: str, message: Message) -> None:
        headers = MutableHeaders(scope=message)
        headers.update(self._always)
        if path.startswith("/api"):
            headers.setdefault("Cache-Control", "no-store")
        elif path.startswith("/assets") and message["status"] == 200:
            headers["Cache-Control"] = f"public, max-age={YEAR_SECONDS}, immutable"
