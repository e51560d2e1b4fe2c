"""How a group went from season to season: a series, and those that were begun again from it."""

from __future__ import annotations

import datetime as dt
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from fractions import Fraction
from itertools import pairwise

from grike.core.done_by import Teaching, Went, by_week, mean_of, went
from grike.core.done_weeks import weeks_done, work_done
from grike.core.exact import exact_sum
from grike.core.library import Library
from grike.core.movement import Joint
from grike.core.volume import sets_by_movement

#: How it is said that there is more, less or as much of a thing.
PEOPLE = ("{:g} more people a class", "{:g} fewer people a class", "as many people a class")
EFFORT = ("effort {:g} higher", "effort {:g} lower", "the same effort")
SETS = ("{:g} more sets done a class", "{:g} fewer sets done a class", "as many sets done a class")
LOAD = (
    "the load of a week {:g} higher",
    "the load of a week {:g} lower",
    "the same load of a week",
)


@dataclass(frozen=True, slots=True)
class Season:
    """A series of a group with what was recorded of it; ``planned``: its classes in each week."""

    series_id: int
    name: str
    start: dt.date
    planned: Mapping[int, int]
    teachings: Sequence[Teaching]


@dataclass(frozen=True, slots=True)
class SeasonWeek:
    """A week of which something was recorded: the means of its classes, and the load of them all.

    The load is None where a class is not recorded, or an effort is missing: a part is no week.
    """

    week: int
    heads: float | None
    effort: float | None
    load: float | None


@dataclass(frozen=True, slots=True)
class SeasonDone:
    """How a season went. ``since``: what changed from the one before, in words.

    ``sets``: done in a class, on average; ``load``: the mean of the weeks of which it is known;
    ``sore``: how often each joint was complained of, the most often first.
    """

    season: Season
    went: Went
    sets: float
    load: float | None
    sore: Mapping[Joint, int]
    weeks: tuple[SeasonWeek, ...]
    since: tuple[str, ...] = ()

    @property
    def recorded(self) -> int:
        """How many classes have a record; one that was taught twice is one class."""
        return len({one.taught.day for one in self.season.teachings})


def seasons_done(seasons: Iterable[Season], library: Library) -> list[SeasonDone]:
    """Return the seasons of which something was recorded, the earliest first."""
    told = sorted((s for s in seasons if s.teachings), key=lambda s: (s.start, s.series_id))
    done = [_season(own, library) for own in told]
    later = (replace(now, since=tuple(_since(before, now))) for before, now in pairwise(done))
    return [*done[:1], *later]


def _season(own: Season, library: Library) -> SeasonDone:
    loads = _loads(own, library)
    weeks = tuple(
        SeasonWeek(
            week,
            mean_of(one.taught.record.heads for one in taught),
            mean_of(one.taught.record.effort for one in taught),
            loads.get(week),
        )
        for week, taught in by_week(own.teachings).items()
    )
    sore = (complaint.joint for one in own.teachings for complaint in one.taught.record.complaints)
    sets = exact_sum(_sets(one, library) for one in own.teachings)
    return SeasonDone(
        own,
        went(own.teachings, library),
        float(sets / len(own.teachings)),
        mean_of(week.load for week in weeks),
        dict(Counter(sore).most_common()),
        weeks,
    )


def _loads(own: Season, library: Library) -> dict[int, float | None]:
    """Return the load of the weeks all of whose classes were recorded; of a day the last counts."""
    last = {one.taught.day: one.taught for one in own.teachings}
    weeks = weeks_done(last.values(), library)
    return {w.week: w.load for w in weeks if w.recorded >= own.planned.get(w.week, 0)}


def _sets(one: Teaching, library: Library) -> Fraction:
    _, done = work_done(one.taught, library)
    return exact_sum(sets_by_movement(done).values())


def _since(before: SeasonDone, now: SeasonDone) -> list[str]:
    """Return in words what changed from one season to the next; what is known of both alone."""
    changes = (
        _change(PEOPLE, before.went.heads, now.went.heads),
        _change(EFFORT, before.went.effort, now.went.effort),
        _change(SETS, before.sets, now.sets),
        _change(LOAD, before.load, now.load, places=0),
    )
    return [words for words in changes if words]


def _change(
    ways: tuple[str, str, str], before: float | None, now: float | None, places: int = 1
) -> str:
    if before is None or now is None:
        return ""
    by = round(round(now, places) - round(before, places), places)
    return ways[0 if by > 0 else 1 if by < 0 else 2].format(abs(by))
