"""Formats that go in rounds or sets: circuits, sets, intervals, three paces, strength and pulse."""

from __future__ import annotations

from grike.core.bouts import Step
from grike.core.errors import InvalidInput
from grike.core.expansion.layout import Layout, Turn, rested, stations
from grike.core.format import (
    CircuitOrder,
    CountedCircuit,
    FinalRest,
    NoRestCircuit,
    ShortIntervals,
    StraightSets,
    StrengthPulse,
    Superset,
    ThreePace,
    TimedCircuit,
)
from grike.core.movement import Pace
from grike.core.work import pace_of


def timed_circuit(at: Layout) -> list[Step]:
    """Lay rounds (or stations) out, then settle the rests at their ends."""
    fmt = at.block.format
    assert isinstance(fmt, TimedCircuit)
    rounds, dose = range(1, fmt.rounds + 1), (fmt.work_seconds, None)
    if fmt.order is CircuitOrder.ROUNDS:
        groups = [at.each(at.places, round_, dose) for round_ in rounds]
    else:
        groups = [[t for r in rounds for t in at.each(own, r, dose)] for own in stations(at)]
    out = rested(at, groups, fmt.rest_seconds, fmt.round_rest_seconds, fmt.between)
    return out if fmt.final is FinalRest.KEPT else out[:-1]


def no_rest_circuit(at: Layout) -> list[Step]:
    """Lay circuits out one after the other; only between them is there a rest."""
    fmt = at.block.format
    assert isinstance(fmt, NoRestCircuit)
    size = fmt.size or len(at.places)
    circuits = [at.places[start : start + size] for start in range(0, len(at.places), size)]
    dose = (fmt.work_seconds, None)
    turns = [
        [turn for round_ in range(1, fmt.rounds + 1) for turn in at.each(own, round_, dose)]
        for own in circuits
    ]
    return rested(at, turns, 0, fmt.between_seconds)[:-1]


def counted_circuit(at: Layout) -> list[Step]:
    """Lay passes out; left and right of a movement follow each other at once."""
    fmt = at.block.format
    assert isinstance(fmt, CountedCircuit)
    rounds = [at.turns(at.places, r, (None, fmt.reps)) for r in range(1, fmt.passes + 1)]
    return rested(at, rounds, fmt.rest_seconds, fmt.round_rest_seconds)[:-1]


def straight_sets(at: Layout) -> list[Step]:
    """Lay all sets of a movement out, then the next movement."""
    fmt = at.block.format
    assert isinstance(fmt, StraightSets)
    dose = (fmt.work_seconds, fmt.reps)
    sets = range(1, fmt.sets + 1)
    movements = [[t for set_ in sets for t in at.turns(own, set_, dose)] for own in stations(at)]
    return rested(at, movements, fmt.rest_seconds, fmt.between_seconds)[:-1]


def superset(at: Layout) -> list[Step]:
    """Lay each group out, set by set."""
    fmt = at.block.format
    assert isinstance(fmt, Superset)
    out: list[Step] = []
    for start in range(0, len(at.places), fmt.group):
        group = at.places[start : start + fmt.group]
        for set_ in range(1, fmt.sets + 1):
            turns = at.turns(group, set_, (fmt.work_seconds, fmt.reps))
            for turn in turns:
                out += [*turn, at.gap(fmt.change_seconds)]
            out[-1] = at.rest_after(turns[-1], fmt.rest_seconds)
        out[-1] = at.gap(fmt.between_seconds)
    return out[:-1]


def short_intervals(at: Layout) -> list[Step]:
    """Lay bouts out until their number is full, sides and movements in turn."""
    fmt = at.block.format
    assert isinstance(fmt, ShortIntervals)
    turns: list[Turn] = []
    round_ = 1
    while len(turns) < fmt.bouts:
        turns += at.each(at.places, round_, (fmt.work_seconds, None))
        round_ += 1
    if len(turns) > fmt.bouts:
        raise InvalidInput(
            f"{fmt.bouts} bouts cannot be shared evenly by these movements and sides.",
            "Each movement, and each side of a one-sided one, takes a bout in turn.",
            "Use 1, 2, 4 or 8 of them, or let sides change by round.",
            place="items",
        )
    out = rested(at, [turns], fmt.rest_seconds, None)
    return out if fmt.final is FinalRest.KEPT else out[:-1]


def three_pace(at: Layout) -> list[Step]:
    """Lay rounds of three out, each with all three paces."""
    fmt = at.block.format
    assert isinstance(fmt, ThreePace)
    rounds: list[list[Turn]] = []
    for start in range(0, len(at.places), 3):
        own = at.places[start : start + 3]
        paces = {pace_of(at.block.items[place], at.movement(place)) for place in own}
        if paces != set(Pace):
            raise InvalidInput(
                f"Round {start // 3 + 1} lacks a pace.",
                "Each round has one fast, one slow and controlled, and one held still.",
                "Set the pace of a movement in the round, or swap one.",
                place=f"items[{start}]",
            )
        rounds.append(at.each(own, start // 3 + 1, (fmt.work_seconds, None)))
    out = rested(at, rounds, fmt.rest_seconds, fmt.round_rest_seconds)
    return out if fmt.final is FinalRest.KEPT else out[:-1]


def strength_pulse(at: Layout) -> list[Step]:
    """Lay pairs out: after each strength bout, each side by itself, comes the cardio bout."""
    fmt = at.block.format
    assert isinstance(fmt, StrengthPulse)
    out: list[Step] = []
    for round_ in range(1, fmt.rounds + 1):
        for place in at.places[::2]:
            for turn in at.each([place], round_, (fmt.strength_seconds, None)):
                pulse = at.turn(place + 1, round_, (fmt.pulse_seconds, None))
                out += [*turn, *pulse]
        out.append(at.gap(fmt.round_rest_seconds))
    return out[:-1]
