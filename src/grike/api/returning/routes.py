"""What comes back through the weeks of a series."""

from __future__ import annotations

from collections.abc import Mapping

from fastapi import APIRouter

from grike.api.returning.models import ReturningModel, TimeModel
from grike.api.security import SignedIn, StateOf
from grike.api.sessions.taught import taught_of
from grike.api.turns import COSTLY
from grike.core.advice.returning import Returning, returning
from grike.core.done_weeks import Taught, reached
from grike.core.library import Library

router = APIRouter(prefix="/api/series/{series_id}/returning", tags=["returning"])


def _model(one: Returning, taught: Mapping[int, Taught], library: Library) -> ReturningModel:
    def done(day: int) -> str | None:
        return reached(taught[day], one.movement, library) if day in taught else None

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
                reached=done(time.slot.day),
            )
            for time in one.times
        ],
    )


@router.get("", dependencies=COSTLY)
def get_returning(series_id: int, _: SignedIn, state: StateOf) -> list[ReturningModel]:
    """Return each movement that is carried on: what it was each time, what was added and done."""
    with state.database.transaction() as connection:
        facts = state.series(connection, series_id).facts
        taught = taught_of(connection, series_id)
    return [_model(one, taught, facts.library) for one in returning(facts)]
