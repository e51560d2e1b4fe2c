"""A class on the floor: its cues, and what goes, step by step, when it runs late."""

from __future__ import annotations

from typing import Annotated

from fastapi import APIRouter, Query

from grike.api.classes.access import member_of
from grike.api.floor.cues import floor_cues, shorter_models
from grike.api.floor.models import FloorModel, ShorterModel
from grike.api.security import SignedIn, StateOf
from grike.api.turns import COSTLY

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}/floor", tags=["floor"])


@router.get("")
def get_floor(series_id: int, slot: int, _: SignedIn, state: StateOf) -> FloorModel:
    """Return a class as it is taught."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    member = member_of(held.facts, slot)
    cues = floor_cues(held.facts, member, member.design, member.clock)
    return FloorModel(cues=cues)


@router.get("/shorter", dependencies=COSTLY)
def get_shorter(
    series_id: int,
    slot: int,
    _: SignedIn,
    state: StateOf,
    done: Annotated[int, Query(ge=0, le=100)] = 0,
    order: Annotated[list[str] | None, Query()] = None,
) -> list[ShorterModel]:
    """Return the class cut step by step, each saving more, with so many blocks left as they are."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    return shorter_models(held.facts, member_of(held.facts, slot), done, order or ())
