"""What the pages of the movement library are given and send."""

from __future__ import annotations

from pydantic import Field

from grike.api.model import Day, Model, OneOf
from grike.core.anatomy import Muscle
from grike.core.family import Family
from grike.core.kit import Kit
from grike.core.movement import Joint, Pace, Plane, Position, Role, Sides
from grike.core.pattern import Demand, Pattern, Tier
from grike.exchange.search import By


class OptionModel(Model):
    """Another way to do a movement."""

    how: str
    by: str
    movement: str | None


class FormModel(Model):
    """A form of a movement."""

    id: str
    name: str
    how: str
    level: int
    seconds_per_rep: float
    reps: list[int]
    seconds: list[int]


class TraitsModel(Model):
    """What a movement is in a class, and what it asks besides strength."""

    pattern: OneOf[Pattern]
    tier: OneOf[Tier]
    #: By level of the group, where it is another than usual.
    tiers: dict[str, OneOf[Tier]]
    loadable: list[OneOf[Kit]]
    demands: list[OneOf[Demand]]
    support: list[str]
    skill: int
    beats: int | None
    high_reps: bool
    one_sided_too: bool
    raises_pulse: bool
    rehearses: list[OneOf[Pattern]]
    floor_metres: int
    forms: list[FormModel]
    met_from: str


class MovementModel(TraitsModel):
    """A movement with what a page shows of it."""

    id: str
    name: str
    family: OneOf[Family]
    role: OneOf[Role]
    targets: list[OneOf[Muscle]]
    assists: list[OneOf[Muscle]]
    sides: OneOf[Sides]
    position: OneOf[Position]
    pace: OneOf[Pace]
    plane: OneOf[Plane]
    level: int
    impact: int
    kit: list[OneOf[Kit]]
    joints: dict[OneOf[Joint], int]
    foundation: bool
    met: float | None
    seconds_per_rep: float
    reps: list[int]
    seconds: list[int]
    prepares: list[str]
    stretches: list[str]
    other_names: list[str]
    retired: bool
    version: int
    seated: str | None
    easier: OptionModel | None
    harder: OptionModel | None
    low_impact: OptionModel | None
    stand_in: str | None
    relief: dict[str, str]
    cues: list[str]
    faults: list[str]
    care: str
    placing: str
    show_from: str


class FoundModel(Model):
    """A movement that a text found, by which words and how."""

    movement: str
    words: str
    by: OneOf[By]


class FieldModel(Model):
    """One field of a movement as text, as it stands in a table."""

    name: str
    meaning: str
    text: str
    #: What may be chosen, several with ``many``; empty where any text is taken.
    choices: list[str]
    many: bool


class MovementFields(Model):
    """A movement as the fields of a form, with the version that was read."""

    version: int
    fields: list[FieldModel]


class MovementEdit(Model):
    """A movement as texts by field; ``version`` is left out for a new one."""

    version: int | None = None
    fields: dict[str, str] = Field(max_length=80)


class RetireRequest(Model):
    """Whether a movement is still offered."""

    version: int
    retired: bool


class MovementUse(Model):
    """A class that holds a movement."""

    series: int
    series_name: str
    slot: int
    label: str
    date: Day


class ImportResult(Model):
    """What a table changed."""

    added: int
    changed: int
