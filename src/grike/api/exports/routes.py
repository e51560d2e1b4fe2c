"""A series taken out as a workbook, CSV and a calendar; and links that a calendar can follow."""

from __future__ import annotations

import datetime as dt
import secrets
from dataclasses import replace

from fastapi import APIRouter, Response

from grike.api.exports.models import LinkModel, NewLink
from grike.api.security import SignedIn, StateOf
from grike.api.state import State
from grike.api.turns import COSTLY
from grike.core.errors import NotFound
from grike.core.judging.class_facts import ClassFacts
from grike.core.rules import Facts
from grike.core.series import SeriesShape
from grike.core.teaching import begins_at
from grike.exchange.calendar import Dated, to_calendar
from grike.exchange.tables import PLAN_HEAD, plan_rows, to_csv
from grike.store import calendar_links, series, sessions, sites
from grike.store.connection import Connection
from grike.store.sessions import Session
from grike.store.sites import SitesOfRooms

router = APIRouter(prefix="/api", tags=["exports"])
OF_SERIES = "/series/{series_id}"
WORKBOOK = "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet"
TOKEN_BYTES = 24


def _file(body: bytes | str, media_type: str, name: str) -> Response:
    headers = {"Content-Disposition": f'attachment; filename="{name}"'}
    return Response(body, media_type=media_type, headers=headers)


def _facts(state: State, series_id: int) -> Facts:
    with state.database.transaction() as connection:
        return state.series(connection, series_id).facts


@router.get(f"{OF_SERIES}/plan.csv", dependencies=COSTLY)
def plan_as_csv(series_id: int, _: SignedIn, state: StateOf) -> Response:
    """Return the plan of a series as CSV, a row for each movement of a class."""
    rows = [PLAN_HEAD, *plan_rows(_facts(state, series_id))]
    return _file(to_csv(rows), "text/csv; charset=utf-8", f"series-{series_id}.csv")


@router.get(f"{OF_SERIES}/plan.xlsx", dependencies=COSTLY)
def plan_as_workbook(series_id: int, _: SignedIn, state: StateOf) -> Response:
    """Return plan and volume of a series as a workbook."""
    # Its package is large, and few ask for a workbook: an application starts sooner without it.
    from grike.exchange.workbook import to_workbook

    return _file(to_workbook(_facts(state, series_id)), WORKBOOK, f"series-{series_id}.xlsx")


@router.get(f"{OF_SERIES}/calendar.ics")
def series_calendar(series_id: int, _: SignedIn, state: StateOf) -> Response:
    """Return the classes of a series as a calendar."""
    with state.database.transaction() as connection:
        return _calendar(state, connection, series_id)


@router.get(f"{OF_SERIES}/calendar-links")
def list_links(series_id: int, person: SignedIn, state: StateOf) -> list[LinkModel]:
    """Return the links that one has made to the calendar of a series."""
    with state.database.transaction() as connection:
        series.version_of(connection, series_id)
        found = calendar_links.of_person(connection, series_id, person.id)
    return [LinkModel(id=own.id, made_at=own.made_at.replace(tzinfo=dt.UTC)) for own in found]


@router.post(f"{OF_SERIES}/calendar-links", status_code=201)
def make_link(series_id: int, person: SignedIn, state: StateOf) -> NewLink:
    """Make a secret link that a calendar may follow without signing in, until it is revoked."""
    token = secrets.token_urlsafe(TOKEN_BYTES)
    with state.database.transaction() as connection:
        series.version_of(connection, series_id)
        made = calendar_links.add(connection, token, series_id, person.id)
    return NewLink(id=made, made_at=dt.datetime.now(dt.UTC), path=f"/api/calendars/{token}.ics")


@router.delete(f"{OF_SERIES}/calendar-links/{{link_id}}", status_code=204)
def revoke_link(series_id: int, link_id: int, person: SignedIn, state: StateOf) -> None:
    """Make a link worth nothing at once."""
    with state.database.transaction() as connection:
        if not calendar_links.revoke(connection, link_id, series_id, person.id):
            raise NotFound("That link is not there any more.", fix="Load the page again.")


@router.get("/calendars/{token}.ics")
def followed_calendar(token: str, state: StateOf) -> Response:
    """Return the calendar to which a secret link leads."""
    with state.database.transaction() as connection:
        series_id = calendar_links.series_of(connection, token)
        if series_id is None:
            raise NotFound("This link leads nowhere.", "It was revoked.", "Ask for another one.")
        return _calendar(state, connection, series_id)


def _calendar(state: State, connection: Connection, series_id: int) -> Response:
    facts = state.series(connection, series_id).facts
    taught: dict[int, list[Session]] = {}
    for own in sessions.of_series(connection, series_id):
        if own.day is not None:
            taught.setdefault(own.day, []).append(own)
    at, shape = sites.of_rooms(connection), facts.shape
    classes = [
        replace(_dated(series_id, shape, own, member, at), turn=turn)
        for member in facts.classes
        for turn, own in enumerate(taught.get(member.slot.day) or [None])
    ]
    body = to_calendar(shape.name, classes, dt.datetime.now(dt.UTC))
    return _file(body, "text/calendar; charset=utf-8", f"series-{series_id}.ics")


def _dated(
    series_id: int,
    shape: SeriesShape,
    own: Session | None,
    member: ClassFacts,
    at: SitesOfRooms,
) -> Dated:
    """Return a class as somebody is down to teach it, or as it stands in the set-up."""
    room = (own and own.room) or shape.room.name
    site = at.of(room)
    where = [room] if site is None else [room, site.name, site.address]
    begins = own.starts_at if own else begins_at(member.slot, shape.times)
    teacher = (own and own.instructor) or ""
    return Dated(series_id, shape.name, ", ".join(filter(None, where)), member, begins, teacher)
