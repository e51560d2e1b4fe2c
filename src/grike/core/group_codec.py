"""Groups and records to and from plain dictionaries, for the store and for files."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

from grike.core.cautions import Caution
from grike.core.group import Group
from grike.core.plain import Plain, member
from grike.core.record import Mark, SessionRecord
from grike.core.series_codec import times_from, times_to
from grike.core.wishes import Member


def group_to(group: Group) -> Plain:
    """Return a group as a dictionary, without its name, under which it is kept."""
    return {
        "heads": group.heads,
        "level": group.level,
        "cautions": [one.value for one in group.cautions],
        "members": [
            {"name": own.name, "cautions": [one.value for one in own.cautions]}
            for own in group.members
        ],
        "times": times_to(group.times),
    }


def group_from(name: str, data: Mapping[str, Any]) -> Group:
    """Return the group that a dictionary describes."""

    def cautions(names: list[str]) -> tuple[Caution, ...]:
        return tuple(member(Caution, one, "cautions") for one in names)

    members = tuple(Member(own["name"], cautions(own["cautions"])) for own in data["members"])
    times = times_from(data["times"])
    return Group(name, data["heads"], data["level"], cautions(data["cautions"]), members, times)


def record_to(record: SessionRecord) -> Plain:
    """Return a record as a dictionary; marks are lists of kind, took, planned, movement."""
    return {
        "minutes": record.minutes,
        "effort": record.effort,
        "heads": record.heads,
        "note": record.note,
        "marks": [list(mark) for mark in record.marks],
    }


def record_from(data: Mapping[str, Any]) -> SessionRecord:
    """Return the record that a dictionary describes."""
    marks = tuple(Mark(*mark) for mark in data["marks"])
    return SessionRecord(data["minutes"], data["effort"], data["heads"], data["note"], marks)
