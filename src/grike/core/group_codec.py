"""Groups and records to and from plain dictionaries, for the store and for files."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any

from grike.core.bouts import Side
from grike.core.cautions import Caution
from grike.core.done import Complaint, Otherwise
from grike.core.group import Group
from grike.core.movement import Joint
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
    """Return a record as a dictionary; marks are lists of kind, took, planned, movement.

    What differed and what was sore stand in it where there was something.
    """
    otherwise, complaints = done_to(record)
    return {
        **({"otherwise": otherwise} if otherwise else {}),
        **({"complaints": complaints} if complaints else {}),
        **({} if record.pulse is None else {"pulse": record.pulse}),
        "minutes": record.minutes,
        "effort": record.effort,
        "heads": record.heads,
        "note": record.note,
        "marks": [list(mark) for mark in record.marks],
    }


def record_from(data: Mapping[str, Any]) -> SessionRecord:
    """Return the record that a dictionary describes."""
    marks = tuple(Mark(*mark) for mark in data["marks"])
    return SessionRecord(
        data["minutes"],
        data["effort"],
        data["heads"],
        data["note"],
        marks,
        *done_from(data.get("otherwise", ()), data.get("complaints", ())),
        data.get("pulse"),
    )


def done_to(record: SessionRecord) -> tuple[list[list[Any]], list[list[str]]]:
    """Return what differed and what was sore as lists of plain values."""
    return [list(one) for one in record.otherwise], [list(one) for one in record.complaints]


def done_from(
    otherwise: Iterable[Sequence[Any]], complaints: Iterable[Sequence[str]]
) -> tuple[tuple[Otherwise, ...], tuple[Complaint, ...]]:
    """Return what differed and what was sore, from lists of plain values. Raises InvalidInput."""
    return (
        tuple(
            # How many were done and with what came later than the rest.
            Otherwise(block, place, round_, member(Side, side, "side"), movement, *how)
            for block, place, round_, side, movement, *how in otherwise
        ),
        tuple(Complaint(member(Joint, joint, "joint"), at) for joint, at in complaints),
    )
