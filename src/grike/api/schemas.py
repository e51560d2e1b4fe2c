"""The shapes of requests and responses: long because it is one flat list of small models."""

from __future__ import annotations

from typing import Annotated, Any, Literal

from pydantic import Field

from grike.api.model import Day, Model, Moment
from grike.api.planning_schemas import PartModel, RuleChange
from grike.api.session_schemas import SessionModel
from grike.core.progression import Lever


class SignInRequest(Model):
    """A name and a password."""

    name: str = Field(min_length=1, max_length=120)
    password: str = Field(min_length=1, max_length=200)


class Me(Model):
    """Who is signed in, and the token that writes must carry."""

    name: str
    role: Literal["director", "instructor"]
    csrf: str


class RoomModel(Model):
    """A room and its kit."""

    name: str = Field(min_length=1, max_length=120)
    heads: int = Field(ge=1, le=500)
    kit: dict[str, int]


class StoredRoom(RoomModel):
    """A room with its id."""

    id: int


class RuleNumber(Model):
    """One editable figure of a rule."""

    name: str
    meaning: str
    value: float
    least: int
    most: int
    whole: bool


class RuleLine(Model):
    """One rule with its default line."""

    id: str
    title: str
    statement: str
    reason: str
    source: str
    mode: Literal["must", "aim", "off"]
    weight: int
    numbers: list[RuleNumber]


class Named(Model):
    """An id and its name for people."""

    id: str
    name: str


class MuscleModel(Named):
    """A muscle group with its region and face."""

    region: str
    face: str


class PresetModel(Model):
    """A way of working to start from."""

    id: str
    name: str
    sentence: str
    rules: dict[str, RuleChange]
    minutes: int | None
    level: int | None
    kit: dict[str, int] | None


class ParameterModel(Model):
    """One parameter of a format."""

    name: str
    words: str
    kind: Literal["number", "choice", "flag", "list", "text"]
    start: int | float | str | bool | list[int] | None
    may_be_empty: bool
    choices: list[str]


class FormatModel(Model):
    """A format with its parameters and the number of movements in a block of it."""

    kind: str
    name: str
    parameters: list[ParameterModel]
    letters: str
    purposes: list[Literal["welcome", "warm-up", "work", "breather", "cool-down", "close"]]
    least: int
    most: int
    multiple: int


class Catalogue(Model):
    """The vocabulary that the pages need: rules, presets, muscles, kit, focuses and formats."""

    presets: list[PresetModel]
    rules: list[RuleLine]
    muscles: list[MuscleModel]
    kit: list[Named]
    focuses: list[Named]
    formats: list[Named]
    families: list[Named]
    cautions: list[Named]
    levers: list[Named]
    planned_formats: list[str]
    #: Formats in which a class of another format may end.
    endings: list[str]


class PinModel(Model):
    """What the class of one day must be; ``week`` counts from 1."""

    week: int
    weekday: int
    focus: str | None = None
    format: str | None = None
    kit: list[str] | None = None


class WishesModel(Model):
    """Movements that should or must not come, cautions, pinned days, the order of levers."""

    wanted: list[str] = Field(default_factory=list)
    never: list[str] = Field(default_factory=list)
    cautions: list[str] = Field(default_factory=list)
    pins: list[PinModel] = Field(default_factory=list)
    levers: list[str] = Field(default_factory=lambda: [lever.value for lever in Lever])


class NewSeries(Model):
    """What the set-up page sends."""

    name: str = Field(max_length=120)
    start: Day
    weeks: int
    weekdays: list[int]
    minutes: int
    level: int
    heads: int
    room: RoomModel
    closed: list[Day] = Field(default_factory=list, max_length=400)
    #: By weekday; JSON has texts for keys.
    menus: dict[Annotated[int, Field(strict=False)], list[str]] = Field(default_factory=dict)
    formats: list[str] = Field(default_factory=list)
    wishes: WishesModel = Field(default_factory=lambda: WishesModel())
    rules: dict[str, RuleChange] = Field(default_factory=dict)
    yardstick: Literal["seconds", "reps", "sets"] = "seconds"
    #: The room of that name is changed for other series to come as well.
    share_room: bool = False


class SetUp(NewSeries):
    """The set-up of a series, with the version that was read."""

    version: int


class Created(Model):
    """The id of something new."""

    id: int


class RunBrief(Model):
    """How the last planning run of a series stands, in words where it came to nothing."""

    id: int
    state: str
    words: list[str]


class SeriesSummary(Model):
    """A series in the list."""

    id: int
    name: str
    start: Day
    weeks: int
    weekdays: list[int]
    minutes: int
    classes: int
    slots: int
    status: str | None
    room: str
    run: RunBrief | None


class MuscleSets(Model):
    """Sets of one muscle group, and the band that it should lie in (weeks only)."""

    muscle: str
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


class StepModel(Model):
    """One week on the volume steps, per class, in the yardstick of the series."""

    week: int
    lighter: bool
    volume: float | None
    target: float | None
    low: float | None
    high: float | None


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


class WeekLoadModel(Model):
    """The planned load of a week: total, monotony and strain."""

    total: int
    monotony: float | None
    strain: int | None


class FixModel(Model):
    """An edit that takes a finding away; ``also`` is what would be found besides."""

    text: str
    cost_change: int
    also: list[str]


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


class BoardClass(Model):
    """One block on the board."""

    slot: int
    week: int
    weekday: int
    date: Day
    name: str
    focus: str
    format: str
    #: The letters of the main format, and its place in the catalogue; "" and 0 without any work.
    format_letters: str
    format_place: int
    kit: list[str]
    kit_name: str
    seconds: int
    slot_seconds: int
    sets: float
    movements: list[str]
    locked: bool
    main_groups: list[str]
    findings: int
    volume: BodyVolume


class Certificate(Model):
    """How good a plan is known to be."""

    status: str
    cost: int
    bound: int
    by_rule: dict[str, int]
    notes: list[str]


class ChangeBrief(Model):
    """A change that can be undone or redone; ``by`` names somebody else whose it is, or is ""."""

    id: int
    label: str
    by: str


class KeptPlan(Model):
    """A plan that is kept beside a series that was changed while it was planned."""

    run: int
    words: str


class Board(Model):
    """A whole series."""

    id: int
    version: int
    name: str
    start: Day
    weeks: int
    weekdays: list[int]
    minutes: int
    level: int
    heads: int
    room: RoomModel
    slots: list[int]
    classes: list[BoardClass]
    week_volumes: dict[int, BodyVolume]
    volume: BodyVolume
    steps: list[StepModel]
    yardstick: str
    week_loads: dict[int, WeekLoadModel]
    findings: list[FindingModel]
    cost: int
    rules_kept: int
    rules_on: int
    certificate: Certificate | None
    undo: ChangeBrief | None
    redo: ChangeBrief | None
    run: int | None
    kept: KeptPlan | None


class CueModel(Model):
    """Seconds ``start`` to ``end`` of a class."""

    kind: str
    start: int
    end: int
    block: int
    place: int | None
    movement: str | None
    side: str | None
    round: int | None
    label: str
    extra: int


class ItemModel(Model):
    """A movement in a block."""

    place: int
    movement: str
    handling: str
    level: str
    load_step: int
    dose: str
    phases: str
    new: bool
    carried: str


class BlockModel(Model):
    """A block of a class."""

    index: int
    purpose: str
    format: str
    format_name: str
    summary: str
    start: int
    end: int
    items: list[ItemModel]
    locked: bool = False


class ClassDetail(Model):
    """One class with its clocks."""

    series: int
    series_name: str
    version: int
    slot: int
    week: int
    weekday: int
    date: Day
    name: str
    focus: str
    focus_name: str
    kit: list[str]
    heads: int
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


class Write(Model):
    """A write names the version that it was made against."""

    version: int


class UndoRequest(Write):
    """Undo or redo; ``sure``: somebody else's change as well."""

    sure: bool = False


class DeletedModel(Model):
    """A series in the bin, and until when it can be brought back."""

    id: int
    name: str
    at: Moment
    until: Moment
    by: str
    records: int


class TemplateModel(Model):
    """A class that is kept under a name."""

    id: int
    name: str
    format_name: str
    movements: int


class NewTemplate(Write):
    """The name under which a class is kept."""

    name: str = Field(min_length=1, max_length=120)


class TemplateUse(Write):
    """Which template goes into the slot."""

    template: int


class ClassDocument(Write):
    """A class as the open document."""

    document: dict[str, Any]


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


class FixRequest(Write):
    """Which of the fixes that were shown is wanted."""

    choice: int = Field(0, ge=0, le=9)


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


class RunRequest(Write):
    """Begin to plan a series or a part of it, or to repair it."""

    seed: int = Field(default=1, ge=0, le=2**31 - 1)
    part: PartModel | None = None
    repair: bool | None = None


class Changed(Model):
    """What was done."""

    label: str


class RunModel(Model):
    """A planning run."""

    id: int
    series: int
    state: str
    result: dict[str, Any] | None
