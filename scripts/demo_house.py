"""The house of the demo: invented people, groups, sites and rooms."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterator, Sequence

from grike.api.passwords import hash_password
from grike.core.cautions import Caution
from grike.core.group import Group
from grike.core.kit import Kit, Room
from grike.core.site import Site
from grike.core.wishes import Member
from grike.store import groups, people, rooms, sites
from grike.store.connection import Connection

OWNER, DIRECTOR, INSTRUCTOR = "owner", "director", "instructor"
PEOPLE = (
    ("Maren Oakhollow", "maren", OWNER, "reedbed-and-oar"),
    ("Tobin Saltree", "tobin", DIRECTOR, "two-herons-wading"),
    ("Ilsa Fernby", "ilsa", INSTRUCTOR, "low-tide-lantern"),
    ("Corwin Ashlane", "corwin", INSTRUCTOR, "grey-wagtail-nine"),
    ("Peta Rushlow", "peta", INSTRUCTOR, "sculls-on-trestles"),
    ("Anselm Brookend", "anselm", INSTRUCTOR, "saltmarsh-samphire"),
)
HALL = Room(
    "Boat hall",
    {
        Kit.MAT: 20,
        Kit.WALL: 20,
        Kit.CHAIR: 18,
        Kit.TOWEL: 24,
        Kit.DUMBBELL_LIGHT: 18,
        Kit.DUMBBELL_MEDIUM: 16,
        Kit.DUMBBELL_HEAVY: 4,
        Kit.KETTLEBELL: 16,
        Kit.MINI_BAND: 24,
        Kit.LONG_BAND: 18,
        Kit.STEP: 16,
        Kit.ANCHOR: 12,
    },
    20,
)
LOFT = Room(
    "Net loft",
    {
        Kit.MAT: 10,
        Kit.WALL: 10,
        Kit.CHAIR: 8,
        Kit.TOWEL: 10,
        Kit.DUMBBELL_LIGHT: 8,
        Kit.DUMBBELL_MEDIUM: 8,
        Kit.KETTLEBELL: 6,
        Kit.MINI_BAND: 10,
        Kit.LONG_BAND: 10,
        Kit.ANCHOR: 4,
    },
    10,
)
#: Each with its room and those who work only there.
SITES = (
    (
        Site(
            "Boathouse",
            "4 Reed Lane",
            "First aid box and defibrillator: in the hall, left of the oars. An ambulance comes "
            "by the slipway gate; its key hangs at the door.",
        ),
        HALL,
        (3,),
    ),
    (
        Site(
            "Old ferry house",
            "1 Ferry Green",
            "First aid box: under the stairs. The next defibrillator: at the ferry landing, two "
            "minutes on foot.",
        ),
        LOFT,
        (),
    ),
)


def keep_people(connection: Connection) -> list[int]:
    """Let everybody in; return their ids."""
    return [
        people.add(connection, name, sign_in, role, hash_password(password))
        for name, sign_in, role, password in PEOPLE
    ]


def keep_groups(connection: Connection) -> None:
    """Keep the groups of the house, so that a set-up can take them over."""
    evening, morning = dt.time(18), dt.time(10)
    knees = Member("J. K.", (Caution.KNEES,))
    crew = Group("Winter crew", 16, 2, members=(knees,), times=dict.fromkeys((0, 1, 3, 4), evening))
    gentle = Group("Gentle mornings", 12, 1, (Caution.NO_JUMPS,), times={1: morning, 4: morning})
    for group in (crew, gentle):
        groups.add(connection, group)


def keep_sites(connection: Connection, people_ids: Sequence[int]) -> Iterator[int]:
    """Keep the sites of the house with their rooms; yield the id of each room."""
    for site, room, only_there in SITES:
        site_id, room_id = sites.add(connection, site), rooms.add(connection, room)
        sites.put_room(connection, room_id, site_id)
        for place in only_there:
            sites.works_at(connection, people_ids[place], [site_id])
        yield room_id
