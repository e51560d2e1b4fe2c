"""Sign in, sign out, and who am I."""

from __future__ import annotations

from fastapi import APIRouter, Request, Response

from grike.api import security
from grike.api.security import COOKIE, SignedIn, StateOf
from grike.api.sign_in.models import Me, SignInRequest
from grike.store import people
from grike.store.people import Person

router = APIRouter(prefix="/api", tags=["sign-in"])


def _me(person: Person) -> Me:
    return Me.model_validate({"name": person.name, "role": person.role, "csrf": person.csrf})


@router.post("/sign-in")
def sign_in(body: SignInRequest, request: Request, response: Response, state: StateOf) -> Me:
    """Sign in."""
    address = request.client.host if request.client else ""
    return _me(security.sign_in(state, body.name, body.password, address, response))


@router.get("/me")
def me(person: SignedIn) -> Me:
    """Say who is signed in."""
    return _me(person)


@router.post("/sign-out", status_code=204)
def sign_out(person: SignedIn, request: Request, response: Response, state: StateOf) -> None:
    """End the session."""
    del person
    with state.database.transaction() as connection:
        people.close_sign_in(connection, security.token_hash(request.cookies.get(COOKIE, "")))
    response.delete_cookie(COOKIE, path="/")
