"""One class: read it, swap a movement, lock it, re-fill it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import replace
from typing import Annotated

from fastapi import APIRouter, Query, Response

from grike.api.board.views import history_model
from grike.api.classes import views as class_view
from grike.api.classes.access import cut_by, for_writing, member_of, require_unlocked
from grike.api.classes.models import (
    AlternativeModel,
    BlockLock,
    ClassDetail,
    LockRequest,
    RefillRequest,
    ShortenedModel,
    ShortenRequest,
    SwapRequest,
)
from grike.api.model import Document
from grike.api.pages import AskedFor
from grike.api.places import clashes_of, places_of
from grike.api.security import Director, SignedIn, StateOf
from grike.api.shared import Changed
from grike.api.turns import COSTLY
from grike.core.advice.alternatives import alternatives
from grike.core.advice.shorten import Shortened, shorten
from grike.core.editing import swapped, with_block, work_blocks
from grike.core.errors import Conflict, InvalidInput, NotFound
from grike.core.expansion import steps
from grike.core.judging.class_facts import ClassFacts
from grike.core.planner import Problem, Settings
from grike.core.planner.cp_sat import bring_in_beside
from grike.core.planner.refill import refill
from grike.core.rules import Facts, found_with
from grike.core.sheet import Mode
from grike.exchange.classes import class_to
from grike.store import changes, sessions

router = APIRouter(prefix="/api/series/{series_id}/classes/{slot}", tags=["classes"])


@router.get("", response_model=ClassDetail)
def get_class(
    series_id: int, slot: int, person: SignedIn, state: StateOf, asked: AskedFor
) -> Response:
    """Return one class with its clocks."""
    # Whoever looks at a class may fill it anew next.
    bring_in_beside()
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
        member = member_of(held.facts, slot)
        history = changes.history(connection, series_id)
        taught = sessions.of_day(connection, series_id, member.slot.day)
        in_the_way = clashes_of(connection, taught)
        places = places_of(connection, held.facts.shape.room.name, taught)
    library = held.facts.library
    own = [
        class_view.session_model(session, person.id, library, in_the_way.get(session.id, ()))
        for session in taught
    ]
    seen = history_model(history, person.id)
    models = (*own, *places, seen.undo, seen.redo)
    return held.page(
        ("class", slot, tuple(model and model.model_dump_json() for model in models)),
        asked,
        lambda: class_view.class_detail(held, member, seen, own, places),
    )


@router.get("/document")
def get_class_document(series_id: int, slot: int, _: SignedIn, state: StateOf) -> Document:
    """Return a class as the open JSON document of docs/formats/class.schema.json."""
    with state.database.transaction() as connection:
        member = member_of(state.series(connection, series_id).facts, slot)
    return class_to(member.design, member.known)


@router.get("/alternatives", dependencies=COSTLY)
def get_alternatives(
    series_id: int, slot: int, block: int, place: int, _: SignedIn, state: StateOf
) -> list[AlternativeModel]:
    """Return ranked alternatives for one movement with what each would change."""
    with state.database.transaction() as connection:
        facts = state.series(connection, series_id).facts
    member_of(facts, slot)
    found = alternatives(facts, slot, block, place)
    return [class_view.alternative_model(alternative) for alternative in found]


@router.post("/swap")
def swap(series_id: int, slot: int, body: SwapRequest, person: Director, state: StateOf) -> Changed:
    """Put another movement into a place."""
    with state.database.transaction() as connection:
        stored, facts, member = for_writing(state, connection, series_id, slot, body.version)
        require_unlocked(member)
        library = facts.library
        design = swapped(member.design, body.block, body.place, body.movement, library=library)
        # What its format cannot hold is told now; once stored, no page of the class would open.
        steps(design, library)
        label = f"Swap in {library[body.movement].name}, {member.slot.label}"
        changed = replace(member.planned, design=design)
        changes.save(connection, stored, [changed], label, person.id)
    return Changed(label=label)


@router.post("/lock")
def lock(series_id: int, slot: int, body: LockRequest, person: Director, state: StateOf) -> Changed:
    """Lock or unlock a class."""
    with state.database.transaction() as connection:
        stored, _, member = for_writing(state, connection, series_id, slot, body.version)
        label = f"{'Lock' if body.locked else 'Unlock'} {member.slot.label}"
        changed = replace(member.planned, locked=body.locked)
        changes.save(connection, stored, [changed], label, person.id, stored.certificate)
    return Changed(label=label)


@router.post("/lock-block")
def lock_block(
    series_id: int, slot: int, body: BlockLock, person: Director, state: StateOf
) -> Changed:
    """Lock or unlock a block of a class, so that a re-fill leaves it as it is."""
    with state.database.transaction() as connection:
        stored, _, member = for_writing(state, connection, series_id, slot, body.version)
        blocks = member.design.blocks
        if not 0 <= body.block < len(blocks):
            raise NotFound("There is no such block.", fix="Load the class again.")
        block = replace(blocks[body.block], locked=body.locked)
        verb = "Lock" if body.locked else "Unlock"
        label = f"{verb} block {body.block + 1}, {member.slot.label}"
        changed = replace(member.planned, design=with_block(member.design, body.block, block))
        changes.save(connection, stored, [changed], label, person.id, stored.certificate)
    return Changed(label=label)


@router.post("/refill", dependencies=COSTLY)
def refill_class(
    series_id: int, slot: int, body: RefillRequest, person: Director, state: StateOf
) -> Changed:
    """Fill a class, or some of its blocks, with other movements; everything else stays.

    It is worked out while nobody is kept waiting, and put in if the series is still the same.
    """
    with state.database.transaction() as connection:
        stored, facts, member = for_writing(state, connection, series_id, slot, body.version)
    blocks = None if body.blocks is None else _known_blocks(member, body.blocks)
    problem = Problem(stored.plan, facts.library)
    settings = Settings(paces=facts.paces)
    changed = refill(problem, slot, stored.version, settings, facts=facts, blocks=blocks)
    label = f"Re-fill {member.slot.label}"
    with state.database.transaction() as connection:
        changes.require_current(connection, series_id, stored.version)
        changes.save(connection, stored, [changed], label, person.id)
    return Changed(label=label)


def _known_blocks(member: ClassFacts, blocks: Sequence[int]) -> frozenset[int]:
    work = work_blocks(member.design)
    unknown = sorted(set(blocks) - set(work))
    if unknown or not blocks:
        raise InvalidInput(
            f"Block {unknown[0] + 1} holds no work." if unknown else "No block is named.",
            fix="Choose a block of the class that holds work.",
            place="blocks",
        )
    return frozenset(blocks)


def _shortened(facts: Facts, member: ClassFacts, minutes: int, order: Sequence[str]) -> Shortened:
    seconds = member.clock.real_seconds - 60 * minutes
    return shorten(member.design, facts.library, seconds, **cut_by(facts, member, order))


@router.get("/shortened", dependencies=COSTLY)
def get_shortened(
    series_id: int,
    slot: int,
    minutes: Annotated[int, Query(ge=1, le=60)],
    _: SignedIn,
    state: StateOf,
    order: Annotated[list[str] | None, Query()] = None,
) -> ShortenedModel:
    """Return what goes, lever after lever, when the class must end some minutes earlier."""
    with state.database.transaction() as connection:
        held = state.series(connection, series_id)
    facts = held.facts
    member = member_of(facts, slot)
    cut = _shortened(facts, member, minutes, order or ())
    new = found_with(facts, replace(member.planned, design=cut.design), held.found)[0]
    told = [finding for finding in new if not finding.remark]
    return ShortenedModel(
        cuts=list(cut.cuts),
        seconds=cut.seconds,
        reached=cut.reached,
        breaks=[finding.what for finding in told if finding.mode is Mode.MUST],
        misses=[finding.what for finding in told if finding.mode is not Mode.MUST],
    )


@router.post("/shorten")
def shorten_class(
    series_id: int, slot: int, body: ShortenRequest, person: Director, state: StateOf
) -> Changed:
    """Cut the class down by some minutes, as it was shown."""
    with state.database.transaction() as connection:
        stored, facts, member = for_writing(state, connection, series_id, slot, body.version)
        require_unlocked(member)
        cut = _shortened(facts, member, body.minutes, body.order)
        if not cut.reached:
            raise Conflict(
                f"{body.minutes} minutes cannot be saved.",
                "The cool-down, equal sides and the focus are kept.",
                "Save fewer minutes, or take a block out.",
            )
        label = f"Shorten {member.slot.label} by {body.minutes} minutes"
        changed = replace(member.planned, design=cut.design)
        changes.save(connection, stored, [changed], label, person.id)
    return Changed(label=label)
