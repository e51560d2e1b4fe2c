"""The history of a series as a page shows it."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model, Moment
from grike.api.shared import Write


class ChangeModel(Model):
    """A change: what was done, by whom and when; ``undone``: it was taken back again."""

    id: int
    label: str
    by: str
    at: Moment
    undone: bool


class BackRequest(Write):
    """Go to where a change was the last; 0: to before the first. ``sure``: over others' too."""

    change: int = Field(ge=0)
    sure: bool = False
