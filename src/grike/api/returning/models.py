"""What comes back through the weeks, as the board shows it."""

from __future__ import annotations

from grike.api.model import Model


class TimeModel(Model):
    """One class in which a movement stands: sets and dose, and in words what was added.

    ``reached``: what was done of it where that is less, "" for all of it; None: not recorded.
    """

    slot: int
    week: int
    dose: str
    added: str
    reached: str | None


class ReturningModel(Model):
    """A movement that is carried from class to class."""

    movement: str
    name: str
    weekday: int
    times: list[TimeModel]
