"""Where classes are taught, and what is in the way there, as pages tell it."""

from __future__ import annotations

from collections.abc import Iterable, Sequence

from grike.api.model import Model
from grike.core.double_booking import clashes
from grike.store import sessions, sites
from grike.store.connection import Connection
from grike.store.sessions import Session


class PlaceModel(Model):
    """A site at which a class is taught, and what whoever teaches there must find in a hurry."""

    site: str
    address: str
    in_emergency: str


def places_of(connection: Connection, room: str, taught: Iterable[Session]) -> list[PlaceModel]:
    """Return the sites of a series' room and of where a class of it is taught, each once."""
    known = sites.of_rooms(connection)
    found = (known.of(each) for each in (room, *(session.room for session in taught)))
    return [
        PlaceModel(site=site.name, address=site.address, in_emergency=site.in_emergency)
        for site in dict.fromkeys(found)
        if site is not None
    ]


def clashes_of(connection: Connection, own: Sequence[Session]) -> dict[int, list[str]]:
    """Return what does not go together with each of some sessions, by its id."""
    near = sessions.bookings_near(connection, own)
    wanted = {session.id for session in own}
    return {
        booking.session_id: list(clashes(booking, near))
        for booking in near
        if booking.session_id in wanted
    }
