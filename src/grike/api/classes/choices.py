"""Second choices of a class: the class as it is beside others that could stand in its slot."""

from __future__ import annotations

from collections.abc import Iterable

from fastapi import APIRouter

from grike.api.classes.access import member_of, require_unlocked
from grike.api.classes.models import ChoiceModel, ChoicesModel
from grike.api.classes.views import blocks_of
from grike.api.security import SignedIn, StateOf
from grike.api.turns import COSTLY
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner import Settings
from grike.core.planner.second import SecondChoice, second_choices, staying
from grike.core.rules import Facts, Finding
from grike.core.sheet import Mode
from grike.exchange.classes import class_to

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}", tags=["classes"])


@router.get("/choices", dependencies=COSTLY)
def get_choices(series_id: int, slot: int, _: SignedIn, state: StateOf) -> ChoicesModel:
    """Return other classes for a slot, in its shape and in another, and what each would change."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    facts = held.facts
    member = member_of(facts, slot)
    require_unlocked(member)
    settings = Settings(paces=facts.paces)
    found = second_choices(facts, held.found, slot, seed=held.stored.version, settings=settings)
    as_it_is = SecondChoice(member.planned, False, (), (), 0)
    return ChoicesModel(
        version=held.stored.version,
        slot_seconds=member.design.slot_seconds,
        stays=list(staying(facts, slot)),
        now=_model(facts, member, as_it_is),
        choices=[_model(facts, member, choice) for choice in found],
    )


def _model(facts: Facts, now: ClassFacts, choice: SecondChoice) -> ChoiceModel:
    """Return a class as it is shown beside others; the one that is there changes nothing."""
    design = choice.planned.design
    member = ClassFacts(choice.planned, facts.library, now.known, now.pace)
    there = set(now.design.movement_ids())
    return ChoiceModel(
        name=design.name,
        kit=sorted(design.kit),
        real_seconds=member.clock.real_seconds,
        other_shape=choice.other_shape,
        new_movements=[i for i in dict.fromkeys(design.movement_ids()) if i not in there],
        blocks=blocks_of(facts, member, member.clock),
        verdict=choice.verdict,
        as_good=choice.as_good,
        breaks=_what(choice.new, Mode.MUST),
        misses=_what(choice.new, Mode.AIM),
        mends=_what(choice.gone, *Mode),
        document=class_to(design, now.known),
    )


def _what(found: Iterable[Finding], *modes: Mode) -> list[str]:
    return [finding.what for finding in found if finding.mode in modes and not finding.remark]
