"""Shapes of series and rooms to and from plain dictionaries, for files, the store and the API.

``*_from`` functions expect the shape that the JSON schemas describe and raise InvalidInput with
the place of the first value that cannot be used.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping
from typing import Any

from grike.core.class_shape import ClassShape
from grike.core.class_shape_codec import class_shape_from, class_shape_to
from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.kit import Kit, Room
from grike.core.plain import Plain, at, from_plain, member, to_plain
from grike.core.series import SeriesShape
from grike.core.wishes import Wishes


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
        **({} if shape.wishes == Wishes() else {"wishes": to_plain(shape.wishes)}),
        **({"formats": sorted(shape.formats)} if shape.formats else {}),
        **(
            {"shapes": [class_shape_to(own) for own in shape.class_shapes]}
            if shape.class_shapes
            else {}
        ),
        **(
            {"shape_days": {str(day): sorted(ids) for day, ids in sorted(shape.shape_days.items())}}
            if shape.shape_days
            else {}
        ),
        **({"kept_days": sorted(shape.kept_days)} if shape.kept_days else {}),
        **({"times": times_to(shape.times)} if shape.times else {}),
    }


def room_to(room: Room) -> Plain:
    """Return a room as a dictionary."""
    kit = {kit.value: count for kit, count in sorted(room.kit.items())}
    return {"name": room.name, "heads": room.heads, "kit": kit}


def room_from(data: Mapping[str, Any]) -> Room:
    """Return the room that a dictionary describes."""
    kit = {member(Kit, name, "kit"): count for name, count in data.get("kit", {}).items()}
    return Room(data["name"], kit, data.get("heads", 16))


def times_to(times: Mapping[int, dt.time]) -> Plain:
    """Return when classes begin by weekday, to the minute: {"0": "18:30"}."""
    return {str(day): at.isoformat("minutes") for day, at in sorted(times.items())}


def times_from(data: Mapping[Any, str]) -> dict[int, dt.time]:
    """Return when classes begin by weekday; seconds, and what stands for a zone, fall away."""
    out: dict[int, dt.time] = {}
    for day, text in data.items():
        try:
            found = dt.time.fromisoformat(text)
        except ValueError:
            raise InvalidInput(
                f"'{text}' is no time of day.", fix="Write it as 18:30.", place="times"
            ) from None
        out[int(day)] = dt.time(found.hour, found.minute)
    return out


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
    with at("wishes"):
        wishes = from_plain(Wishes, data.get("wishes", {}), "the wishes")
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
        formats=frozenset(str(kind) for kind in data.get("formats", ())),
        menus={
            int(day): frozenset(member(Focus, focus, "menus") for focus in menu)
            for day, menu in data.get("menus", {}).items()
        },
        wishes=wishes,
        class_shapes=_class_shapes(data),
        shape_days={
            int(day): frozenset(str(own) for own in ids)
            for day, ids in data.get("shape_days", {}).items()
            if ids
        },
        kept_days=frozenset(data.get("kept_days", ())),
        times=times_from(data.get("times", {})),
    )


def _class_shapes(data: Mapping[str, Any]) -> tuple[ClassShape, ...]:
    out: list[ClassShape] = []
    for number, entry in enumerate(data.get("shapes", ())):
        with at(f"shapes[{number}]"):
            out.append(class_shape_from(entry))
    return tuple(out)
