"""The vocabulary of the pages: rules, presets, muscles, kit, focuses, formats, rooms."""

from __future__ import annotations

from typing import Literal

from grike.api.model import Model, OneOf
from grike.api.shared import Named, NamedOf, RoomModel, RuleChange
from grike.core.anatomy import Face, Muscle, Region
from grike.core.cautions import Caution
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.kit import Kit
from grike.core.pattern import Demand, Pattern, Tier
from grike.core.progression import Lever
from grike.core.purpose import Purpose
from grike.core.rules.rule import Topic
from grike.core.sheet import Mode


class StoredRoom(RoomModel):
    """A room with its id, and the site at which it stands."""

    id: int
    site: int | None = None


class RuleNumber(Model):
    """One editable figure of a rule."""

    name: str
    meaning: str
    value: float
    least: int
    most: int
    whole: bool


class RuleLine(Model):
    """One rule with its default line. ``gives_way``: when, where not all musts can hold."""

    id: str
    title: str
    statement: str
    reason: str
    source: str
    topic: OneOf[Topic]
    gives_way: str
    mode: OneOf[Mode]
    weight: int
    numbers: list[RuleNumber]


class MuscleModel(NamedOf[Muscle]):
    """A muscle group with its region and face."""

    region: OneOf[Region]
    face: OneOf[Face]


class PresetModel(Model):
    """A way of working to start from."""

    id: str
    name: str
    sentence: str
    rules: dict[str, RuleChange]
    shapes: list[str]
    minutes: int | None
    level: int | None
    kit: dict[OneOf[Kit], int] | None


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
    purposes: list[OneOf[Purpose]]
    least: int
    most: int
    multiple: int


class ZoneModel(Model):
    """A zone of the pulse: from which share of the reserve on, and what people can say in it."""

    name: str
    low: float
    talk: str


class PulseModel(Model):
    """How a pulse is judged: the highest is ``at_birth - a_year`` times age, give or take.

    ``spread``: beats either way by which people of one age differ; ``top``: the share of the
    reserve above which nobody talks. The zones come from the easiest to the hardest.
    """

    at_birth: float
    a_year: float
    spread: int
    top: float
    zones: list[ZoneModel]


class SafetyModel(Model):
    """What is said where people teach, to the group first, and where a series is set up."""

    stop: str
    say_first: str
    before: str


class KitModel(NamedOf[Kit]):
    """A kind of kit; how heavy it is, as effort and repetitions left, where it loads."""

    load: str


class CautionModel(NamedOf[Caution]):
    """A caution: what it keeps out, what comes instead, and when to see a doctor."""

    keeps_out: str
    instead: str
    ask: str


class Catalogue(Model):
    """The vocabulary that the pages need: rules, presets, muscles, kit, focuses and formats."""

    presets: list[PresetModel]
    rules: list[RuleLine]
    muscles: list[MuscleModel]
    kit: list[KitModel]
    focuses: list[NamedOf[Focus]]
    formats: list[Named]
    families: list[NamedOf[Family]]
    patterns: list[NamedOf[Pattern]]
    tiers: list[NamedOf[Tier]]
    demands: list[NamedOf[Demand]]
    cautions: list[CautionModel]
    levers: list[NamedOf[Lever]]
    planned_formats: list[str]
    #: Formats in which a class of another format may end.
    endings: list[str]
    safety: SafetyModel
    pulse: PulseModel
