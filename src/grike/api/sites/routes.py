"""The sites of a house: kept, changed, forgotten; and the rooms that stand there."""

from __future__ import annotations

from dataclasses import asdict

from fastapi import APIRouter

from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed, Created
from grike.api.sites.models import RoomsSite, SiteChange, SiteFields, SiteModel
from grike.core.site import Site
from grike.store import sites

router = APIRouter(prefix="/api", tags=["house"])


@router.get("/sites")
def list_sites(_: SignedIn, state: StateOf) -> list[SiteModel]:
    """Return the sites, by name."""
    with state.database.transaction() as connection:
        return [
            SiteModel(id=own.id, version=own.version, **asdict(own.site))
            for own in sites.every(connection)
        ]


@router.post("/sites", status_code=201)
def keep_site(body: SiteFields, _: Director, state: StateOf) -> Created:
    """Keep a site."""
    site = Site(body.name, body.address, body.in_emergency)
    with state.database.transaction() as connection:
        return Created(id=sites.add(connection, site))


@router.put("/sites/{site_id}")
def change_site(site_id: int, body: SiteChange, _: Director, state: StateOf) -> Changed:
    """Keep a site otherwise."""
    site = Site(body.name, body.address, body.in_emergency)
    with state.database.transaction() as connection:
        sites.change(connection, site_id, site, body.version)
    return Changed(label=f"Keep {site.name.strip()}")


@router.delete("/sites/{site_id}", status_code=204)
def forget_site(site_id: int, _: Director, state: StateOf) -> None:
    """Forget a site; its rooms stay, and stand at none."""
    with state.database.transaction() as connection:
        sites.remove(connection, site_id)


@router.put("/rooms/{room_id}/site", status_code=204)
def put_room_at_site(room_id: int, body: RoomsSite, _: Director, state: StateOf) -> None:
    """Say at which site a room stands; sessions in it are there from now on."""
    with state.database.transaction() as connection:
        sites.put_room(connection, room_id, body.site)
