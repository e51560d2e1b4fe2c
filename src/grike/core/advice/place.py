"""What a movement is there for: its part, its pair, what it goes on with, what it replaces."""

from __future__ import annotations

from collections.abc import Iterator

from grike.core.composition import is_main, patterns_of
from grike.core.editing import item_at
from grike.core.judging.class_facts import ClassFacts
from grike.core.movement import Movement
from grike.core.pairs import pairs_of, reason
from grike.core.pattern import Pattern, Tier
from grike.core.purpose import Purpose
from grike.core.rules import Facts


def pattern_words(pattern: Pattern) -> str:
    """Return a pattern as one would say it: "horizontal press"."""
    return pattern.value.replace("-", " ")


def there_for(facts: Facts, member: ClassFacts, block: int, place: int) -> Iterator[str]:
    """Yield what a movement of the work is there for, a sentence each."""
    inside = member.design.blocks[block]
    if inside.purpose is not Purpose.WORK:
        return
    item = item_at(member.design, block, place)
    movement = facts.library[item.movement_id]
    part = f" in the {inside.role.value} part" if inside.role is not None else ""
    kind = _kind(movement, member, facts.shape.level)
    yield f"It is {kind} ({pattern_words(movement.pattern)}){part}"
    for one, other in pairs_of(inside, facts.library):
        if movement in (one, other) and reason(one, other):
            mate = other if movement is one else one
            yield f"It makes a pair with {mate.name}: {reason(one, other)}"
    before = _a_week_before(facts, member)
    if before is not None and not item.carried:
        there = [m for _, _, m in before.work_movements if _same(m, movement)]
        if there and movement not in there:
            yield f"It stands for {there[0].name} of {before.slot.label}"


def _kind(movement: Movement, member: ClassFacts, level: int) -> str:
    if is_main(movement, member.design.focus, level):
        return "a main lift"
    return "a small one" if movement.tier_for(level) is Tier.SMALL else "a supporting movement"


def _same(one: Movement, other: Movement) -> bool:
    return not patterns_of(one).isdisjoint(patterns_of(other))


def _a_week_before(facts: Facts, member: ClassFacts) -> ClassFacts | None:
    """Return the class of the same weekday a week before; None where there was none."""
    slot = member.slot
    return next(
        (
            other
            for other in facts.classes
            if other.slot.week == slot.week - 1 and other.slot.weekday == slot.weekday
        ),
        None,
    )
