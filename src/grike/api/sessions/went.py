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


def went_of(went: Went) -> WentModel:
    """Return how classes went, rounded as it is shown."""
    return WentModel(
        classes=went.classes,
        over=round(went.over, 1),
        share=None if went.share is None else round(went.share, 3),
        effort=None if went.effort is None else round(went.effort, 1),
        heads=None if went.heads is None else round(went.heads, 1),
    )
