"""Classes, sessions and history by day instead of by place among the open days.

A place shifts when a day is closed; week and weekday stay. What has a day already is left alone,
so that a migration that was cut short can run again.
"""

from __future__ import annotations

import datetime as dt
import json
from typing import Any

from yoyo import step

__depends__ = {"0021_class_day", "0022_session_day"}


def _days(shape: dict[str, Any]) -> dict[int, int]:
    """Return the day (7 times the week, plus the weekday) of each place of a stored shape."""
    start = dt.date.fromisoformat(shape["start"])
    monday = start - dt.timedelta(days=start.weekday())
    closed = set(shape.get("closed", ()))
    days = [7 * week + weekday for week in range(shape["weeks"]) for weekday in shape["weekdays"]]
    dates = {day: monday + dt.timedelta(days=day) for day in sorted(days)}
    kept = [day for day, date in dates.items() if date >= start and date.isoformat() not in closed]
    return dict(enumerate(kept))


def _by_day(state: str, days: dict[int, int]) -> str:
    held = json.loads(state)
    classes = held.pop("classes", None)
    if classes is not None:
        known = {int(place): entry for place, entry in classes.items() if int(place) in days}
        held["days"] = {str(days[place]): entry for place, entry in known.items()}
    return json.dumps(held, ensure_ascii=False)


def fill(connection: Any) -> None:
    """Give each class, session and change its days."""
    cursor = connection.cursor()
    cursor.execute("SELECT id, shape FROM series")
    for series_id, shape in list(cursor.fetchall()):
        days = _days(json.loads(shape))
        for table in ("series_class", "session"):
            for place, day in days.items():
                cursor.execute(
                    f"UPDATE {table} SET day = %s "
                    "WHERE series_id = %s AND slot = %s AND day IS NULL",
                    (day, series_id, place),
                )
        cursor.execute(
            "SELECT id, before_state, after_state FROM series_change WHERE series_id = %s",
            (series_id,),
        )
        for change_id, before, after in list(cursor.fetchall()):
            cursor.execute(
                "UPDATE series_change SET before_state = %s, after_state = %s WHERE id = %s",
                (_by_day(before, days), _by_day(after, days), change_id),
            )
    cursor.execute("DELETE FROM series_class WHERE day IS NULL")


steps = [step(fill)]
