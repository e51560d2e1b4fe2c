"""Tiny hand-made facts for tests: a movement, a class, a week, a plan."""

from __future__ import annotations

import datetime as dt
import os
import unittest
from collections.abc import Callable, Iterable, Sequence
from dataclasses import replace
from fractions import Fraction
from typing import Any, TypeVar

from grike.core.anatomy import Muscle
from grike.core.design import Block, ClassDesign
from grike.core.family import Family
from grike.core.focus import Focus
from grike.core.formats import Flow, Format, TimedCircuit
from grike.core.item import Item
from grike.core.kit import Kit, Room
from grike.core.library import Library
from grike.core.movement import Dose, Movement, Option, Pace, Plane, Position, Role, Sides
from grike.core.planner import Settings
from grike.core.purpose import Purpose
from grike.core.rules import BY_ID, Facts, Finding, default_sheet
from grike.core.series import PlannedClass, SeriesPlan, SeriesShape
from grike.core.sheet import Mode, RuleSheet

T = TypeVar("T", bound=Callable[..., Any])

MONDAY = dt.date(2026, 11, 30)
BARE = Room("Bare hall", {Kit.MAT: 30}, 30)
#: For a plan that is only looked into: no second try, nothing made better.
QUICK = Settings(retries=1, restarts=0, improve_rounds=0)
FULL = Room("Full hall", dict.fromkeys(Kit, 30), 30)


def a_movement(movement_id: str = "thing", **changes: Any) -> Movement:
    """Return a plain standing two-sided movement for the quadriceps."""
    values: dict[str, Any] = {
        "id": movement_id,
        "name": movement_id.replace("-", " ").capitalize(),
        "family": Family.SQUAT,
        "role": Role.WORK,
        "targets": (Muscle.QUADRICEPS,),
        "assists": (),
        "sides": Sides.BOTH,
        "plane": Plane.SAGITTAL,
        "position": Position.STANDING,
        "pace": Pace.CONTROLLED,
        "level": 1,
        "seconds_per_rep": 2.0,
        "dose": Dose((5, 20), (20, 60)),
        "easier": Option("less", "range"),
        "harder": Option("more", "range"),
        "foundation": True,
    }
    return Movement(**(values | changes))


def a_library(*movements: Movement | str) -> Library:
    """Return a library; a text makes a plain movement of that id."""
    return Library([a_movement(m) if isinstance(m, str) else m for m in movements], "test")


def items(*ids: str | Item) -> tuple[Item, ...]:
    """Return items; a text is the id of a movement."""
    return tuple(Item(entry) if isinstance(entry, str) else entry for entry in ids)


def work(fmt: Format, *ids: str | Item, stations: bool = False) -> Block:
    """Return a work block."""
    return Block(Purpose.WORK, fmt, items(*ids), stations)


def circuit(rounds: int = 3, work_seconds: int = 40, rest: int = 20, **more: Any) -> TimedCircuit:
    """Return a timed circuit."""
    return TimedCircuit(work_seconds, rest, rounds, **more)


def flow(purpose: Purpose, *ids: str, seconds: int = 30) -> Block:
    """Return a warm-up or cool-down."""
    return Block(purpose, Flow(seconds), items(*ids))


def a_class(
    *blocks: Block,
    focus: Focus = Focus.WHOLE,
    slot_seconds: int = 2700,
    kit: Iterable[Kit] = (),
) -> ClassDesign:
    """Return a design."""
    return ClassDesign("A class", focus, slot_seconds, blocks, frozenset(kit))


def a_shape(weekdays: Sequence[int] = (0, 2, 4), weeks: int = 1, **changes: Any) -> SeriesShape:
    """Return the shape of a small series that starts on a Monday."""
    values: dict[str, Any] = {
        "name": "A series",
        "start": MONDAY,
        "weeks": weeks,
        "weekdays": tuple(weekdays),
        "minutes": 45,
        "level": 2,
        "heads": 12,
        "room": FULL,
    }
    return SeriesShape(**(values | changes))


def a_plan(
    *designs: ClassDesign | None, sheet: RuleSheet | None = None, **shape: Any
) -> SeriesPlan:
    """Return a plan with designs in its first slots, in order; None leaves a slot empty."""
    made = a_shape(**shape)
    classes = tuple(
        PlannedClass(slot, design)
        for slot, design in zip(made.slots(), designs, strict=False)
        if design is not None
    )
    return SeriesPlan(made, sheet or default_sheet(), classes)


def only(rule: str, mode: Mode | None = None, **numbers: Fraction | int | str) -> RuleSheet:
    """Return a sheet on which only one rule is on."""
    sheet = default_sheet()
    for other in sheet.lines:
        if other != rule:
            sheet = sheet.with_line(other, mode=Mode.OFF)
    given = {name: Fraction(value) for name, value in numbers.items()}
    return sheet.with_line(rule, mode=mode, numbers=given)


def check(rule: str, plan: SeriesPlan, library: Library) -> list[Finding]:
    """Return what one rule finds in a plan."""
    return list(BY_ID[rule].check(Facts(plan, library), plan.sheet[rule]))


def locked(plan: SeriesPlan, *slots: int) -> SeriesPlan:
    """Return a plan with some classes locked."""
    classes = tuple(
        replace(planned, locked=True) if planned.slot.index in slots else planned
        for planned in plan.classes
    )
    return replace(plan, classes=classes)


def long(test: T) -> T:
    """Mark a test that only ``./grike test --all`` runs: random at length, kills, loads."""
    wanted = bool(os.environ.get("GRIKE_ALL"))
    return test if wanted else unittest.skip("long: ./grike test --all")(test)
