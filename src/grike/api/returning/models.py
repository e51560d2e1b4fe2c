"""What comes back through the weeks, as the board shows it."""

from __future__ import annotations

from grike.api.model import Model


class TimeModel(Model):
    """One class in which a movement stands: sets and dose, and in words what was added."""

    slot: int
    week: int
    dose: str
    added: str


class ReturningModel(Model):
    """A movement that is carried from class to class."""

    movement: str
    name: str
    weekday: int
    times: list[TimeModel]
