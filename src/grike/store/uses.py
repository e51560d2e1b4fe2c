"""Where movements are used: in which classes, by themselves or joined with others."""

from __future__ import annotations

from dataclasses import dataclass

from grike.store.connection import Connection

USES = """
    SELECT series_class.series_id, series_class.day
    FROM series_class JOIN design ON design.id = series_class.design_id
    JOIN series ON series.id = series_class.series_id
    WHERE series.deleted_at IS NULL AND
    JSON_EXTRACT(design.body, '$.blocks[*].items[*].movement') REGEXP %s
    ORDER BY series_class.series_id DESC, series_class.day"""
WAS_USED = """
    SELECT id FROM design
    WHERE JSON_EXTRACT(body, '$.blocks[*].items[*].movement') REGEXP %s
    LIMIT 1"""


CALLED = """
    SELECT series_class.series_id, series_class.day, design.name
    FROM series_class JOIN design ON design.id = series_class.design_id
    JOIN series ON series.id = series_class.series_id
    WHERE series.deleted_at IS NULL AND LOCATE(%s, design.name) > 0
    ORDER BY series_class.series_id DESC, series_class.day LIMIT %s"""


@dataclass(frozen=True, slots=True)
class Called:
    """A class of a series by its name; ``day``: see Slot."""

    series_id: int
    day: int
    name: str


@dataclass(frozen=True, slots=True)
class Use:
    """A class of a series that holds some movement; ``day``: see Slot."""

    series_id: int
    day: int


def was_used(connection: Connection, movement_id: str) -> bool:
    """Return whether any design that was ever stored holds a movement."""
    return connection.row(WAS_USED, (_by_itself_or_joined(movement_id),)) is not None


def uses_of(connection: Connection, movement_id: str) -> list[Use]:
    """Return the classes whose design holds a movement, in work, warm-up or cool-down."""
    return [
        Use(row["series_id"], row["day"])
        for row in connection.rows(USES, (_by_itself_or_joined(movement_id),))
    ]


def classes_called(connection: Connection, words: str, most: int) -> list[Called]:
    """Return the classes with some words in their name, of the newest series first."""
    found = connection.rows(CALLED, (words, most))
    return [Called(row["series_id"], row["day"], row["name"]) for row in found]


def _by_itself_or_joined(movement_id: str) -> str:
    """Return what finds an id in a list of ids, as a form of it or joined with others too.

    An id is small letters, figures and hyphens, so nothing in it has another meaning here.
    """
    return f'["+]{movement_id}["+~]'
