"""What one rule finds in a whole series, mended at once: each time by the fix that costs least."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass

from grike.core.fixes import applied, fixes
from grike.core.rules import BY_ID, Facts, Finding, findings_of
from grike.core.series import SeriesPlan
from grike.core.sheet import Mode

#: So many findings are mended at most in one go, each in a tenth of a second to a second.
MOST_MENDED = 12


@dataclass(frozen=True, slots=True)
class Mended:
    """A series with what one rule found mended. ``done``: the edits in words; ``left``: not mended.

    An aim is mended only where that is worth it by all aims together.
    """

    plan: SeriesPlan
    done: tuple[str, ...]
    left: int


def mended(facts: Facts, rule_id: str) -> Mended:
    """Return the series after every finding of a rule was mended that can be.

    No fix breaks a must; each looks at the series as the fixes before it left it.
    """
    rule, now = BY_ID[rule_id], facts
    must = facts.sheet[rule_id].mode is Mode.MUST
    tried: set[tuple[object, ...]] = set()
    done: list[str] = []
    while len(done) < MOST_MENDED:
        finding = _next(findings_of(rule, now), tried)
        if finding is None:
            break
        tried.add(finding.key)
        best = next(iter(fixes(now, finding, 1)), None)
        if best is not None and (must or best.cost_change < 0):
            now = Facts(applied(now, best.edit), now.library, now.paces, before=now)
            done.append(best.text)
    left = sum(not found.remark for found in findings_of(rule, now))
    return Mended(now.plan, tuple(done), left)


def _next(found: Iterable[Finding], tried: set[tuple[object, ...]]) -> Finding | None:
    """Return the first finding that was not tried and is no mere remark."""
    return next((own for own in found if own.key not in tried and not own.remark), None)
