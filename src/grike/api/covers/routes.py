"""What a link for a substitute opens: one class with its floor, under the addresses of the class.

The link is all that is asked for, and nothing else of the house is behind it.
"""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator
from contextlib import contextmanager
from typing import Annotated

from fastapi import APIRouter, Path, Query, Request, Response

from grike.api.board.views import HistoryModels
from grike.api.classes import views as class_view
from grike.api.classes.models import ClassDetail
from grike.api.covers.models import CoveredModel, CoverModel
from grike.api.floor.cues import floor_cues, shorter_models
from grike.api.floor.models import FloorModel, ShorterModel
from grike.api.library.catalogue import the_catalogue
from grike.api.library.models import Catalogue
from grike.api.movements.models import MovementModel
from grike.api.movements.page import library_page
from grike.api.pages import AskedFor
from grike.api.places import places_of
from grike.api.security import StateOf, device_of
from grike.api.sessions.keeping import keep
from grike.api.sessions.sent import local_time
from grike.api.shared import Created
from grike.api.state import HeldSeries, State
from grike.api.turns import COSTLY_BY_LINK
from grike.core.errors import InvalidInput, NotFound
from grike.core.judging.class_facts import ClassFacts
from grike.core.teaching import begins_at
from grike.store import audit, cover_links, rooms, series, sessions
from grike.store.connection import Connection

router = APIRouter(prefix="/api/covers/{token}", tags=["covers"])
Token = Annotated[str, Path(min_length=20, max_length=60, pattern=r"^[A-Za-z0-9_-]+$")]
OF_CLASS = "/series/{series_id}/classes/{slot}"


@contextmanager
def _opened(
    state: State, token: str, series_id: int, slot: int
) -> Iterator[tuple[Connection, HeldSeries, ClassFacts]]:
    """Open the class of a link. Raises NotFound for any other class."""
    with state.database.transaction() as connection:
        found = cover_links.covered(connection, token)
        if found.series_id != series_id:
            raise NotFound("This link is for another class.", fix="Open the link again.")
        held = state.series(connection, series_id)
        member = _of_day(held, found.day)
        if member.slot.index != slot:
            raise NotFound("This link is for another class.", fix="Open the link again.")
        yield connection, held, member


def _of_day(held: HeldSeries, day: int) -> ClassFacts:
    for member in held.facts.classes:
        if member.slot.day == day:
            return member
    raise NotFound("The class of this link was taken off.", fix="Ask whoever sent it.")


@router.get("")
def get_cover(token: Token, state: StateOf) -> CoverModel:
    """Return to which class a link leads, and until when."""
    with state.database.transaction() as connection:
        found = cover_links.covered(connection, token)
        held = state.series(connection, found.series_id)
        taught = sessions.of_day(connection, found.series_id, found.day)
    place = _of_day(held, found.day).slot
    return CoverModel(
        series=found.series_id,
        slot=place.index,
        begins=taught[0].starts_at if taught else begins_at(place, held.facts.shape.times),
        expires_at=found.expires_at.replace(tzinfo=dt.UTC),
    )


@router.get("/catalogue")
def get_covers_catalogue(token: Token, state: StateOf) -> Catalogue:
    """Return the words for what is in a class."""
    with state.database.transaction() as connection:
        cover_links.covered(connection, token)
    return the_catalogue()


@router.get("/movements", response_model=list[MovementModel])
def get_covers_movements(token: Token, state: StateOf, asked: AskedFor) -> Response:
    """Return the movement library, since any of it may be done instead."""
    with state.database.transaction() as connection:
        cover_links.covered(connection, token)
    return library_page(state, asked)


@router.get(OF_CLASS)
def get_covered_class(token: Token, series_id: int, slot: int, state: StateOf) -> ClassDetail:
    """Return the class of a link. Who else teaches it, and when, is not told."""
    with _opened(state, token, series_id, slot) as (connection, held, member):
        taught = sessions.of_day(connection, series_id, member.slot.day)
        places = places_of(connection, held.facts.shape.room.name, taught)
        return class_view.class_detail(held, member, HistoryModels(None, None), [], places)


@router.get(f"{OF_CLASS}/floor")
def get_covered_floor(token: Token, series_id: int, slot: int, state: StateOf) -> FloorModel:
    """Return the class of a link as it is taught."""
    with _opened(state, token, series_id, slot) as (_, held, member):
        return FloorModel(cues=floor_cues(held.facts, member, member.design, member.clock))


@router.get(f"{OF_CLASS}/floor/shorter", dependencies=COSTLY_BY_LINK)
def get_covered_shorter(
    token: Token,
    series_id: int,
    slot: int,
    state: StateOf,
    done: Annotated[int, Query(ge=0, le=100)] = 0,
    order: Annotated[list[str] | None, Query()] = None,
) -> list[ShorterModel]:
    """Return the class of a link cut step by step."""
    with _opened(state, token, series_id, slot) as (_, held, member):
        facts = held.facts
    return shorter_models(facts, member, done, order or ())


@router.post(f"{OF_CLASS}/taught", status_code=201)
def record_covered(
    token: Token, series_id: int, slot: int, body: CoveredModel, state: StateOf, request: Request
) -> Created:
    """Keep what a class was that a substitute taught; sent again, it is the same session."""
    at, name = local_time(body.starts_at), body.taught_by.strip()
    if not name:
        raise InvalidInput("Who taught it?", fields={"taught_by": "Give your name."})
    words = f"Taught by {name}. {body.record.note.strip()}".strip()
    record = body.record.model_copy(update={"note": words[:1000]})
    with _opened(state, token, series_id, slot) as (connection, held, member):
        series.lock(connection, series_id)
        day = member.slot.day
        known = [
            own.id
            for own in sessions.of_day(connection, series_id, day)
            if own.instructor_id is None and own.starts_at == at
        ]
        room = rooms.id_of(connection, held.facts.shape.room.name)
        design = held.stored.designs[slot]
        session = (
            known[0] if known else sessions.add(connection, design, series_id, day, at, room, None)
        )
        keep(connection, session, record, None)
        # Nobody is signed in, so that the audit knows of it only from here.
        about = f"series {series_id}, slot {slot}, by a link"
        audit.note(connection, None, name, "record covered", about, device_of(request).address)
    return Created(id=session)
