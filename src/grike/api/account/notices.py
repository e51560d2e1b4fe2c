"""What happened to one's account: told on every page until it is read."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter, Request

from grike.api.account.models import NoticeModel, ReadUpTo
from grike.api.security import SignedIn, StateOf, here_of
from grike.store import notices

router = APIRouter(prefix="/api/me/notices", tags=["account"])


@router.get("")
def list_notices(person: SignedIn, request: Request, state: StateOf) -> list[NoticeModel]:
    """Return what happened to one's account, the latest first."""
    with state.database.transaction() as connection:
        found = notices.of_person(connection, person.id, here_of(request))
    return [
        NoticeModel(
            id=one.id,
            at=one.at.replace(tzinfo=dt.UTC),
            what=one.what,
            by=one.by_name,
            address=one.address,
            new=one.is_new,
        )
        for one in found
    ]


@router.post("/read", status_code=204)
def read_notices(body: ReadUpTo, person: SignedIn, request: Request, state: StateOf) -> None:
    """Note what was read; what was done in this very sign-in stays new elsewhere."""
    with state.database.transaction() as connection:
        notices.read(connection, person.id, body.last, here_of(request))
