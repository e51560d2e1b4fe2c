"""Which stretches a class ends with, and in what order; and what is no use without a chair."""

from __future__ import annotations

from collections.abc import Callable, Sequence

from grike.core.anatomy import Muscle
from grike.core.family import Family
from grike.core.movement import Movement, Position


def cover(
    candidates: Sequence[Movement],
    groups: Sequence[Muscle],
    reaches: Callable[[Movement], Sequence[Muscle]],
    turn: int,
) -> list[Movement]:
    """Return few movements that reach all groups; ``turn`` varies equals from class to class."""
    chosen: list[Movement] = []
    open_groups = list(groups)
    order = list(candidates)
    if order:
        shift = turn % len(order)
        order = order[shift:] + order[:shift]
    while open_groups:
        best = max(
            (m for m in order if m not in chosen),
            key=lambda m: sum(1 for g in open_groups if g in reaches(m)),
            default=None,
        )
        hits = [g for g in open_groups if best is not None and g in reaches(best)]
        if best is None or not hits:
            break
        chosen.append(best)
        open_groups = [g for g in open_groups if g not in hits]
    return chosen


def cooled(
    movements: Sequence[Movement], groups: Sequence[Muscle], *, floor_first: bool
) -> tuple[Movement, ...]:
    """Return stretches as the work ended, up or down, and there what worked most first."""

    def worked(movement: Movement) -> int:
        own = (n for n, group in enumerate(groups) if group in movement.stretches)
        return min(own, default=len(groups))

    first = {m.position: min(worked(o) for o in movements if o.position is m.position)
             for m in movements}  # fmt: skip

    def rank(movement: Movement) -> tuple[bool, bool, int, str, int]:
        settle, same = movement.family is Family.BREATH, movement.upright == floor_first
        position = movement.position
        return settle, same, first[position], position.value, worked(movement)

    return tuple(sorted(movements, key=rank))


def off_chairs(
    able: Sequence[Movement],
    groups: Sequence[Muscle],
    reaches: Callable[[Movement], Sequence[Muscle]],
) -> list[Movement]:
    """Return what is not done on a chair, where that reaches all groups; else all of it."""
    off = [movement for movement in able if movement.position is not Position.SEATED_CHAIR]
    reached = {group for movement in off for group in reaches(movement)}
    wanted = {group for movement in able for group in reaches(movement)}.intersection(groups)
    return off if wanted <= reached else list(able)
