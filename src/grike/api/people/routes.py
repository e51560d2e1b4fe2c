"""People let in, given another role, let out; all by an owner, who never sees a password."""

from __future__ import annotations

import secrets

from fastapi import APIRouter, Request

from grike.api.naming import require_names
from grike.api.people.models import (
    Invitation,
    MemberOfHouse,
    OneTimeLink,
    RoleChange,
    SitesOfPerson,
)
from grike.api.security import Owner, StateOf, token_hash
from grike.api.telling import tell
from grike.core.errors import Conflict, NotFound
from grike.store import (
    calendar_links,
    devices,
    outside,
    people,
    person_links,
    sign_ins,
    sites,
)
from grike.store.connection import Connection
from grike.store.people import Person
from grike.store.person_links import HOURS, INVITE, RESET

router = APIRouter(prefix="/api/house/people", tags=["people"])
#: The token comes after the #, which no browser sends and no log keeps.
PAGE = "/join#"


def new_link(connection: Connection, person_id: int, kind: str, made_by: int | None) -> OneTimeLink:
    """Make a link for somebody; earlier ones are worth nothing any more."""
    token = secrets.token_urlsafe(32)
    person_links.add(connection, token_hash(token), person_id, kind, made_by)
    return OneTimeLink(path=f"{PAGE}{token}", hours=HOURS[kind])


@router.get("")
def list_members(_: Owner, state: StateOf) -> list[MemberOfHouse]:
    """Return everybody of the house by name, those who left last."""
    with state.database.transaction() as connection:
        waiting = person_links.waiting(connection)
        found, at = people.every(connection), sites.of_people(connection)
    return [
        MemberOfHouse.model_validate(
            {
                "id": person.id,
                "name": person.name,
                "sign_in_name": person.sign_in_name,
                "role": person.role,
                "joined": person.joined,
                "left": person.left,
                "two_factor": person.two_factor,
                "waiting": person.id in waiting,
                "sites": at.get(person.id, []),
            }
        )
        for person in sorted(found, key=lambda person: person.left)
    ]


@router.post("", status_code=201)
def invite(body: Invitation, owner: Owner, request: Request, state: StateOf) -> OneTimeLink:
    """Let somebody in: the link sets the password, and is shown only now."""
    with state.database.transaction() as connection:
        name, sign_in_name = require_names(connection, body.name, body.sign_in_name)
        person_id = people.add(connection, name, sign_in_name, body.role, "")
        request.state.about = f"{name}, {body.role}"
        return new_link(connection, person_id, INVITE, owner.id)


@router.post("/{person_id}/link")
def renew_link(person_id: int, owner: Owner, request: Request, state: StateOf) -> OneTimeLink:
    """Make a link to join, or to a new password; whoever has joined is signed in until then."""
    with state.database.transaction() as connection:
        person = _there(connection, person_id, request)
        if person.left:
            raise Conflict(f"{person.name} has left.", fix="Let them come back first.")
        if person.joined:
            tell(connection, person, request, "A link to set a new password was made.", owner)
        return new_link(connection, person_id, RESET if person.joined else INVITE, owner.id)


@router.put("/{person_id}/role", status_code=204)
def change_role(
    person_id: int, body: RoleChange, owner: Owner, request: Request, state: StateOf
) -> None:
    """Say what somebody may do from now on."""
    with state.database.transaction() as connection:
        person = _there(connection, person_id, request)
        if body.role != "owner":
            _require_another_owner(connection, person)
        request.state.about = f"{person.name}, {body.role}"
        people.set_role(connection, person_id, body.role)
        if body.role != person.role:
            what = f"Your role is {body.role} now, and was {person.role}."
            tell(connection, person, request, what, owner)


@router.put("/{person_id}/sites", status_code=204)
def put_sites_of_person(
    person_id: int, body: SitesOfPerson, _: Owner, request: Request, state: StateOf
) -> None:
    """Say at which sites somebody works. It says whom to ask first, and takes no right away."""
    with state.database.transaction() as connection:
        _there(connection, person_id, request)
        sites.works_at(connection, person_id, body.sites)


@router.post("/{person_id}/leave", status_code=204)
def let_go(person_id: int, _: Owner, request: Request, state: StateOf) -> None:
    """End somebody's way in, at once and everywhere; what they did stays under their name."""
    with state.database.transaction() as connection:
        person = _there(connection, person_id, request)
        _require_another_owner(connection, person)
        people.leave(connection, person_id)
        people.set_second_factor(connection, person_id, None, on=False)
        person_links.revoke(connection, person_id)
        devices.forget_all(connection, person_id)
        calendar_links.revoke_all(connection, person_id)
        outside.unlink(connection, person_id)
        sign_ins.close_all(connection, person_id)


@router.post("/{person_id}/return")
def let_return(person_id: int, owner: Owner, request: Request, state: StateOf) -> OneTimeLink:
    """Let somebody who left come in again, by a new link."""
    with state.database.transaction() as connection:
        person = _there(connection, person_id, request)
        if not person.left:
            raise Conflict(f"{person.name} has not left.", fix="Load the page again.")
        people.come_back(connection, person_id)
        return new_link(connection, person_id, INVITE, owner.id)


def _there(connection: Connection, person_id: int, request: Request) -> Person:
    """Return somebody of the house, whom the audit then names. Raises NotFound."""
    person = people.get(connection, person_id)
    if person is None:
        raise NotFound("There is no such person.", fix="Load the page again.")
    request.state.about = person.name
    return person


def _require_another_owner(connection: Connection, person: Person) -> None:
    """Raise Conflict where a house would be left without an owner."""
    if person.owns and people.owners(connection) == [person.id]:
        raise Conflict(
            f"{person.name} is the only owner.",
            "Somebody has to be able to let people in and out.",
            "Make somebody else an owner first.",
        )
