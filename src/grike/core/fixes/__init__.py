"""Fixes: concrete edits that take a finding away without breaking a must.

Candidates come from what the finding is about, the likeliest first; each is put in and judged by
the rule checks, so that what is offered works. Nothing here needs the planner, which puts them in
as well once its plan stands.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from functools import partial
from itertools import islice

from grike.core.errors import GrikeError
from grike.core.fixes.base import Edit
from grike.core.fixes.coming_back import comes_back
from grike.core.fixes.formats import (
    another_day,
    another_focus,
    another_format,
    breathers,
    lengths,
    stations,
    time_of_class,
)
from grike.core.fixes.frames import frame_movements, frame_swaps
from grike.core.fixes.items import asks_more, both_sides, carries
from grike.core.fixes.judging import Fix, applied, facts_after, judged
from grike.core.fixes.orders import reorders
from grike.core.fixes.rounds import finishes, last_rounds, longer_rests, warm_ups
from grike.core.fixes.swaps import swaps
from grike.core.rules import BY_ID, Facts, Finding, findings, findings_of
from grike.core.rules.rule import Mend

#: So many candidates are judged at most, and so many fixes offered.
MOST_TRIES, MOST_FIXES = 60, 3

Source = Callable[[Facts, Finding], Iterator[Edit]]
#: What makes the edits of each kind.
SOURCES: dict[Mend, Source] = {
    Mend.SWAP: swaps,
    Mend.SWAP_ANYWHERE: partial(swaps, anywhere=True),
    Mend.SWAP_UNLIKE: partial(swaps, anywhere=True, unlike=True),
    Mend.SWAP_EASIER: partial(swaps, anywhere=True, easier=True),
    Mend.ORDER: reorders,
    Mend.FORMAT: another_format,
    Mend.FOCUS: another_focus,
    Mend.LENGTH: lengths,
    Mend.TIME: time_of_class,
    Mend.BREATHER: breathers,
    Mend.STATIONS: stations,
    Mend.SIDES: both_sides,
    Mend.FRAME: frame_movements,
    Mend.FRAME_SWAP: frame_swaps,
    Mend.CARRY: carries,
    Mend.COME_BACK: comes_back,
    Mend.ASK_MORE: asks_more,
    Mend.ANOTHER_DAY: another_day,
    Mend.LAST_ROUND: last_rounds,
    Mend.FINISH: finishes,
    Mend.WARM_UP: warm_ups,
    Mend.REST: longer_rests,
}


def fixes(facts: Facts, finding: Finding, most: int = MOST_FIXES) -> list[Fix]:
    """Return fixes for a finding, the one that costs least first; locked classes stay.

    ``also`` holds what would be found besides. Returns an empty list where no single edit does it.
    """
    before = findings(facts)
    out: list[Fix] = []
    for mend in BY_ID[finding.rule].mends:
        for edit in islice(SOURCES[mend](facts, finding), MOST_TRIES):
            fix = _mending(facts, before, finding, edit)
            if fix is not None:
                out.append(fix)
            if len(out) >= most:
                break
        if out:
            break
    return sorted(out, key=lambda fix: fix.cost_change)


def _mending(facts: Facts, before: tuple[Finding, ...], finding: Finding, edit: Edit) -> Fix | None:
    """Return the fix if the edit takes the finding away and breaks no must; else None.

    The rule of the finding is asked first.
    """
    then = facts_after(facts, edit)
    if then is None:
        return None
    try:
        if any(f.key == finding.key for f in findings_of(BY_ID[finding.rule], then)):
            return None
    except GrikeError:
        return None
    return judged(facts, before, edit, then)


__all__ = ["Edit", "Fix", "applied", "fixes"]
