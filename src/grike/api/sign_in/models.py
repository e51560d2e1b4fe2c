"""What signing in takes and gives."""

from __future__ import annotations

from typing import Literal, TypeAlias

from pydantic import Field

from grike.api.model import Model

RoleName: TypeAlias = Literal["owner", "director", "instructor", "viewer"]


class SignInRequest(Model):
    """A name and a password; ``code``: of the second factor, or a spare one, where it is in use."""

    name: str = Field(min_length=1, max_length=120)
    password: str = Field(min_length=1, max_length=200)
    code: str = Field(default="", max_length=40)


class Me(Model):
    """Who is signed in, and the token that writes must carry."""

    name: str
    sign_in_name: str
    role: RoleName
    two_factor: bool
    csrf: str


class LinkLook(Model):
    """The token of a link, which is nobody's address: it comes after the # of one."""

    token: str = Field(min_length=20, max_length=80)


class LinkWords(Model):
    """Whom a link is for and what it does."""

    kind: Literal["invite", "reset"]
    name: str
    sign_in_name: str


class Joining(LinkLook):
    """A password for the person of a link, and names, where one is invited."""

    password: str = Field(min_length=1, max_length=200)
    name: str = Field(default="", max_length=120)
    sign_in_name: str = Field(default="", max_length=120)
