"""Who asks: server-side sessions, CSRF protection and roles."""

from __future__ import annotations

import hashlib
import hmac
import secrets
import unicodedata
from typing import Annotated, NamedTuple

from fastapi import Depends, Request, Response

from grike.api.state import State
from grike.core.errors import NotAllowed, NotSignedIn
from grike.store import sign_ins
from grike.store.connection import Connection
from grike.store.people import Person
from grike.store.sign_ins import Device

COOKIE = "grike_session"
CSRF_HEADER = "X-CSRF-Token"
SAFE = frozenset({"GET", "HEAD", "OPTIONS"})
#: What pages ask by themselves for as long as they are open.
STREAMS = ("/news", "/events")
#: What a viewer may write: only what is about the person's own account.
OWN = ("/api/me/", "/api/sign-out")


def folded(name: str) -> str:
    """Return a sign-in name as it is compared: Maren is maren, however it is typed."""
    return unicodedata.normalize("NFKC", name).strip().casefold()


def token_hash(token: str) -> bytes:
    """Return what is stored of a token."""
    return hashlib.sha256(token.encode()).digest()


def state_of(request: Request) -> State:
    """Return the application's state."""
    state: State = request.app.state.grike
    return state


StateOf = Annotated[State, Depends(state_of)]


def device_of(request: Request) -> Device:
    """Return from where a request comes."""
    address = request.client.host if request.client else ""
    return Device(address, request.headers.get("User-Agent", ""))


def set_cookie(state: State, response: Response, name: str, value: str, seconds: int) -> None:
    """Set a cookie that no script and no other site gets to see."""
    response.set_cookie(
        name,
        value,
        max_age=seconds,
        httponly=True,
        samesite="strict",
        secure=state.config.secure_cookie,
        path="/",
    )


class Opened(NamedTuple):
    """A session that was opened: the token that writes must carry, and what is stored of it."""

    csrf: str
    here: bytes


def here_of(request: Request) -> bytes:
    """Return what is stored of the session of a request."""
    return token_hash(request.cookies.get(COOKIE, ""))


def open_session(
    state: State, connection: Connection, person: Person, device: Device, response: Response
) -> Opened:
    """Open a session for somebody and set its cookie."""
    token, csrf = secrets.token_urlsafe(32), secrets.token_urlsafe(32)
    limits = state.config.sessions
    sign_ins.open_one(connection, token_hash(token), person.id, csrf, limits, device)
    set_cookie(state, response, COOKIE, token, limits.hours * 3600)
    return Opened(csrf, token_hash(token))


def signed_in(request: Request, state: StateOf) -> Person:
    """Return who is signed in.

    Raises NotSignedIn, or NotAllowed for a write without its token or by somebody who only reads.
    """
    token = request.cookies.get(COOKIE)
    person, path = None, request.url.path
    if token:
        by_hand = not path.endswith(STREAMS)
        with state.database.transaction() as connection:
            person = sign_ins.signed_in(
                connection, token_hash(token), state.config.sessions, by_hand=by_hand
            )
    if person is None:
        raise NotSignedIn("You are not signed in.", fix="Sign in and try again.")
    request.state.person = person
    if request.method not in SAFE:
        given = request.headers.get(CSRF_HEADER, "")
        if not hmac.compare_digest(given.encode(), person.csrf.encode()):
            raise NotAllowed("The request did not come from Grike's own pages.", fix="Reload.")
        if person.role == "viewer" and not path.startswith(OWN):
            raise NotAllowed("You may look, and not change this.", fix="Ask your director.")
    return person


SignedIn = Annotated[Person, Depends(signed_in)]


def director(person: SignedIn) -> Person:
    """Return the director who is signed in. Raises NotAllowed for anybody else."""
    if not person.directs:
        raise NotAllowed(
            "Only a director may change this.", "Instructors read.", "Ask your director."
        )
    return person


Director = Annotated[Person, Depends(director)]


def owner(person: SignedIn, state: StateOf) -> Person:
    """Return the owner who is signed in. Raises NotAllowed for anybody else.

    Where the house asks it, one without a second factor is let in only once there is one.
    """
    if not person.owns:
        raise NotAllowed("Only an owner of the house may do this.", fix="Ask an owner.")
    if state.config.owners_codes and not person.two_factor:
        raise NotAllowed(
            "Here owners need a second factor for this.",
            fix="Set one up on the page behind your name; it takes a minute and a phone.",
        )
    return person


Owner = Annotated[Person, Depends(owner)]
