"""The classes of a series as a calendar (iCalendar, RFC 5545)."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable
from dataclasses import dataclass

from icalendar import Calendar, Event

from grike.core.judging.class_facts import ClassFacts
from grike.core.kit import kit_words
from grike.core.purpose import Purpose


@dataclass(frozen=True, slots=True)
class Dated:
    """A class with its series, by id and name, where it is, when it begins and with whom.

    ``begins``: local time without a zone; None where that is not known: then it is for the day.
    ``turn``: how many teachings of the same class come before this one on its day.
    """

    series_id: int
    series_name: str
    place: str
    member: ClassFacts
    begins: dt.datetime | None = None
    teacher: str = ""
    turn: int = 0


def to_calendar(name: str, classes: Iterable[Dated], made: dt.datetime) -> bytes:
    """Return a calendar with an event for each class; ``made``: now, in UTC.

    An event keeps its UID for as long as its day does, so that a class that changes is not doubled.
    """
    calendar = Calendar()
    calendar.add("prodid", "-//Grike//Classes//EN")
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    calendar.add("x-wr-calname", name)
    for own in classes:
        calendar.add_component(_event(own, made))
    text: bytes = calendar.to_ical()
    return text


def _event(own: Dated, made: dt.datetime) -> Event:
    design, slot = own.member.design, own.member.slot
    event = Event()
    # The first has the name it always had, so that nobody's calendar has it twice.
    turn = f"-{own.turn + 1}" if own.turn else ""
    event.add("uid", f"series-{own.series_id}-day-{slot.day}{turn}@grike")
    event.add("dtstamp", made)
    if own.begins is None:
        event.add("dtstart", slot.date)
        event.add("dtend", slot.date + dt.timedelta(days=1))
    else:
        event.add("dtstart", own.begins)
        event.add("dtend", own.begins + dt.timedelta(seconds=design.slot_seconds))
    event.add("summary", design.name)
    event.add("location", own.place)
    event.add("description", "\n".join(_lines(own)))
    return event


def _lines(own: Dated) -> Iterable[str]:
    """Yield what somebody who teaches a class wants to see in a calendar."""
    design, library = own.member.design, own.member.library
    kit = kit_words(sorted(design.kit))
    yield f"{own.series_name}, week {own.member.slot.week + 1}. Kit: {kit}."
    if own.teacher:
        yield f"With {own.teacher}."
    for block in design.blocks:
        if block.purpose is Purpose.WORK:
            title = block.role.value if block.role is not None else block.format.name
            names = ", ".join(library[item.movement_id].name for item in block.items)
            yield f"{title.capitalize()}: {names}."
