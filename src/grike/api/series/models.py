"""What the list of series and the set-up take and give."""

from __future__ import annotations

from typing import Annotated

from pydantic import Field

from grike.api.model import At, Day, Model, Moment, OneOf
from grike.api.shared import RoomModel, RuleChange, Write
from grike.core.cautions import Caution
from grike.core.focus import Focus
from grike.core.kit import Kit
from grike.core.progression import Lever
from grike.core.series import MOST_SHAPES
from grike.core.volume import Yardstick

#: A word or two by which series are found again.
Tag = Annotated[str, Field(min_length=1, max_length=40)]


class PinModel(Model):
    """What the class of one day must be; ``week`` counts from 1."""

    week: int
    weekday: int
    focus: OneOf[Focus] | None = None
    format: str | None = None
    kit: list[OneOf[Kit]] | None = None


class MemberModel(Model):
    """One of the group with cautions of their own."""

    name: str = Field(max_length=60)
    cautions: list[OneOf[Caution]]


class ClassCautionsModel(Model):
    """What the people of some classes must be spared; ``week`` counts from 1, none: every week."""

    weekday: int
    cautions: list[OneOf[Caution]]
    week: int | None = None


class WishesModel(Model):
    """Movements that should or must not come, cautions, pinned days, the order of levers."""

    wanted: list[str] = Field(default_factory=list)
    never: list[str] = Field(default_factory=list)
    cautions: list[OneOf[Caution]] = Field(default_factory=list)
    pins: list[PinModel] = Field(default_factory=list)
    levers: list[OneOf[Lever]] = Field(default_factory=lambda: list(Lever))
    members: list[MemberModel] = Field(default_factory=list, max_length=60)
    class_cautions: list[ClassCautionsModel] = Field(default_factory=list, max_length=400)


class Shelf(Model):
    """The tags of a series, and whether it is in the archive."""

    tags: list[Tag] = Field(max_length=12)
    archived: bool = False


class NewSeason(Model):
    """A series begun again from a date on: with its classes, or to be planned anew."""

    name: str = Field(min_length=1, max_length=120)
    start: Day
    classes: bool = False


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
    menus: dict[Annotated[int, Field(strict=False)], list[OneOf[Focus]]] = Field(
        default_factory=dict
    )
    formats: list[str] = Field(default_factory=list)
    #: Ids of the shapes of its classes; none: classes of one format each.
    shapes: list[str] = Field(default_factory=list, max_length=MOST_SHAPES)
    #: Of which of them the classes of a weekday are; and the weekdays that keep their shape.
    shape_days: dict[Annotated[int, Field(strict=False)], list[str]] = Field(default_factory=dict)
    kept_days: list[int] = Field(default_factory=list, max_length=7)
    #: When the class of a weekday begins.
    times: dict[Annotated[int, Field(strict=False)], At] = Field(default_factory=dict)
    wishes: WishesModel = Field(default_factory=lambda: WishesModel())
    rules: dict[str, RuleChange] = Field(default_factory=dict)
    yardstick: OneOf[Yardstick] = Yardstick.SECONDS
    #: The room of that name is changed for other series to come as well.
    share_room: bool = False


class SetUp(NewSeries):
    """The set-up of a series, with the version that was read."""

    version: int


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
    site: str | None
    run: RunBrief | None
    tags: list[str]
    archived: bool


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


class Reshape(Model):
    """Closed days and the kit of the room, changed for a series that has classes."""

    version: int
    closed: list[Day] = Field(max_length=400)
    kit: dict[str, int]
