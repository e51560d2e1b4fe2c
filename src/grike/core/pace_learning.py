"""Pace from records: how long changes, showings and reps really take, and how sure that is.

One bad evening must not count for much: each session gives its median, and the usual value stands
among the sessions as if it had been seen ``PRIOR_SESSIONS`` times. The middle of them all is the
estimate, their quartiles its uncertainty.
"""

from __future__ import annotations

from collections.abc import Hashable, Iterable, Mapping
from dataclasses import dataclass, fields, replace
from statistics import median, quantiles
from typing import Any, NamedTuple

from grike.core.errors import InvalidInput
from grike.core.pace import DEFAULT_PACE, Pace

#: The usual value weighs as much as so many sessions.
PRIOR_SESSIONS = 3
#: Kinds of record that compare what was taken with what was announced: counted bouts, the rests
#: after them, and breathers.
REPS, REST, BREATHER = "counted_factor", "rest_factor", "breather_factor"
FACTORS = (REPS, REST, BREATHER)
#: All other kinds are seconds. Both are fields of Pace.
KINDS = tuple(field.name for field in fields(Pace) if field.name.endswith("_seconds"))
#: What each kind is called for people.
KIND_NAMES = {
    "to_floor_seconds": "down to the floor",
    "to_standing_seconds": "up from the floor",
    "on_the_floor_seconds": "another position on the floor",
    "fetch_kit_seconds": "fetch kit",
    "place_band_seconds": "put the band on",
    "set_step_seconds": "set the step up",
    "other_side_seconds": "change sides",
    "show_new_seconds": "show a new movement",
    "show_first_today_seconds": "show a movement that they know",
    "station_seconds": "on to the next movement without a rest",
    REPS: "pace of counted bouts",
    REST: "rests after counted bouts",
    BREATHER: "breathers",
}
#: A record this many times longer or shorter than planned is a mistake, not a pace.
MOST_TIMES = 20
#: No stretch of a class lasts longer than the longest session.
MOST_SECONDS = 180 * 60


class Record(NamedTuple):
    """One thing that was timed. For factors ``planned`` is what was announced, else it is 0.

    ``took`` is in seconds; ``session`` tells one teaching from another.
    """

    kind: str
    took: float
    session: Hashable
    instructor: str = ""
    group: str = ""
    movement_id: str = ""
    planned: float = 0


@dataclass(frozen=True, slots=True)
class Estimate:
    """The middle value with its quartiles, and from how many sessions it comes."""

    value: float
    low: float
    high: float
    sessions: int


@dataclass(frozen=True, slots=True)
class LearnedPace:
    """A pace for the real clock, and the estimates behind it by kind and by movement."""

    pace: Pace
    kinds: Mapping[str, Estimate]
    movements: Mapping[str, Estimate]


def estimate(values: Iterable[tuple[Hashable, float]], usual: float) -> Estimate:
    """Return the estimate of a value from (session, value) pairs and what is usual."""
    sessions: dict[Hashable, list[float]] = {}
    for session, value in values:
        sessions.setdefault(session, []).append(value)
    middles = [median(own) for own in sessions.values()]
    # What is usual elsewhere may be half as much or half as much again here.
    spread = [usual * share for share in (0.5, 1, 1.5)] + middles
    low, _, high = quantiles(spread, n=4, method="inclusive")
    value = median([usual] * PRIOR_SESSIONS + middles)
    return Estimate(value, min(low, value), max(high, value), len(sessions))


def learned_pace(
    records: Iterable[Record], instructor: str = "", group: str = "", start: Pace = DEFAULT_PACE
) -> LearnedPace:
    """Return the pace of an instructor with a group.

    What all records say stands in for the usual values, and what this instructor and this group
    did for what all did. Without records the pace is ``start``.
    Raises InvalidInput for a record of an unknown kind or an impossible time.
    """
    every = list(records)
    for record in every:
        require_possible(record.kind, record.took, record.planned)
    pool = _learned(every, start)
    own = [
        record
        for record in every
        if (not instructor or record.instructor == instructor)
        and (not group or record.group == group)
    ]
    return pool if len(own) == len(every) else _learned(own, pool.pace)


def require_possible(kind: str, took: float, planned: float) -> None:
    """Raise InvalidInput for an unknown kind of record or an impossible time in seconds."""
    if kind not in KIND_NAMES:
        raise InvalidInput(
            f"'{kind}' is not a kind of break.", fix=f"Use one of: {', '.join(KIND_NAMES)}."
        )
    usual = planned if kind in FACTORS else 30
    fits = 0 <= planned <= MOST_SECONDS and 0 <= took <= min(MOST_SECONDS, MOST_TIMES * usual)
    if usual <= 0 or not fits:
        raise InvalidInput(
            f"{took:g} s for '{KIND_NAMES[kind]}' cannot be.", fix="Take the record out."
        )


def is_possible(record: Record) -> bool:
    """Return whether a pace may be learned from a record."""
    try:
        require_possible(record.kind, record.took, record.planned)
    except InvalidInput:
        return False
    return True


def _learned(records: list[Record], usual: Pace) -> LearnedPace:
    kinds: dict[str, Estimate] = {}
    for kind in KINDS:
        values = [(r.session, r.took) for r in records if r.kind == kind]
        kinds[kind] = estimate(values, getattr(usual, kind))
    for kind in FACTORS:
        found = [(r.session, r.took / r.planned) for r in records if r.kind == kind]
        kinds[kind] = estimate(found, getattr(usual, kind))
    ratios = [r for r in records if r.kind == REPS]
    movements = {
        movement_id: estimate(
            [(r.session, r.took / r.planned) for r in ratios if r.movement_id == movement_id],
            usual.factor_of(movement_id) if usual.own_factors else kinds[REPS].value,
        )
        for movement_id in sorted({r.movement_id for r in ratios if r.movement_id})
    }
    own = {**dict(usual.own_factors), **{m: e.value for m, e in movements.items()}}
    learned: dict[str, Any] = {kind: round(kinds[kind].value, 3) for kind in FACTORS}
    learned |= {kind: round(kinds[kind].value) for kind in KINDS}
    pace = replace(
        usual,
        own_factors=tuple(sorted((m, round(value, 3)) for m, value in own.items())),
        **learned,
    )
    return LearnedPace(pace, kinds, movements)
