"""What goes over the wire about sessions, their records, and the pace that comes of them."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model, Moment


class SessionModel(Model):
    """One teaching of a class, with its record where there is one."""

    id: int
    starts_at: Moment
    room: str | None
    instructor: str | None
    mine: bool = False
    minutes: float | None = None
    effort: float | None = None
    heads: int | None = None
    note: str = ""


class NewSession(Model):
    """When a class is taught, and by whom."""

    starts_at: Moment
    instructor: int | None = None


class MarkModel(Model):
    """One stretch that was timed, in seconds."""

    kind: str = Field(max_length=40)
    took: float
    planned: float = 0
    movement: str = Field("", max_length=120)


class RecordModel(Model):
    """What a session really was: minutes, effort from 0 to 10, people, and what was timed."""

    minutes: float
    effort: float | None = None
    heads: int | None = None
    note: str = Field("", max_length=1000)
    marks: list[MarkModel] = Field(default_factory=list, max_length=600)


class MeasureModel(Model):
    """What timing a cue of the real clock tells."""

    kind: str
    movement: str
    planned: int


class PersonModel(Model):
    """Somebody who teaches."""

    id: int
    name: str
    role: str


class EstimateModel(Model):
    """How long something takes here: the middle of the records with its quartiles."""

    kind: str
    name: str
    unit: str
    usual: float
    value: float
    low: float
    high: float
    sessions: int


class PaceModel(Model):
    """The pace of an instructor with a group, as the real clock uses it."""

    instructor: str
    kinds: list[EstimateModel]
    movements: list[EstimateModel]
