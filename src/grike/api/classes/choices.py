"""Second choices of a class: the class as it is beside others that could stand in its slot."""

from __future__ import annotations

from collections.abc import Iterable

from fastapi import APIRouter

from grike.api.classes.access import member_of, require_unlocked
from grike.api.classes.models import ChoiceModel, ChoicesModel
from grike.api.classes.views import blocks_of
from grike.api.security import SignedIn, StateOf
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner import Settings
from grike.core.planner.second import SecondChoice, second_choices
from grike.core.rules import Facts, Finding
from grike.core.series import PlannedClass
from grike.core.sheet import Mode
from grike.exchange.classes import class_to

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}", tags=["classes"])

AS_IT_IS = "The class as it is."


@router.get("/choices")
def get_choices(series_id: int, slot: int, _: SignedIn, state: StateOf) -> ChoicesModel:
    """Return other classes for a slot, in its shape and in another, and what each would change."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    facts = held.facts
    member = member_of(facts, slot)
    require_unlocked(member)
    settings = Settings(paces=facts.paces)
    found = second_choices(facts, held.found, slot, seed=held.stored.version, settings=settings)
    now = _model(facts, member, member.planned, None)
    return ChoicesModel(
        version=held.stored.version,
        slot_seconds=member.design.slot_seconds,
        now=now,
        choices=[_model(facts, member, choice.planned, choice) for choice in found],
    )


def _model(
    facts: Facts, now: ClassFacts, planned: PlannedClass, choice: SecondChoice | None
) -> ChoiceModel:
    """Return a class as it is shown beside others."""
    design = planned.design
    member = ClassFacts(planned, facts.library, now.known, now.pace)
    shape = facts.shape.class_shape(design.shape)
    there = set(now.design.movement_ids())
    new = [name for name in dict.fromkeys(design.movement_ids()) if name not in there]
    return ChoiceModel(
        name=design.name,
        shape=shape.name if shape else "",
        kit=sorted(design.kit),
        real_seconds=member.clock.real_seconds,
        other_shape=choice is not None and choice.other_shape,
        new_movements=new,
        blocks=blocks_of(facts, member, member.clock),
        verdict=verdict(choice) if choice else AS_IT_IS,
        as_good=choice is None or choice.as_good,
        breaks=_what(choice.new if choice else (), Mode.MUST),
        misses=_what(choice.new if choice else (), Mode.AIM),
        mends=[finding.what for finding in choice.gone if not finding.remark] if choice else [],
        document=class_to(design, now.known),
    )


def verdict(choice: SecondChoice) -> str:
    """Return what the rules say of a choice against the class that is there."""
    points = abs(choice.cost_change)
    unit = "point" if points == 1 else "points"
    if choice.broken:
        one = "a rule that must be kept" if choice.broken == 1 else f"{choice.broken} musts"
        return f"It breaks {one}."
    if choice.cost_change < 0:
        return f"By the rules it is better, by {points} {unit}."
    if choice.cost_change == 0:
        return "As good by the rules as the class that is there."
    return f"By the rules it costs {points} {unit} more."


def _what(found: Iterable[Finding], mode: Mode) -> list[str]:
    return [finding.what for finding in found if finding.mode is mode and not finding.remark]
