"""What the pool can give: floors that no choice of movements could reach are lowered, and said."""

from __future__ import annotations

from collections.abc import Collection, Iterable, Sequence
from dataclasses import dataclass

from grike.core.anatomy import FACTS, MAJOR_GROUPS, PULL, PUSH, Muscle
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.figures import plain
from grike.core.judging.more_kit import more_kit
from grike.core.judging.pool import floor_of, narrow_groups, narrow_words
from grike.core.movement import Movement
from grike.core.planner.grounds import Grounds
from grike.core.planner.least_cost import least_cost
from grike.core.planner.problem import Problem
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of
from grike.core.rules.d3_kit import D3
from grike.core.rules.d4_returns import D4
from grike.core.rules.w1_muscles import W1, least_sets, owed_by
from grike.core.rules.w1b_major_groups import W1B
from grike.core.sheet import Mode


@dataclass(frozen=True, slots=True)
class PoolReport:
    """Floors in twelfths of sets a week and days a week, by group or muscle, where lowered.

    ``expected``: what plans cost at the least that are made of the planner's own formats and kits;
    a class by hand may do better. ``bound``: what every plan of the request costs, which is proven.
    """

    floors: dict[str, int]
    day_floors: dict[str, int]
    notes: tuple[str, ...]
    grounds: Grounds
    expected: int = 0
    bound: int = 0


@dataclass(frozen=True, slots=True)
class _Reach:
    """How much the pool can give in a week at the very most, ignoring days and focus."""

    movements: Sequence[Movement]
    uses: int
    sets: int

    def of(self, muscles: Iterable[Muscle]) -> int:
        """Return twelfths of sets a week: the best movements, each used once."""
        wanted = tuple(muscles)
        parts = sorted(
            (sum(parts_of(m).muscles.get(x, 0) for x in wanted) for m in self.movements),
            reverse=True,
        )
        return sum(parts[: self.uses]) * self.sets


def pool_report(problem: Problem, kept: Collection[ClassFacts] = ()) -> PoolReport:
    """Return what the pool of a problem can give at the very most, ignoring days and focus.

    ``kept``: the classes that stay as they are.
    """
    grounds = Grounds(problem)
    movements, options = grounds.every, grounds.variants
    counts = _classes_per_week(problem)
    if not options or not movements or not counts:
        return PoolReport({}, {}, (), grounds)
    slots, sets = max(v.slots for v in options), max(v.sets for v in options)
    floors: dict[str, int] = {}
    day_floors: dict[str, int] = {}
    notes: list[str] = []
    fewest = min(counts)
    reach = _Reach(movements, slots * fewest * _uses_a_week(problem), sets)
    for group, count in narrow_groups(problem.plan.shape, problem.library).items():
        # What the rules only remark on, nothing needs to be forced for.
        floors[floor_of(group)] = day_floors[group] = 0
        notes.append(f"The {group} may be left out. {narrow_words(count)}")
    _lower_groups(problem, reach, floors, notes)
    expected = _lower_muscles(problem, reach, floors, notes) * len(counts)
    expected += _same_kit(problem, grounds, notes)
    bound = least_cost(problem, kept)
    every = (*notes, *_pull_note(movements))
    return PoolReport(floors, day_floors, every, grounds, expected, bound)


def _uses_a_week(problem: Problem) -> int:
    line = D4.line(problem.plan.sheet)
    return line.whole("per_week") if line.mode is Mode.MUST else 7


def _lower_groups(
    problem: Problem, reach: _Reach, floors: dict[str, int], notes: list[str]
) -> None:
    line = W1B.line(problem.plan.sheet)
    wanted = int(line.numbers["least"] * TWELFTHS)
    for group, muscles in MAJOR_GROUPS.items():
        if floor_of(group) in floors:
            continue
        able = reach.of(muscles)
        if able < wanted and line.mode is not Mode.OFF:
            floors[floor_of(group)] = able
            notes.append(
                f"With this kit at most {able // TWELFTHS} sets a week can reach the {group}; "
                "the floor is lowered to that."
            )


def _lower_muscles(
    problem: Problem, reach: _Reach, floors: dict[str, int], notes: list[str]
) -> int:
    """Lower the floors of W1 that the pool cannot reach; return what that costs a week."""
    line, fewest = W1.line(problem.plan.sheet), min(_classes_per_week(problem))
    if line.mode is Mode.OFF:
        return 0
    short: list[str] = []
    scarce: list[Muscle] = []
    bound = 0
    for muscle in Muscle:
        wanted = int(least_sets(line, muscle, fewest) * TWELFTHS)
        able = reach.of((muscle,))
        if able < wanted:
            floors[muscle.value] = able
            short.append(FACTS[muscle].name.lower())
            scarce.append(muscle)
            bound += line.weight * (wanted - able)
    if short:
        more = more_kit(problem.plan.shape, problem.library, scarce)
        helps = " ".join(own.words for own in more[:1]) or "Another kit would mend that."
        notes.append(
            f"With this kit and level there is little for: {', '.join(short)}. The formats that "
            f"are planned cannot give each its {plain(owed_by(line, fewest))} sets a week. "
            f"{helps}"
        )
    return bound if line.mode is Mode.AIM else 0


def _same_kit(problem: Problem, grounds: Grounds, notes: list[str]) -> int:
    """Return what D3 costs where there is only one kit to build classes on."""
    line = D3.line(problem.plan.sheet)
    if line.mode is Mode.OFF or len(grounds.themes) > 1:
        return 0
    notes.append("There is only one kit to build classes on, so it is the same every day.")
    return line.weight * (len(problem.slots) - 1) if line.mode is Mode.AIM else 0


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
