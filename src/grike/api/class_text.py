"""A class from pasted lines: read, each guess shown, before anything is put in."""

from __future__ import annotations

from fastapi import APIRouter
from pydantic import Field

from grike.api.model import Model, OneOf
from grike.api.security import Director, StateOf
from grike.exchange.class_text import Kind, ReadLine, read_class

router = APIRouter(prefix="/api", tags=["classes"])


class PastedText(Model):
    """What somebody typed or pasted."""

    text: str = Field(min_length=1, max_length=20_000)


class GuessModel(Model):
    """A movement that a line may mean; ``likeness`` of 100."""

    movement: str
    name: str
    likeness: int


class ReadLineModel(Model):
    """A line as it was read: a part, a movement with its guesses, or nothing that is known."""

    line: str
    kind: OneOf[Kind]
    part: str
    guesses: list[GuessModel]
    sure: bool
    sets: int | None
    reps: int | None
    seconds: int | None


@router.post("/class-text")
def read_text(body: PastedText, _: Director, state: StateOf) -> list[ReadLineModel]:
    """Return what the lines of a text are taken for; nothing is stored."""
    with state.database.transaction() as connection:
        library = state.library(connection)
    return [_line(line) for line in read_class(body.text, library)]


def _line(line: ReadLine) -> ReadLineModel:
    return ReadLineModel(
        line=line.line,
        kind=line.kind,
        part=line.part,
        guesses=[
            GuessModel(movement=own.movement_id, name=own.name, likeness=round(own.likeness))
            for own in line.guesses
        ],
        sure=line.sure,
        sets=line.sets,
        reps=line.reps,
        seconds=line.seconds,
    )
