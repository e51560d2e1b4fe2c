"""A class read from lines that somebody typed or pasted, each guess at a movement with others."""

from __future__ import annotations

import re
from dataclasses import dataclass
from enum import StrEnum

from rapidfuzz import fuzz, process, utils

from grike.core.design import Role
from grike.core.library import Library
from grike.core.purpose import Purpose

#: Likenesses of 100: above the first a guess is taken as sure, below the second there is none.
SURE, LEAST = 92.0, 60.0
#: So many guesses for a line, lines of a class, and characters of a line.
MOST_GUESSES, MOST_LINES, MOST_LINE = 4, 200, 200

#: What parts are called besides their own names; "common practice, no source".
PART_WORDS: dict[str, str] = {
    "warm up": "warm-up",
    "warmup": "warm-up",
    "mobility": "warm-up",
    "cool down": "cool-down",
    "cooldown": "cool-down",
    "stretch": "cool-down",
    "stretches": "cool-down",
    "strength": "lift",
    "main": "lift",
    "supersets": "pairs",
    "superset": "pairs",
    "stations": "circuit",
    "cardio": "pulse",
    "intervals": "pulse",
    "abs": "core",
    "finisher": "finish",
    "intro": "welcome",
    "outro": "close",
}
_SETS = re.compile(r"\b(\d{1,2})\s*[x×]\s*(\d{1,3})\b", re.IGNORECASE)
_SECONDS = re.compile(r"\b(\d{1,3})\s*(?:seconds|second|secs|sec|s|\")(?=\W|$)", re.IGNORECASE)
_MINUTES = re.compile(r"\b(\d{1,2})\s*(?:minutes|minute|mins|min|m)(?=\W|$)", re.IGNORECASE)
_REPS = re.compile(r"\b(\d{1,3})\s*(?:reps|rep|times)?(?=\W|$)", re.IGNORECASE)
_BULLET = re.compile(r"^\s*(?:[-*•·–]|\d{1,2}[.)])\s*")
_EXTRA = re.compile(r"\b(?:each side|per side|e/s|each|per leg|per arm)\b|[()@]", re.IGNORECASE)


class Kind(StrEnum):
    """What a line is taken for."""

    PART = "part"
    MOVEMENT = "movement"
    UNKNOWN = "unknown"


@dataclass(frozen=True, slots=True)
class Guess:
    """A movement that a line may mean; ``likeness`` of 100."""

    movement_id: str
    name: str
    likeness: float


@dataclass(frozen=True, slots=True)
class ReadLine:
    """A line of a class as it was read; ``part``: a role of work, or a purpose.

    ``guesses``: the likeliest first; ``sure``: the first may be taken without asking.
    """

    line: str
    kind: Kind
    part: str = ""
    guesses: tuple[Guess, ...] = ()
    sure: bool = False
    sets: int | None = None
    reps: int | None = None
    seconds: int | None = None


def read_class(text: str, library: Library) -> list[ReadLine]:
    """Return the lines of a text that say something, in order; cells of a table are one line."""
    names = [
        (name, movement.id)
        for movement in library
        for name in (movement.name, *movement.other_names)
    ]
    lines = (re.sub(r"[\t;|]+", " ", line).strip() for line in text.splitlines())
    said = [line[:MOST_LINE] for line in lines if re.search(r"[^\W\d_]", line)]
    return [_read(line, library, names) for line in said[:MOST_LINES]]


def _read(line: str, library: Library, names: list[tuple[str, str]]) -> ReadLine:
    bare = _BULLET.sub("", line)
    sets, reps, seconds, words = _amounts(bare)
    heading = bare.rstrip().endswith(":") or ":" in bare
    part = _part(bare.split(":")[0] if heading else words)
    if part:
        return ReadLine(line, Kind.PART, part, sets=sets, reps=reps, seconds=seconds)
    guesses = _guesses(words, library, names)
    if not guesses:
        return ReadLine(line, Kind.UNKNOWN)
    sure = guesses[0].likeness >= SURE
    return ReadLine(
        line, Kind.MOVEMENT, guesses=guesses, sure=sure, sets=sets, reps=reps, seconds=seconds
    )


def _amounts(line: str) -> tuple[int | None, int | None, int | None, str]:
    """Return sets, reps and seconds of a line, and its words without them."""
    sets = reps = seconds = None
    if found := _SETS.search(line):
        sets, reps = int(found[1]), int(found[2])
        line = line.replace(found[0], " ")
    if found := _SECONDS.search(line):
        seconds, line = int(found[1]), line.replace(found[0], " ")
    elif found := _MINUTES.search(line):
        seconds, line = 60 * int(found[1]), line.replace(found[0], " ")
    if reps is None and (found := _REPS.search(line)):
        reps, line = int(found[1]), line.replace(found[0], " ")
    return sets, reps, seconds, _EXTRA.sub(" ", line).strip(" ,.-–:")


def _part(words: str) -> str:
    """Return the role or purpose that words name as a whole; "" where they name none."""
    plain = re.sub(r"[\W\d_]+", " ", words).strip().casefold()
    own = {role.value: role.value for role in Role}
    own |= {purpose.value.replace("-", " "): purpose.value for purpose in Purpose}
    return {**PART_WORDS, **own}.get(plain, "") if plain != Purpose.WORK.value else "circuit"


def _guesses(words: str, library: Library, names: list[tuple[str, str]]) -> tuple[Guess, ...]:
    """Return the movements whose names are most like some words, each once."""
    near = process.extract(
        words,
        [name for name, _ in names],
        scorer=fuzz.WRatio,
        processor=utils.default_process,
        score_cutoff=LEAST,
        limit=3 * MOST_GUESSES,
    )
    # Where the loose score is equal, the strict one tells "Squat" from "Squat jump".
    ranked = sorted(near, key=lambda hit: (-round(hit[1]), -_strict(words, hit[0])))
    out: dict[str, Guess] = {}
    for name, likeness, place in ranked:
        movement_id = names[place][1]
        if not library[movement_id].retired:
            score = min(likeness, 50 + _strict(words, name) / 2)
            out.setdefault(movement_id, Guess(movement_id, library[movement_id].name, score))
    return tuple(sorted(out.values(), key=lambda guess: -guess.likeness)[:MOST_GUESSES])


def _strict(words: str, name: str) -> float:
    return float(fuzz.token_sort_ratio(words, name, processor=utils.default_process))
