"""For whom an account elsewhere stands here."""

from __future__ import annotations

from grike.api.outside.provider import Vouched
from grike.api.outside.registered import Registered
from grike.api.security import folded
from grike.store import audit, notices, outside, people
from grike.store.connection import Connection
from grike.store.people import Person

#: Why for nobody; the page of signing in says it in words.
NOBODY, TAKEN = "nobody", "taken"


def whose(
    connection: Connection, provider: Registered, vouched: Vouched, linking: int | None
) -> Person | str:
    """Return for whom an account stands, or by a word why for nobody.

    It does where it was linked by that person; or where its mail address, of which the service has
    made sure, is the name of somebody whom an owner invited and who has not come in yet. Addresses
    are given to other people in time: who is in already links an account, signed in.
    """
    issuer = provider.issuer
    known = outside.who(connection, issuer, vouched.subject)
    if linking is not None:
        if known not in (None, linking):
            return TAKEN
        person = people.get(connection, linking)
    elif known is not None:
        person = people.get(connection, known)
    else:
        person = _invited(connection, vouched.address)
    if person is None or person.left:
        return NOBODY
    if known is None:
        outside.link(connection, issuer, vouched.subject, person.id)
        name = person.sign_in_name
        audit.note(connection, person.id, person.name, f"linked {provider.name}", name, "")
        if linking is not None:
            what = f"An account at {provider.name} opens yours from now on."
            notices.add(connection, person.id, what, "")
    return person


def _invited(connection: Connection, address: str) -> Person | None:
    """Return who was let in by a mail address and has not come yet, or None."""
    person = people.named(connection, folded(address)) if address else None
    return person if person is not None and not person.joined else None
