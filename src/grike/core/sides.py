"""The side ledger: what the left and the right side did over a whole class."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from fractions import Fraction

from grike.core.bouts import Bout, Side


@dataclass(frozen=True, slots=True)
class SideTotals:
    """Seconds, reps and sets of one-sided bouts on one side."""

    seconds: int = 0
    reps: int = 0
    sets: Fraction = Fraction(0)

    def plus(self, seconds: int, reps: int, sets: Fraction) -> SideTotals:
        """Return the totals with one more stretch of work."""
        return SideTotals(self.seconds + seconds, self.reps + reps, self.sets + sets)

    def near(self, other: SideTotals) -> bool:
        """Return whether two sides are the same but for one second or rep of an odd half."""
        seconds, reps = abs(self.seconds - other.seconds), abs(self.reps - other.reps)
        return seconds <= 1 and reps <= 1 and self.sets == other.sets


@dataclass(frozen=True, slots=True)
class SideLedger:
    """Left and right totals, and those of each one-sided movement by id."""

    left: SideTotals
    right: SideTotals
    by_movement: dict[str, tuple[SideTotals, SideTotals]]

    @property
    def equal(self) -> bool:
        """Return whether both sides did the same, movement by movement.

        A bout of odd seconds or reps that is split between the sides leaves a difference of one.
        """
        return all(a.near(b) for a, b in self.by_movement.values())


def halves(bout: Bout) -> list[tuple[Side, int, int]]:
    """Return (side, seconds, reps) of a bout: two entries where it is split between the sides.

    45 s are 23 and 22; which side gets the longer half changes from round to round.
    """
    reps = bout.reps or 0
    if bout.side is not Side.SPLIT:
        return [(bout.side, bout.seconds, reps)]
    more = bout.round % 2
    left, left_reps = (bout.seconds + more) // 2, (reps + more) // 2
    return [(Side.LEFT, left, left_reps), (Side.RIGHT, bout.seconds - left, reps - left_reps)]


def side_ledger(bouts: Iterable[Bout]) -> SideLedger:
    """Return the ledger of all one-sided bouts; bouts of both sides at once leave no entry."""
    totals = {Side.LEFT: SideTotals(), Side.RIGHT: SideTotals()}
    each: dict[str, dict[Side, SideTotals]] = {}
    for bout in bouts:
        if bout.side is Side.BOTH:
            continue
        own = each.setdefault(bout.movement.id, {Side.LEFT: SideTotals(), Side.RIGHT: SideTotals()})
        for side, seconds, reps in halves(bout):
            totals[side] = totals[side].plus(seconds, reps, Fraction(1, 2))
            own[side] = own[side].plus(seconds, reps, Fraction(1, 2))
    return SideLedger(
        totals[Side.LEFT],
        totals[Side.RIGHT],
        {key: (value[Side.LEFT], value[Side.RIGHT]) for key, value in each.items()},
    )
