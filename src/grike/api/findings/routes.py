"""Ways to mend a finding: shown, and put in."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.findings.models import FixModel, FixRequest, MendedModel
from grike.api.moves.views import consequences_model
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed, Write
from grike.api.state import HeldSeries
from grike.api.turns import COSTLY
from grike.core.advice.consequences import consequences
from grike.core.errors import Conflict, NotFound
from grike.core.fixes import Fix, applied, fixes
from grike.core.rules import BY_ID
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


@router.get("/findings/{number}/fixes", dependencies=COSTLY)
def get_fixes(series_id: int, number: int, _: SignedIn, state: StateOf) -> list[FixModel]:
    """Return the edits that take a finding away without breaking a must, the cheapest first."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    return [
        FixModel(text=fix.text, cost_change=fix.cost_change, also=list(fix.also))
        for fix in _of(held, number)
    ]


@router.post("/findings/{number}/fix", dependencies=COSTLY)
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


def _known(rule: str) -> str:
    if rule not in BY_ID:
        raise NotFound(f"There is no rule '{rule[:20]}'.", fix="Load the page again.")
    return rule


@router.post("/rules/{rule}/mend/trial", dependencies=COSTLY)
def try_mending(series_id: int, rule: str, body: Write, _: Director, state: StateOf) -> MendedModel:
    """Return what it does to mend at once what a rule finds; nothing is changed."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        changes.require_seen(connection, held.stored, body.version)
    found = held.mended(_known(rule))
    told = consequences(held.facts, held.found, found.plan)
    label = _label(rule, len(found.done))
    return MendedModel(
        done=list(found.done), left=found.left, consequences=consequences_model(told, label)
    )


@router.post("/rules/{rule}/mend", dependencies=COSTLY)
def mend_rule(series_id: int, rule: str, body: Write, person: Director, state: StateOf) -> Changed:
    """Mend at once what a rule finds, as one change."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        held = state.series(connection, series_id)
    found = held.mended(_known(rule))
    if not found.done:
        raise Conflict(
            "Nothing of this is mended by single edits.",
            fix="Re-fill the classes, plan again, or ease the rule.",
        )
    label = _label(rule, len(found.done))
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        changes.rearrange(connection, held.stored, found.plan, label, person.id)
    return Changed(label=label)


def _label(rule: str, many: int) -> str:
    return f"Mend {BY_ID[rule].title.lower()} ({rule}) in {many} place{'' if many == 1 else 's'}"
