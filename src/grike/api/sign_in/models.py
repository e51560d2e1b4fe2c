"""What signing in takes and gives."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from grike.api.model import Model


class SignInRequest(Model):
    """A name and a password."""

    name: str = Field(min_length=1, max_length=120)
    password: str = Field(min_length=1, max_length=200)


class Me(Model):
    """Who is signed in, and the token that writes must carry."""

    name: str
    role: Literal["director", "instructor"]
    csrf: str
