"""Sides of which one did less: it begins the next time, and is held longer."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.advice.following.base import Because, Past, Proposal, Unmet, key_of
from grike.core.bouts import Side
from grike.core.done_weeks import Taught, work_done
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement
from grike.core.sides import SideTotals, side_ledger

#: A difference below this is a breath. Common practice, no source.
LEAST_SECONDS = 10


def sides(past: Past) -> Iterator[Proposal | Unmet]:
    """Yield a note for the next class with a movement of which one side did less."""
    for one in past.taught:
        for movement, side, seconds in _uneven(past, one):
            key = key_of("sides", one.day, movement.id)
            if key in past.answered:
                continue
            what = (
                f"{movement.name}: the {side.value} side did {seconds} s less in "
                f"{past.day_words(one.day)}."
            )
            member, on = _next(past, movement)
            if member is None:
                yield Unmet(Because.SIDES, f"{what} Nothing like it comes in the next two weeks.")
                continue
            line = (
                f"{on.name}: begin on the {side.value} and hold it {seconds} s longer; "
                f"in {past.day_words(one.day)} it did less."
            )
            edit = past.noted(member, line)
            fix = past.first([edit]) if edit is not None else None
            if fix is not None:
                yield Proposal((key,), Because.SIDES, what, fix)


def _uneven(past: Past, one: Taught) -> Iterator[tuple[Movement, Side, int]]:
    """Yield movements of which a side did less than the plan has it, and by how many seconds."""
    planned, done = (side_ledger(bouts).by_movement for bouts in work_done(one, past.facts.library))
    nothing = (SideTotals(), SideTotals())
    for movement_id, (left, right) in done.items():
        wanted = planned.get(movement_id, nothing)
        less = (right.seconds - left.seconds) - (wanted[1].seconds - wanted[0].seconds)
        if abs(less) >= LEAST_SECONDS:
            side = Side.LEFT if less > 0 else Side.RIGHT
            yield past.facts.library[movement_id], side, abs(less)


def _next(past: Past, movement: Movement) -> tuple[ClassFacts | None, Movement]:
    """Return the next class with a movement, or with one like it that is done a side at a time."""
    for member in past.coming:
        if movement in member.movement_sets:
            return member, movement
    for member in past.coming:
        for other in member.movement_sets:
            if other.one_sided and other.pattern is movement.pattern:
                return member, other
    return None, movement
