"""Sign in, sign out, who am I, and the links by which people come in."""

from __future__ import annotations

from dataclasses import replace

from fastapi import APIRouter, Request, Response

from grike.api import passwords
from grike.api.naming import require_names
from grike.api.security import COOKIE, SignedIn, StateOf, device_of, open_session, token_hash
from grike.api.sign_in import signing
from grike.api.sign_in.models import Joining, LinkLook, LinkWords, Me, SignInRequest
from grike.core.errors import NotFound
from grike.store import audit, devices, notices, outside, people, person_links, sign_ins
from grike.store.connection import Connection
from grike.store.people import Person
from grike.store.person_links import INVITE, RESET, Link

router = APIRouter(prefix="/api", tags=["sign-in"])
#: What whoever had a new password set is told on their other devices.
BY_LINK = "A new password was set by a link."
WITHOUT_CODES = "A new password was set by a link, and codes are not asked for any more."


def _me(person: Person) -> Me:
    return Me.model_validate(
        {
            "name": person.name,
            "sign_in_name": person.sign_in_name,
            "role": person.role,
            "two_factor": person.two_factor,
            "csrf": person.csrf,
        }
    )


@router.post("/sign-in")
def sign_in(body: SignInRequest, request: Request, response: Response, state: StateOf) -> Me:
    """Sign in."""
    return _me(signing.sign_in(state, body, request, response))


@router.get("/me")
def me(person: SignedIn) -> Me:
    """Say who is signed in."""
    return _me(person)


@router.post("/sign-out", status_code=204)
def sign_out(person: SignedIn, request: Request, response: Response, state: StateOf) -> None:
    """End the session."""
    del person
    with state.database.transaction() as connection:
        sign_ins.close(connection, token_hash(request.cookies.get(COOKIE, "")))
    response.delete_cookie(COOKIE, path="/")


@router.post("/join/look")
def look_at_link(body: LinkLook, state: StateOf) -> LinkWords:
    """Say whom a link is for; it is not used up by that."""
    with state.database.transaction() as connection:
        link, person = _link(connection, body.token)
    return LinkWords.model_validate(
        {"kind": link.kind, "name": person.name, "sign_in_name": person.sign_in_name}
    )


@router.post("/join")
def join(body: Joining, request: Request, response: Response, state: StateOf) -> Me:
    """Set the password of the person of a link, which is used up by that, and sign in."""
    device = device_of(request)
    with state.database.transaction() as connection:
        link, person = _link(connection, body.token)
        if link.kind == INVITE and body.name:
            names = (body.name, body.sign_in_name or person.sign_in_name)
            name, sign_in_name = require_names(connection, *names, but_for=person.id)
            people.rename(connection, person.id, name, sign_in_name)
            person = replace(person, name=name, sign_in_name=sign_in_name)
        passwords.require_good(body.password, (person.name, person.sign_in_name))
        people.set_hash(connection, person.id, passwords.hash_password(body.password))
        person_links.revoke(connection, person.id)
        was, person = person, _opened_anew(connection, person, link)
        opened = open_session(state, connection, person, device, response)
        if link.kind == RESET:
            what = WITHOUT_CODES if was.two_factor else BY_LINK
            notices.add(connection, person.id, what, device.address, here=opened.here)
        signing.know_device(state, connection, person, "", response)
        act = "joined" if link.kind == INVITE else "set a new password by a link"
        audit.note(connection, person.id, person.name, act, person.sign_in_name, device.address)
    return _me(replace(person, csrf=opened.csrf))


def _opened_anew(connection: Connection, person: Person, link: Link) -> Person:
    """End what opened an account before; return the person as they are now.

    By a link to a new password, whoever knew the old one, or had the device or the account
    elsewhere, is out.
    """
    sign_ins.close_all(connection, person.id)
    if link.kind != RESET:
        return person
    people.set_second_factor(connection, person.id, None, on=False)
    devices.forget_all(connection, person.id)
    outside.unlink(connection, person.id)
    return replace(person, two_factor=False)


def _link(connection: Connection, token: str) -> tuple[Link, Person]:
    link = person_links.good(connection, token_hash(token))
    person = people.get(connection, link.person_id) if link else None
    if link is None or person is None or person.left:
        raise NotFound(
            "This link is worth nothing any more.",
            "It was used, taken back, or is too old.",
            "Ask an owner of the house for a new one.",
        )
    return link, person
