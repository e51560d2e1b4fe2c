"""Sessions: who teaches a class when, what it really was, and the pace that is learned from it."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.classes.access import member_of
from grike.api.security import Director, SignedIn, StateOf
from grike.api.sessions.keeping import keep
from grike.api.sessions.models import (
    EstimateModel,
    NewSession,
    PaceModel,
    PersonModel,
    RecordModel,
    RoomForClass,
    TaughtModel,
)
from grike.api.sessions.sent import local_time
from grike.api.shared import Changed, Created
from grike.core.errors import Conflict, InvalidInput, NotAllowed
from grike.core.pace import DEFAULT_PACE
from grike.core.pace_learning import FACTORS, KIND_NAMES, Estimate
from grike.core.sharing import lacks
from grike.store import people, rooms, seasons, series, sessions, sites

router = APIRouter(prefix="/api", tags=["sessions"])
OF_CLASS = "/series/{series_id}/classes/{slot}"


@router.get("/people")
def list_people(_: SignedIn, state: StateOf) -> list[PersonModel]:
    """Return everybody who may teach, by name."""
    with state.database.transaction() as connection:
        at = sites.of_people(connection)
        return [
            PersonModel(
                id=person.id, name=person.name, role=person.role, sites=at.get(person.id, [])
            )
            for person in people.every(connection)
            if person.teaches
        ]


@router.post(f"{OF_CLASS}/sessions", status_code=201)
def add_session(
    series_id: int, slot: int, body: NewSession, _: Director, state: StateOf
) -> Created:
    """Say when a class is taught, and by whom."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        member = member_of(held.facts, slot)
        if body.instructor is not None and people.teacher_name(connection, body.instructor) is None:
            raise InvalidInput(
                "There is no such instructor.", fields={"instructor": "Choose one of the list."}
            )
        design = held.stored.designs[slot]
        at = local_time(body.starts_at)
        room = body.room
        if room is None:
            room = rooms.id_of(connection, held.facts.shape.room.name)
        elif room not in {known for known, _ in rooms.every(connection)}:
            raise InvalidInput("There is no such room.", fields={"room": "Choose one of the list."})
        return Created(
            id=sessions.add(
                connection, design, series_id, member.slot.day, at, room, body.instructor
            )
        )


@router.get(f"{OF_CLASS}/rooms")
def list_rooms_for_class(
    series_id: int, slot: int, _: SignedIn, state: StateOf
) -> list[RoomForClass]:
    """Return the rooms in which a class may be taught, its own first, with what each lacks."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        member = member_of(held.facts, slot)
        at, every = sites.of_rooms(connection), rooms.every(connection)
        ids, usual = sites.site_ids(connection), rooms.id_of(connection, held.facts.shape.room.name)
    shape, library = held.facts.shape, held.facts.library
    out: list[RoomForClass] = []
    for room_id, room in sorted(every, key=lambda entry: entry[0] != usual):
        site = at.of(room.name)
        # The series has its room as it was set up, which the kept one may differ from by now.
        there = shape.room if room_id == usual else room
        out.append(
            RoomForClass(
                id=room_id,
                name=room.name,
                site_id=ids.get(room_id),
                site=site.name if site else None,
                usual=room_id == usual,
                lacks=list(lacks(member.design, library, there, shape.heads)),
            )
        )
    return out


@router.delete("/sessions/{session_id}", status_code=204)
def remove_session(session_id: int, _: Director, state: StateOf) -> None:
    """Take a session out that was not taught; what was recorded stays."""
    with state.database.transaction() as connection:
        if sessions.get(connection, session_id).record is not None:
            raise Conflict(
                "This session has a record.", "Records are what the pace is learned from."
            )
        sessions.remove(connection, session_id)


@router.put("/sessions/{session_id}/record")
def record_session(session_id: int, body: RecordModel, person: SignedIn, state: StateOf) -> Changed:
    """Keep what a session really was, in place of an earlier record."""
    with state.database.transaction() as connection:
        session = sessions.get(connection, session_id)
        if not person.directs and session.instructor_id != person.id:
            raise NotAllowed(
                "Only who taught it, or a director, may record a session.",
                fix="Ask your director to put you down for it.",
            )
        keep(connection, session_id, body, person.id)
    return Changed(label="Record the session")


@router.post(f"{OF_CLASS}/taught", status_code=201)
def record_class(
    series_id: int, slot: int, body: TaughtModel, person: SignedIn, state: StateOf
) -> Created:
    """Keep what a class was that one taught oneself, though nobody had put one down for it.

    What is sent again, since nobody knew whether it had come, is the same session.
    """
    at = local_time(body.starts_at)
    if not person.teaches:
        raise NotAllowed("Only who teaches records a class.", fix="Ask your director to do it.")
    with state.database.transaction() as connection:
        series.lock(connection, series_id)
        held = state.series(connection, series_id)
        day = member_of(held.facts, slot).slot.day
        known = [
            own.id
            for own in sessions.of_day(connection, series_id, day)
            if own.instructor_id == person.id and own.starts_at == at
        ]
        room = rooms.id_of(connection, held.facts.shape.room.name)
        session = (
            known[0]
            if known
            else sessions.add(
                connection, held.stored.designs[slot], series_id, day, at, room, person.id
            )
        )
        keep(connection, session, body.record, person.id)
    return Created(id=session)


@router.get("/series/{series_id}/pace")
def get_pace(
    series_id: int, _: SignedIn, state: StateOf, instructor: int | None = None
) -> PaceModel:
    """Return how long things take with the group of a series, and how sure that is."""
    with state.database.transaction() as connection:
        series.version_of(connection, series_id)
        name = people.name_of(connection, instructor) if instructor is not None else None
        who = str(instructor) if name is not None else ""
        group = str(seasons.group_of(connection, series_id))
        learned = state.book.learned(connection, who, group)
        library = state.library(connection)
    movements = {m: e for m, e in learned.movements.items() if m in library}
    return PaceModel(
        instructor=name or "",
        kinds=[
            _estimate(kind, KIND_NAMES[kind], getattr(DEFAULT_PACE, kind), found)
            for kind, found in learned.kinds.items()
        ],
        movements=[_estimate(m, library[m].name, 1.0, found) for m, found in movements.items()],
    )


def _estimate(kind: str, name: str, usual: float, found: Estimate) -> EstimateModel:
    unit = "s" if kind in KIND_NAMES and kind not in FACTORS else "×"
    return EstimateModel(
        kind=kind,
        name=name,
        unit=unit,
        usual=usual,
        value=round(found.value, 2),
        low=round(found.low, 2),
        high=round(found.high, 2),
        sessions=found.sessions,
    )
