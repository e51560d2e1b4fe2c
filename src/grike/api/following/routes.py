"""From what was done: what the next weeks should take up, part by part."""

from __future__ import annotations

import datetime as dt

from fastapi import APIRouter

from grike.api.following.models import AnswerRequest, FollowingModel, ProposalModel, UnmetModel
from grike.api.security import Director, SignedIn, StateOf
from grike.api.sessions.taught import taught_of
from grike.api.shared import Changed
from grike.api.state import HeldSeries, State
from grike.api.turns import COSTLY
from grike.core.advice.following import Proposal, Unmet, following
from grike.core.done_weeks import Taught
from grike.core.errors import Conflict
from grike.core.fixes import applied
from grike.store import changes, follow_answers
from grike.store.connection import Connection

router = APIRouter(prefix="/api/series/{series_id}/following", tags=["following"])


def today() -> dt.date:
    """Return the day by the clock of this machine, which is the clock on the wall."""
    return dt.datetime.now().date()


def _read(
    connection: Connection, state: State, series_id: int
) -> tuple[HeldSeries, dict[int, Taught], frozenset[str]]:
    held = state.series(connection, series_id)
    return held, taught_of(connection, series_id), follow_answers.answered(connection, series_id)


def _found(
    held: HeldSeries, taught: dict[int, Taught], answered: frozenset[str]
) -> tuple[Proposal | Unmet, ...]:
    """Return what follows for the classes from today on that nobody has taught yet."""
    now = today()
    open_days = {
        member.slot.day
        for member in held.facts.classes
        if member.slot.date >= now and member.slot.day not in taught
    }
    return following(held.facts, taught.values(), open_days, answered)


def _model(own: Proposal) -> ProposalModel:
    return ProposalModel(
        keys=list(own.keys),
        because=own.because,
        why=own.why,
        text=own.fix.text,
        cost_change=own.fix.cost_change,
        also=list(own.fix.also),
        slots=sorted(own.fix.edit.designs),
    )


@router.get("", dependencies=COSTLY)
def get_following(series_id: int, _: SignedIn, state: StateOf) -> FollowingModel:
    """Return what the classes to come should take up; what was answered is left out."""
    with state.database.transaction() as connection:
        held, taught, answered = _read(connection, state, series_id)
    found = _found(held, taught, answered)
    return FollowingModel(
        version=held.stored.version,
        records=len(taught),
        proposals=[_model(own) for own in found if isinstance(own, Proposal)],
        unmet=[
            UnmetModel(because=own.because, what=own.what)
            for own in found
            if isinstance(own, Unmet)
        ],
    )


@router.post("/take", dependencies=COSTLY)
def take_proposal(series_id: int, body: AnswerRequest, person: Director, state: StateOf) -> Changed:
    """Put a proposal in as a change that can be undone; undone, it is proposed again."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        held, taught, answered = _read(connection, state, series_id)
    own = next(
        (
            one
            for one in _found(held, taught, answered)
            if isinstance(one, Proposal) and list(one.keys) == body.keys
        ),
        None,
    )
    if own is None:
        raise Conflict(
            "That is not proposed any more.",
            "The records have changed in the meantime, or it was answered.",
            "Look at what is proposed now.",
        )
    edit = own.fix.edit
    after = applied(held.facts, edit)
    edited = [p for p in after.classes if p.slot.index in edit.designs]
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        made = (
            changes.save(connection, held.stored, edited, edit.text, person.id)
            if edit.wishes is None
            else changes.reshape(connection, held.stored, after, edit.text, person.id)
        )
        follow_answers.answer(connection, series_id, own.keys, person.id, made)
    return Changed(label=edit.text)


@router.post("/leave")
def leave_proposal(
    series_id: int, body: AnswerRequest, person: Director, state: StateOf
) -> Changed:
    """Leave the plan as it is; what these records ask for is not proposed again."""
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        follow_answers.answer(connection, series_id, body.keys, person.id, None)
    return Changed(label="Leave the plan as it is")
