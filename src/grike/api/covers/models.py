"""Links for substitutes, and what they open."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model, Moment
from grike.api.sessions.models import TaughtModel


class CoverLink(Model):
    """A link that holds: when it was made and by whom, and until when."""

    id: int
    made_at: Moment
    expires_at: Moment
    maker: str | None


class NewCoverLink(Model):
    """A link that was made; its path is shown this once."""

    id: int
    path: str
    expires_at: Moment


class CoverModel(Model):
    """The class to which a link leads, and until when. ``begins``: None where nobody has said."""

    series: int
    slot: int
    begins: Moment | None
    expires_at: Moment


class CoveredModel(TaughtModel):
    """A class that a substitute taught, and their name, which nobody here knows."""

    taught_by: str = Field(min_length=1, max_length=80)
