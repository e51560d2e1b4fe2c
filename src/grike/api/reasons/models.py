"""Why this, and why not that."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model


class ReasonModel(Model):
    """A reason in a sentence, with its rule; "" where no rule says it."""

    rule: str
    text: str


class WhyMovementModel(Model):
    """Why a movement stands where it does."""

    there_for: list[str]
    gives: list[str]
    without: list[ReasonModel]
    best_instead: str | None
    best_effects: list[str] = Field(default_factory=list)


class WhyNotModel(Model):
    """Why a movement does not stand in a class, and where it would do least harm."""

    never: list[ReasonModel]
    block: int | None
    place: int | None
    instead_of: str
    cost_change: int
    musts_broken: int
    there: list[ReasonModel]
