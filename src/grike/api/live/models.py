"""News of a series that is open on a page."""

from __future__ import annotations

from grike.api.model import Model


class PresentModel(Model):
    """Somebody else who looks at the series, and what of it in words."""

    name: str
    place: str


class SeriesNews(Model):
    """The version of a series, who changed it last, and who else is there; ``by`` "": oneself."""

    version: int
    label: str
    by: str
    present: list[PresentModel]
