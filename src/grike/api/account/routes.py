"""One's own account. What opens the account to somebody else asks for the password again."""

from __future__ import annotations

import datetime as dt

import pyotp
import segno
from fastapi import APIRouter, Request

from grike.api import passwords
from grike.api.account.models import (
    CodeOnly,
    Ended,
    NamesRequest,
    PasswordChange,
    PasswordOnly,
    SignInModel,
    SpareCodes,
    SpareCodesLeft,
    TwoFactorSecret,
)
from grike.api.naming import require_names
from grike.api.security import SignedIn, StateOf, here_of
from grike.api.sign_in import spare
from grike.api.sign_in.signing import MOST_BY_PAIR, step_of
from grike.api.state import State
from grike.api.telling import tell
from grike.core.errors import Conflict, InvalidInput, NotFound, TooManyAttempts
from grike.store import limits, people, sign_ins
from grike.store.people import Person

router = APIRouter(prefix="/api/me", tags=["account"])
PICTURE_SCALE = 5


def _require_password(state: State, person: Person, password: str, field: str) -> None:
    """Raise InvalidInput for a wrong password, TooManyAttempts where it is being guessed."""
    with state.database.transaction() as connection:
        tries = limits.count(connection, "own password", str(person.id))
        found = people.credentials(connection, person.sign_in_name)
    if tries > MOST_BY_PAIR:
        raise TooManyAttempts("There were too many attempts.", fix="Wait ten minutes.")
    if found is None or not passwords.verify(found.password_hash, password):
        words = "This is not your password."
        raise InvalidInput(words, fix="Type it again.", fields={field: words})
    with state.database.transaction() as connection:
        limits.forget(connection, "own password", str(person.id))


@router.put("/names", status_code=204)
def change_names(body: NamesRequest, person: SignedIn, request: Request, state: StateOf) -> None:
    """Change one's name, and the name to sign in by."""
    with state.database.transaction() as connection:
        names = require_names(connection, body.name, body.sign_in_name, but_for=person.id)
        people.rename(connection, person.id, *names)
        if names[1] != person.sign_in_name:
            tell(connection, person, request, f"The name to sign in by is now {names[1]}.")


@router.post("/password")
def change_password(
    body: PasswordChange, person: SignedIn, request: Request, state: StateOf
) -> Ended:
    """Change one's password; all other sign-ins end with that."""
    _require_password(state, person, body.old, "old")
    passwords.require_good(body.password, (person.name, person.sign_in_name))
    hashed = passwords.hash_password(body.password)
    with state.database.transaction() as connection:
        people.set_hash(connection, person.id, hashed)
        tell(connection, person, request, "Your password was changed.")
        return Ended(count=sign_ins.close_all(connection, person.id, but=here_of(request)))


@router.get("/sign-ins")
def list_sign_ins(person: SignedIn, request: Request, state: StateOf) -> list[SignInModel]:
    """Return one's open sign-ins, the one that was seen last first."""
    with state.database.transaction() as connection:
        found = sign_ins.of_person(connection, person.id, here_of(request), state.config.sessions)
    return [
        SignInModel(
            id=one.id,
            agent=one.agent,
            address=one.address,
            since=one.since.replace(tzinfo=dt.UTC),
            seen=one.seen.replace(tzinfo=dt.UTC),
            here=one.here,
        )
        for one in found
    ]


@router.delete("/sign-ins/{sign_in_id}", status_code=204)
def end_sign_in(sign_in_id: int, person: SignedIn, state: StateOf) -> None:
    """End one of one's sign-ins."""
    with state.database.transaction() as connection:
        if not sign_ins.close_one(connection, sign_in_id, person.id):
            raise NotFound("This sign-in has ended already.", fix="Load the page again.")


@router.post("/sign-ins/end-others")
def end_other_sign_ins(person: SignedIn, request: Request, state: StateOf) -> Ended:
    """Sign out everywhere but here."""
    with state.database.transaction() as connection:
        return Ended(count=sign_ins.close_all(connection, person.id, but=here_of(request)))


@router.post("/two-factor")
def begin_two_factor(body: PasswordOnly, person: SignedIn, state: StateOf) -> TwoFactorSecret:
    """Return a new secret for a device; it is in use once a code of it was given."""
    _require_password(state, person, body.password, "password")
    secret = pyotp.random_base32()
    with state.database.transaction() as connection:
        _, on = people.second_factor(connection, person.id)
        if on:
            raise Conflict("Codes are asked already.", fix="Stop asking for them first.")
        people.set_second_factor(connection, person.id, state.seal.closed(secret), on=False)
    address = pyotp.TOTP(secret).provisioning_uri(name=person.sign_in_name, issuer_name="Grike")
    picture = segno.make(address, error="m").svg_data_uri(
        scale=PICTURE_SCALE, border=4, light="#fff"
    )
    return TwoFactorSecret(secret=secret, address=address, picture=picture)


@router.post("/two-factor/confirm")
def confirm_two_factor(
    body: CodeOnly, person: SignedIn, request: Request, state: StateOf
) -> SpareCodes:
    """Ask for codes from now on, once the device has shown that it makes the right ones.

    Spare codes are given with that, for when the device is lost.
    """
    with state.database.transaction() as connection:
        kept, on = people.second_factor(connection, person.id)
        secret = state.seal.opened(kept) if kept else None
        step = step_of(secret, body.code, 0) if secret and not on else None
        if kept is None or step is None:
            words = "This is not the code of now."
            raise InvalidInput(words, fix="Type the next one.", fields={"code": words})
        people.set_second_factor(connection, person.id, kept, on=True, step=step)
        tell(connection, person, request, "Codes of a device are asked for from now on.")
        return SpareCodes(codes=spare.made_anew(connection, person.id))


@router.get("/two-factor/spare-codes")
def count_spare_codes(person: SignedIn, state: StateOf) -> SpareCodesLeft:
    """Return how many of one's spare codes were not used yet."""
    with state.database.transaction() as connection:
        return SpareCodesLeft(left=spare.left(connection, person.id))


@router.post("/two-factor/spare-codes")
def make_spare_codes(
    body: PasswordOnly, person: SignedIn, request: Request, state: StateOf
) -> SpareCodes:
    """Return new spare codes; those before are worth nothing from now on."""
    _require_password(state, person, body.password, "password")
    with state.database.transaction() as connection:
        _, on = people.second_factor(connection, person.id)
        if not on:
            raise Conflict("No codes are asked of you.", fix="Begin with codes of a device first.")
        tell(connection, person, request, "New spare codes were made; those before are void.")
        return SpareCodes(codes=spare.made_anew(connection, person.id))


@router.post("/two-factor/off", status_code=204)
def end_two_factor(body: PasswordOnly, person: SignedIn, request: Request, state: StateOf) -> None:
    """Stop asking for codes."""
    _require_password(state, person, body.password, "password")
    with state.database.transaction() as connection:
        people.set_second_factor(connection, person.id, None, on=False)
        tell(connection, person, request, "Codes of a device are not asked for any more.")
