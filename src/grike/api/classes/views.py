"""One class as its page and its run sheet show it."""

from __future__ import annotations

import datetime as dt
from collections.abc import Iterable, Sequence
from typing import TypedDict

from grike.api.board.class_view import class_volume
from grike.api.board.views import HistoryModels, finding_model
from grike.api.classes.models import (
    AlternativeModel,
    BlockModel,
    ClassDetail,
    CueModel,
    ForMemberModel,
    ItemModel,
    LoadModel,
    StationModel,
)
from grike.api.places import PlaceModel
from grike.api.sessions.models import SessionModel
from grike.api.state import HeldSeries
from grike.core.advice.alternatives import Alternative
from grike.core.advice.class_load import class_load
from grike.core.advice.for_members import for_members
from grike.core.bouts import Bout
from grike.core.cautions import CAUTION_NAMES
from grike.core.clock import ClassClock
from grike.core.cues import Cue, CueKind
from grike.core.done import otherwise_in_words
from grike.core.dose import changes_text, dose_text
from grike.core.focus import FOCUS_NAMES
from grike.core.formats import name_of
from grike.core.item import Item
from grike.core.judging.class_facts import ClassFacts
from grike.core.library import Library
from grike.core.rules import Facts
from grike.core.rules.d7_carrying import carried_words
from grike.core.series import Slot
from grike.core.sharing import taken_in_turns, without_kit
from grike.core.sides import SideTotals
from grike.core.station_plan import stations_of
from grike.core.teaching import begins_at
from grike.exchange.classes import number
from grike.store.sessions import Session


def cue_model(cue: Cue) -> CueModel:
    """Return a cue for a page."""
    return CueModel(
        kind=cue.kind,
        start=cue.start,
        end=cue.end,
        block=cue.block,
        place=cue.place,
        movement=cue.movement_id,
        side=cue.side,
        round=cue.round,
        label=cue.label,
        extra=cue.extra,
    )


def _stations(facts: Facts, member: ClassFacts, index: int) -> list[StationModel]:
    block = member.design.blocks[index]
    return [
        StationModel(
            movements=[block.items[place].movement_id for place in station.places],
            side=station.side,
            people=station.people,
        )
        for station in stations_of(member.design, index, member.clock.bouts, facts.shape.heads)
    ]


def blocks_of(facts: Facts, member: ClassFacts, clock: ClassClock) -> list[BlockModel]:
    """Return the blocks of a class with their movements, doses and times."""
    new = {c.movement_id for c in clock.real if c.kind is CueKind.SHOW and c.label == "New"}
    bouts = _by_place(clock.bouts)
    out: list[BlockModel] = []
    at = 0
    for index, block in enumerate(member.design.blocks):
        own = [cue for cue in clock.real if cue.block == index]
        doses = [bouts.get((index, place), []) for place in range(len(block.items))]
        items = [
            _item(
                facts,
                member,
                item,
                doses[place],
                place=place,
                new=item.movement_id in new,
                turns=not block.stations,
            )
            for place, item in enumerate(block.items)
        ]
        out.append(
            BlockModel(
                index=index,
                purpose=block.purpose,
                format=block.format.kind,
                format_name=name_of(block.format.kind),
                summary=block.format.summary(),
                # What a block needs beforehand happens in the pause before it, so blocks meet.
                start=at,
                end=(at := max(at, own[-1].end) if own else at),
                items=items,
                locked=block.locked,
                role=block.role,
                shows_ahead=block.shows_ahead,
                active_rest=block.active_rest,
                stations=_stations(facts, member, index),
            )
        )
    return out


def _by_place(every: Iterable[Bout]) -> dict[tuple[int, int], list[Bout]]:
    """Return the bouts of each place, by block and place."""
    out: dict[tuple[int, int], list[Bout]] = {}
    for bout in every:
        out.setdefault((bout.block, bout.place), []).append(bout)
    return out


def _item(
    facts: Facts,
    member: ClassFacts,
    item: Item,
    bouts: list[Bout],
    *,
    place: int,
    new: bool,
    turns: bool,
) -> ItemModel:
    return ItemModel(
        place=place,
        movement=item.movement_id,
        handling=item.handling,
        level=item.level,
        load_step=item.load_step,
        dose=dose_text(bouts),
        phases=changes_text(item, bouts),
        new=new,
        carried=carried_words(facts, member, item.movement_id) if item.carried else "",
        for_members=_for_members(facts, item.movement_id),
        without=without_kit(facts.library[item.movement_id], facts.shape.on(member.slot))
        if turns
        else "",
    )


def _for_members(facts: Facts, movement_id: str) -> list[ForMemberModel]:
    library = facts.library
    found = for_members(library[movement_id], facts.shape.wishes.members, library)
    return [ForMemberModel(member=one.member, how=one.how, why=one.why) for one in found]


def _side(side: SideTotals) -> dict[str, float]:
    return {"seconds": side.seconds, "reps": side.reps, "sets": number(side.sets)}


def _load(member: ClassFacts) -> LoadModel:
    load = class_load(member)
    return LoadModel(
        joints={joint.value: seconds for joint, seconds in load.joint_seconds.items()},
        knee_run=load.knee_run,
        wrist_run=load.wrist_run,
        contacts=load.contacts,
        strength=load.strength,
        energy_low=int(round(load.energy.low, -1)),
        energy_high=int(round(load.energy.high, -1)),
        assumptions=load.energy.assumptions,
        effort=round(load.effort, 1),
        session_load=round(load.session_load),
    )


def _neighbours(facts: Facts, index: int) -> dict[str, int | None]:
    """Return the slots of the classes before and after one, where there are any."""
    slots = [None, *(other.slot.index for other in facts.classes), None]
    place = slots.index(index)
    return {"previous": slots[place - 1], "next": slots[place + 1]}


class _Clocks(TypedDict):
    nominal_seconds: int
    real_seconds: int
    extra_seconds: int
    nominal: list[CueModel]
    real: list[CueModel]


def _clocks(clock: ClassClock) -> _Clocks:
    """Return how long a class takes by both clocks, with their cues."""
    return {
        "nominal_seconds": clock.nominal_seconds,
        "real_seconds": clock.real_seconds,
        "extra_seconds": clock.extra_seconds,
        "nominal": [cue_model(cue) for cue in clock.nominal],
        "real": [cue_model(cue) for cue in clock.real],
    }


def class_detail(
    held: HeldSeries,
    member: ClassFacts,
    history: HistoryModels,
    own: Sequence[SessionModel],
    places: Sequence[PlaceModel] = (),
) -> ClassDetail:
    """Return one class for its page."""
    stored, facts, found = held.stored, held.facts, held.found
    slot, design, clock = member.slot, member.design, member.clock
    return ClassDetail(
        series=stored.id,
        series_name=stored.plan.shape.name,
        version=stored.version,
        slot=slot.index,
        **_when(facts, slot),
        name=design.name,
        note=design.note,
        focus=design.focus,
        focus_name=FOCUS_NAMES[design.focus],
        kit=sorted(design.kit),
        heads=stored.plan.shape.heads,
        sharing=[kit.words for kit in taken_in_turns(design, facts.library, facts.shape.on(slot))],
        spared=[CAUTION_NAMES[each] for each in facts.shape.on(slot).wishes.cautions],
        room=stored.plan.shape.room.name,
        locked=member.planned.locked,
        slot_seconds=design.slot_seconds,
        **_clocks(clock),
        blocks=blocks_of(facts, member, clock),
        volume=class_volume(member, facts.sheet),
        load=_load(member),
        findings=[finding_model(f, n) for n, f in enumerate(found) if f.place.slot == slot.index],
        left=_side(member.ledger.left),
        right=_side(member.ledger.right),
        sessions=list(own),
        places=list(places),
        **_neighbours(facts, slot.index),
        undo=history.undo,
        redo=history.redo,
    )


class _When(TypedDict):
    week: int
    weekday: int
    date: dt.date
    begins: dt.datetime | None


def _when(facts: Facts, slot: Slot) -> _When:
    begins = begins_at(slot, facts.shape.times)
    return _When(week=slot.week, weekday=slot.weekday, date=slot.date, begins=begins)


def session_model(
    session: Session, person_id: int, library: Library, in_the_way: Sequence[str] = ()
) -> SessionModel:
    """Return a session as somebody sees it; ``in_the_way``: see clashes."""
    model = SessionModel(
        id=session.id,
        starts_at=session.starts_at,
        room=session.room,
        site=session.site,
        clashes=list(in_the_way),
        instructor=session.instructor,
        mine=session.instructor_id == person_id,
    )
    if (record := session.record) is not None:
        model.minutes, model.effort = record.minutes, record.effort
        model.heads, model.pulse, model.note = record.heads, record.pulse, record.note
        model.kept_at = session.kept_at
        model.differed = otherwise_in_words(record.otherwise, record.complaints, library)
    return model


def alternative_model(alternative: Alternative) -> AlternativeModel:
    """Return an alternative for a page."""
    return AlternativeModel(
        movement=alternative.movement.id,
        name=alternative.movement.name,
        cost_change=alternative.cost_change,
        musts_broken=alternative.musts_broken,
        seconds_change=alternative.seconds_change,
        effects=list(alternative.effects),
        breaks=list(alternative.breaks),
        mends=list(alternative.mends),
    )
