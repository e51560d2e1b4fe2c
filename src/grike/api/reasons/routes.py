"""Why this, and why not that, of a class."""

from __future__ import annotations

from collections.abc import Iterable

from fastapi import APIRouter

from grike.api.classes.access import member_of
from grike.api.reasons.models import ReasonModel, WhyMovementModel, WhyNotModel
from grike.api.security import SignedIn, StateOf
from grike.api.turns import COSTLY
from grike.core.advice.why import Reason, why_class, why_movement, why_not
from grike.core.rules import Facts

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}", tags=["reasons"])


def _facts(state: StateOf, series_id: int, slot: int) -> Facts:
    with state.database.transaction() as connection:
        facts = state.series(connection, series_id).facts
    member_of(facts, slot)
    return facts


def _models(reasons: Iterable[Reason]) -> list[ReasonModel]:
    return [ReasonModel(rule=reason.rule, text=reason.text) for reason in reasons]


@router.get("/why", dependencies=COSTLY)
def get_why_class(series_id: int, slot: int, _: SignedIn, state: StateOf) -> list[ReasonModel]:
    """Return why a class has its focus, its format and its kit."""
    return _models(why_class(_facts(state, series_id, slot), slot))


@router.get("/why-movement", dependencies=COSTLY)
def get_why_movement(
    series_id: int, slot: int, block: int, place: int, _: SignedIn, state: StateOf
) -> WhyMovementModel:
    """Return why a movement stands where it does."""
    why = why_movement(_facts(state, series_id, slot), slot, block, place)
    best = why.best_instead
    return WhyMovementModel(
        there_for=list(why.there_for),
        gives=list(why.gives),
        without=_models(why.without),
        best_instead=best.movement.name if best else None,
        best_effects=[*best.effects, *best.breaks] if best else [],
    )


@router.get("/why-not", dependencies=COSTLY)
def get_why_not(
    series_id: int, slot: int, movement: str, _: SignedIn, state: StateOf
) -> WhyNotModel:
    """Return why a movement does not stand in a class, and where it would do least harm."""
    why = why_not(_facts(state, series_id, slot), slot, movement)
    return WhyNotModel(
        never=_models(why.never),
        block=why.place and why.place[0],
        place=why.place and why.place[1],
        instead_of=why.instead_of,
        cost_change=why.cost_change,
        musts_broken=why.musts_broken,
        there=_models(why.there),
    )
