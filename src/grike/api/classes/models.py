"""What the page of a class shows, and what can be done to a class."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Day, Document, Model, Moment, OneOf
from grike.api.moves.models import ConsequencesModel
from grike.api.places import PlaceModel
from grike.api.sessions.models import SessionModel
from grike.api.shared import BodyVolume, ChangeBrief, FindingModel, Write
from grike.core.bouts import Side
from grike.core.cues import CueKind
from grike.core.design import Role
from grike.core.focus import Focus
from grike.core.item import Handling, Level
from grike.core.kit import Kit
from grike.core.purpose import Purpose


class LoadModel(Model):
    """What a class loads; energy in kilocalories, session load in effort times minutes."""

    joints: dict[str, int]
    knee_run: int
    wrist_run: int
    contacts: int
    strength: bool
    energy_low: int
    energy_high: int
    assumptions: str
    effort: float
    session_load: int


class CueModel(Model):
    """Seconds ``start`` to ``end`` of a class."""

    kind: OneOf[CueKind]
    start: int
    end: int
    block: int
    place: int | None
    movement: str | None
    side: OneOf[Side] | None
    round: int | None
    label: str
    extra: int


class ForMemberModel(Model):
    """What one member does instead, and which caution of theirs asks for it."""

    member: str
    how: str
    why: str


class ItemModel(Model):
    """A movement in a block. ``without``: what they do who have not got its kit at the time."""

    place: int
    movement: str
    handling: OneOf[Handling]
    level: OneOf[Level]
    load_step: int
    dose: str
    phases: str
    new: bool
    carried: str
    for_members: list[ForMemberModel]
    without: str = ""


class StationModel(Model):
    """Where people stand who share the kit of a block; ``side`` None: all that is done there."""

    movements: list[str]
    side: OneOf[Side] | None
    people: int


class BlockModel(Model):
    """A block of a class. ``stations``: as people go round; none where all do the same."""

    index: int
    purpose: OneOf[Purpose]
    format: str
    format_name: str
    summary: str
    start: int
    end: int
    items: list[ItemModel]
    locked: bool = False
    role: OneOf[Role] | None = None
    shows_ahead: bool = False
    active_rest: str | None = None
    stations: list[StationModel]


class ClassDetail(Model):
    """One class with its clocks. ``sharing``: kit that people take turns with, a sentence each.

    ``spared``: the names of the cautions that hold in it, the group's and its own. ``places``: the
    sites of its room and of the rooms in which somebody is down to teach it.
    """

    series: int
    series_name: str
    version: int
    slot: int
    week: int
    weekday: int
    date: Day
    #: When it begins by the set-up of the series.
    begins: Moment | None
    name: str
    #: What whoever teaches it should know.
    note: str
    focus: OneOf[Focus]
    focus_name: str
    kit: list[OneOf[Kit]]
    heads: int
    sharing: list[str]
    spared: list[str]
    room: str
    locked: bool
    slot_seconds: int
    nominal_seconds: int
    real_seconds: int
    extra_seconds: int
    nominal: list[CueModel]
    real: list[CueModel]
    blocks: list[BlockModel]
    volume: BodyVolume
    load: LoadModel
    findings: list[FindingModel]
    left: dict[str, float]
    right: dict[str, float]
    sessions: list[SessionModel]
    places: list[PlaceModel]
    previous: int | None
    next: int | None
    undo: ChangeBrief | None
    redo: ChangeBrief | None


class AlternativeModel(Model):
    """A movement that could stand in a place, with its effects."""

    movement: str
    name: str
    cost_change: int
    musts_broken: int
    seconds_change: int
    effects: list[str]
    breaks: list[str]
    mends: list[str]


class ChoiceModel(Model):
    """A class as it is, or as it could be instead.

    ``verdict``: what the rules say of it against the class that is there, in a sentence. What it
    would change: musts it ``breaks``, aims it ``misses`` that are kept now, and what it ``mends``.
    ``document`` is the whole class, to be put in.
    """

    name: str
    kit: list[OneOf[Kit]]
    real_seconds: int
    other_shape: bool
    new_movements: list[str]
    blocks: list[BlockModel]
    verdict: str
    as_good: bool
    breaks: list[str]
    misses: list[str]
    mends: list[str]
    document: Document


class ChoicesModel(Model):
    """A class with others that could stand in its slot.

    ``stays``: movements (ids) that later classes ask more of, in each of them.
    """

    version: int
    slot_seconds: int
    stays: list[str]
    now: ChoiceModel
    choices: list[ChoiceModel]


class ShortenRequest(Write):
    """How many minutes a class is to be shorter, and in which order things go."""

    minutes: int = Field(ge=1, le=60)
    order: list[str] = Field(default_factory=list, max_length=12)


class ShortenedModel(Model):
    """What would be cut, in order, the length then, and whether it is enough.

    ``breaks``: musts that would be broken then; ``misses``: aims that would be missed.
    """

    cuts: list[str]
    seconds: int
    reached: bool
    breaks: list[str]
    misses: list[str]


class SwapRequest(Write):
    """Put another movement into a place."""

    block: int
    place: int
    movement: str


class LockRequest(Write):
    """Lock or unlock a class."""

    locked: bool


class RefillRequest(Write):
    """Other movements for a class, or for some of its blocks only."""

    blocks: list[int] | None = None


class BlockLock(Write):
    """Lock or unlock a block."""

    block: int
    locked: bool


class DraftDocument(Write):
    """A class that is being written, as the open document."""

    document: Document


class DraftPlace(DraftDocument):
    """A movement of a class that is being written, by block and place, from 0."""

    block: int = Field(ge=0)
    place: int = Field(ge=0)


class DraftModel(Model):
    """A class as it would run, and what it would do to its series."""

    detail: ClassDetail
    consequences: ConsequencesModel
