"""The vocabulary of the pages: rules, presets, muscles, kit, focuses, formats, rooms."""

from __future__ import annotations

from typing import Literal

from grike.api.model import Model
from grike.api.shared import Named, RoomModel, RuleChange


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
