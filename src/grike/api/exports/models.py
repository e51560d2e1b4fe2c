"""Secret links to calendars."""

from __future__ import annotations

from grike.api.model import Model, Moment


class LinkModel(Model):
    """A link that was made; what it says is shown only once."""

    id: int
    made_at: Moment


class NewLink(LinkModel):
    """A link with its path, which nobody can look up again."""

    path: str
