"""Who taught what, and how it went: by instructor, and one class taught by several."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from statistics import fmean

from grike.core.done_weeks import WEEKDAYS, Taught, share_of
from grike.core.library import Library


@dataclass(frozen=True, slots=True)
class Teaching:
    """A class that was taught and recorded. ``who``: "" where nobody of the house did.

    ``planned_minutes``: by the real clock of the class. ``where``: the site, the room where that
    stands at none, or "".
    """

    taught: Taught
    session_id: int
    design_id: int
    who: str
    planned_minutes: float
    where: str = ""

    @property
    def over(self) -> float:
        """Minutes beyond the plan, below 0 early."""
        return self.taught.record.minutes - self.planned_minutes


@dataclass(frozen=True, slots=True)
class Went:
    """How some classes went, in the mean; None where nothing of it was recorded.

    ``over``: minutes beyond the plan, below 0 early; ``share``: of the planned sets that were done;
    ``heads``: people who came.
    """

    classes: int
    over: float
    share: float | None
    effort: float | None
    heads: float | None


@dataclass(frozen=True, slots=True)
class Trend:
    """How the classes of one instructor, or at one site, went; ``efforts``: the mean of each week.

    ``of``: the instructor or the site.
    """

    of: str
    went: Went
    efforts: Mapping[int, float]


def went(own: Sequence[Teaching], library: Library) -> Went:
    """Return how classes went, of which there is one at the least."""
    records = [one.taught.record for one in own]
    shares = [share for one in own if (share := share_of(one.taught, library)) is not None]
    return Went(
        len(own),
        fmean(one.over for one in own),
        float(sum(shares, Fraction(0)) / len(shares)) if shares else None,
        mean_of(record.effort for record in records),
        mean_of(record.heads for record in records),
    )


def trends(teachings: Iterable[Teaching], library: Library) -> list[Trend]:
    """Return how it went with each instructor, who taught most first."""
    return _trends(teachings, library, lambda one: one.who)


def trends_by_place(teachings: Iterable[Teaching], library: Library) -> list[Trend]:
    """Return how it went at each place, the most used first; what was nowhere is not in it."""
    return _trends((one for one in teachings if one.where), library, lambda one: one.where)


def _trends(
    teachings: Iterable[Teaching], library: Library, name_of: Callable[[Teaching], str]
) -> list[Trend]:
    by_name: dict[str, list[Teaching]] = {}
    for one in teachings:
        by_name.setdefault(name_of(one), []).append(one)
    found = [Trend(name, went(own, library), _efforts(own)) for name, own in by_name.items()]
    return sorted(found, key=lambda trend: (-trend.went.classes, trend.of))


def _efforts(own: Sequence[Teaching]) -> dict[int, float]:
    weeks = by_week(own)
    means = ((week, mean_of(one.taught.record.effort for one in weeks[week])) for week in weeks)
    return {week: mean for week, mean in means if mean is not None}


def by_week(teachings: Iterable[Teaching]) -> dict[int, list[Teaching]]:
    """Return what was taught in each week of a series (from 0), in order."""
    weeks: dict[int, list[Teaching]] = {}
    for one in teachings:
        weeks.setdefault(one.taught.day // WEEKDAYS, []).append(one)
    return dict(sorted(weeks.items()))


def mean_of(values: Iterable[float | None]) -> float | None:
    """Return the mean of what is known; None where nothing is."""
    known = [float(value) for value in values if value is not None]
    return fmean(known) if known else None


def taught_by_many(teachings: Iterable[Teaching]) -> list[list[Teaching]]:
    """Return the teachings of each design that was taught more than once, in order of day."""
    by_design: dict[int, list[Teaching]] = {}
    for one in teachings:
        by_design.setdefault(one.design_id, []).append(one)
    often = [own for own in by_design.values() if len(own) > 1]
    return sorted(often, key=lambda own: own[0].taught.day)
