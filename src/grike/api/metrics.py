"""Figures about the running application, in the text format that Prometheus reads.

They are given to whoever has the token of the installation, and to nobody where none is set. With
several processes each writes into files of one folder, and whichever is asked adds them up.
"""

from __future__ import annotations

import hmac
import os
import time
from collections.abc import Iterator

from fastapi import Request, Response
from fastapi.concurrency import run_in_threadpool
from prometheus_client import CollectorRegistry, Counter, Histogram, generate_latest, multiprocess
from prometheus_client.core import GaugeMetricFamily
from prometheus_client.exposition import CONTENT_TYPE_LATEST
from prometheus_client.registry import Collector
from starlette.types import ASGIApp, Message, Receive, Scope, Send

from grike import VERSION
from grike.api.problems import problem
from grike.api.security import state_of
from grike.api.state import State
from grike.core.errors import GrikeError
from grike.store import figures

#: The folder that the processes of one start share; prometheus-client reads it when it is loaded.
FOLDER = "PROMETHEUS_MULTIPROC_DIR"
#: What is not of the API: pages and their files, or an address that is none.
OTHER = "page"
ERROR = 500
BUCKETS = (0.01, 0.025, 0.05, 0.1, 0.2, 0.3, 0.5, 1.0, 2.0, 5.0, 10.0)

OWN = CollectorRegistry()
REQUESTS = Counter(
    "grike_requests", "Requests that were answered", ("operation", "status"), registry=OWN
)
SECONDS = Histogram(
    "grike_request_seconds",
    "Seconds until an answer began",
    ("operation",),
    buckets=BUCKETS,
    registry=OWN,
)


class Metered:
    """Counts what is asked by the name of its operation, never by address or person."""

    def __init__(self, app: ASGIApp) -> None:
        self._app = app

    async def __call__(self, scope: Scope, receive: Receive, send: Send) -> None:
        """Answer, and count it when the answer begins, or fails."""
        if scope["type"] != "http":
            await self._app(scope, receive, send)
            return
        began, told = time.perf_counter(), False

        async def counted(message: Message) -> None:
            nonlocal told
            if message["type"] == "http.response.start":
                told = True
                _count(scope, message["status"], time.perf_counter() - began)
            await send(message)

        try:
            await self._app(scope, receive, counted)
        except Exception:
            if not told:
                _count(scope, ERROR, time.perf_counter() - began)
            raise


def _count(scope: Scope, status: int, seconds: float) -> None:
    route = scope.get("route")
    known = route is not None and getattr(route, "include_in_schema", False)
    operation = str(getattr(route, "name", OTHER)) if known else OTHER
    REQUESTS.labels(operation, str(status)).inc()
    SECONDS.labels(operation).observe(seconds)


class _House(Collector):
    """What the database tells: how many people are signed in, how many plans wait."""

    def __init__(self, state: State) -> None:
        self._state = state

    def collect(self) -> Iterator[GaugeMetricFamily]:
        """Yield the figures of the house; without an answer only that there was none."""
        about = GaugeMetricFamily("grike_about", "The version that runs", labels=("version",))
        about.add_metric((VERSION,), 1)
        yield about
        up = "Whether the database answers"
        try:
            with self._state.database.transaction() as connection:
                counted = figures.now(connection)
        except GrikeError:
            yield GaugeMetricFamily("grike_database_up", up, value=0)
            return
        yield GaugeMetricFamily("grike_database_up", up, value=1)
        for name, (words, value) in counted.items():
            yield GaugeMetricFamily(f"grike_{name}", words, value=value)


def _written(state: State) -> bytes:
    registry = OWN
    if FOLDER in os.environ:
        registry = CollectorRegistry()
        multiprocess.MultiProcessCollector(registry)  # type: ignore[no-untyped-call]
    house = CollectorRegistry()
    house.register(_House(state))
    return generate_latest(registry) + generate_latest(house)


async def metrics(request: Request) -> Response:
    """Return the figures to whoever has the token."""
    state = state_of(request)
    token = state.config.metrics_token
    if not token:
        return problem(404, "not-found", "There is no /api/metrics.")
    given = request.headers.get("Authorization", "")
    if not hmac.compare_digest(given.encode(), f"Bearer {token}".encode()):
        return problem(401, "not-signed-in", "The figures are given for their token only.")
    body = await run_in_threadpool(_written, state)
    return Response(body, media_type=CONTENT_TYPE_LATEST)
