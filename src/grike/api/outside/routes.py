"""The way out to the service that keeps the accounts, and back."""

from __future__ import annotations

import hmac
import secrets
from typing import Annotated

from fastapi import APIRouter, Query, Request, Response
from fastapi.responses import RedirectResponse

from grike.api.outside.models import Elsewhere, OutsideAccount, Ways
from grike.api.outside.provider import Provider
from grike.api.outside.whose import whose
from grike.api.security import (
    SignedIn,
    StateOf,
    device_of,
    open_session,
    token_hash,
)
from grike.api.sign_in.signing import know_device
from grike.api.state import State
from grike.api.telling import tell
from grike.core.errors import Conflict, GrikeError, NotFound, TooManyAttempts, Unavailable
from grike.store import audit, limits, outside, people
from grike.store.outside import Try

router = APIRouter(prefix="/api", tags=["sign-in"])
COOKIE, PATH = "grike_outside", "/api/sign-in/outside"
MOST_TRIES = 40
#: Why somebody is not in, beside what ``whose`` says; the page of signing in says it in words.
REFUSED, AWAY = "refused", "away"


def _provider(request: Request) -> Provider:
    found: Provider | None = request.app.state.provider
    if found is None:
        raise NotFound("There is no such way to sign in here.", fix="Use name and password.")
    return found


@router.get("/sign-in/ways")
def sign_in_ways(request: Request) -> Ways:
    """Say how one can sign in."""
    provider: Provider | None = request.app.state.provider
    return Ways(outside=provider.own.name if provider else None)


@router.get("/sign-in/outside", response_class=RedirectResponse, status_code=303)
def go_outside(request: Request, state: StateOf) -> Response:
    """Send somebody to the service that keeps the accounts."""
    provider = _provider(request)
    with state.database.transaction() as connection:
        if limits.count(connection, "outside", device_of(request).address) > MOST_TRIES:
            raise TooManyAttempts("There were too many attempts.", fix="Wait ten minutes.")
    answer = RedirectResponse("/", status_code=303)
    try:
        answer.headers["Location"] = _begun(state, provider, answer, None)
    except GrikeError as error:
        return _told(AWAY if isinstance(error, Unavailable) else REFUSED)
    return answer


@router.get("/me/outside")
def my_outside_account(person: SignedIn, request: Request, state: StateOf) -> OutsideAccount:
    """Say whether an account elsewhere stands for one."""
    provider: Provider | None = request.app.state.provider
    if provider is None:
        return OutsideAccount(name=None, linked=False)
    with state.database.transaction() as connection:
        linked = outside.is_linked(connection, provider.own.issuer, person.id)
    return OutsideAccount(name=provider.own.name, linked=linked)


@router.post("/me/outside")
def link_outside(
    person: SignedIn, request: Request, response: Response, state: StateOf
) -> Elsewhere:
    """Begin to let an account elsewhere stand for one; the page goes where this says."""
    return Elsewhere(url=_begun(state, _provider(request), response, person.id))


@router.delete("/me/outside", status_code=204)
def unlink_outside(person: SignedIn, request: Request, state: StateOf) -> None:
    """Let no account elsewhere stand for one any more, where one can still come in without."""
    with state.database.transaction() as connection:
        found = people.credentials(connection, person.sign_in_name)
        if found is None or not found.password_hash:
            raise Conflict(
                "You have no password: without that account you could not come in.",
                fix="Ask an owner for a link to a new password first.",
            )
        outside.unlink(connection, person.id)
        tell(connection, person, request, "No account elsewhere opens yours any more.")


def _begun(state: State, provider: Provider, response: Response, person_id: int | None) -> str:
    token = secrets.token_urlsafe(32)
    state_mark, nonce, verifier = (secrets.token_urlsafe(32) for _ in range(3))
    own = Try(state_mark, nonce, verifier, person_id)
    url = provider.address(own)
    with state.database.transaction() as connection:
        outside.begin(connection, token_hash(token), own)
    # Lax: one comes back from another site, to which a strict cookie would not be told.
    response.set_cookie(
        COOKIE,
        token,
        max_age=outside.MINUTES * 60,
        httponly=True,
        samesite="lax",
        secure=state.config.secure_cookie,
        path=PATH,
    )
    return url


@router.get("/sign-in/outside/back", response_class=RedirectResponse, status_code=303)
def back_from_outside(
    request: Request,
    state: StateOf,
    code: Annotated[str, Query(max_length=2000)] = "",
    mark: Annotated[str, Query(max_length=200, alias="state")] = "",
) -> Response:
    """Take somebody in who comes back, or say why not."""
    provider = _provider(request)
    with state.database.transaction() as connection:
        own = outside.take(connection, token_hash(request.cookies.get(COOKIE, "")))
    if own is None or not code or not hmac.compare_digest(own.state.encode(), mark.encode()):
        return _told(REFUSED)
    try:
        vouched = provider.vouched(code, own)
    except GrikeError as error:
        return _told(AWAY if isinstance(error, Unavailable) else REFUSED)
    linked = own.person_id is not None
    answer = RedirectResponse("/account" if linked else "/", status_code=303)
    answer.delete_cookie(COOKIE, path=PATH)
    with state.database.transaction() as connection:
        found = whose(connection, provider.own, vouched, own.person_id)
        if isinstance(found, str):
            return _told(found)
        device = device_of(request)
        limits.give_back(connection, "outside", device.address)
        # Who links an account is signed in already: the page that follows has that cookie.
        if not linked:
            act = f"sign in with {provider.own.name}"
            audit.note(connection, found.id, found.name, act, found.sign_in_name, device.address)
            open_session(state, connection, found, device, answer)
            know_device(state, connection, found, "", answer)
    return answer


def _told(word: str) -> Response:
    answer = RedirectResponse(f"/?outside={word}", status_code=303)
    answer.delete_cookie(COOKIE, path=PATH)
    return answer
