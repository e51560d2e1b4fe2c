"""Ways to mend a finding: shown, and put in."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.findings.models import FixModel, FixRequest
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.api.state import HeldSeries
from grike.core.advice.fixes import Fix, applied, fixes
from grike.core.errors import Conflict
from grike.store import changes

router = APIRouter(prefix="/api/series/{series_id}", tags=["fixes"])


def _of(held: HeldSeries, number: int) -> list[Fix]:
    if not 0 <= number < len(held.found):
        raise Conflict(
            "That finding is not there any more.",
            "The series has changed in the meantime.",
            "Load the page again.",
        )
    return fixes(held.facts, held.found[number])


@router.get("/findings/{number}/fixes")
def get_fixes(series_id: int, number: int, _: SignedIn, state: StateOf) -> list[FixModel]:
    """Return the edits that take a finding away without breaking a must, the cheapest first."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    return [
        FixModel(text=fix.text, cost_change=fix.cost_change, also=list(fix.also))
        for fix in _of(held, number)
    ]


@router.post("/findings/{number}/fix")
def fix_finding(
    series_id: int, number: int, body: FixRequest, person: Director, state: StateOf
) -> Changed:
    """Put a fix in: the one that was shown at that place of the list."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        held = state.series(connection, series_id)
    offered = _of(held, number)
    if body.choice >= len(offered):
        raise Conflict(
            "No single edit mends this.",
            "Every edit that was tried leaves it, or breaks a must rule.",
            "Re-fill the class, plan again, or ease the rule.",
        )
    chosen = offered[body.choice]
    after = applied(held.facts, chosen.edit)
    edited = [p for p in after.classes if p.slot.index in chosen.edit.designs]
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        changes.save(connection, held.stored, edited, chosen.text, person.id)
    return Changed(label=chosen.text)
