"""Moves of classes on the board, and what they do."""

from __future__ import annotations

from typing import Annotated, Literal, TypeAlias

from pydantic import Field

from grike.api.board.models import StepModel
from grike.api.model import Day, Model, OneOf
from grike.api.shared import BodyVolume, Write
from grike.core.kit import Kit

#: A day of a series is seven times its week, counted from 0, and its weekday.
DayNumber = Annotated[int, Field(ge=0, le=7 * 104)]
WeekNumber = Annotated[int, Field(ge=0, le=103)]


class ExchangeModel(Model):
    """Two days change their classes; where one has none, the other's moves there."""

    kind: Literal["exchange"]
    day: DayNumber
    other: DayNumber


class CopyClassModel(Model):
    """A class is copied to another day, in the place of what is there."""

    kind: Literal["copy"]
    day: DayNumber
    other: DayNumber


class BlankModel(Model):
    """A day gets a class without anything in it."""

    kind: Literal["blank"]
    day: DayNumber


class TakeOffModel(Model):
    """Days lose their classes."""

    kind: Literal["take-off"]
    days: list[DayNumber] = Field(min_length=1, max_length=60)


class CopyWeekModel(Model):
    """The classes of a week are copied to another, weekday by weekday."""

    kind: Literal["copy-week"]
    week: WeekNumber
    other: WeekNumber


class SwapEverywhereModel(Model):
    """A movement gives way to another in some weeks; ``weeks`` null: in all.

    ``ban``: it never comes again in this series.
    """

    kind: Literal["swap-everywhere"]
    movement: str = Field(max_length=80)
    by: str = Field(max_length=80)
    weeks: list[WeekNumber] | None = Field(default=None, max_length=104)
    ban: bool = False


class SpotModel(Model):
    """Where a movement stands: its day, the block of its class and the place in it."""

    day: DayNumber
    block: int = Field(ge=0, le=60)
    place: int = Field(ge=0, le=60)


class ExchangeMovementsModel(Model):
    """Two movements change places, in one class or between two."""

    kind: Literal["exchange-movements"]
    one: SpotModel
    other: SpotModel


AnyMove: TypeAlias = Annotated[
    ExchangeModel
    | CopyClassModel
    | BlankModel
    | TakeOffModel
    | CopyWeekModel
    | SwapEverywhereModel
    | ExchangeMovementsModel,
    Field(discriminator="kind"),
]


class MoveRequest(Write):
    """A move against the version that the page shows."""

    move: AnyMove


class DayAfter(Model):
    """What a day holds after a move, and the kit of its class before and after; None: no class."""

    day: int
    date: Day
    name: str | None
    seconds: int
    slot_seconds: int
    kit_before: list[OneOf[Kit]]
    kit_after: list[OneOf[Kit]]


class WeekAfter(Model):
    """What a week gives the body before and after; None without any class."""

    week: int
    before: BodyVolume | None
    after: BodyVolume | None


class FoundOften(Model):
    """The findings of one rule that come or go: how many, the first of them, what they cost."""

    rule: str
    title: str
    mode: Literal["must", "aim", "remark"]
    count: int
    cost: int
    what: list[str]


class ConsequencesModel(Model):
    """What a change does, before it is made: findings that go and come, rule by rule."""

    label: str
    gone: list[FoundOften]
    new: list[FoundOften]
    cost_before: int
    cost_after: int
    musts_before: int
    musts_after: int
    days: list[DayAfter]
    weeks: list[WeekAfter]
    steps: list[StepModel]
