"""How some classes went, in the mean, as the interface has it."""

from __future__ import annotations

from grike.api.model import Model
from grike.core.done_by import Went


class WentModel(Model):
    """How some classes went, in the mean. ``over``: minutes beyond the plan."""

    classes: int
    over: float
    share: float | None
    effort: float | None
    heads: float | None


def rounded(value: float | None, places: int = 1) -> float | None:
    """Return a figure as it is shown; None stays None."""
    return None if value is None else round(value, places)


def went_of(went: Went) -> WentModel:
    """Return how classes went, rounded as it is shown."""
    return WentModel(
        classes=went.classes,
        over=round(went.over, 1),
        share=rounded(went.share, 3),
        effort=rounded(went.effort),
        heads=rounded(went.heads),
    )
