"""Sites as they go over the wire."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model
from grike.core.site import MOST_ADDRESS, MOST_WORDS


class SiteFields(Model):
    """A place with rooms. ``in_emergency``: what whoever teaches there must find in a hurry."""

    name: str = Field(max_length=120)
    address: str = Field("", max_length=MOST_ADDRESS)
    in_emergency: str = Field("", max_length=MOST_WORDS)


class SiteChange(SiteFields):
    """A site otherwise, against the version that the page shows."""

    version: int


class SiteModel(SiteChange):
    """A site that is kept."""

    id: int


class RoomsSite(Model):
    """At which site a room stands; None: at none."""

    site: int | None
