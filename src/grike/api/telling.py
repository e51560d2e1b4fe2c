"""Telling people what was done to their accounts."""

from __future__ import annotations

from fastapi import Request

from grike.api.security import device_of, here_of
from grike.store import notices
from grike.store.connection import Connection
from grike.store.people import Person


def tell(
    connection: Connection, person: Person, request: Request, what: str, by: Person | None = None
) -> None:
    """Tell somebody what was done to their account: on their other devices, or by another."""
    address = device_of(request).address
    if by is None:
        notices.add(connection, person.id, what, address, here=here_of(request))
    else:
        notices.add(connection, person.id, what, address, by_name=by.name)
