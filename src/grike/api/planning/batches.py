"""Batches: several series planned at once, such as all rooms and sites of a chain."""

from __future__ import annotations

from fastapi import APIRouter, Request

from grike.api.planning.models import Batch, BatchLine
from grike.api.planning.runner import Runner, Wish
from grike.api.security import Director, StateOf
from grike.core.errors import Conflict, NotFound
from grike.store import series

router = APIRouter(prefix="/api/batches", tags=["runs"])


@router.post("", status_code=202)
def begin_batch(body: Batch, person: Director, state: StateOf, request: Request) -> list[BatchLine]:
    """Begin to plan several series, each as it is now; locked classes stay.

    A series that cannot be planned just now does not keep the others from it: its line says why.
    """
    runner: Runner = request.app.state.runner
    out: list[BatchLine] = []
    for series_id in dict.fromkeys(body.series):
        try:
            with state.database.transaction() as connection:
                version = series.version_of(connection, series_id)
            run = runner.start(series_id, version, person.id, Wish(seed=body.seed))
            out.append(BatchLine(series=series_id, run=run, words=""))
        except (Conflict, NotFound) as error:
            out.append(BatchLine(series=series_id, run=None, words=f"{error.what} {error.fix}"))
    return out
