"""The people of a house over the wire."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model
from grike.api.sign_in.models import RoleName


class MemberOfHouse(Model):
    """Somebody of the house. ``waiting``: a link to come in is still good.

    ``sites``: where they work; empty for everywhere.
    """

    id: int
    name: str
    sign_in_name: str
    role: RoleName
    joined: bool
    left: bool
    two_factor: bool
    waiting: bool
    sites: list[int]


class Invitation(Model):
    """Whom to let in, and what they may do."""

    name: str = Field(min_length=1, max_length=120)
    sign_in_name: str = Field(min_length=1, max_length=120)
    role: RoleName


class RoleChange(Model):
    """What somebody may do from now on."""

    role: RoleName


class SitesOfPerson(Model):
    """At which sites somebody works; none: everywhere."""

    sites: list[int] = Field(max_length=200)


class OneTimeLink(Model):
    """A link that is shown once: the path of the page with its token, and how long it is good."""

    path: str
    hours: int
