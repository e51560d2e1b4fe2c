"""Muscle groups of which a class did less than was planned, made up for in the classes to come."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from fractions import Fraction
from itertools import islice, zip_longest
from typing import NamedTuple

from grike.core.advice.following.base import MOST_TRIES, Because, Past, Proposal, Unmet, key_of
from grike.core.anatomy import FACTS, MAJOR_GROUPS, Muscle
from grike.core.done_weeks import WEEKDAYS, Taught, muscles_of
from grike.core.editing import stands, swapped
from grike.core.fixes.base import Edit, work_blocks
from grike.core.fixes.judging import Fix
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.figures import plain, sets_words
from grike.core.judging.pool import pool
from grike.core.movement import Movement
from grike.core.rules import Facts

#: A major group is missed where so many sets of it, and such a share, were not done. Common
#: practice, no source: nobody changes another class for a set, nor for the hip flexors.
LEAST_SETS, LEAST_SHARE = 2, Fraction(1, 4)
_MAJOR = frozenset[Muscle]().union(*MAJOR_GROUPS.values())
#: Of an edit so much of what was missed is asked, so that it is worth a change.
LEAST_GAIN = Fraction(1, 2)
#: Of one class so many groups are made up for, the ones that lack most.
MOST_GROUPS = 3
#: So many movements are tried in each class.
MOST_MOVEMENTS = 4


class _Missed(NamedTuple):
    muscle: Muscle
    sets: Fraction
    planned: Fraction


def missed(past: Past) -> Iterator[Proposal | Unmet]:
    """Yield for each class that did too little of something where it could be made up for."""
    for one in past.taught:
        lacking = _lacking(past, one)
        while lacking:
            first = lacking.pop(0)
            what = (
                f"{FACTS[first.muscle].name}: {plain(first.planned - first.sets)} of "
                f"{sets_words(first.planned)} done in {past.day_words(one.day)}."
            )
            best = _best(past, one, first)
            if best is None:
                yield Unmet(Because.MISSED, f"{what} Nothing in the next two weeks takes it in.")
                continue
            then, fix = best
            covered = [own for own in lacking if _gain(past.facts, then, own.muscle) >= _half(own)]
            lacking = [own for own in lacking if own not in covered]
            keys = tuple(_key(one, own.muscle) for own in (first, *covered))
            also = ", ".join(FACTS[own.muscle].name for own in covered)
            yield Proposal(
                keys, Because.MISSED, what + (f" It helps {also} as well." if also else ""), fix
            )


def _key(one: Taught, muscle: Muscle) -> str:
    return key_of("missed", one.day, muscle.value)


def _half(own: _Missed) -> Fraction:
    return LEAST_GAIN * own.sets


def _lacking(past: Past, one: Taught) -> list[_Missed]:
    """Return what a class lacks, most first, after what others gave more of in the same days."""
    out: list[_Missed] = []
    others = [
        muscles_of(other, past.facts.library)
        for other in past.taught
        if other is not one and abs(other.day - one.day) < WEEKDAYS
    ]
    muscles = muscles_of(one, past.facts.library)
    for muscle, (planned, done) in muscles.items():
        if muscle not in _MAJOR:
            continue
        more = sum(
            max(Fraction(0), own[muscle][1] - own[muscle][0]) for own in others if muscle in own
        )
        sets = planned - done - more
        if sets >= max(Fraction(LEAST_SETS), LEAST_SHARE * planned):
            out.append(_Missed(muscle, sets, planned))
    out.sort(key=lambda own: -own.sets)
    return [own for own in out[:MOST_GROUPS] if _key(one, own.muscle) not in past.answered]


def _best(past: Past, one: Taught, lack: _Missed) -> tuple[Facts, Fix] | None:
    """Return the edit that costs least of those that make up for enough of it."""
    tried = past.judged(islice(_edits(past, one, lack), MOST_TRIES))
    able = [own for own in tried if _gain(past.facts, own[0], lack.muscle) >= _half(lack)]
    return min(able, key=lambda own: own[1].cost_change, default=None)


def _gain(now: Facts, then: Facts, muscle: Muscle) -> Fraction:
    """Return how many sets more a plan has for a muscle group after an edit."""
    gain = Fraction(0)
    for before, after in zip(now.classes, then.classes, strict=True):
        if before is not after:
            gain += after.volume.muscle_sets((muscle,)) - before.volume.muscle_sets((muscle,))
    return gain


def _edits(past: Past, one: Taught, lack: _Missed) -> Iterator[Edit]:
    """Yield swaps that bring a group into the classes to come, from all of them in turn.

    What was left out comes first, then what is of its pattern.
    """
    library = past.facts.library
    left = {own.movement_id for own in one.record.otherwise if own.movement_id in library}
    patterns = {library[own].pattern for own in left}

    def rank(movement: Movement) -> tuple[bool, bool, str]:
        return (movement.id not in left, movement.pattern not in patterns, movement.id)

    every = [list(_into(past, member, lack.muscle, rank)) for member in past.coming]
    for turn in zip_longest(*every):
        yield from filter(None, turn)


def _into(
    past: Past,
    member: ClassFacts,
    muscle: Muscle,
    rank: Callable[[Movement], tuple[bool, bool, str]],
) -> Iterator[Edit]:
    """Yield what brings a group into a class, in the place of what is no anchor nor for it."""
    library = past.facts.library
    able = [
        movement
        for movement in pool(past.facts.shape.on(member.slot), library)
        if muscle in movement.targets
        and movement.fetched_kit <= member.design.kit
        and movement.id not in member.design.movement_ids()
    ]
    places = [
        (number, place, library[item.movement_id])
        for number, block in work_blocks(member)
        for place, item in enumerate(block.items)
        if not item.carried
    ]
    for movement in sorted(able, key=rank)[:MOST_MOVEMENTS]:
        for number, place, now in places:
            if muscle in (*now.targets, *now.assists):
                continue
            design = swapped(member.design, number, place, movement.id, library=library)
            if stands(design, library):
                text = f"{movement.name} in place of {now.name}, {member.slot.label}"
                yield Edit(text, {member.slot.index: design})
