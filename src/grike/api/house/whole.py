"""A whole house as one open document, and a house made of one.

What a house keeps is in it: people without what they sign in with, sites, rooms, groups, shapes,
templates, movements of its own, series with who taught them and what was recorded. Histories, runs
and the audit are not: a backup has those.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass, replace
from typing import Any

from grike import VERSION
from grike.core.class_shape_codec import class_shape_from, class_shape_to
from grike.core.errors import Conflict, InvalidInput
from grike.core.group_codec import group_from, group_to, record_from, record_to
from grike.core.library import Library
from grike.core.plain import Plain, at
from grike.core.series_codec import room_from, room_to
from grike.core.site import Site
from grike.exchange.classes import class_from, class_to
from grike.exchange.documents import conforming
from grike.exchange.library import library_document, library_of
from grike.exchange.plans import plan_from, plan_to
from grike.store import (
    changes,
    designs,
    groups,
    people,
    rooms,
    seasons,
    series,
    sessions,
    shapes,
    sites,
    templates,
)
from grike.store import library as stored_library
from grike.store.connection import Connection
from grike.store.people import Person
from grike.store.sessions import Session

BROUGHT = "Brought in with the house"


def house_to(connection: Connection, made: dt.datetime) -> Plain:
    """Return the house as a document; ``made``: now, in UTC."""
    everybody = people.every(connection)
    names = {one.id: one.sign_in_name for one in everybody}
    # The oldest first: what learns from another stands after it.
    lines = sorted(series.lines(connection), key=lambda line: line.id)
    places = {line.id: number for number, line in enumerate(lines)}
    return {
        "grike": "house",
        "version": VERSION,
        "made": made.isoformat(timespec="seconds"),
        **_people_and_places(connection, everybody),
        "groups": [
            {"name": own.group.name} | group_to(own.group) for own in groups.every(connection)
        ],
        "shapes": [class_shape_to(own.shape) for own in shapes.every(connection)],
        "templates": [
            {"name": own.name, "class": class_to(own.design)} for own in templates.every(connection)
        ],
        "movements": _own_movements(connection),
        "series": [_series_to(connection, line, places, names) for line in lines],
    }


def _people_and_places(connection: Connection, everybody: Sequence[Person]) -> Plain:
    every = sites.every(connection)
    names = {own.id: own.site.name for own in every}
    works, standing = sites.of_people(connection), sites.site_ids(connection)
    return {
        "people": [
            {
                "name": own.name,
                "sign_in_name": own.sign_in_name,
                "role": own.role,
                "left": own.left,
                "sites": sorted(names[each] for each in works.get(own.id, ())),
            }
            for own in everybody
        ],
        "sites": [asdict(own.site) for own in every],
        "rooms": [
            room_to(room) | {"site": names.get(standing.get(key, 0))}
            for key, room in rooms.every(connection)
        ],
    }


def _own_movements(connection: Connection) -> list[Plain]:
    shipped = {entry["id"]: entry for entry in library_document()["movements"]}
    every = stored_library.entries(connection)
    return [entry for entry in every if shipped.get(entry["id"]) != entry]


def _series_to(
    connection: Connection,
    line: series.SeriesLine,
    places: Mapping[int, int],
    names: Mapping[int, str],
) -> Plain:
    stored = series.get(connection, line.id)
    marks = sessions.marks_of(connection, line.id)
    slots = stored.plan.shape.by_day()
    standing = {day: stored.designs.get(slot.index) for day, slot in slots.items()}
    first = places.get(seasons.group_of(connection, line.id))
    out: list[Plain] = []
    for own in sessions.of_series(connection, line.id):
        if own.day is None:
            continue
        as_it_was = None
        if standing.get(own.day) != own.design_id:
            as_it_was = class_to(designs.get(connection, own.design_id))
        record = own.record and replace(own.record, marks=tuple(marks.get(own.id, ())))
        out.append(
            {
                **_taught(own, own.day, names),
                **({"class": as_it_was} if as_it_was is not None else {}),
                **({"record": record_to(record)} if record else {}),
            }
        )
    return {
        "document": plan_to(stored.plan, stored.certificate),
        "tags": list(line.tags),
        "archived": line.archived,
        "learned_from": None if first == places[line.id] else first,
        "sessions": out,
    }


def _taught(own: Session, day: int, names: Mapping[int, str]) -> Plain:
    """Return when, where and by whom; ``day``: see Slot."""
    teacher = None if own.instructor_id is None else names.get(own.instructor_id)
    return {
        "week": day // 7 + 1,
        "weekday": day % 7,
        "begins": own.starts_at.isoformat(),
        "room": own.room,
        "instructor": teacher,
    }


@dataclass(frozen=True, slots=True)
class Counts:
    """How much came in."""

    people: int
    series: int
    classes: int
    sessions: int


def house_in(connection: Connection, document: Any) -> Counts:
    """Make a house of a document. People come without a password: they need links to come in.

    Raises Conflict for a house that has series already, InvalidInput with the place of a fault.
    """
    data = conforming(document, "house")
    if series.lines(connection):
        raise Conflict(
            "This house has series already, and two houses are not made into one.",
            "Nothing was changed.",
            "Begin with an empty house: ./grike reset, then ./grike start.",
        )
    site_ids = _sites_in(connection, data.get("sites", []))
    ids = _people_in(connection, data["people"], site_ids)
    library = _library_in(connection, data["movements"])
    for number, entry in enumerate(data["rooms"]):
        with at(f"rooms[{number}]"):
            room = rooms.put(connection, room_from(entry))
            if entry.get("site"):
                sites.put_room(connection, room, _site_id(site_ids, entry["site"]))
    for number, entry in enumerate(data["groups"]):
        with at(f"groups[{number}]"):
            groups.add(connection, group_from(entry["name"], entry))
    for number, entry in enumerate(data["shapes"]):
        with at(f"shapes[{number}]"):
            shapes.add(connection, class_shape_from(conforming(entry, "shape")))
    for number, entry in enumerate(data["templates"]):
        with at(f"templates[{number}]"):
            design, _ = class_from(conforming(entry["class"], "class"), library)
            templates.add(connection, entry["name"], design)
    made: list[int] = []
    classes = taught = 0
    for number, entry in enumerate(data["series"]):
        with at(f"series[{number}]"):
            stored = _series_in(connection, entry, library, made)
            made.append(stored.id)
            classes += len(stored.plan.classes)
            taught += _sessions_in(connection, stored, entry["sessions"], library, ids)
    return Counts(len(ids), len(made), classes, taught)


def _sites_in(connection: Connection, entries: Sequence[Plain]) -> dict[str, int]:
    """Add sites that are not there yet; return the ids by name."""
    ids = {own.site.name: own.id for own in sites.every(connection)}
    for number, entry in enumerate(entries):
        with at(f"sites[{number}]"):
            site = Site(entry["name"], entry["address"], entry["in_emergency"])
            ids[site.name] = ids.get(site.name) or sites.add(connection, site)
    return ids


def _site_id(ids: Mapping[str, int], name: str) -> int:
    if name not in ids:
        raise InvalidInput(f"There is no site {name}.", place="site", fix="Add it to 'sites'.")
    return ids[name]


def _people_in(
    connection: Connection, entries: Sequence[Plain], site_ids: Mapping[str, int]
) -> dict[str, int]:
    """Add who is not there yet; return the ids by sign-in name."""
    ids: dict[str, int] = {}
    for number, entry in enumerate(entries):
        name, role = entry["sign_in_name"], entry["role"]
        there = people.named(connection, name)
        ids[name] = there.id if there else people.add(connection, entry["name"], name, role, "")
        if there is None and entry["left"]:
            people.leave(connection, ids[name])
        with at(f"people[{number}]"):
            works_at = [_site_id(site_ids, each) for each in entry.get("sites", ())]
            sites.works_at(connection, ids[name], works_at)
    return ids


def _library_in(connection: Connection, entries: Sequence[Plain]) -> Library:
    with at("movements"):
        stored_library.save_all(
            connection,
            [{key: own[key] for key in own if key != "retired"} for own in entries],
        )
        for entry in entries:
            stored = stored_library.get(connection, entry["id"])
            retired = bool(entry.get("retired", False))
            if stored.retired != retired:
                stored_library.retire(connection, entry["id"], stored.version, retired)
        return library_of(stored_library.entries(connection), "house")


def _series_in(
    connection: Connection, entry: Plain, library: Library, made: Sequence[int]
) -> series.StoredSeries:
    with at("document"):
        document = conforming(entry["document"], "plan")
        plan = plan_from(document, library)
    first = entry["learned_from"]
    if first is not None and not 0 <= first < len(made):
        raise InvalidInput("It learns from a series that stands before it.", place="learned_from")
    own = series.add(connection, plan, None, None if first is None else made[first])
    if plan.classes:
        changes.save(connection, series.get(connection, own), plan.classes, BROUGHT, None)
    series.certify(connection, own, document.get("certificate"))
    series.shelve(connection, own, entry["tags"], archived=entry["archived"])
    return series.get(connection, own)


def _sessions_in(
    connection: Connection,
    stored: series.StoredSeries,
    entries: Sequence[Plain],
    library: Library,
    ids: Mapping[str, int],
) -> int:
    slots = stored.plan.shape.by_day()
    for number, entry in enumerate(entries):
        day = 7 * (entry["week"] - 1) + entry["weekday"]
        with at(f"sessions[{number}]"):
            slot = slots.get(day)
            design = stored.designs.get(slot.index) if slot else None
            if "class" in entry:
                taught, _ = class_from(conforming(entry["class"], "class"), library)
                design = designs.add(connection, taught)
            if design is None:
                raise InvalidInput("There is no class on this day.", fix="Give it as 'class'.")
            begins = dt.datetime.fromisoformat(entry["begins"]).replace(tzinfo=None)
            room = rooms.id_of(connection, entry["room"]) if entry["room"] else None
            who = ids.get(entry["instructor"]) if entry["instructor"] else None
            own = sessions.add(connection, design, stored.id, day, begins, room, who)
            if "record" in entry:
                sessions.put_record(connection, own, record_from(entry["record"]), who)
    return len(entries)
