"""The application: routers, errors, the built front end."""

from __future__ import annotations

import logging
from collections.abc import AsyncIterator
from contextlib import asynccontextmanager
from pathlib import Path

from fastapi import FastAPI
from fastapi.concurrency import run_in_threadpool
from fastapi.responses import FileResponse, JSONResponse
from fastapi.routing import APIRoute
from fastapi.staticfiles import StaticFiles
from starlette.middleware.gzip import GZipMiddleware
from starlette.types import ASGIApp

from grike import VERSION
from grike.api import class_text, find, problems
from grike.api.account import notices as account_notices
from grike.api.account import routes as account
from grike.api.auditing import Audited
from grike.api.audits import routes as audits
from grike.api.bodies import Bodies
from grike.api.classes import choices, drafts
from grike.api.classes import routes as classes
from grike.api.covers import links as cover_links
from grike.api.covers import routes as covers
from grike.api.exports import routes as exports
from grike.api.findings import routes as fixing
from grike.api.floor import room
from grike.api.floor import routes as floor
from grike.api.following import routes as following
from grike.api.headers import Headers
from grike.api.history import routes as history
from grike.api.house import routes as house
from grike.api.library import routes as library
from grike.api.live import routes as live
from grike.api.live.watch import Watch
from grike.api.metrics import Metered, metrics
from grike.api.movements import routes as movements
from grike.api.moves import routes as moves
from grike.api.outside import routes as outside
from grike.api.outside.provider import Provider
from grike.api.people import routes as people
from grike.api.planning import batches, runs, whatifs
from grike.api.planning.runner import Runner
from grike.api.readiness import Readiness, UntilReady, health, ready
from grike.api.reasons import routes as reasons
from grike.api.returning import routes as coming_back
from grike.api.series import routes as series
from grike.api.series import shelf
from grike.api.sessions import done, done_by, seasons, weeks
from grike.api.sessions import routes as sessions
from grike.api.shapes import routes as shapes
from grike.api.sign_in import routes as sign_in
from grike.api.sites import routes as sites
from grike.api.state import Config, State
from grike.api.templates import routes as templates
from grike.api.turns import Turns
from grike.exchange.library import library_document
from grike.store import audit, limits, notices, retention
from grike.store import library as stored_library
from grike.store import outside as outside_tries
from grike.store import series as stored_series
from grike.store.connection import Database
from grike.store.migrate import migrate

ROUTERS = (
    sign_in,
    outside,
    account,
    account_notices,
    people,
    audits,
    library,
    house,
    sites,
    shapes,
    movements,
    shelf,
    series,
    classes,
    choices,
    drafts,
    class_text,
    fixing,
    templates,
    sessions,
    floor,
    room,
    cover_links,
    covers,
    done,
    done_by,
    seasons,
    following,
    weeks,
    find,
    reasons,
    coming_back,
    moves,
    exports,
    history,
    live,
    whatifs,
    runs,
    batches,
)


def prepare(state: State) -> None:
    """Bring the database up to date and put the library in."""
    with state.database.alone("prepare"):
        migrate(state.config.database_url)
        _fill(state)


def _fill(state: State) -> None:
    with state.database.transaction() as connection:
        stored_library.load(connection, library_document()["movements"])
        state.seal.close_all(connection)
        stored_series.purge(connection)
        retention.purge(connection)
        audit.purge(connection)
        notices.purge(connection)
        limits.purge(connection)
        outside_tries.purge(connection)


def _get_ready(state: State, runner: Runner) -> None:
    prepare(state)
    runner.begin()


def _runner(state: State) -> Runner:
    """Return a runner on this machine, or on the cluster that the operator named."""
    if not state.config.scheduler:
        return Runner(state)
    # Only where it is asked for: the package takes a second to load.
    from grike.api.planning.dask_solver import DaskSolver

    return Runner(state, DaskSolver(state.config.scheduler, state.config.cluster_keys))


class _Application(FastAPI):
    """With our headers outside of everything, so that even a failure of ours has them."""

    def build_middleware_stack(self) -> ASGIApp:
        https = self.state.grike.config.secure_cookie
        return Headers(super().build_middleware_stack(), https=https)


def create_app(config: Config) -> FastAPI:
    """Return the application for one database."""
    state = State(config, Database(config.database_url))

    @asynccontextmanager
    async def lifespan(app: FastAPI) -> AsyncIterator[None]:
        app.state.runner = await run_in_threadpool(_runner, state)
        app.state.readiness = Readiness(lambda: _get_ready(state, app.state.runner))
        await run_in_threadpool(app.state.readiness.begin)
        yield
        app.state.readiness.close()
        await run_in_threadpool(app.state.watch.close)
        await run_in_threadpool(app.state.runner.close)
        state.database.close()

    app = _Application(
        title="Grike",
        version=VERSION,
        lifespan=lifespan,
        docs_url=None,
        redoc_url=None,
        openapi_url="/api/openapi.json",
        generate_unique_id_function=_route_name,
    )
    app.state.grike = state
    app.state.turns, app.state.watch = Turns(), Watch(state.database)
    app.state.provider = Provider(config.outside) if config.outside else None
    _add_layers(app)
    problems.install(app)
    for module in ROUTERS:
        app.include_router(module.router, responses=problems.RESPONSES)
    app.add_api_route("/api/health", health, methods=["GET"], include_in_schema=False)
    app.add_api_route("/api/ready", ready, methods=["GET"], include_in_schema=False)
    app.add_api_route("/api/metrics", metrics, methods=["GET"], include_in_schema=False)
    app.add_api_route("/api/{path:path}", _no_such_route, include_in_schema=False)
    if config.dist is not None:
        _serve_pages(app, config.dist)
    return app


def _add_layers(app: FastAPI) -> None:
    """Put around the routes what every request goes through; the last one is the outermost."""
    # The highest level costs three times as much and saves a twentieth.
    app.add_middleware(GZipMiddleware, minimum_size=800, compresslevel=4)
    app.add_middleware(Audited)
    app.add_middleware(UntilReady)
    app.add_middleware(Bodies)
    app.add_middleware(Metered)


def _route_name(route: APIRoute) -> str:
    return route.name


def _no_such_route(path: str) -> JSONResponse:
    return problems.problem(404, "not-found", f"There is no /api/{path}.")


def _serve_pages(app: FastAPI, dist: Path) -> None:
    app.mount("/assets", StaticFiles(directory=dist / "assets"), name="assets")
    files = {str(file.relative_to(dist)): file for file in dist.glob("*.*") if file.is_file()}

    def page(path: str) -> FileResponse:
        """Return a file of the front end, or its one page for every other address."""
        if path in files and path != "index.html":
            return FileResponse(files[path])
        return FileResponse(dist / "index.html", headers={"Cache-Control": "no-cache"})

    app.add_api_route("/{path:path}", page, include_in_schema=False, response_model=None)


logging.getLogger("yoyo").setLevel(logging.WARNING)
