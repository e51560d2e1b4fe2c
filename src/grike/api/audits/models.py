"""Lines of the audit over the wire."""

from __future__ import annotations

from grike.api.model import Model, Moment


class AuditLine(Model):
    """Who did what, when and from where; ``about``: what it was done to."""

    id: int
    at: Moment
    name: str
    act: str
    about: str
    address: str
