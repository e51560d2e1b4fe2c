"""A wall display in the room: it follows the phone of whoever teaches, and is read by anybody."""

from __future__ import annotations

import secrets
from typing import Annotated

from fastapi import APIRouter, Path, Request
from pydantic import Field

from grike.api.model import Model
from grike.api.security import SignedIn, StateOf, device_of
from grike.api.shared import Changed
from grike.core.errors import NotAllowed, NotFound, TooManyAttempts
from grike.store import limits, room_screens

router = APIRouter(prefix="/api", tags=["floor"])
#: Nothing that is read or typed as something else; six of them are 900 million codes.
LETTERS, LENGTH = "23456789abcdefghjkmnpqrstuvwxyz", 6
#: So many codes that are none may be tried from one address in ten minutes.
MOST_WRONG = 30
Code = Annotated[str, Path(pattern=f"^[0-9A-Za-z]{{{LENGTH}}}$")]


class RoomStation(Model):
    """A station as members see it; ``side``: "left" or "right" where each has its own, or ""."""

    name: str = Field(max_length=500)
    side: str = Field(max_length=5)
    kit: list[str] = Field(max_length=20)


class RoomView(Model):
    """What members see. ``left``: seconds of what runs; ``waits``: it ends when the group is ready.

    ``round``: the movements of the part in order, of which ``place`` is the one that runs.
    ``stations``: where people stand, in the order they go round; none where all do the same.
    """

    name: str = Field(max_length=120)
    title: str = Field(max_length=40)
    kind: str = Field(max_length=20)
    movement: str = Field(max_length=120)
    dose: str = Field(max_length=120)
    left: float = Field(ge=-36_000, le=36_000)
    waits: bool
    paused: bool
    then: str = Field(max_length=120)
    round: list[str] = Field(max_length=40)
    place: int = Field(ge=-1, le=40)
    stations: list[RoomStation] = Field([], max_length=40)


class RoomCode(Model):
    """With what a display is opened."""

    code: str


class RoomShown(Model):
    """What was said last, and how many seconds ago; ``view`` None: nothing yet."""

    view: RoomView | None
    age: float


@router.post("/room-screens", status_code=201)
def open_room_screen(person: SignedIn, state: StateOf) -> RoomCode:
    """Open a display for one's class; an earlier one of one's own is closed."""
    if not person.teaches:
        raise NotAllowed("Only who teaches shows a class.", fix="Ask your director to do it.")
    code = "".join(secrets.choice(LETTERS) for _ in range(LENGTH))
    with state.database.transaction() as connection:
        room_screens.open_one(connection, code, person.id)
    return RoomCode(code=code)


@router.put("/room-screens/{code}")
def show_in_room(code: Code, body: RoomView, person: SignedIn, state: StateOf) -> Changed:
    """Say what the display shows from now on."""
    with state.database.transaction() as connection:
        room_screens.say(connection, code, person.id, body.model_dump(mode="json"))
    return Changed(label="Show in the room")


@router.delete("/room-screens", status_code=204)
def close_room_screen(person: SignedIn, state: StateOf) -> None:
    """Close one's display."""
    with state.database.transaction() as connection:
        room_screens.close(connection, person.id)


@router.get("/room/{code}")
def get_room(code: Code, request: Request, state: StateOf) -> RoomShown:
    """Return what a display shows, to anybody who has its code."""
    address = device_of(request).address
    try:
        with state.database.transaction() as connection:
            shown = room_screens.look(connection, code.lower())
    except NotFound:
        with state.database.transaction() as connection:
            wrong = limits.count(connection, "room", address)
        if wrong > MOST_WRONG:
            raise TooManyAttempts(
                "There were too many wrong codes.", fix="Wait ten minutes."
            ) from None
        raise
    view = RoomView.model_validate(shown.body) if shown.body else None
    return RoomShown(view=view, age=round(shown.age, 2))
