"""One's own account over the wire."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model, Moment


class NamesRequest(Model):
    """The name that others see, and the one to sign in by."""

    name: str = Field(min_length=1, max_length=120)
    sign_in_name: str = Field(min_length=1, max_length=120)


class PasswordChange(Model):
    """The password as it is and as it is to be."""

    old: str = Field(min_length=1, max_length=200)
    password: str = Field(min_length=1, max_length=200)


class PasswordOnly(Model):
    """The password, to show that it is really the person who asks."""

    password: str = Field(min_length=1, max_length=200)


class CodeOnly(Model):
    """A code that the device shows."""

    code: str = Field(min_length=1, max_length=12)


class TwoFactorSecret(Model):
    """What a device has to know: as text, as an address, and as a picture of it (SVG, data URI)."""

    secret: str
    address: str
    picture: str


class SpareCodes(Model):
    """New spare codes, each good for one sign-in without the device; told this once."""

    codes: list[str]


class SpareCodesLeft(Model):
    """How many spare codes were not used yet."""

    left: int


class SignInModel(Model):
    """An open sign-in: on what, from where, since when, last seen; ``here``: it is this one."""

    id: int
    agent: str
    address: str
    since: Moment
    seen: Moment
    here: bool


class NoticeModel(Model):
    """What happened to the account. ``by``: who else did it; ``new``: to be told, not read yet."""

    id: int
    at: Moment
    what: str
    by: str
    address: str
    new: bool


class ReadUpTo(Model):
    """The last notice that was read."""

    last: int = Field(ge=1)


class Ended(Model):
    """How many sign-ins were ended."""

    count: int
