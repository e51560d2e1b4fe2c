"""The demo: an invented boathouse with people, a hall and series that the planner really made."""

from __future__ import annotations

import datetime as dt
from dataclasses import dataclass, replace
from pathlib import Path
from typing import NamedTuple

from grike.api.app import prepare
from grike.api.state import Config, State
from grike.core.cautions import Caution
from grike.core.done import Complaint, Otherwise
from grike.core.focus import Focus
from grike.core.judging.class_facts import ClassFacts
from grike.core.library import Library
from grike.core.movement import Joint
from grike.core.pace import DEFAULT_PACE
from grike.core.pace_learning import BREATHER, REST
from grike.core.planner import Problem, Settings, plan
from grike.core.purpose import Purpose
from grike.core.record import Mark, SessionRecord, measures
from grike.core.rules import Facts
from grike.core.seasons import next_season
from grike.core.series import SeriesPlan, SeriesShape
from grike.core.sheet import RuleSheet
from grike.core.wishes import Member, Wishes
from grike.exchange.presets import presets
from grike.exchange.shapes import shipped_shapes
from grike.store import changes, series, sessions
from grike.store.connection import Connection, Database
from scripts import database, install, processes, serve
from scripts.database import Server
from scripts.demo_house import HALL, PEOPLE, keep_groups, keep_people, keep_sites
from scripts.install import say
from scripts.paths import Trouble
from scripts.supervise import DEMO_MARK


@dataclass(frozen=True, slots=True)
class DemoSeries:
    """One series of the demo, with the hour at which it is taught, by whom, and its tags.

    ``before``: the name of the season before it; "" where it is the first one of its group.
    ``at_noon``: the weekday whose class a few take at noon in the loft as well, where one is.
    """

    shape: SeriesShape
    sheet: RuleSheet
    hour: int
    instructors: tuple[int, ...]
    tags: tuple[str, ...]
    before: str = ""
    heads: int = 12
    at_noon: int | None = None


def demo_series(monday: dt.date) -> tuple[DemoSeries, ...]:
    """Return the series of the demo; the first is the one that opens."""
    crew = SeriesShape(
        "Winter crew strength", monday, 6, (0, 1, 3, 4), 45, 2, 16, HALL,
        closed=frozenset({monday + dt.timedelta(days=31)}),
        wishes=Wishes(members=(Member("J. K.", (Caution.KNEES,)),)),
        class_shapes=shipped_shapes(),
    )  # fmt: skip
    whole = frozenset({Focus.WHOLE})
    gentle = SeriesShape(
        "Gentle mornings", monday, 4, (1, 4), 40, 1, 12, HALL, menus={1: whole, 4: whole},
        class_shapes=shipped_shapes(),
    )  # fmt: skip
    lifts = presets()[0].sheet()
    # Twice a week, a gap of three classes would mean that nothing comes back for two weeks.
    often = lifts.with_line("D4", numbers={"gap": 1})
    return (
        DemoSeries(
            crew, lifts, 18, (2, 3, 4), ("rowers", "winter"), "Autumn crew strength", at_noon=3
        ),
        DemoSeries(gentle, often, 10, (5,), ("morning",)),
    )


class House(NamedTuple):
    """Whom the demo has, in which rooms they teach, and what day it is."""

    people: list[int]
    room: int
    loft: int
    today: dt.date


def fill(connection: Connection, library: Library, today: dt.date) -> None:
    """Put people, the hall and planned series into an empty database."""
    ids = keep_people(connection)
    hall, loft = keep_sites(connection, ids)
    house = House(ids, hall, loft, today)
    keep_groups(connection)
    monday = today - dt.timedelta(days=today.weekday() + 7)
    for number, entry in enumerate(reversed(demo_series(monday))):
        say(f"planning {entry.shape.name}")
        empty = SeriesPlan(entry.shape, entry.sheet)
        result = plan(Problem(empty, library), None, 7 + number, Settings())
        series_id = series.add(connection, empty, ids[0])
        series.shelve(connection, series_id, entry.tags, archived=False)
        if result.plan is None:
            continue
        stored = series.get(connection, series_id)
        changes.save(
            connection, stored, result.plan.classes, "Plan the series", ids[0], result.certificate()
        )
        teach(connection, library, house, entry, series_id)
        if entry.before:
            the_season_before(connection, library, house, entry, series_id)


def the_season_before(
    connection: Connection, library: Library, house: House, entry: DemoSeries, series_id: int
) -> None:
    """Keep the season before a series, in the archive: the same classes, taught to fewer people."""
    now = series.get(connection, series_id).plan
    start = now.shape.start - dt.timedelta(weeks=now.shape.weeks + 1)
    before = next_season(now, entry.before, start, classes=True)
    earlier = series.add(connection, before, house.people[0], series_id)
    stored = series.get(connection, earlier)
    changes.save(connection, stored, before.classes, "Plan the series", house.people[0])
    series.shelve(connection, earlier, entry.tags, archived=True)
    teach(connection, library, house, replace(entry, heads=entry.heads - 2), earlier)


def teach(
    connection: Connection, library: Library, house: House, entry: DemoSeries, series_id: int
) -> None:
    """Put everybody down for the classes of a series, and record those that are over."""
    stored = series.get(connection, series_id)
    for place, member in enumerate(Facts(stored.plan, library).classes):
        slot = member.slot
        teacher = house.people[entry.instructors[place % len(entry.instructors)]]
        times = [(entry.hour, house.room, teacher, entry.heads)]
        if slot.weekday == entry.at_noon:
            times.append((12, house.loft, house.people[1], 6))
        for hour, room, who, heads in times:
            at = dt.datetime.combine(slot.date, dt.time(hour))
            design = stored.designs[slot.index]
            session = sessions.add(connection, design, series_id, slot.day, at, room, who)
            if slot.date < house.today:
                record = taught(member, library, who, heads)
                sessions.put_record(connection, session, record, who)


def taught(member: ClassFacts, library: Library, teacher: int, heads: int) -> SessionRecord:
    """Return an invented record: one instructor gets people to the floor slowly, one shows long."""
    slot = member.slot.index
    slow = {"to_floor_seconds": 1.6, "to_standing_seconds": 1.5} if teacher % 2 else {}
    long = {} if teacher % 2 else {"show_first_today_seconds": 1.4, "show_new_seconds": 1.3}
    # Rests and breathers run over as they usually do.
    usual = {kind: getattr(DEFAULT_PACE, kind) for kind in (REST, BREATHER)}
    times = usual | slow | long
    marks = tuple(
        Mark(m.kind, round(m.planned * times.get(m.kind, 1.0), 1), m.planned, m.movement_id)
        for m in measures(member.clock, library, member.pace)
        if m is not None
    )
    late = sum(mark.took - mark.planned for mark in marks)
    minutes = round((member.clock.real_seconds + late) / 60, 1)
    record = SessionRecord(minutes, 5 + slot % 3, heads + slot % 4, "", marks)
    return differed(member, record) if slot % 3 == 1 else record


def differed(member: ClassFacts, record: SessionRecord) -> SessionRecord:
    """Return an invented record of an evening on which not all went as planned."""
    blocks = member.design.blocks
    bouts = [b for b in member.clock.bouts if blocks[b.block].purpose is Purpose.WORK]
    last = bouts[-1]
    gone = [b for b in bouts if (b.block, b.place, b.round) == (last.block, last.place, last.round)]
    out = tuple(Otherwise(b.block, b.place, b.round, b.side, b.movement.id) for b in gone)
    most = max(bouts, key=lambda bout: bout.movement.joints.get(Joint.KNEE, 0))
    sore = (
        (Complaint(Joint.KNEE, most.movement.id),) if most.movement.joints.get(Joint.KNEE) else ()
    )
    return replace(
        record, otherwise=out, complaints=sore, note="Two came late; the last round was dropped."
    )


def load(server: Server, mark: Path | None = None) -> None:
    """Bring the database up to date and fill it unless somebody is in it already.

    ``mark``: a file that then says that it holds the demo.
    """
    config = Config(server.url())
    state = State(config, Database(config.database_url))
    prepare(state)
    with state.database.transaction() as connection:
        if connection.row("SELECT id FROM person LIMIT 1") is None:
            if mark is not None:
                mark.touch()
            fill(connection, state.library(connection), dt.date.today())
    state.database.close()


def demo(arguments: list[str]) -> int:
    """Start everything and say where it is."""
    del arguments
    if processes.running("supervisor"):
        raise Trouble("Grike runs already, and not as a demo. ./grike stop ends it.")
    server = database.start()
    install.front_end()
    load(server, DEMO_MARK)
    port = serve.start(server)
    print(f"\nGrike runs at http://127.0.0.1:{port}\n")
    for name, sign_in, role, password in PEOPLE[:3]:
        print(f"  {role:<10}  {sign_in:<7} {password:<20} ({name})")
    print("\nThis is a demo: its data is invented, and everybody knows its passwords.")
    print("Stop it with ./grike stop; ./grike start is for a house of your own.")
    return 0
