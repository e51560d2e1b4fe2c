"""Found over everything: series, classes by their name, movements with where they are used."""

from __future__ import annotations

from typing import Annotated, Literal

from fastapi import APIRouter, Query

from grike.api.model import Model
from grike.api.security import SignedIn, StateOf
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
        return [
            *_series(lines, wanted)[:MOST],
            *_movements(state, connection, words)[:MOST],
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


def _movements(state: StateOf, connection: Connection, words: str) -> list[Hit]:
    library = state.library(connection)
    out: list[Hit] = []
    begun = squashed(words)
    hits = search(library, words)
    # A name with a word that begins so comes first: "row" means rows before narrow squats.
    hits.sort(key=lambda hit: not _begins(library[hit.movement_id].name, begun))
    for found in hits[:MOST]:
        used = uses.uses_of(connection, found.movement_id)
        many = len({use.series_id for use in used})
        about = f"in {len(used)} classes of {many} series" if used else "in no class"
        out.append(
            Hit(
                kind="movement",
                name=library[found.movement_id].name,
                about=about,
                to=f"/movements/{found.movement_id}",
            )
        )
    return out


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
