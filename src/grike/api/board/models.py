"""What the board shows."""

from __future__ import annotations

from grike.api.model import Day, Model, OneOf
from grike.api.shared import BodyVolume, ChangeBrief, FindingModel, RoomModel
from grike.core.anatomy import Muscle
from grike.core.design import Role
from grike.core.focus import Focus
from grike.core.kit import Kit
from grike.core.movement import Joint
from grike.core.planner.result import Status
from grike.core.volume import Yardstick


class StepModel(Model):
    """One week on the volume steps, per class, in the yardstick of the series."""

    week: int
    lighter: bool
    volume: float | None
    target: float | None
    low: float | None
    high: float | None


class WeekLoadModel(Model):
    """The planned load of a week: total, monotony and strain."""

    total: int
    monotony: float | None
    strain: int | None


class BoardMovement(Model):
    """A movement of a part; ``main``: the class is built on it, ``carried``: it comes back.

    ``block`` and ``place``: where it stands in its class.
    """

    id: str
    block: int
    place: int
    main: bool
    carried: bool


class BoardPart(Model):
    """A part of a class: what it is for, null where nobody said; its format and movements."""

    role: OneOf[Role] | None
    format: str
    seconds: int
    movements: list[BoardMovement]


class BoardClass(Model):
    """One block on the board.

    ``joints``: work seconds that load a joint, times its load. ``teacher``: who teaches or taught
    it last, "" where nobody is down; ``recorded``: it was taught and written down.
    """

    slot: int
    week: int
    weekday: int
    date: Day
    name: str
    focus: OneOf[Focus]
    format: str
    #: The name of its shape, or of its main format; "" without any work.
    look: str
    #: The letters of the main format, and its place in the catalogue; "" and 0 without any work.
    format_letters: str
    format_place: int
    kit: list[OneOf[Kit]]
    kit_name: str
    seconds: int
    slot_seconds: int
    sets: float
    movements: list[str]
    locked: bool
    main_groups: list[OneOf[Muscle]]
    findings: int
    volume: BodyVolume
    parts: list[BoardPart]
    joints: dict[OneOf[Joint], int]
    contacts: int
    teacher: str
    recorded: bool


class Certificate(Model):
    """How good a plan is known to be. ``gave_way``: the musts it could not keep, in words."""

    status: OneOf[Status]
    cost: int
    bound: int
    by_rule: dict[str, int]
    notes: list[str]
    gave_way: list[str]


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
    yardstick: OneOf[Yardstick]
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
