"""Designs, shapes and sheets to and from plain dictionaries, for files, the store and the API.

``*_from`` functions expect the shape that the JSON schemas describe and raise InvalidInput with
the place of the first value that cannot be used.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Callable, Iterator, Mapping
from contextlib import contextmanager
from dataclasses import fields
from enum import Enum
from fractions import Fraction
from typing import Any, TypeVar

from grike.core.design import Block, ClassDesign, Handling, Item, Level, Phase, Purpose
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.format import FORMATS, BetweenRounds, CircuitOrder, FinalRest, Format
from grike.core.kit import Kit, Room
from grike.core.movement import Library, Sides
from grike.core.rules import default_sheet
from grike.core.series import SeriesShape
from grike.core.sheet import Mode, RuleSheet
from grike.core.volume import Yardstick

Plain = dict[str, Any]
E = TypeVar("E", bound=Enum)

_FORMAT_ENUMS: dict[str, Callable[[str], Enum]] = {
    "order": CircuitOrder,
    "between": BetweenRounds,
    "final": FinalRest,
}


@contextmanager
def at(place: str) -> Iterator[None]:
    """Put ``place`` in front of the place of any InvalidInput that is raised inside."""
    try:
        yield
    except InvalidInput as error:
        error.place = f"{place}.{error.place}" if error.place else place
        error.args = (error.line(),)
        raise


def _member(kind: type[E], value: object, place: str) -> E:
    try:
        return kind(value)
    except ValueError:
        options = ", ".join(str(member.value) for member in kind)
        raise InvalidInput(
            f"'{value}' is not known.", fix=f"Use one of: {options}.", place=place
        ) from None


def _plain(value: object) -> object:
    return value.value if isinstance(value, Enum) else value


def format_to(fmt: Format) -> Plain:
    """Return a format as a dictionary with its kind; parameters at their default are kept."""
    values = {field.name: _plain(getattr(fmt, field.name)) for field in fields(fmt)}
    return {"kind": fmt.kind, **{key: value for key, value in values.items() if value is not None}}


def format_from(data: Mapping[str, Any]) -> Format:
    """Return the format that a dictionary describes."""
    values = dict(data)
    kind = str(values.pop("kind"))
    if kind not in FORMATS:
        raise InvalidInput(
            f"'{kind}' is not a format.", fix=f"Use one of: {', '.join(FORMATS)}.", place="kind"
        )
    cls = FORMATS[kind]
    unknown = set(values) - {field.name for field in fields(cls)}
    if unknown:
        raise InvalidInput(
            f"'{sorted(unknown)[0]}' is not a parameter of {kind}.",
            fix=f"It has: {', '.join(field.name for field in fields(cls))}.",
            place=sorted(unknown)[0],
        )
    for name, kind_of in _FORMAT_ENUMS.items():
        if name in values:
            values[name] = kind_of(values[name])
    try:
        return cls(**values)
    except TypeError:
        raise InvalidInput(f"A parameter of {kind} is missing.", place="kind") from None


def item_to(item: Item) -> Plain:
    """Return an item; what is at its default is left out."""
    out: Plain = {"movement": item.movement_id}
    if item.handling is not Handling.TWO_BOUTS:
        out["handling"] = item.handling.value
    if item.level is not Level.MAIN:
        out["level"] = item.level.value
    for name in ("load_step", "seconds", "reps"):
        if getattr(item, name):
            out[name] = getattr(item, name)
    if item.phases:
        out["phases"] = [{"label": p.label, "seconds": p.seconds} for p in item.phases]
    return out


def item_from(data: Mapping[str, Any]) -> Item:
    """Return the item that a dictionary describes."""
    return Item(
        movement_id=data["movement"],
        handling=_member(Handling, data.get("handling", "two-bouts"), "handling"),
        level=_member(Level, data.get("level", "main"), "level"),
        load_step=data.get("load_step", 0),
        seconds=data.get("seconds"),
        reps=data.get("reps"),
        phases=tuple(Phase(p["label"], p["seconds"]) for p in data.get("phases", ())),
    )


def design_to(design: ClassDesign) -> Plain:
    """Return a design as a dictionary."""
    blocks: list[Plain] = []
    for block in design.blocks:
        entry: Plain = {"purpose": block.purpose.value, "format": format_to(block.format)}
        if block.items:
            entry["items"] = [item_to(item) for item in block.items]
        if block.stations:
            entry["stations"] = True
        blocks.append(entry)
    return {
        "name": design.name,
        "focus": design.focus.value,
        "slot_seconds": design.slot_seconds,
        "kit": sorted(kit.value for kit in design.kit),
        "blocks": blocks,
    }


def _block_from(data: Mapping[str, Any]) -> Block:
    with at("format"):
        fmt = format_from(data["format"])
    items: list[Item] = []
    for place, entry in enumerate(data.get("items", ())):
        with at(f"items[{place}]"):
            items.append(item_from(entry))
    purpose = _member(Purpose, data["purpose"], "purpose")
    return Block(purpose, fmt, tuple(items), bool(data.get("stations", False)))


def design_from(data: Mapping[str, Any]) -> ClassDesign:
    """Return the design that a dictionary describes. Movement ids are not looked up here."""
    blocks: list[Block] = []
    for number, entry in enumerate(data["blocks"]):
        with at(f"blocks[{number}]"):
            blocks.append(_block_from(entry))
    return ClassDesign(
        name=data["name"],
        focus=_member(Focus, data["focus"], "focus"),
        slot_seconds=data["slot_seconds"],
        blocks=tuple(blocks),
        kit=frozenset(_member(Kit, kit, "kit") for kit in data.get("kit", ())),
    )


def check_against_library(design: ClassDesign, library: Library) -> None:
    """Raise InvalidInput with the place of an unknown movement or of sides that do not match."""
    for number, block in enumerate(design.blocks):
        for place, item in enumerate(block.items):
            where = f"blocks[{number}].items[{place}]"
            if item.movement_id not in library:
                raise InvalidInput(
                    f"There is no movement '{item.movement_id}'.",
                    fix="Use an id from the movement library.",
                    place=f"{where}.movement",
                )
            movement = library[item.movement_id]
            if item.handling is not Handling.TWO_BOUTS and movement.sides is not Sides.ONE:
                raise InvalidInput(
                    f"{movement.name} is {movement.sides.value}, so it cannot be handled "
                    f"'{item.handling.value}'.",
                    fix="Leave the handling out.",
                    place=f"{where}.handling",
                )


def shape_to(shape: SeriesShape) -> Plain:
    """Return the shape of a series as a dictionary."""
    return {
        "name": shape.name,
        "start": shape.start.isoformat(),
        "weeks": shape.weeks,
        "weekdays": sorted(shape.weekdays),
        "minutes": shape.minutes,
        "level": shape.level,
        "heads": shape.heads,
        "room": room_to(shape.room),
        "closed": sorted(day.isoformat() for day in shape.closed),
        "menus": {
            str(day): sorted(focus.value for focus in menu)
            for day, menu in sorted(shape.menus.items())
        },
    }


def room_to(room: Room) -> Plain:
    """Return a room as a dictionary."""
    kit = {kit.value: count for kit, count in sorted(room.kit.items())}
    return {"name": room.name, "heads": room.heads, "kit": kit}


def room_from(data: Mapping[str, Any]) -> Room:
    """Return the room that a dictionary describes."""
    kit = {_member(Kit, name, "kit"): count for name, count in data.get("kit", {}).items()}
    return Room(data["name"], kit, data.get("heads", 16))


def day_from(value: str, place: str) -> dt.date:
    """Return the date of an ISO string."""
    try:
        return dt.date.fromisoformat(value)
    except ValueError:
        raise InvalidInput(
            f"'{value}' is not a date.", fix="Write it as 2026-11-30.", place=place
        ) from None


def shape_from(data: Mapping[str, Any]) -> SeriesShape:
    """Return the shape that a dictionary describes."""
    with at("room"):
        room = room_from(data["room"])
    return SeriesShape(
        name=data["name"],
        start=day_from(data["start"], "start"),
        weeks=data["weeks"],
        weekdays=tuple(data["weekdays"]),
        minutes=data["minutes"],
        level=data["level"],
        heads=data["heads"],
        room=room,
        closed=frozenset(day_from(day, "closed") for day in data.get("closed", ())),
        menus={
            int(day): frozenset(_member(Focus, focus, "menus") for focus in menu)
            for day, menu in data.get("menus", {}).items()
        },
    )


def sheet_to(sheet: RuleSheet) -> Plain:
    """Return a rule sheet as a dictionary by rule id."""
    return {
        rule_id: {
            "mode": line.mode.value,
            "weight": line.weight,
            "numbers": {name: float(value) for name, value in line.numbers.items()},
        }
        for rule_id, line in sheet.lines.items()
    }


def sheet_from(data: Mapping[str, Any], yardstick: str = "seconds") -> RuleSheet:
    """Return the default sheet with the lines of a dictionary put in."""
    sheet = RuleSheet(default_sheet().lines, _member(Yardstick, yardstick, "yardstick"))
    for rule_id, entry in data.items():
        if rule_id not in sheet.lines:
            raise InvalidInput(
                f"There is no rule '{rule_id}'.",
                fix=f"Use one of: {', '.join(sheet.lines)}.",
                place=rule_id,
            )
        mode = _member(Mode, entry["mode"], f"{rule_id}.mode") if "mode" in entry else None
        numbers = {key: Fraction(str(value)) for key, value in entry.get("numbers", {}).items()}
        sheet = sheet.with_line(rule_id, mode=mode, weight=entry.get("weight"), numbers=numbers)
    return sheet
