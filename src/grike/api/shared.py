"""Shapes that several features send or take."""

from __future__ import annotations

from typing import Generic, Literal, TypeVar

from pydantic import Field

from grike.api.model import Model, OneOf
from grike.core.anatomy import Muscle
from grike.core.kit import Kit
from grike.core.sheet import Mode

T = TypeVar("T")


class RoomModel(Model):
    """A room and its kit."""

    name: str = Field(min_length=1, max_length=120)
    heads: int = Field(ge=1, le=500)
    kit: dict[OneOf[Kit], int]


class Named(Model):
    """An id and its name for people."""

    id: str
    name: str


class NamedOf(Model, Generic[T]):
    """One of an enumeration and its name for people."""

    id: T
    name: str


class Created(Model):
    """The id of something new."""

    id: int


class MuscleSets(Model):
    """Sets of one muscle group, and the band that it should lie in (weeks only)."""

    muscle: OneOf[Muscle]
    sets: float
    seconds: float
    reps: float
    least: float | None = None
    most: float | None = None


class BodyVolume(Model):
    """What a week, a class or a series does to the body."""

    sets: float
    seconds: float
    training: float
    muscles: list[MuscleSets]
    regions: dict[str, float]
    pairs: dict[str, float]


class FindingModel(Model):
    """A rule that is not kept; ``number`` is its place among all findings of this version.

    ``mendable``: an edit may take it away, which is looked for when it is asked for.
    """

    number: int
    rule: str
    title: str
    mode: Literal["must", "aim", "remark"]
    week: int | None
    slot: int | None
    block: int | None
    item: int | None
    what: str
    fix: str
    reason: str
    cost: int
    mendable: bool


class ChangeBrief(Model):
    """A change that can be undone or redone; ``by`` names somebody else whose it is, or is ""."""

    id: int
    label: str
    by: str


class Write(Model):
    """A write names the version that it was made against."""

    version: int


class Changed(Model):
    """What was done."""

    label: str


class RuleChange(Model):
    """A line of the rule sheet as a director sets it; ``owned`` is for D6 only."""

    mode: OneOf[Mode] | None = None
    weight: int | None = Field(default=None, ge=0, le=1000)
    numbers: dict[str, float] = Field(default_factory=dict, max_length=20)
    owned: dict[str, int] = Field(default_factory=dict, max_length=80)
