"""The vocabulary and the rooms."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.library.catalogue import the_catalogue
from grike.api.library.models import (
    Catalogue,
    FormatModel,
    StoredRoom,
)
from grike.api.security import SignedIn, StateOf
from grike.core.series_codec import room_to
from grike.exchange.format_fields import format_forms
from grike.store import rooms, sites

router = APIRouter(prefix="/api", tags=["library"])


@router.get("/catalogue")
def catalogue(_: SignedIn) -> Catalogue:
    """Return rules, muscles, kit, focuses and formats."""
    return the_catalogue()


@router.get("/formats")
def formats(_: SignedIn) -> list[FormatModel]:
    """Return the formats with their parameters, for a form."""
    return [
        FormatModel.model_validate(form, from_attributes=True, strict=False)
        for form in format_forms()
    ]


@router.get("/rooms")
def list_rooms(_: SignedIn, state: StateOf) -> list[StoredRoom]:
    """Return the rooms and their kit."""
    with state.database.transaction() as connection:
        at = sites.site_ids(connection)
        return [
            StoredRoom(id=key, site=at.get(key), **room_to(room))
            for key, room in rooms.every(connection)
        ]
