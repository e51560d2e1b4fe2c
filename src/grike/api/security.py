"""Sign-in: argon2id, server-side sessions, CSRF protection and roles."""

from __future__ import annotations

import hashlib
import hmac
import secrets
import threading
import unicodedata
from typing import Annotated

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from fastapi import Depends, Request, Response

from grike.api.state import State
from grike.core.errors import NotAllowed, NotSignedIn
from grike.store import people
from grike.store.people import Person

COOKIE = "grike_session"
CSRF_HEADER = "X-CSRF-Token"
SAFE = frozenset({"GET", "HEAD", "OPTIONS"})

_hasher = PasswordHasher()
# A hash is costly on purpose, in time and in memory: many at once would starve everybody else, who
# hold connections meanwhile.
_one_of_few = threading.BoundedSemaphore(2)
# Verified when the name is unknown, so that the answer takes the same time.
_NOBODY = _hasher.hash(secrets.token_urlsafe(16))


def hash_password(password: str) -> str:
    """Return the argon2id hash of a password."""
    return _hasher.hash(password)


def folded(name: str) -> str:
    """Return a sign-in name as it is compared: Maren is maren, however it is typed."""
    return unicodedata.normalize("NFKC", name).strip().casefold()


def token_hash(token: str) -> bytes:
    """Return what is stored of a session token."""
    return hashlib.sha256(token.encode()).digest()


def _verify(stored: str, password: str) -> bool:
    with _one_of_few:
        try:
            return _hasher.verify(stored, password)
        except (VerificationError, InvalidHashError):
            return False


def state_of(request: Request) -> State:
    """Return the application's state."""
    state: State = request.app.state.grike
    return state


StateOf = Annotated[State, Depends(state_of)]


def sign_in(state: State, name: str, password: str, address: str, response: Response) -> Person:
    """Check name and password, open a session and set its cookie.

    Raises NotSignedIn for a wrong pair and TooManyAttempts when there were too many.
    """
    name = folded(name)
    with state.database.transaction() as connection:
        people.note_attempt(connection, name, address)
        found = people.with_hash(connection, name)
    person, stored = found or (None, _NOBODY)
    if not _verify(stored, password) or person is None:
        raise NotSignedIn("Name and password do not match.", fix="Check both and try again.")
    token, csrf = secrets.token_urlsafe(32), secrets.token_urlsafe(32)
    with state.database.transaction() as connection:
        people.forgive_attempts(connection, name)
        people.open_sign_in(connection, token_hash(token), person.id, csrf)
        if _hasher.check_needs_rehash(stored):
            people.set_hash(connection, person.id, hash_password(password))
    response.set_cookie(
        COOKIE,
        token,
        max_age=people.SIGNED_IN_HOURS * 3600,
        httponly=True,
        samesite="strict",
        secure=state.config.secure_cookie,
        path="/",
    )
    return Person(person.id, person.name, person.sign_in_name, person.role, csrf)


def signed_in(request: Request, state: StateOf) -> Person:
    """Return who is signed in. Raises NotSignedIn, or NotAllowed for a write without its token."""
    token = request.cookies.get(COOKIE)
    person = None
    if token:
        with state.database.transaction() as connection:
            person = people.signed_in(connection, token_hash(token))
    if person is None:
        raise NotSignedIn("You are not signed in.", fix="Sign in and try again.")
    request.state.person = person
    if request.method not in SAFE:
        given = request.headers.get(CSRF_HEADER, "")
        if not hmac.compare_digest(given.encode(), person.csrf.encode()):
            raise NotAllowed("The request did not come from Grike's own pages.", fix="Reload.")
    return person


SignedIn = Annotated[Person, Depends(signed_in)]


def director(person: SignedIn) -> Person:
    """Return the director who is signed in. Raises NotAllowed for anybody else."""
    if person.role != "director":
        raise NotAllowed(
            "Only a director may change this.", "Instructors read.", "Ask your director."
        )
    return person


Director = Annotated[Person, Depends(director)]
