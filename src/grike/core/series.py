"""A series: its shape over the weeks, its slots, and the classes planned for them."""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from grike.core.class_shape import ClassShape
from grike.core.design import ClassDesign
from grike.core.errors import InvalidInput
from grike.core.focus import USUAL_FOCUSES, Focus
from grike.core.formats import FORMATS, name_of
from grike.core.kit import Room
from grike.core.sheet import RuleSheet
from grike.core.wishes import Wishes

NO_WISHES = Wishes()
DAY_NAMES = ("Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday")
FIRST_START, LAST_START = dt.date(2000, 1, 1), dt.date(2100, 12, 31)
MOST_NAME, MOST_SHAPES = 120, 60
LEVEL_NAMES = {1: "beginners", 2: "intermediate", 3: "advanced"}


@dataclass(frozen=True, slots=True)
class Slot:
    """One place on the board. ``week`` counts from 0, ``weekday`` from 0 for Monday."""

    index: int
    week: int
    weekday: int
    date: dt.date

    @property
    def day(self) -> int:
        """Return seven times the week and the weekday: it stays whatever other days are closed."""
        return 7 * self.week + self.weekday

    @property
    def label(self) -> str:
        """Return the slot for people: week 3 Tuesday."""
        return f"week {self.week + 1} {DAY_NAMES[self.weekday]}"


@dataclass(frozen=True, slots=True)
class SeriesShape:
    """What a director fixes before planning. Raises InvalidInput with a sentence per field.

    ``menus`` limits the focus of a weekday; a weekday without an entry may have any focus.
    ``formats``: kinds of the formats to plan with; none: all that suit the level.
    ``class_shapes``: the shapes of its classes; none: classes of one format each.
    ``shape_days``: of which of them, by id, the classes of a weekday are; without an entry, of any.
    ``kept_days``: the weekdays that keep their shape from week to week, with all else fresh.
    ``times``: when the class of a weekday begins, by the clock on the wall; planning needs none.
    """

    name: str
    start: dt.date
    weeks: int
    weekdays: tuple[int, ...]
    minutes: int
    level: int
    heads: int
    room: Room
    closed: frozenset[dt.date] = frozenset()
    menus: Mapping[int, frozenset[Focus]] = field(default_factory=dict)
    wishes: Wishes = NO_WISHES
    formats: frozenset[str] = frozenset()
    class_shapes: tuple[ClassShape, ...] = ()
    shape_days: Mapping[int, frozenset[str]] = field(default_factory=dict)
    kept_days: frozenset[int] = frozenset()
    times: Mapping[int, dt.time] = field(default_factory=dict)

    def __post_init__(self) -> None:
        problems = _shape_problems(self)
        if problems:
            first = next(iter(problems.items()))
            raise InvalidInput(first[1], place=f"shape.{first[0]}", fields=problems)

    def slots(self) -> tuple[Slot, ...]:
        """Return the slots of the board in order of date; closed days have none."""
        monday = self.start - dt.timedelta(days=self.start.weekday())
        out: list[Slot] = []
        for week in range(self.weeks):
            for weekday in sorted(self.weekdays):
                date = monday + dt.timedelta(days=7 * week + weekday)
                if date >= self.start and date not in self.closed:
                    out.append(Slot(len(out), week, weekday, date))
        return tuple(out)

    def by_day(self) -> dict[int, Slot]:
        """Return the slots by their day."""
        return {slot.day: slot for slot in self.slots()}

    def class_shape(self, shape_id: str) -> ClassShape | None:
        """Return one of its shapes by id."""
        return next((own for own in self.class_shapes if own.id == shape_id), None)

    def on(self, slot: Slot) -> SeriesShape:
        """Return what holds for one class: the same, with its own cautions beside the group's."""
        cautions = self.wishes.cautions_on(slot.week, slot.weekday)
        if cautions == self.wishes.cautions:
            return self
        return replace(self, wishes=replace(self.wishes, cautions=cautions, class_cautions=()))

    def look_name(self, design: ClassDesign) -> str:
        """Return the name of the shape of a class, or where it has none of its main format."""
        own = self.class_shape(design.shape)
        return own.name if own is not None else name_of(design.main_format())

    def menu(self, weekday: int) -> frozenset[Focus]:
        """Return the focuses from which a weekday may choose."""
        return self.menus.get(weekday) or USUAL_FOCUSES


def _shape_problems(shape: SeriesShape) -> dict[str, str]:
    problems: dict[str, str] = {}
    if not shape.name.strip():
        problems["name"] = "The series needs a name."
    if not FIRST_START <= shape.start <= LAST_START:
        problems["start"] = (
            f"A series starts between {FIRST_START.year} and {LAST_START.year}, "
            f"not on {shape.start.isoformat()}."
        )
    if not 1 <= shape.weeks <= 52:
        problems["weeks"] = f"A series has 1 to 52 weeks, not {shape.weeks}."
    days = set(shape.weekdays)
    if not days or len(days) != len(shape.weekdays) or not days <= set(range(7)):
        problems["weekdays"] = "Choose at least one day of the week, each once."
    if not 20 <= shape.minutes <= 90:
        problems["minutes"] = (
            f"A class of {shape.minutes} minutes cannot be planned: give 20 to 90 minutes."
        )
    if shape.level not in LEVEL_NAMES:
        problems["level"] = "The level is 1 (beginners), 2 (intermediate) or 3 (advanced)."
    if not 1 <= shape.heads <= 200:
        problems["heads"] = f"A class has 1 to 200 people, not {shape.heads}."
    ids = [own.id for own in shape.class_shapes]
    if len(set(ids)) < len(ids) or len(ids) > MOST_SHAPES:
        problems["shapes"] = f"A series uses at most {MOST_SHAPES} shapes, each once."
    unknown = sorted(shape.formats - FORMATS.keys())
    if unknown:
        problems["formats"] = f"'{unknown[0]}' is no format: choose from the list."
    shapes = _day_shape_problem(shape, frozenset(ids))
    of_days = {"shape_days": shapes, "wishes": _days_off(shape), "times": _times_off(shape)}
    problems |= {field: words for field, words in of_days.items() if words}
    if len(shape.name) > MOST_NAME:
        problems["name"] = f"A name has at most {MOST_NAME} characters."
    if not problems and not shape.slots():
        problems["closed"] = "Every day of the series is closed: open one, or move the start."
    return problems


def _day_shape_problem(shape: SeriesShape, ids: frozenset[str]) -> str:
    """Return in a sentence what is wrong with the shapes of single weekdays; "" if nothing."""
    for day in sorted({*shape.shape_days, *shape.kept_days}):
        if day not in shape.weekdays:
            name = DAY_NAMES[day] if 0 <= day < 7 else f"Weekday {day}"
            return f"{name} has shapes of its own and is no day of the series."
        unknown = sorted(shape.shape_days.get(day, frozenset()) - ids)
        if unknown:
            return (
                f"{DAY_NAMES[day]} asks for the shape '{unknown[0]}', which the series does not "
                "use: choose it for the series, or take it out there."
            )
    return ""


def _times_off(shape: SeriesShape) -> str:
    if set(shape.times) <= set(shape.weekdays):
        return ""
    return "Only a day of the series has a time: choose the day, or take it out."


def _days_off(shape: SeriesShape) -> str:
    """Return in a sentence which wish is about a day that the series has not; "" if none."""

    def off(weekday: int, week: int | None) -> bool:
        return weekday not in shape.weekdays or (week is not None and not 1 <= week <= shape.weeks)

    for pin in shape.wishes.pins:
        if off(pin.weekday, pin.week):
            return (
                f"Week {pin.week}, weekday {pin.weekday} is pinned and is no day of the series: "
                "take the pin out."
            )
    for own in shape.wishes.class_cautions:
        if off(own.weekday, own.week):
            day = DAY_NAMES[own.weekday] if 0 <= own.weekday < 7 else f"weekday {own.weekday}"
            week = "every week" if own.week is None else f"week {own.week}"
            return f"{day} of {week} has cautions and is no day of the series: take them out."
    return ""


@dataclass(frozen=True, slots=True)
class PlannedClass:
    """A design in its slot. Locked classes are left as they are by the planner."""

    slot: Slot
    design: ClassDesign
    locked: bool = False

    @property
    def held(self) -> bool:
        """Whether planning leaves the class as it is: it is locked, or one of its blocks."""
        return self.locked or any(block.locked for block in self.design.blocks)


@dataclass(frozen=True, slots=True)
class SeriesPlan:
    """A series with its rule sheet and classes, in order of slot. Slots may still be empty.

    ``known`` holds ids of movements the group met before this series.
    """

    shape: SeriesShape
    sheet: RuleSheet
    classes: tuple[PlannedClass, ...] = ()
    known: frozenset[str] = frozenset()

    def week(self, week: int) -> tuple[PlannedClass, ...]:
        """Return the classes of one week."""
        return tuple(planned for planned in self.classes if planned.slot.week == week)

    def with_class(self, changed: PlannedClass) -> SeriesPlan:
        """Return the plan with one class put in or replaced."""
        kept = [planned for planned in self.classes if planned.slot.index != changed.slot.index]
        ordered = sorted([*kept, changed], key=lambda planned: planned.slot.index)
        return replace(self, classes=tuple(ordered))
