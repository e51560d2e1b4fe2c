"""What the pool can give: floors that no choice of movements could reach are lowered, and said."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from grike.core.anatomy import MAJOR_GROUPS, PULL, PUSH
from grike.core.movement import Movement
from grike.core.planner.cells import pool
from grike.core.planner.problem import Problem
from grike.core.planner.variants import variants
from grike.core.rules.base import TWELFTHS
from grike.core.sheet import Mode
from grike.core.volume import muscle_shares


@dataclass(frozen=True, slots=True)
class PoolReport:
    """Floors in twelfths of sets a week, days a week, and a sentence for each that was lowered."""

    floors: dict[str, int]
    day_floors: dict[str, int]
    notes: tuple[str, ...]


def _best(movements: Iterable[Movement], group: str, uses: int) -> int:
    """Return the most twelfths per set that so many different movements give a group."""
    muscles = MAJOR_GROUPS[group]
    shares = sorted(
        (sum(int(TWELFTHS * muscle_shares(m).get(x, 0)) for x in muscles) for m in movements),
        reverse=True,
    )
    return sum(shares[:uses])


def pool_report(problem: Problem) -> PoolReport:
    """Return what the pool of a problem can give at the very most, ignoring days and focus."""
    shape, sheet = problem.plan.shape, problem.plan.sheet
    movements = pool(shape, problem.library)
    fewest_classes = min(_classes_per_week(problem), default=0)
    options = variants(shape.minutes * 60)
    if not options or not movements:
        return PoolReport({}, {}, ())
    fewest_sets = min(v.sets for v in options)
    slots = max(v.slots for v in options)
    floors: dict[str, int] = {}
    day_floors: dict[str, int] = {}
    notes: list[str] = []
    wanted = int(sheet["W1b"].numbers["least"] * TWELFTHS)
    for group in MAJOR_GROUPS:
        per_set = _best(movements, group, slots * fewest_classes)
        able = per_set * fewest_sets
        if able < wanted and sheet["W1b"].mode is not Mode.OFF:
            floors[group] = able
            notes.append(
                f"With this kit at most {able // TWELFTHS} sets a week can reach the {group}; "
                "the floor is lowered to that."
            )
        days = min(2, sum(1 for m in movements if any(x in m.targets for x in MAJOR_GROUPS[group])))
        if days < 2:
            day_floors[group] = min(days, fewest_classes)
    return PoolReport(floors, day_floors, (*notes, *_pull_note(movements)))


def _classes_per_week(problem: Problem) -> list[int]:
    counts: dict[int, int] = {}
    for slot in problem.slots:
        counts[slot.week] = counts.get(slot.week, 0) + 1
    return list(counts.values())


def _pull_note(movements: Sequence[Movement]) -> list[str]:
    pulls = sum(1 for m in movements if not PULL.isdisjoint(m.targets))
    pushes = sum(1 for m in movements if not PUSH.isdisjoint(m.targets))
    if pulls * 2 >= pushes:
        return []
    return [
        f"With this kit there are {pulls} pulling movements against {pushes} pushing ones; "
        "push and pull may not balance. Bands or dumbbells would mend that."
    ]
