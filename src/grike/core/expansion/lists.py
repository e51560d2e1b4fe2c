"""Formats that go through a list, to music, against the clock, or around the work."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace
from itertools import count, takewhile

from grike.core.bouts import Bout, Gap, Side, Step
from grike.core.errors import InvalidInput
from grike.core.expansion.layout import Dose, Layout, Turn
from grike.core.format import (
    AddOn,
    Breather,
    Flow,
    Ladder,
    LastBurst,
    OnTheMinute,
    RepList,
    Talk,
    TimeCap,
)
from grike.core.item import Handling
from grike.core.movement import Movement
from grike.core.pace import transition_seconds
from grike.core.work import rep_seconds


def ladder(at: Layout) -> list[Step]:
    """Lay rungs out; all movements do one rung before the next."""
    fmt = at.block.format
    assert isinstance(fmt, Ladder)
    if any(item.reps is not None or item.reps_range is not None for item in at.block.items):
        raise InvalidInput(
            "In a ladder the rungs set the reps.",
            fix="Take the reps off the movement, or change the rungs.",
            place="items",
        )
    out: list[Step] = []
    for number, reps in enumerate(fmt.rungs(), start=1):
        turns = at.turns(at.places, number, (None, reps))
        for turn in turns:
            out += turn
        out.append(at.rest_after(turns[-1], fmt.rest_seconds))
    return out[:-1]


def rep_list(at: Layout) -> list[Step]:
    """Lay the list out; left and right share the number, rounded up to equal halves."""
    fmt = at.block.format
    assert isinstance(fmt, RepList)
    out: list[Step] = []
    for place in at.places:
        item = at.block.items[place]
        reps = item.reps or fmt.reps
        shared = at.movement(place).one_sided and item.handling is Handling.TWO_BOUTS
        whole = at
        if shared:
            half = replace(item, reps=-(-reps // 2))
            items = (*at.block.items[:place], half, *at.block.items[place + 1 :])
            whole = Layout(at.number, replace(at.block, items=items), at.library, at.pace)
        turn = whole.turn(place, 1, (None, reps))
        out += [*turn, at.rest_after(turn, fmt.rest_seconds)]
    return out[:-1]


def add_on(at: Layout) -> list[Step]:
    """Lay the nested combinations out on the beat; seconds are rounded where a bout ends."""
    fmt = at.block.format
    assert isinstance(fmt, AddOn)
    out: list[Step] = []
    beats, at_second = 0, 0
    for number, (place, times) in enumerate(_nested(list(at.places), fmt), start=1):
        beats += fmt.counts * times
        end = -(-beats * 60 // fmt.beats_a_minute)
        item, movement = at.block.items[place], at.movement(place)
        reps = fmt.counts * times // item.beats_per_rep if item.beats_per_rep else None
        per_rep = rep_seconds(item, movement, fmt.beats_a_minute)
        side = Side.SPLIT if movement.one_sided else Side.BOTH
        item = replace(item, seconds_per_rep=per_rep)
        out.append(Bout(at.number, place, item, movement, side, number, end - at_second, reps))
        at_second = end
    return out


def _nested(places: list[int], fmt: AddOn) -> Iterator[tuple[int, int]]:
    """Yield (place, times): learn each half, then do both together."""
    if len(places) == 1:
        yield places[0], fmt.learn
        return
    # A, B, A+B; C, D, C+D; all: the first part is the largest power of two that leaves a rest.
    half = 1
    while half * 2 < len(places):
        half *= 2
    yield from _nested(places[:half], fmt)
    yield from _nested(places[half:], fmt)
    for _ in range(fmt.repeat):
        for place in places:
            yield place, 1


def on_the_minute(at: Layout) -> list[Step]:
    """Lay minutes out: the work, then what is left of the minute."""
    fmt = at.block.format
    assert isinstance(fmt, OnTheMinute)
    out: list[Step] = []
    for minute in range(fmt.minutes):
        place = minute % len(at.places)
        turn = at.turn(place, minute // len(at.places) + 1, (None, fmt.reps))
        seconds = sum(bout.seconds for bout in turn)
        if seconds > 60 and at.nominal:
            raise InvalidInput(
                f"{at.movement(place).name} takes {seconds} s, longer than its minute.",
                fix="Give fewer reps, or let sides change by round.",
                place=f"items[{place}]",
            )
        out += [*turn, at.gap(max(0, 60 - seconds))]
    return out if fmt.keep_last_minute else out[:-1]


def capped_turns(at: Layout) -> Iterator[tuple[Turn, int]]:
    """Yield the turns of a list in rounds without end, each with the seconds until it is over.

    The seconds count from the start: all showings first, then changes and work.
    """
    fmt = at.block.format
    assert isinstance(fmt, TimeCap)
    over = at.pace.show_new_seconds * len(at.places)
    before: Movement | None = None
    for round_ in count(1):
        for turn in at.turns(at.places, round_, (None, fmt.reps)):
            movement = turn[0].movement
            over += transition_seconds(before, movement, at.pace)
            over += at.pace.other_side_seconds * (len(turn) - 1)
            over += sum(bout.seconds for bout in turn)
            yield turn, over
            before = movement


def time_cap(at: Layout) -> list[Step]:
    """Lay out the rounds that are expected to fit the cap, with their changes, and what is left.

    Only movements that can be ended, both sides, are expected of the last round.
    """
    fmt = at.block.format
    assert isinstance(fmt, TimeCap)
    cap = 60 * fmt.minutes
    done = [turn for turn, _ in takewhile(lambda entry: entry[1] <= cap, capped_turns(at))]
    out: list[Step] = [bout for turn in done for bout in turn]
    if len(done) < len(at.turns(at.places, 1, (None, fmt.reps))) and at.nominal:
        raise InvalidInput(
            f"One round takes longer than {fmt.minutes} minutes.",
            fix="Give more minutes, or fewer reps.",
            place="format",
        )
    worked = sum(bout.seconds for turn in done for bout in turn)
    rest = at.gap(cap - worked, "until the time is up")
    return [*out, rest._replace(takes_up=True)]


def last_burst(at: Layout) -> list[Step]:
    """Lay the one movement out."""
    fmt = at.block.format
    assert isinstance(fmt, LastBurst)
    return [*at.turn(0, 1, (fmt.work_seconds, fmt.reps))]


def flow(at: Layout) -> list[Step]:
    """Lay the list out without rests."""
    fmt = at.block.format
    assert isinstance(fmt, Flow)
    dose: Dose = (None, fmt.reps) if fmt.reps is not None else (fmt.seconds, None)
    return [
        bout
        for round_ in range(1, fmt.rounds + 1)
        for turn in at.turns(at.places, round_, dose)
        for bout in turn
    ]


def talk(at: Layout) -> list[Step]:
    """Lay a talk out: time in which nothing else can happen."""
    fmt = at.block.format
    assert isinstance(fmt, Talk)
    label = fmt.say or at.block.purpose.value
    return [Gap(at.number, fmt.seconds, "talk", label, absorbs=False)]


def breather(at: Layout) -> list[Step]:
    """A breather with easy movements shares its seconds between them, the last takes the rest."""
    fmt = at.block.format
    assert isinstance(fmt, Breather)
    if not at.places:
        return [Gap(at.number, fmt.seconds, "breather", fmt.note)]
    each, over = divmod(fmt.seconds, len(at.places))
    out: list[Step] = []
    for place in at.places:
        seconds = each + (over if place == at.places[-1] else 0)
        side = Side.SPLIT if at.movement(place).one_sided else Side.BOTH
        item = replace(at.block.items[place], seconds=None, reps=None, handling=Handling.SPLIT)
        out.append(Bout(at.number, place, item, at.movement(place), side, 1, seconds))
    return out
