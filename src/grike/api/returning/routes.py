"""What comes back through the weeks of a series."""

from __future__ import annotations

from fastapi import APIRouter

from grike.api.returning.models import ReturningModel, TimeModel
from grike.api.security import SignedIn, StateOf
from grike.api.turns import COSTLY
from grike.core.advice.returning import Returning, returning

router = APIRouter(prefix="/api/series/{series_id}/returning", tags=["returning"])


def _model(one: Returning) -> ReturningModel:
    return ReturningModel(
        movement=one.movement.id,
        name=one.movement.name,
        weekday=one.times[0].slot.weekday,
        times=[
            TimeModel(
                slot=time.slot.index,
                week=time.slot.week,
                dose=time.dose,
                added=", ".join(time.added),
            )
            for time in one.times
        ],
    )


@router.get("", dependencies=COSTLY)
def get_returning(series_id: int, _: SignedIn, state: StateOf) -> list[ReturningModel]:
    """Return each movement that is carried on, with what it was each time and what was added."""
    with state.database.transaction() as connection:
        facts = state.series(connection, series_id).facts
    return [_model(one) for one in returning(facts)]
