"""Moves on the board: tried, so that every consequence shows, and made."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.moves.models import (
    AnyMove,
    BlankModel,
    ConsequencesModel,
    CopyClassModel,
    CopyWeekModel,
    ExchangeModel,
    ExchangeMovementsModel,
    MoveRequest,
    SpotModel,
    TakeOffModel,
)
from grike.api.moves.views import consequences_model
from grike.api.security import Director, StateOf
from grike.api.shared import Changed
from grike.api.turns import COSTLY
from grike.core.advice.consequences import consequences
from grike.core.moves import (
    Blank,
    CopyClass,
    CopyWeek,
    Exchange,
    Move,
    TakeOff,
    label_of,
    moved,
)
from grike.core.swaps import ExchangeMovements, Spot, SwapEverywhere
from grike.store import changes

router = APIRouter(prefix="/api/series/{series_id}/moves", tags=["moves"])


def _move(body: AnyMove) -> Move:
    if isinstance(body, ExchangeModel):
        return Exchange(body.day, body.other)
    if isinstance(body, CopyClassModel):
        return CopyClass(body.day, body.other)
    if isinstance(body, BlankModel):
        return Blank(body.day)
    if isinstance(body, TakeOffModel):
        return TakeOff(tuple(dict.fromkeys(body.days)))
    if isinstance(body, CopyWeekModel):
        return CopyWeek(body.week, body.other)
    if isinstance(body, ExchangeMovementsModel):
        return ExchangeMovements(_spot(body.one), _spot(body.other))
    weeks = None if body.weeks is None else frozenset(body.weeks)
    return SwapEverywhere(body.movement, body.by, weeks, body.ban)


def _spot(body: SpotModel) -> Spot:
    return Spot(body.day, body.block, body.place)


@router.post("/trial", dependencies=COSTLY)
def try_move(series_id: int, body: MoveRequest, _: Director, state: StateOf) -> ConsequencesModel:
    """Return what a move would do; nothing is changed."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        changes.require_seen(connection, held.stored, body.version)
    plan, library, move = held.stored.plan, held.facts.library, _move(body.move)
    after = moved(plan, library, move)
    found = consequences(held.facts, held.found, after)
    return consequences_model(found, label_of(plan, library, move))


@router.post("")
def make_move(series_id: int, body: MoveRequest, person: Director, state: StateOf) -> Changed:
    """Move, copy or take off classes, or swap a movement everywhere, as one change."""
    move = _move(body.move)
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, body.version)
        held = state.series(connection, series_id)
        plan, library = held.stored.plan, held.facts.library
        after = moved(plan, library, move)
        label = label_of(plan, library, move)
        put = changes.rearrange if after.shape == plan.shape else changes.reshape
        put(connection, held.stored, after, label, person.id)
    return Changed(label=label)
