"""Movements found by what people type: any of their names, a pattern, a muscle, or nearly so."""

from __future__ import annotations

import re
from collections.abc import Iterator
from enum import StrEnum
from typing import NamedTuple

from rapidfuzz import fuzz, process

from grike.core.anatomy import FACTS
from grike.core.family import family_name
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.pattern import pattern_name

#: At this likeness of 100 a word is taken for one that was misspelt: one or two letters of eight.
_ALIKE = 80.0
MOST_TEXT = 80


class By(StrEnum):
    """How a movement was found, the best first."""

    NAME = "name"
    OTHER_NAME = "other name"
    PATTERN = "pattern"
    MUSCLE = "muscle"
    SPELLING = "spelling"


class Found(NamedTuple):
    """A movement that was found, and by which words."""

    movement_id: str
    words: str
    by: By


def search(library: Library, text: str) -> list[Found]:
    """Return the movements that a text finds, the best first; likely misspellings last."""
    wanted = squashed(text[:MOST_TEXT])
    if not wanted:
        return []
    found: dict[str, Found] = {}
    for movement in library:
        hit = min(_hits(movement, wanted, text), key=lambda f: list(By).index(f.by), default=None)
        if hit is not None:
            found[movement.id] = hit
    for near in _misspelt(library, text):
        found.setdefault(near.movement_id, near)
    return sorted(found.values(), key=lambda f: list(By).index(f.by))


def squashed(text: str) -> str:
    """Return letters and figures only, so that "pushup" finds the push-up."""
    return re.sub(r"[\W_]", "", text.casefold())


def _hits(movement: Movement, wanted: str, text: str) -> Iterator[Found]:
    if wanted in squashed(movement.name):
        yield Found(movement.id, movement.name, By.NAME)
    every = " ".join(squashed(name) for name in (movement.name, *movement.other_names))
    words = [squashed(word) for word in text.split()]
    for name in movement.other_names:
        if wanted in squashed(name):
            yield Found(movement.id, name, By.OTHER_NAME)
    if all(word in every for word in words):
        yield Found(movement.id, movement.name, By.OTHER_NAME)
    for kind in (pattern_name(movement.pattern), family_name(movement.family)):
        if wanted in squashed(kind):
            yield Found(movement.id, kind, By.PATTERN)
    for muscle in (*movement.targets, *movement.prepares, *movement.stretches):
        if wanted in squashed(FACTS[muscle].name):
            yield Found(movement.id, FACTS[muscle].name, By.MUSCLE)


def _misspelt(library: Library, text: str) -> Iterator[Found]:
    names = [(name, m.id) for m in library for name in (m.name, *m.other_names)]
    near = process.extract(
        text.casefold(),
        [name.casefold() for name, _ in names],
        scorer=fuzz.ratio,
        score_cutoff=_ALIKE,
        limit=12,
    )
    for _, _, place in near:
        name, movement_id = names[place]
        yield Found(movement_id, name, By.SPELLING)
