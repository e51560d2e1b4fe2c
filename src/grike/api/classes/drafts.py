"""A class that is being written: how it would run and what it would do, before it is put in."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.board.views import history_model
from grike.api.classes import views as class_view
from grike.api.classes.access import member_of
from grike.api.classes.models import AlternativeModel, DraftDocument, DraftModel, DraftPlace
from grike.api.classes.written import written
from grike.api.moves.views import consequences_model
from grike.api.security import Director, StateOf
from grike.api.turns import COSTLY
from grike.core.advice.alternatives import alternatives
from grike.core.advice.consequences import consequences
from grike.core.rules import Facts
from grike.store import changes

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}/draft", tags=["classes"])


@router.post("", dependencies=COSTLY)
def try_draft(
    series_id: int, slot: int, body: DraftDocument, person: Director, state: StateOf
) -> DraftModel:
    """Return a class as it would be, and what that does to its series; nothing is changed."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        changes.require_seen(connection, held.stored, body.version)
        history = changes.history(connection, series_id)
    facts = held.facts
    planned = written(member_of(facts, slot), body.document, facts.library)
    told = consequences(facts, held.found, facts.plan.with_class(planned))
    draft, seen = held.drafted(told.after, told.found), history_model(history, person.id)
    return DraftModel(
        detail=class_view.class_detail(draft, member_of(told.after, slot), seen, ()),
        consequences=consequences_model(told, planned.design.name),
    )


@router.post("/alternatives", dependencies=COSTLY)
def draft_alternatives(
    series_id: int, slot: int, body: DraftPlace, _: Director, state: StateOf
) -> list[AlternativeModel]:
    """Return ranked alternatives for one movement of a class that is being written."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        changes.require_seen(connection, held.stored, body.version)
    facts = held.facts
    planned = written(member_of(facts, slot), body.document, facts.library)
    drafted = Facts(facts.plan.with_class(planned), facts.library, facts.paces, before=facts)
    found = alternatives(drafted, slot, body.block, body.place)
    return [class_view.alternative_model(alternative) for alternative in found]
