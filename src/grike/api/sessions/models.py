"""What goes over the wire about sessions, their records, and the pace that comes of them."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Model, Moment, OneOf
from grike.core.bouts import Side
from grike.core.done import MOST_BOUTS, MOST_COMPLAINTS, MOST_REPS, MOST_SECONDS, MOST_STEPS
from grike.core.movement import Joint


class SessionModel(Model):
    """One teaching of a class, with its record where there is one.

    ``clashes``: what does not go together with it in the calendar, a sentence each.
    """

    id: int
    starts_at: Moment
    room: str | None
    site: str | None = None
    clashes: list[str] = Field(default_factory=list)
    instructor: str | None
    mine: bool = False
    minutes: float | None = None
    effort: float | None = None
    heads: int | None = None
    pulse: int | None = None
    note: str = ""
    #: Since when its record is as it is.
    kept_at: Moment | None = None
    #: What was done otherwise than planned, in words.
    differed: list[str] = Field(default_factory=list)


class NewSession(Model):
    """When a class is taught, by whom and in which room; None: in the one of the series."""

    starts_at: Moment
    instructor: int | None = None
    room: int | None = None


class MarkModel(Model):
    """One stretch that was timed, in seconds."""

    kind: str = Field(max_length=40)
    took: float
    planned: float = 0
    movement: str = Field("", max_length=120)


class OtherwiseModel(Model):
    """A bout, or a side of it, that was not done as planned.

    ``instead``: what was done in its place; ``more``: seconds longer; ``reps``: how many, 0 for as
    planned; ``load``: steps heavier or lighter; ``extra``: seconds of one that was added; with
    none of them: left out.
    """

    block: int = Field(ge=0, le=100)
    place: int = Field(ge=0, le=100)
    round: int = Field(ge=0, le=100)
    side: OneOf[Side]
    movement: str = Field(max_length=120)
    instead: str = Field("", max_length=120)
    more: int = Field(0, ge=0, le=MOST_SECONDS)
    reps: int = Field(0, ge=0, le=MOST_REPS)
    load: int = Field(0, ge=-MOST_STEPS, le=MOST_STEPS)
    extra: int = Field(0, ge=0, le=MOST_SECONDS)


class ComplaintModel(Model):
    """What was sore, and at which movement."""

    joint: OneOf[Joint]
    movement: str = Field("", max_length=120)


class RecordModel(Model):
    """What a session really was: minutes, effort from 0 to 10, people, and what was timed.

    ``otherwise``: what was not done as planned; ``complaints``: what was sore; ``pulse``: the mean
    of whoever wore a strap. What was timed and noted on the floor stays as it is where it is None.
    ``over``: ``kept_at`` of the record in whose place it comes, None: there was none; where another
    came meanwhile, it is refused. Not sent, it comes in place of any.
    """

    minutes: float
    effort: float | None = None
    heads: int | None = None
    pulse: int | None = None
    note: str = Field("", max_length=1000)
    over: Moment | None = None
    marks: list[MarkModel] | None = Field(None, max_length=600)
    otherwise: list[OtherwiseModel] | None = Field(None, max_length=MOST_BOUTS)
    complaints: list[ComplaintModel] | None = Field(None, max_length=MOST_COMPLAINTS)


class TaughtModel(Model):
    """A class that somebody taught without being down for it: when it began, and its record."""

    starts_at: Moment
    record: RecordModel


class MeasureModel(Model):
    """What timing a cue of the real clock tells."""

    kind: str
    movement: str
    planned: int


class PersonModel(Model):
    """Somebody who teaches. ``sites``: where they work; empty for everywhere."""

    id: int
    name: str
    role: str
    sites: list[int]


class RoomForClass(Model):
    """A room in which a class may be taught, and what it lacks for it, a sentence each.

    ``usual``: it is the room of the series.
    """

    id: int
    name: str
    site_id: int | None
    site: str | None
    usual: bool
    lacks: list[str]


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
