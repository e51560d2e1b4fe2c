"""What a house keeps: rooms with their kit, groups that come again."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter

from grike.api.house.models import GroupChange, GroupFields, GroupModel
from grike.api.house.whole import house_to
from grike.api.model import Document
from grike.api.security import Director, Owner, SignedIn, StateOf
from grike.api.shared import Changed, Created, RoomModel
from grike.api.turns import COSTLY
from grike.core.errors import InvalidInput
from grike.core.group import Group
from grike.core.series_codec import room_from
from grike.core.wishes import Member
from grike.store import groups, rooms
from grike.store.groups import StoredGroup

router = APIRouter(prefix="/api", tags=["house"])


def _group(body: GroupFields) -> Group:
    wrong = [day for day in body.times if not (day.isdecimal() and len(day) == 1)]
    if wrong:
        raise InvalidInput("A day of the week is a figure from 0 for Monday.", place="times")
    return Group(
        body.name,
        body.heads,
        body.level,
        tuple(body.cautions),
        tuple(Member(own.name, tuple(own.cautions)) for own in body.members),
        {int(day): at.replace(second=0, microsecond=0) for day, at in body.times.items()},
    )


def _model(stored: StoredGroup) -> GroupModel:
    group = stored.group
    return GroupModel.model_validate(
        {
            "id": stored.id,
            "version": stored.version,
            "name": group.name,
            "heads": group.heads,
            "level": group.level,
            "cautions": list(group.cautions),
            "members": [
                {"name": own.name, "cautions": list(own.cautions)} for own in group.members
            ],
            "times": {str(day): at for day, at in group.times.items()},
        }
    )


@router.get("/house/document", dependencies=COSTLY)
def get_house_document(_: Owner, state: StateOf) -> Document:
    """Return the whole house as the open document of docs/formats/house.schema.json."""
    with state.database.transaction() as connection:
        return house_to(connection, dt.datetime.now(dt.UTC))


@router.get("/groups")
def list_groups(_: SignedIn, state: StateOf) -> list[GroupModel]:
    """Return the groups that are kept, by name."""
    with state.database.transaction() as connection:
        return [_model(stored) for stored in groups.every(connection)]


@router.post("/groups", status_code=201)
def keep_group(body: GroupFields, _: Director, state: StateOf) -> Created:
    """Keep a group."""
    group = _group(body)
    with state.database.transaction() as connection:
        return Created(id=groups.add(connection, group))


@router.put("/groups/{group_id}")
def change_group(group_id: int, body: GroupChange, _: Director, state: StateOf) -> Changed:
    """Keep a group otherwise; series that were set up with it stay as they are."""
    group = _group(body)
    with state.database.transaction() as connection:
        groups.change(connection, group_id, group, body.version)
    return Changed(label=f"Keep {group.name.strip()}")


@router.delete("/groups/{group_id}", status_code=204)
def forget_group(group_id: int, _: Director, state: StateOf) -> None:
    """Forget a group; series that were set up with it stay."""
    with state.database.transaction() as connection:
        groups.remove(connection, group_id)


@router.put("/rooms")
def keep_room(body: RoomModel, _: Director, state: StateOf) -> Created:
    """Keep a room and its kit for series to come; those that are set up stay as they are."""
    room = room_from(body.model_dump(mode="json"))
    if not room.name.strip():
        raise InvalidInput("A room has a name.", place="name", fields={"name": "Name the room."})
    with state.database.transaction() as connection:
        return Created(id=rooms.put(connection, room))


@router.delete("/rooms/{room_id}", status_code=204)
def forget_room(room_id: int, _: Director, state: StateOf) -> None:
    """Forget a room; series in it keep it, and sessions keep their time without it."""
    with state.database.transaction() as connection:
        rooms.remove(connection, room_id)
