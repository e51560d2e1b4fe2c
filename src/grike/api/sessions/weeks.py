"""Who teaches a week, given to another at once; and what one is down to teach oneself."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter
from pydantic import Field

from grike.api.model import Model, Moment
from grike.api.places import clashes_of
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.core.errors import InvalidInput, NotFound
from grike.core.series import SeriesPlan, Slot
from grike.core.teaching import Teaching, to_be_taught
from grike.store import people, rooms, series, sessions
from grike.store.connection import Connection

router = APIRouter(prefix="/api", tags=["sessions"])
OF_WEEK = "/series/{series_id}/weeks/{week}"
#: So long after it began a class is still the next one, and so many are shown.
STILL_NEXT, MOST_SHOWN = dt.timedelta(hours=3), 60


class WeekSession(Model):
    """A teaching of a class of the week. ``day``: seven times the week, from 0, and the weekday."""

    day: int = Field(ge=0, le=7 * 104)
    starts_at: Moment
    instructor: int | None


class WeekSessions(Model):
    """Who teaches the classes of a week; what was recorded is not among them and stays."""

    sessions: list[WeekSession] = Field(max_length=60)


class WeekTeacher(Model):
    """Who teaches a whole week."""

    instructor: int


class Given(Model):
    """A week as it was, to be put back, and what happened in words."""

    label: str
    before: WeekSessions


class MyClass(Model):
    """A class that one is down to teach. ``slot`` None: its day is closed by now.

    ``clashes``: what does not go together with it in the calendar, a sentence each.
    """

    session: int
    series: int
    series_name: str
    slot: int | None
    week: int
    name: str
    starts_at: Moment
    room: str | None
    site: str | None
    clashes: list[str]
    recorded: bool


@router.post(f"{OF_WEEK}/give")
def give_week(series_id: int, week: int, body: WeekTeacher, _: Director, state: StateOf) -> Given:
    """Put somebody down for every class of a week that was not taught yet."""
    with state.database.transaction() as connection:
        name = _name_of(connection, body.instructor)
        stored = series.get(connection, series_id)
        slots = _slots_of(stored.plan, week)
        every = sessions.of_series(connection, series_id)
        own = [one for one in every if one.day in slots]
        held = [one for one in own if one.record is None]
        known = [
            Teaching(one.day, one.starts_at, one.record is not None)
            for one in every
            if one.day is not None
        ]
        wanted = [
            WeekSession(day=day, starts_at=at, instructor=body.instructor)
            for day, at in to_be_taught(slots, known, stored.plan.shape.times)
        ]
        _put(connection, stored, held, wanted)
    done = len(slots) - len(wanted)
    stays = f"; {done} taught already, which stay" if done else ""
    many = f"{len(wanted)} class{'' if len(wanted) == 1 else 'es'}"
    before = [
        WeekSession(day=one.day, starts_at=one.starts_at, instructor=one.instructor_id)
        for one in held
        if one.day is not None
    ]
    return Given(
        label=f"Week {week + 1}: {many} to {name}{stays}", before=WeekSessions(sessions=before)
    )


@router.put(f"{OF_WEEK}/sessions")
def put_week(series_id: int, week: int, body: WeekSessions, _: Director, state: StateOf) -> Changed:
    """Put down who teaches a week, in the place of what stood there and was not taught."""
    with state.database.transaction() as connection:
        stored = series.get(connection, series_id)
        slots = _slots_of(stored.plan, week)
        for one in body.sessions:
            if one.day not in slots:
                raise InvalidInput("A class is not of this week.", fix="Load the page again.")
            if one.instructor is not None:
                _name_of(connection, one.instructor)
        every = sessions.of_series(connection, series_id)
        held = [one for one in every if one.day in slots and one.record is None]
        _put(connection, stored, held, body.sessions)
    return Changed(label=f"Who teaches week {week + 1}")


def _put(
    connection: Connection,
    stored: series.StoredSeries,
    held: list[sessions.Session],
    wanted: list[WeekSession],
) -> None:
    room = rooms.id_of(connection, stored.plan.shape.room.name)
    slots = stored.plan.shape.by_day()
    for one in held:
        sessions.remove(connection, one.id)
    for new in wanted:
        design = stored.designs[slots[new.day].index]
        at = new.starts_at.replace(tzinfo=None, microsecond=0)
        sessions.add(connection, design, stored.id, new.day, at, room, new.instructor)


def _slots_of(plan: SeriesPlan, week: int) -> dict[int, Slot]:
    """Return the days of a week that have a class. Raises NotFound where there is none."""
    found = {own.slot.day: own.slot for own in plan.classes if own.slot.week == week}
    if not found:
        raise NotFound("There is no class in that week.", fix="Look at the board again.")
    return found


def _name_of(connection: Connection, person_id: int) -> str:
    name = people.teacher_name(connection, person_id)
    if name is None:
        raise InvalidInput(
            "There is no such instructor.", fields={"instructor": "Choose one of the list."}
        )
    return name


@router.get("/my-classes")
def my_classes(person: SignedIn, state: StateOf, since: Moment | None = None) -> list[MyClass]:
    """Return what one is down to teach, the next first; ``since``: from then on, by the wall."""
    at = (since or dt.datetime.now()).replace(tzinfo=None) - STILL_NEXT
    out: list[MyClass] = []
    with state.database.transaction() as connection:
        every = sessions.of_person(connection, person.id, at, MOST_SHOWN)
        in_the_way = clashes_of(connection, every)
        for own in every:
            if own.series_id is None or own.day is None:
                continue
            stored = state.series(connection, own.series_id).stored
            slot = stored.plan.shape.by_day().get(own.day)
            there = next((one for one in stored.plan.classes if one.slot == slot), None)
            out.append(
                MyClass(
                    session=own.id,
                    series=own.series_id,
                    series_name=stored.plan.shape.name,
                    slot=slot.index if slot and there else None,
                    week=own.day // 7,
                    name=there.design.name if there else "No class on this day any more",
                    starts_at=own.starts_at,
                    room=own.room,
                    site=own.site,
                    clashes=in_the_way.get(own.id, []),
                    recorded=own.record is not None,
                )
            )
    return out
