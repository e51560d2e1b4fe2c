"""What planning takes and gives: runs, parts, batches, what-ifs, comparisons."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator

from grike.api.model import Day, Document, Model
from grike.api.series.models import NewSeries
from grike.api.shared import RuleChange, Write
from grike.core.series import MOST_SHAPES


class RunRequest(Write):
    """Begin to plan a series or a part of it, or to repair it."""

    seed: int = Field(default=1, ge=0, le=2**31 - 1)
    part: PartModel | None = None
    repair: bool | None = None


class RunModel(Model):
    """A planning run. ``label``: what it plans; ``weeks`` (from 0): those of which it plans any."""

    id: int
    series: int
    state: str
    result: Document | None
    label: str
    weeks: list[int]


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


class WhatIf(Model):
    """One change of the set-up to be planned beside a series; what is left out stays.

    ``setup``: another set-up as a whole, in the place of all that.
    """

    label: str = Field(min_length=1, max_length=120)
    minutes: int | None = None
    weekdays: list[int] | None = None
    weeks: int | None = None
    level: int | None = None
    heads: int | None = None
    rules: dict[str, RuleChange] | None = None
    shapes: list[str] | None = Field(default=None, max_length=MOST_SHAPES)
    setup: NewSeries | None = None


class PutIn(Write):
    """The plan of a what-if is put into its series."""


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
