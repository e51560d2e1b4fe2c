"""Who looks at which series just now. It lies in the database, so every process knows of it."""

from __future__ import annotations

import json
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass

from grike.store.connection import Connection

#: Who was not seen for so many seconds is gone: a page that is there is noted more often.
GONE_AFTER = 15
SEE = """
    INSERT INTO presence (id, series_id, person_id, place, seen_at)
    SELECT page.id, series.id, page.person, page.place, UTC_TIMESTAMP(3)
    FROM JSON_TABLE(%s, '$[*]' COLUMNS (
        id CHAR(16) PATH '$.id', series INT UNSIGNED PATH '$.series',
        person INT UNSIGNED PATH '$.person', place VARCHAR(80) PATH '$.place'
    )) AS page JOIN series ON series.id = page.series
    ON DUPLICATE KEY UPDATE place = VALUES(place), seen_at = VALUES(seen_at)"""
LEAVE = "DELETE FROM presence WHERE id IN %s"
THERE = """
    SELECT DISTINCT presence.series_id, presence.person_id, person.name, presence.place
    FROM presence JOIN person ON person.id = presence.person_id
    WHERE presence.series_id IN %s AND presence.seen_at > UTC_TIMESTAMP(3) - INTERVAL %s SECOND
        AND presence.seen_at < UTC_TIMESTAMP(3) + INTERVAL %s SECOND
    ORDER BY person.name, presence.place"""
#: What lies in the future was noted by a clock that was wrong.
OLD = """
    SELECT id FROM presence
    WHERE seen_at < UTC_TIMESTAMP(3) - INTERVAL 1 HOUR
        OR seen_at > UTC_TIMESTAMP(3) + INTERVAL 1 HOUR
    ORDER BY id"""


@dataclass(frozen=True, slots=True)
class OpenPage:
    """A page of a series that somebody looks at; ``id`` tells it from others, 16 characters."""

    id: str
    series_id: int
    person_id: int
    place: str


@dataclass(frozen=True, slots=True)
class Present:
    """Somebody who looks at a series, and what of it in words."""

    person_id: int
    name: str
    place: str


def see(connection: Connection, pages: Sequence[OpenPage]) -> None:
    """Note that pages are open, all at once; those of a series that is gone are left out."""
    rows = [
        {"id": page.id, "series": page.series_id, "person": page.person_id, "place": page.place}
        for page in pages
    ]
    if rows:
        connection.run(SEE, (json.dumps(rows, ensure_ascii=False),))


def leave(connection: Connection, ids: Sequence[str]) -> None:
    """Note that pages were closed; what was forgotten long ago goes along."""
    gone = {*ids, *(str(row["id"]) for row in connection.rows(OLD))}
    if gone:
        connection.run(LEAVE, (sorted(gone),))


def there(connection: Connection, series: Sequence[int]) -> dict[int, tuple[Present, ...]]:
    """Return who looks at each of these series now, by name."""
    found: dict[int, list[Present]] = defaultdict(list)
    for row in connection.rows(THERE, (list(series), GONE_AFTER, GONE_AFTER)) if series else ():
        one = Present(int(row["person_id"]), row["name"], row["place"])
        found[int(row["series_id"])].append(one)
    return {number: tuple(present) for number, present in found.items()}
