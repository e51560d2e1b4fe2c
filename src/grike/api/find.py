"""Found over everything: series, classes by their name, movements with where they are used."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query

from grike.api.model import Model
from grike.api.security import SignedIn, StateOf
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.series import DAY_NAMES
from grike.exchange.search import search, squashed
from grike.store import series, uses
from grike.store.connection import Connection

router = APIRouter(prefix="/api", tags=["find"])
#: So many of a kind are shown.
MOST = 6


class Hit(Model):
    """Something that was found, where it is, and what is to be known of it in a line."""

    kind: Literal["series", "class", "movement"]
    name: str
    about: str
    to: str


@router.get("/find")
def find(
    words: Annotated[str, Query(min_length=1, max_length=80)], _: SignedIn, state: StateOf
) -> list[Hit]:
    """Return what words find in all series and in the library."""
    wanted = squashed(words)
    if not wanted:
        return []
    with state.database.transaction() as connection:
        lines = series.lines(connection)
        library = state.library(connection)
    movements = _likeliest(library, words)
    with state.database.transaction() as connection:
        return [
            *_series(lines, wanted)[:MOST],
            *(_movement(connection, movement) for movement in movements),
            *_classes(connection, lines, words),
        ]


def _series(lines: list[series.SeriesLine], wanted: str) -> list[Hit]:
    return [
        Hit(
            kind="series",
            name=line.name,
            about=", ".join((f"{line.weeks} weeks from {line.start:%d.%m.%Y}", *line.tags)),
            to=f"/series/{line.id}",
        )
        for line in lines
        if any(wanted in squashed(text) for text in (line.name, line.room, *line.tags))
    ]


def _likeliest(library: Library, words: str) -> list[Movement]:
    """Return the few movements that words mean most likely.

    A name with a word that begins so comes first: "row" means rows before narrow squats.
    """
    begun = squashed(words)
    found = [library[hit.movement_id] for hit in search(library, words)]
    return sorted(found, key=lambda movement: not _begins(movement.name, begun))[:MOST]


def _movement(connection: Connection, movement: Movement) -> Hit:
    used = uses.uses_of(connection, movement.id)
    many = len({use.series_id for use in used})
    about = f"in {len(used)} classes of {many} series" if used else "in no class"
    return Hit(kind="movement", name=movement.name, about=about, to=f"/movements/{movement.id}")


def _begins(name: str, wanted: str) -> bool:
    words = name.split()
    return any(squashed(" ".join(words[at:])).startswith(wanted) for at in range(len(words)))


def _classes(connection: Connection, lines: list[series.SeriesLine], words: str) -> list[Hit]:
    there = {line.id: line for line in lines}
    out: list[Hit] = []
    for found in uses.classes_called(connection, words, MOST):
        line = there[found.series_id]
        if found.day in line.days:
            about = f"{line.name}, week {found.day // 7 + 1} {DAY_NAMES[found.day % 7]}"
            to = f"/series/{line.id}/classes/{line.days.index(found.day)}"
            out.append(Hit(kind="class", name=found.name, about=about, to=to))
    return out
