"""Who taught what, and how it went: by instructor, and one class taught by several."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from fractions import Fraction
from statistics import fmean

from grike.core.done_weeks import Taught, share_of
from grike.core.library import Library


@dataclass(frozen=True, slots=True)
class Teaching:
    """A class that was taught and recorded. ``who``: "" where nobody of the house did.

    ``planned_minutes``: by the real clock of the class.
    """

    taught: Taught
    session_id: int
    design_id: int
    who: str
    planned_minutes: float

    @property
    def over(self) -> float:
        """Minutes beyond the plan, below 0 early."""
        return self.taught.record.minutes - self.planned_minutes


@dataclass(frozen=True, slots=True)
class Trend:
    """How the classes of one instructor went; None where nothing of it was recorded.

    ``over``: minutes beyond the plan, on average, below 0 early; ``share``: of the planned sets
    that were done; ``efforts``: the mean effort of each week of the series.
    """

    who: str
    classes: int
    over: float
    share: float | None
    effort: float | None
    heads: float | None
    efforts: Mapping[int, float]


def trends(teachings: Iterable[Teaching], library: Library) -> list[Trend]:
    """Return how it went with each instructor, who taught most first."""
    by_name: dict[str, list[Teaching]] = {}
    for one in teachings:
        by_name.setdefault(one.who, []).append(one)
    found = [_trend(who, own, library) for who, own in by_name.items()]
    return sorted(found, key=lambda trend: (-trend.classes, trend.who))


def _trend(who: str, own: Sequence[Teaching], library: Library) -> Trend:
    records = [one.taught.record for one in own]
    weeks: dict[int, list[float]] = {}
    for one in own:
        if one.taught.record.effort is not None:
            weeks.setdefault(one.taught.day // 7, []).append(one.taught.record.effort)
    shares = [share for one in own if (share := share_of(one.taught, library)) is not None]
    return Trend(
        who,
        len(own),
        fmean(one.over for one in own),
        float(sum(shares, Fraction(0)) / len(shares)) if shares else None,
        _mean([r.effort for r in records]),
        _mean([None if r.heads is None else float(r.heads) for r in records]),
        {week: fmean(efforts) for week, efforts in sorted(weeks.items())},
    )


def _mean(values: Iterable[float | None]) -> float | None:
    known = [value for value in values if value is not None]
    return fmean(known) if known else None


def taught_by_many(teachings: Iterable[Teaching]) -> list[list[Teaching]]:
    """Return the teachings of each design that was taught more than once, in order of day."""
    by_design: dict[int, list[Teaching]] = {}
    for one in teachings:
        by_design.setdefault(one.design_id, []).append(one)
    often = [own for own in by_design.values() if len(own) > 1]
    return sorted(often, key=lambda own: own[0].taught.day)
