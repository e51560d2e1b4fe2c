"""Links with which a substitute may open one class: made, listed and revoked by directors."""

from __future__ import annotations

import datetime as dt
import secrets

from fastapi import APIRouter

from grike.api.classes.access import member_of
from grike.api.covers.models import CoverLink, NewCoverLink
from grike.api.security import Director, SignedIn, StateOf
from grike.core.errors import NotFound
from grike.store import cover_links

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}/cover-links", tags=["covers"])
TOKEN_BYTES = 24
#: A link holds until so long after the day of its class begins: records may come late, and where a
#: day begins differs by up to a day from the clock of the database.
HOLDS = dt.timedelta(days=2)


@router.get("")
def list_cover_links(series_id: int, slot: int, _: SignedIn, state: StateOf) -> list[CoverLink]:
    """Return the links that lead to a class now."""
    with state.database.transaction() as connection:
        day = member_of(state.series(connection, series_id).facts, slot).slot.day
        found = cover_links.of_class(connection, series_id, day)
    return [
        CoverLink(
            id=own.id,
            made_at=own.made_at.replace(tzinfo=dt.UTC),
            expires_at=own.expires_at.replace(tzinfo=dt.UTC),
            maker=own.maker,
        )
        for own in found
    ]


@router.post("", status_code=201)
def make_cover_link(series_id: int, slot: int, person: Director, state: StateOf) -> NewCoverLink:
    """Make a link to a class that holds until its day is over, or a day where that is past."""
    token = secrets.token_urlsafe(TOKEN_BYTES)
    with state.database.transaction() as connection:
        place = member_of(state.series(connection, series_id).facts, slot).slot
        until = dt.datetime.combine(place.date, dt.time()) + HOLDS
        made = cover_links.add(connection, token, series_id, place.day, person.id, until)
        held = cover_links.covered(connection, token)
    return NewCoverLink(
        id=made, path=f"/cover/{token}", expires_at=held.expires_at.replace(tzinfo=dt.UTC)
    )


@router.delete("/{link_id}", status_code=204)
def revoke_cover_link(series_id: int, slot: int, link_id: int, _: Director, state: StateOf) -> None:
    """Make a link worth nothing at once."""
    with state.database.transaction() as connection:
        day = member_of(state.series(connection, series_id).facts, slot).slot.day
        if not cover_links.revoke(connection, link_id, series_id, day):
            raise NotFound("That link is not there any more.", fix="Load the page again.")
