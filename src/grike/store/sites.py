"""Sites of a house, which rooms stand there and who works there."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

from grike.core.errors import Conflict, NotFound
from grike.core.site import Site
from grike.store.connection import Connection

ALL = "SELECT id, name, address, in_emergency, version FROM site"
ADD = "INSERT INTO site (name, address, in_emergency) VALUES (%s, %s, %s)"
LOCK = "SELECT version FROM site WHERE id = %s FOR UPDATE"
CHANGE = """
    UPDATE site SET name = %s, address = %s, in_emergency = %s, version = version + 1
    WHERE id = %s"""
REMOVE = "DELETE FROM site WHERE id = %s"
OF_ROOMS = "SELECT id, name, site_id FROM room WHERE site_id IS NOT NULL"
PUT_ROOM = "UPDATE room SET site_id = %s WHERE id = %s"
IS_ROOM = "SELECT id FROM room WHERE id = %s FOR UPDATE"
OF_PEOPLE = "SELECT person_id, site_id FROM person_site ORDER BY person_id, site_id"
LEAVE_ALL = "DELETE FROM person_site WHERE person_id = %s"
WORKS_AT = "INSERT INTO person_site (person_id, site_id) VALUES (%s, %s)"


@dataclass(frozen=True, slots=True)
class StoredSite:
    """A site with its id, and a version that each change raises."""

    id: int
    site: Site
    version: int


@dataclass(frozen=True, slots=True)
class SitesOfRooms:
    """At which site each room stands, by its name: case and blanks around it do not matter."""

    by_name: Mapping[str, Site]

    def of(self, room: str | None) -> Site | None:
        """Return the site of a room; None for one that stands at none, or is not kept."""
        return self.by_name.get(_folded(room)) if room else None


def _folded(name: str) -> str:
    return name.strip().casefold()


def every(connection: Connection) -> list[StoredSite]:
    """Return all sites by name."""
    found = [
        StoredSite(
            row["id"], Site(row["name"], row["address"], row["in_emergency"]), row["version"]
        )
        for row in connection.rows(ALL)
    ]
    return sorted(found, key=lambda own: (own.site.name.casefold(), own.id))


def add(connection: Connection, site: Site) -> int:
    """Keep a site; return its id. Raises Conflict where there is one of that name."""
    _require_free(connection, site, 0)
    return connection.insert(ADD, _values(site))


def change(connection: Connection, site_id: int, site: Site, version: int) -> None:
    """Keep a site otherwise. Raises NotFound, or Conflict where somebody else was faster."""
    row = connection.row(LOCK, (site_id,))
    if row is None:
        raise NotFound("There is no such site.", fix="Load the page again.")
    if row["version"] != version:
        raise Conflict(
            "Somebody else changed this site.", fix="Load it again, and change that one."
        )
    _require_free(connection, site, site_id)
    connection.run(CHANGE, (*_values(site), site_id))


def remove(connection: Connection, site_id: int) -> None:
    """Forget a site; rooms and people of it stay. Raises NotFound."""
    if not connection.run(REMOVE, (site_id,)):
        raise NotFound("There is no such site.", fix="Load the page again.")


def of_rooms(connection: Connection) -> SitesOfRooms:
    """Return at which site each room stands."""
    known = {own.id: own.site for own in every(connection)}
    return SitesOfRooms(
        {_folded(row["name"]): known[row["site_id"]] for row in connection.rows(OF_ROOMS)}
    )


def site_ids(connection: Connection) -> dict[int, int]:
    """Return the site of each room that stands at one, by ids."""
    return {row["id"]: row["site_id"] for row in connection.rows(OF_ROOMS)}


def put_room(connection: Connection, room_id: int, site_id: int | None) -> None:
    """Say at which site a room stands; None: at none. Raises NotFound."""
    if connection.row(IS_ROOM, (room_id,)) is None:
        raise NotFound("There is no such room.", fix="Load the page again.")
    _require(connection, () if site_id is None else (site_id,))
    connection.run(PUT_ROOM, (site_id, room_id))


def of_people(connection: Connection) -> dict[int, list[int]]:
    """Return the sites at which people work, by person; who is not in it works at all of them."""
    out: dict[int, list[int]] = {}
    for row in connection.rows(OF_PEOPLE):
        out.setdefault(row["person_id"], []).append(row["site_id"])
    return out


def works_at(connection: Connection, person_id: int, site_ids: Iterable[int]) -> None:
    """Say at which sites somebody works; at none: everywhere. Raises NotFound."""
    wanted = sorted(set(site_ids))
    _require(connection, wanted)
    connection.run(LEAVE_ALL, (person_id,))
    connection.many(WORKS_AT, [(person_id, site_id) for site_id in wanted])


def _values(site: Site) -> tuple[str, str, str]:
    return site.name.strip(), site.address.strip(), site.in_emergency.strip()


def _require_free(connection: Connection, site: Site, but_for: int) -> None:
    name = _folded(site.name)
    if any(_folded(own.site.name) == name for own in every(connection) if own.id != but_for):
        raise Conflict(
            f"There is a site {site.name.strip()} already.", fix="Give this one another name."
        )


def _require(connection: Connection, site_ids: Iterable[int]) -> None:
    known = {own.id for own in every(connection)}
    if not known.issuperset(site_ids):
        raise NotFound("There is no such site.", fix="Load the page again.")
