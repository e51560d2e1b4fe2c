"""Ranked alternatives for one movement, and what each would change by the rule checks."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, replace

from grike.core.advice.place import pattern_words
from grike.core.anatomy import FACTS, Muscle
from grike.core.design import ClassDesign
from grike.core.editing import item_at, stands, swapped
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.figures import sets_words
from grike.core.judging.pool import frame_pool, pool
from grike.core.movement import Movement, Role
from grike.core.planner.variants import variant_for
from grike.core.purpose import Purpose
from grike.core.rules import Facts, Finding, broken_musts, cost_by_rule, findings
from grike.core.rules.c8_changes import changes
from grike.core.volume import muscle_shares

#: How many of the most alike movements are held against all rules: at least the few, and more of
#: them only until enough are found that break no must.
FEWEST, MOST = 10, 18


@dataclass(frozen=True, slots=True)
class Alternative:
    """A movement that could stand in a place, with the effects of putting it there."""

    movement: Movement
    cost_change: int
    musts_broken: int
    seconds_change: int
    effects: tuple[str, ...]
    breaks: tuple[str, ...]
    mends: tuple[str, ...]


def likeness(one: Movement, other: Movement) -> float:
    """Return how alike two movements are: shared muscles first, then family and position."""
    ours, theirs = muscle_shares(one), muscle_shares(other)
    common = sum(float(min(ours[m], theirs[m])) for m in ours if m in theirs)
    size = max(1.0, float(max(sum(ours.values()), sum(theirs.values()))))
    value = common / size + 0.3 * (one.family is other.family)
    return value + 0.1 * (one.position is other.position) + 0.1 * (one.sides is other.sides)


def candidates(facts: Facts, slot: int, block: int, place: int) -> list[Movement]:
    """Return the movements that could stand in a place, the most alike first."""
    member = facts.class_at(slot)
    now = facts.library[item_at(member.design, block, place).movement_id]
    taken = set(member.design.movement_ids(member.design.blocks[block].purpose))
    shape = facts.shape.on(member.slot)
    if now.role is Role.WORK:
        options: Iterable[Movement] = pool(shape, facts.library)
    else:
        options = frame_pool(shape, facts.library, now.role)
    fitting = [m for m in options if m.id not in taken and m.fetched_kit <= member.design.kit]
    inside = variant_for(member.design.blocks[block].format, 1, 1)
    if inside is not None:
        # What the format is made for comes first: no slow lift into a list of fifty.
        suited = [m for m in fitting if inside.suits(m)]
        fitting = suited if len(suited) >= MOST else fitting
    return sorted(fitting, key=lambda m: (-likeness(now, m), m.id))


def alternatives(
    facts: Facts, slot: int, block: int, place: int, *, most: int = 8
) -> Sequence[Alternative]:
    """Return the best alternatives: none that breaks a must before one that breaks none."""
    before = findings(facts)
    now = facts.class_at(slot)
    out: list[Alternative] = []
    for movement in candidates(facts, slot, block, place):
        good = sum(not found.musts_broken for found in out)
        if len(out) == MOST or (len(out) >= FEWEST and good >= most):
            break
        design = swapped(now.design, block, place, movement.id, library=facts.library)
        if stands(design, facts.library):
            out.append(_judged(facts, before, now, block, design=design, movement=movement))
    out.sort(key=lambda a: (a.musts_broken, a.cost_change))
    return out[:most]


def _judged(
    facts: Facts,
    before: Sequence[Finding],
    now: ClassFacts,
    block: int,
    *,
    design: ClassDesign,
    movement: Movement,
) -> Alternative:
    plan = facts.plan.with_class(replace(now.planned, design=design))
    after_facts = Facts(plan, facts.library, facts.paces, before=facts)
    after = findings(after_facts)
    then = after_facts.class_at(now.slot.index)
    new = [f for f in after if f not in before]
    gone = [f for f in before if f not in after]
    cost = sum(cost_by_rule(after).values()) - sum(cost_by_rule(before).values())
    return Alternative(
        movement,
        cost,
        len(broken_musts(new)),
        then.clock.real_seconds - now.clock.real_seconds,
        (*_other_pattern(now, block, design, movement), *effects(now, then, block)),
        tuple(f.what for f in new),
        tuple(f.what for f in gone),
    )


def _other_pattern(
    now: ClassFacts, block: int, design: ClassDesign, movement: Movement
) -> Iterator[str]:
    """Yield that a movement is of another pattern than the one in whose place it stands."""
    before, after = now.design.blocks[block].items, design.blocks[block].items
    was = next(one for one, other in zip(before, after, strict=True) if one is not other)
    pattern = now.library[was.movement_id].pattern
    if movement.role is Role.WORK and movement.pattern is not pattern:
        yield f"{pattern_words(movement.pattern)} in place of {pattern_words(pattern)}"


def effects(now: ClassFacts, then: ClassFacts, block: int) -> list[str]:
    """Return in plain words what a change does to muscles, kit and position."""
    out: list[str] = []
    if now.design.blocks[block].purpose is Purpose.WORK:
        gains: list[tuple[float, Muscle]] = []
        for muscle in Muscle:
            gain = float(then.volume.muscle_sets((muscle,)) - now.volume.muscle_sets((muscle,)))
            if gain:
                gains.append((gain, muscle))
        gains.sort(key=lambda entry: -abs(entry[0]))
        out += [
            f"{FACTS[m].name} {'+' if gain > 0 else '−'}{sets_words(abs(gain))}"
            for gain, m in gains[:3]
        ]
    kit_now, ups_now = changes([m for _, _, m in now.work_movements])
    kit_then, ups_then = changes([m for _, _, m in then.work_movements])
    for difference, name in (
        (kit_then - kit_now, "kit change"),
        (ups_then - ups_now, "up or down"),
    ):
        if difference:
            count = abs(difference)
            words = f"{count} {name}{'s' if count > 1 else ''}"
            out.append(f"{words} {'more' if difference > 0 else 'less'}")
    return out
