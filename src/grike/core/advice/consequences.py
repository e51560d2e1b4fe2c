"""What a change of a series does: findings that come and go, before anything is changed."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass

from grike.core.moves import changed_days
from grike.core.rules import Facts, Finding, broken_musts, cost_by_rule, findings
from grike.core.series import SeriesPlan


@dataclass(frozen=True, slots=True)
class Consequences:
    """A series before and after a change, with what the change mends and what it breaks.

    ``found``: all findings afterwards; ``gone`` and ``new``: those that go and come.
    ``costs`` and ``musts``: of all aims, and how many musts are broken, before and after.
    ``days``: those whose class differs, in order.
    """

    before: Facts
    after: Facts
    found: tuple[Finding, ...]
    gone: tuple[Finding, ...]
    new: tuple[Finding, ...]
    costs: tuple[int, int]
    musts: tuple[int, int]
    days: tuple[int, ...]

    @property
    def weeks(self) -> tuple[int, ...]:
        """The weeks in which something differs, in order."""
        return tuple(sorted({day // 7 for day in self.days}))


def consequences(before: Facts, found: Sequence[Finding], plan: SeriesPlan) -> Consequences:
    """Return what it does to put ``plan`` in the place of a series.

    ``found``: the findings of the series as it is. What only goes along with its class to another
    day has neither come nor gone.
    """
    after = Facts(plan, before.library, before.paces, before=before)
    then = findings(after)
    ours, theirs = {f.key for f in found}, {f.key for f in then}
    gone = [f for f in found if f.key not in theirs]
    new = [f for f in then if f.key not in ours]
    return Consequences(
        before,
        after,
        then,
        _without(gone, new),
        _without(new, gone),
        (_cost(found), _cost(then)),
        (len(broken_musts(found)), len(broken_musts(then))),
        tuple(changed_days(before.plan, plan)),
    )


def _cost(found: Sequence[Finding]) -> int:
    return sum(cost_by_rule(found).values())


def _without(some: Sequence[Finding], others: Sequence[Finding]) -> tuple[Finding, ...]:
    """Return the findings that are not among others in the same words, each counted once."""
    left = Counter((f.rule, f.what) for f in others)
    out: list[Finding] = []
    for finding in some:
        key = (finding.rule, finding.what)
        if left[key]:
            left[key] -= 1
        else:
            out.append(finding)
    return tuple(out)
