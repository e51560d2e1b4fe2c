"""Signing in: limits on guessing that shut nobody out for others, and the second factor."""

from __future__ import annotations

import hmac
import secrets
import time
from contextlib import suppress
from dataclasses import replace

import pyotp
from fastapi import Request, Response

from grike.api import passwords
from grike.api.security import device_of, folded, open_session, set_cookie, token_hash
from grike.api.sign_in import spare
from grike.api.sign_in.models import SignInRequest
from grike.api.state import State
from grike.core.errors import Busy, CodeNeeded, NotSignedIn, TooManyAttempts
from grike.store import audit, devices, limits, notices, people
from grike.store.connection import Connection
from grike.store.people import Credentials, Person

DEVICE_COOKIE = "grike_device"
#: Wrong tries within ten minutes: of a name from one address or on one known device; of an address;
#: of a name from everywhere else. The last is high, so that guessing is hopeless and still nobody
#: can easily keep the right person from a new device. A known device has a count of its own.
MOST_BY_PAIR, MOST_BY_ADDRESS, MOST_BY_NAME = 8, 40, 60
CODE_SECONDS = 30
#: Clocks of telephones go wrong by that many steps.
STEPS = (0, -1, 1)
#: What the person is told on every other device.
NEW_DEVICE = "Somebody signed in to your account from a device that was not known."
BY_SPARE = "A spare code was used to sign in to your account. Spare codes left: {left}."
#: Only told to whoever knows the password.
SEALED = (
    "The codes of your device cannot be checked here.",
    "What they are checked with was sealed with the key of another machine.",
    "Use a spare code, or ask an owner for a link to a new password; owners make theirs on the "
    "machine: ./grike owner.",
)
MISMATCH = ("Name and password do not match.", "", "Check both and try again.")


def sign_in(state: State, body: SignInRequest, request: Request, response: Response) -> Person:
    """Check name, password and second factor, open a session and set its cookie.

    Raises NotSignedIn for a wrong pair or code, CodeNeeded where a code is asked besides, and
    TooManyAttempts when there were too many.
    """
    name, device = folded(body.name), device_of(request)
    known = request.cookies.get(DEVICE_COOKIE, "")
    try:
        places, found, over = _counted(state, name, device.address, known)
    except Busy:
        # A whole class signs in from one address, and all of them count in one row.
        places, found, over = _counted(state, name, device.address, known)
    if over:
        raise TooManyAttempts(
            "There were too many attempts to sign in.", fix="Wait ten minutes and try again."
        )
    right = passwords.verify(found.password_hash if found else "", body.password)
    if found is None or not right or found.person.left:
        _note_failure(state, found, name, device.address)
        raise NotSignedIn(*MISMATCH)
    with state.database.transaction() as connection:
        act = _let_in(state, connection, found, body.code, device.address)
        opened = open_session(state, connection, found.person, device, response)
        if not (known and devices.is_known(connection, token_hash(known), name)):
            notices.add(connection, found.person.id, NEW_DEVICE, device.address, here=opened.here)
        know_device(state, connection, found.person, known, response)
        if passwords.is_outdated(found.password_hash):
            people.set_hash(connection, found.person.id, passwords.hash_password(body.password))
        audit.note(connection, found.person.id, found.person.name, act, name, device.address)
    _give_back(state, [place for place, _ in places])
    return replace(found.person, csrf=opened.csrf)


def _counted(
    state: State, name: str, address: str, known: str
) -> tuple[list[tuple[tuple[str, ...], int]], Credentials | None, bool]:
    """Count a try; return where, what has to be shown, and whether there were too many.

    Counted before anything is tried, and saved, so that tries side by side all count.
    """
    with state.database.transaction() as connection:
        places = _places(connection, name, address, known)
        found = people.credentials(connection, name)
        over = [limits.count(connection, *place) > most for place, most in places]
    return places, found, any(over)


def _give_back(state: State, places: list[tuple[str, ...]]) -> None:
    """Take a try back that was right, by itself: others who sign in count in the same rows.

    Where they hold them for too long it stays counted: who is signed in is not sent away for that.
    """
    with suppress(Busy), state.database.transaction() as connection:
        limits.forget(connection, *places[0])
        for place in places[1:]:
            limits.give_back(connection, *place)


def know_device(
    state: State, connection: Connection, person: Person, known: str, response: Response
) -> None:
    """Remember the device of somebody who has just shown who it is."""
    token = known if 20 <= len(known) <= 80 else secrets.token_urlsafe(32)
    devices.know(connection, token_hash(token), person.id)
    set_cookie(state, response, DEVICE_COOKIE, token, devices.KEPT_DAYS * 24 * 3600)


def _places(
    connection: Connection, name: str, address: str, known: str
) -> list[tuple[tuple[str, ...], int]]:
    """Return where a try counts, and how many may be made there."""
    if known and devices.is_known(connection, token_hash(known), name):
        return [(("device", known, name), MOST_BY_PAIR)]
    return [
        (("pair", name, address), MOST_BY_PAIR),
        (("address", address), MOST_BY_ADDRESS),
        (("name", name), MOST_BY_NAME),
    ]


def _note_failure(state: State, found: Credentials | None, name: str, address: str) -> None:
    # What is nobody's name may be a password that was typed into the wrong field.
    person_id, about = (found.person.id, name) if found else (None, "a name that is nobody's")
    with state.database.transaction() as connection:
        audit.note(connection, person_id, "", "sign-in refused", about, address)


def _let_in(
    state: State, connection: Connection, found: Credentials, code: str, address: str
) -> str:
    """Return how somebody came in whose password was right; raise where a code is not."""
    try:
        by_spare = _require_code(state, connection, found, code)
    except NotSignedIn:
        # Whoever tries codes knows the password already.
        _note_failure(state, found, found.person.sign_in_name, address)
        raise
    if not by_spare:
        return "sign in"
    what = BY_SPARE.format(left=spare.left(connection, found.person.id))
    notices.add(connection, found.person.id, what, address)
    return "sign in with a spare code"


def _require_code(state: State, connection: Connection, found: Credentials, code: str) -> bool:
    """Raise where a code is asked and was not given; return whether it was a spare one."""
    if found.totp_secret is None:
        return False
    if not code:
        raise CodeNeeded(
            "A code is asked besides.", fix="Type the one that your device shows, or a spare code."
        )
    if spare.is_spare(code):
        if not spare.use(connection, found.person.id, code):
            raise NotSignedIn("The spare code is not right, or was used.", fix="Use another one.")
        return True
    secret = state.seal.opened(found.totp_secret)
    if secret is None:
        raise NotSignedIn(*SEALED)
    step = step_of(secret, code, found.totp_step)
    if step is None or not people.use_step(connection, found.person.id, step):
        raise NotSignedIn("The code is not right.", fix="Wait for the next code and try again.")
    return False


def step_of(secret: str, code: str, after: int, now: float | None = None) -> int | None:
    """Return the time step whose code was given (RFC 6238), later than ``after``, or None."""
    codes = pyotp.TOTP(secret, interval=CODE_SECONDS)
    current = int(now if now is not None else time.time()) // CODE_SECONDS
    given = "".join(code.split())
    for step in (current + by for by in STEPS):
        fresh = step > after or after > step + people.STEPS_AHEAD
        if fresh and hmac.compare_digest(codes.generate_otp(step).encode(), given.encode()):
            return step
    return None
