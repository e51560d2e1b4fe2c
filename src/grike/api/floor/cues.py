"""What a class is on the floor: its cues, and what goes, step by step, when it runs late."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from grike.api.classes.access import cut_by
from grike.api.classes.views import cue_model
from grike.api.floor.models import FloorCue, ShorterModel
from grike.api.sessions.models import MeasureModel
from grike.core.advice.shorten import Shortened, origins, shorter_and_shorter
from grike.core.clock import ClassClock, class_clock
from grike.core.counting import beat_of, counted_bouts, reps_of
from grike.core.cues import Cue
from grike.core.design import ClassDesign
from grike.core.judging.class_facts import ClassFacts
from grike.core.record import measures
from grike.core.rules import Facts
from grike.core.station_plan import StationPlace, stations_of

#: On the floor no more than so many minutes are made up; steps closer together are one.
MOST_MINUTES, STEP_SECONDS = 12, 30


def floor_cues(
    facts: Facts, member: ClassFacts, design: ClassDesign, clock: ClassClock
) -> list[FloorCue]:
    """Return the cues of a design of a class, each with what is said of it."""
    rounds: dict[int, int] = {}
    for cue in clock.real:
        rounds[cue.block] = max(rounds.get(cue.block, 0), cue.round or 0)
    told = measures(clock, facts.library, member.pace)
    blocks, were = design.blocks, origins(member.design, design)
    counted = counted_bouts(clock)
    heads = facts.shape.heads
    plans = [stations_of(design, number, clock.bouts, heads) for number in range(len(blocks))]
    return [
        FloorCue(
            **{**dict(cue_model(cue)), **_planned_place(cue, were)},
            rounds=rounds[cue.block],
            purpose=blocks[cue.block].purpose,
            measure=found
            and MeasureModel(kind=found.kind, movement=found.movement_id, planned=found.planned),
            reps=(reps := reps_of(cue, counted)),
            beat=beat_of(cue, blocks[cue.block].beats_a_minute, reps),
            station=_station(plans[cue.block], cue),
            stations=len(plans[cue.block]),
        )
        for cue, found in zip(clock.real, told, strict=True)
    ]


def _station(plan: Sequence[StationPlace], cue: Cue) -> int | None:
    at = (number for number, one in enumerate(plan) if one.has(cue.place, cue.side))
    return next(at, None)


def _planned_place(cue: Cue, were: Sequence[tuple[int, tuple[int, ...]]]) -> dict[str, int | None]:
    """Return block and place of a cue as the whole class has them, by which it is recorded."""
    block, places = were[cue.block]
    return {"block": block, "place": None if cue.place is None else places[cue.place]}


def shorter_models(
    facts: Facts, member: ClassFacts, done: int, order: Sequence[str]
) -> list[ShorterModel]:
    """Return the steps of a class that is cut, each with its cues."""
    out: list[ShorterModel] = []
    for step in steps_of(facts, member, done, order):
        clock = class_clock(step.design, facts.library, known=member.known, pace=member.pace)
        cues = floor_cues(facts, member, step.design, clock)
        out.append(ShorterModel(cuts=list(step.cuts), cues=cues))
    return out


def steps_of(
    facts: Facts, member: ClassFacts, done: int, order: Sequence[str]
) -> Iterator[Shortened]:
    """Yield the steps that differ by enough to be chosen between; the last one always."""
    shown = member.clock.real_seconds
    last: Shortened | None = None
    least = shown - 60 * MOST_MINUTES
    how = cut_by(facts, member, order) | {"done": done}
    for step in shorter_and_shorter(member.design, facts.library, least, **how):
        last = step
        if step.seconds <= shown - STEP_SECONDS:
            shown, last = step.seconds, None
            yield step
    if last is not None:
        yield last
