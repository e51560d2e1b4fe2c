"""The audit: read, searched and taken along by an owner."""

from __future__ import annotations

import datetime as dt
from typing import Annotated

from fastapi import APIRouter, Query, Response

from grike.api.audits.models import AuditLine
from grike.api.security import Owner, StateOf
from grike.exchange.tables import to_csv
from grike.store import audit
from grike.store.audit import Line

router = APIRouter(prefix="/api/house/audit", tags=["audit"])
MOST, MOST_EXPORTED = 100, 20_000
Words = Annotated[str, Query(max_length=80)]
HEAD = ("at", "name", "act", "about", "address")


@router.get("")
def read_audit(
    _: Owner,
    state: StateOf,
    words: Words = "",
    before: Annotated[int | None, Query(ge=1, le=2**62)] = None,
) -> list[AuditLine]:
    """Return the last hundred acts with some words in them, before one if it is named."""
    with state.database.transaction() as connection:
        return [
            AuditLine(
                id=line.id,
                at=line.at.replace(tzinfo=dt.UTC),
                name=line.name,
                act=line.act,
                about=line.about,
                address=line.address,
            )
            for line in audit.found(connection, words, before, MOST)
        ]


@router.get("/table", response_class=Response)
def export_audit(_: Owner, state: StateOf, words: Words = "") -> Response:
    """Return the last acts with some words in them as a table (CSV, UTC)."""
    with state.database.transaction() as connection:
        lines = audit.found(connection, words, None, MOST_EXPORTED)
    rows = [
        HEAD,
        *((_moment(line), line.name, line.act, line.about, line.address) for line in lines),
    ]
    headers = {"Content-Disposition": 'attachment; filename="audit.csv"'}
    return Response(to_csv(rows), media_type="text/csv; charset=utf-8", headers=headers)


def _moment(line: Line) -> str:
    return line.at.isoformat(timespec="milliseconds") + "Z"
