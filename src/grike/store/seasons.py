"""Which series are seasons of one group: each that was begun again knows the first of them."""

from __future__ import annotations

from grike.store.connection import Connection

FIRST = "SELECT COALESCE(group_of, id) AS first FROM series WHERE id = %s"
OF_GROUP = "SELECT id FROM series WHERE COALESCE(group_of, id) = %s AND deleted_at IS NULL"


def group_of(connection: Connection, series_id: int) -> int:
    """Return the series whose group it is: its own id, or that of the first that was begun."""
    row = connection.row(FIRST, (series_id,))
    return int(row["first"]) if row else series_id


def of_group(connection: Connection, group: int) -> list[int]:
    """Return the ids of all series of a group; see ``group_of``."""
    return [int(row["id"]) for row in connection.rows(OF_GROUP, (group,))]
