"""Joints that people complained of: one is told to whoever teaches next, several change the plan.

Once the classes to come spare the joint, the caution itself is proposed for them.

It takes no medical decision; see ``core.cautions``.
"""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterator, Mapping, Sequence
from itertools import islice

from grike.core.advice.alternatives import likeness
from grike.core.advice.following.base import MOST_TRIES, Because, Past, Proposal, key_of
from grike.core.cautions import CAUTION_NAMES, CAUTIONS, JOINT_OF, Caution, breaks
from grike.core.done import JOINT_NAMES
from grike.core.editing import stands, swapped
from grike.core.fixes.base import Edit
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.pool import pool
from grike.core.movement import Joint, Movement

#: From so many classes with the same complaint on the plan is changed. Common practice, no source:
#: one sore knee is somebody's, and two evenings of them are the plan's.
SEVERAL = 2
#: For one joint so many swaps are proposed.
MOST_SWAPS = 4
CAUTION_OF: Mapping[Joint, Caution] = {joint: caution for caution, joint in JOINT_OF.items()}


def complaints(past: Past) -> Iterator[Proposal]:
    """Yield a note, or swaps, for the classes to come that load a joint that was sore."""
    days: dict[Joint, dict[int, str]] = defaultdict(dict)
    for one in past.taught:
        for joint, movement_id in one.record.complaints:
            days[joint].setdefault(one.day, movement_id)
    for joint, told in days.items():
        if len(told) < SEVERAL:
            yield from _told(past, joint, *next(iter(told.items())))
        else:
            yield from _spared(past, joint, told)
            yield from _cautioned(past, joint, told)


def _what(past: Past, joint: Joint, told: Mapping[int, str]) -> str:
    """Return what was complained of and where, and when that is one for a doctor."""
    words = [
        past.day_words(day) + (f" at {past.name(movement)}" if movement else "")
        for day, movement in told.items()
    ]
    ask = CAUTIONS[CAUTION_OF[joint]].ask
    return f"Sore {JOINT_NAMES[joint]} in {' and in '.join(words)}. {ask}"


def _told(past: Past, joint: Joint, day: int, movement_id: str) -> Iterator[Proposal]:
    """Yield the note for the next class that loads a joint."""
    key, told = key_of("complaint", day, joint.value), {day: movement_id}
    for member in past.coming:
        loading = [m for m in member.movement_sets if _strains(m, joint) or m.id == movement_id]
        if loading:
            yield from _note(past, joint, told, member, loading=loading, key=key)
            return


def _note(
    past: Past,
    joint: Joint,
    told: Mapping[int, str],
    member: ClassFacts,
    *,
    loading: Sequence[Movement],
    key: str,
) -> Iterator[Proposal]:
    """Yield a note that says what to offer in a class in the place of what loads a joint."""
    ways = " ".join(f"{m.name}: {_easier(m, joint)}" for m in loading[:3])
    line = f"A sore {JOINT_NAMES[joint]} in {past.day_words(max(told))}. {ways}"
    edit = past.noted(member, line) if key not in past.answered else None
    fix = past.first([edit]) if edit is not None else None
    if fix is not None:
        yield Proposal((key,), Because.COMPLAINT, _what(past, joint, told), fix)


def _strains(movement: Movement, joint: Joint) -> bool:
    return breaks(movement, CAUTION_OF[joint])


def _easier(movement: Movement, joint: Joint) -> str:
    """Return the way to offer to whom it hurts."""
    option = movement.low_impact or movement.easier
    told = movement.relief.get(joint) or (option.how if option is not None else "leave it out")
    return told.rstrip(".") + "."


def _spared(past: Past, joint: Joint, told: Mapping[int, str]) -> Iterator[Proposal]:
    """Yield swaps of what strains a joint, class by class; a note where nothing can stand in."""
    proposed = 0
    for member in past.coming:
        kept: list[Movement] = []
        for number, place, movement in member.work_movements:
            if not _strains(movement, joint):
                continue
            key = key_of("spared", max(told), joint.value, member.slot.day, movement.id)
            if key in past.answered or proposed == MOST_SWAPS:
                continue
            edits = _swaps(past, member, number, place, joint=joint)
            fix = past.first(islice(edits, MOST_TRIES // MOST_SWAPS))
            if fix is None:
                kept.append(movement)
                continue
            proposed += 1
            yield Proposal((key,), Because.COMPLAINT, _what(past, joint, told), fix)
        if kept:
            key = key_of("noted", max(told), joint.value, member.slot.day)
            yield from _note(past, joint, told, member, loading=kept, key=key)
        if proposed == MOST_SWAPS:
            return


def _cautioned(past: Past, joint: Joint, told: Mapping[int, str]) -> Iterator[Proposal]:
    """Yield the caution for the classes to come: what is planned for them anew spares the joint.

    It comes once none of them strains the joint any more.
    """
    if any(_strains(m, joint) for member in past.coming for m in member.movement_sets):
        return
    key = key_of("cautioned", max(told), joint.value)
    wishes, caution = past.facts.shape.wishes, CAUTION_OF[joint]
    days = [(member.slot.week, member.slot.weekday) for member in past.coming]
    after = wishes.sparing(caution, days)
    if key in past.answered or after == wishes:
        return
    text = f"{CAUTION_NAMES[caution].capitalize()} in the classes of the next two weeks"
    fix = past.first([Edit(f"{text}, also where they are planned anew", {}, after)])
    if fix is not None:
        yield Proposal((key,), Because.COMPLAINT, _what(past, joint, told), fix)


def _swaps(
    past: Past, member: ClassFacts, block: int, place: int, *, joint: Joint
) -> Iterator[Edit]:
    """Yield what spares a joint and does most of the same, in the place of a movement."""
    library = past.facts.library
    now = library[member.design.blocks[block].items[place].movement_id]
    able = [
        movement
        for movement in pool(past.facts.shape.on(member.slot), library)
        if not _strains(movement, joint)
        and set(movement.targets) & set(now.targets)
        and movement.fetched_kit <= member.design.kit
        and movement.id not in member.design.movement_ids()
    ]
    able.sort(key=lambda m: (m.pattern is not now.pattern, -likeness(now, m), m.id))
    for movement in able:
        design = swapped(member.design, block, place, movement.id, library=library)
        if stands(design, library):
            text = f"{movement.name} in place of {now.name}, {member.slot.label}"
            yield Edit(text, {member.slot.index: design})
