"""What goes over the wire about planning parts, what-ifs, reasons and comparisons."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from grike.api.model import Day, Model


class PartModel(Model):
    """The part of a series that is planned: a class, a week (from 0), from a day on, or the rest.

    The rest are the days that have no class yet.
    """

    kind: Literal["class", "week", "from", "rest"]
    value: int = Field(default=0, ge=0, le=400)
    day: Day | None = None

    @model_validator(mode="after")
    def _says_which(self) -> Self:
        if self.kind == "from" and self.day is None:
            raise ValueError("Say from which day on.")
        return self


class RuleChange(Model):
    """A line of the rule sheet as a director sets it; ``owned`` is for D6 only."""

    mode: Literal["must", "aim", "off"] | None = None
    weight: int | None = Field(default=None, ge=0, le=1000)
    numbers: dict[str, float] = Field(default_factory=dict, max_length=20)
    owned: dict[str, int] = Field(default_factory=dict, max_length=80)


class WhatIf(Model):
    """One change of the set-up to be planned beside a series; what is left out stays."""

    label: str = Field(min_length=1, max_length=120)
    minutes: int | None = None
    weekdays: list[int] | None = None
    weeks: int | None = None
    level: int | None = None
    heads: int | None = None
    rules: dict[str, RuleChange] | None = None


class WhatIfs(Model):
    """Several what-ifs at once."""

    seed: int = Field(default=1, ge=0, le=2**31 - 1)
    changes: list[WhatIf] = Field(min_length=1, max_length=60)


class WhatIfModel(Model):
    """A what-if and how it came out. ``cost`` is None until it has a plan."""

    run: int
    label: str
    state: str
    status: str | None = None
    cost: int | None = None
    bound: int = 0
    by_rule: dict[str, int] = Field(default_factory=dict)
    words: list[str] = Field(default_factory=list)


class Batch(Model):
    """Several series to be planned at once."""

    series: list[int] = Field(min_length=1, max_length=100)
    seed: int = Field(default=1, ge=0, le=2**31 - 1)


class BatchLine(Model):
    """What became of one series of a batch: its run, or why there is none."""

    series: int
    run: int | None
    words: str


class ReasonModel(Model):
    """A reason in a sentence, with its rule; "" where no rule says it."""

    rule: str
    text: str


class WhyMovementModel(Model):
    """Why a movement stands where it does."""

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


class SideModel(Model):
    """What one plan comes to."""

    name: str
    classes: int
    cost: int
    by_rule: dict[str, int]
    musts: int
    movements: int
    minutes: float
    training: float


class DayModel(Model):
    """One day of both plans in words; "" where there is no class."""

    week: int
    weekday: int
    one: str
    other: str
    shared: int
    same: bool


class RuleChangeModel(Model):
    """A rule that is set otherwise."""

    rule: str
    title: str
    one: str
    other: str


class ComparisonModel(Model):
    """Two plans side by side."""

    one: SideModel
    other: SideModel
    days: list[DayModel]
    rules: list[RuleChangeModel]


class Reshape(Model):
    """Closed days and the kit of the room, changed for a series that has classes."""

    version: int
    closed: list[Day] = Field(max_length=400)
    kit: dict[str, int]
