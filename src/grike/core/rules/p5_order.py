"""P5: large before small within a block, and no muscle tired before the lift that needs it."""

from __future__ import annotations

from collections.abc import Iterator, Sequence

from grike.core.composition import HIP, PRESS, PULL, is_main
from grike.core.focus import Focus
from grike.core.formats.format import Format
from grike.core.judging.class_facts import ClassFacts
from grike.core.judging.facts import Facts, here
from grike.core.judging.figures import aimed
from grike.core.judging.finding import Finding
from grike.core.movement import Movement
from grike.core.pattern import Pattern, Tier
from grike.core.rules.rule import Mend, Reach, Rule, Stage, Yields, setting
from grike.core.sheet import Mode, RuleSetting

#: What must not come before what: it tires a muscle that the lift needs.
TIRES = (
    (frozenset({Pattern.ELBOW_EXTENSION}), PRESS),
    (frozenset({Pattern.ELBOW_FLEXION}), PULL),
    (frozenset({Pattern.ANTI_EXTENSION}), HIP),
)
#: How many movements of a block belong together, by the kind of its format: a pair is a main lift
#: with what rests it, three paces and a combination have an order of their own.
_TOGETHER = {"superset": 2, "strength-pulse": 2, "short-intervals": 2, "ladder": 3}
_OWN_ORDER = frozenset({"three-pace", "add-on"})


def tires(before: Movement, after: Movement) -> bool:
    """Return whether a movement tires a muscle that a later one needs."""
    return any(before.pattern in one and after.pattern in other for one, other in TIRES)


def rank(movement: Movement, focus: Focus, level: int) -> int:
    """Return 0 for a main lift, 1 for what supports it, 2 for small movements."""
    if is_main(movement, focus, level):
        return 0
    return 2 if movement.tier_for(level) is Tier.SMALL else 1


def _late(member: ClassFacts, number: int, level: int) -> list[tuple[int, Movement, Movement]]:
    """Return (place, movement, the one that came too early) of a block.

    A smaller movement may stand between two lifts, so that a joint rests; after two of them the
    lifts are over. Pairs are judged by what stands first in them.
    """
    block = member.design.blocks[number]
    own = [m for at, _, m in member.work_movements if at == number]
    if block.format.kind in _OWN_ORDER or len(own) != len(block.items):
        return []
    size = together(block.format)
    ranks = [rank(movement, member.design.focus, level) for movement in own]
    out: list[tuple[int, Movement, Movement]] = []
    for place, movement in enumerate(own):
        before = range(place // size * size)
        early = next((n for n in before if tires(own[n], movement)), None)
        if early is None and place % size == 0:
            heads = [n for n in before if n % size == 0 and ranks[n] > ranks[place]]
            follow = [n for n in heads if n == 0 or n - size in heads]
            early = follow[0] if follow else None
        if early is not None:
            out.append((place, movement, own[early]))
    return out


def together(fmt: Format) -> int:
    """Return how many movements in a row belong together in a format, as those of a pair do."""
    group: int = getattr(fmt, "group", _TOGETHER.get(fmt.kind, 1))
    return group


def _check_p5(facts: Facts, line: RuleSetting) -> Iterator[Finding]:
    level = facts.shape.level
    for member in facts.classes:
        for number in _work_blocks(member):
            for place, movement, early in _late(member, number, level)[:1]:
                late = len(_late(member, number, level))
                yield Finding(
                    "P5",
                    line.mode,
                    here(member, number, place),
                    f"{movement.name} comes after {early.name}"
                    + (f", and {late - 1} more come late" if late > 1 else "")
                    + "; what asks most comes first.",
                    "Put the main lifts first.",
                    cost=aimed(line, late),
                )


def _work_blocks(member: ClassFacts) -> Sequence[int]:
    return sorted({block for block, _, _ in member.work_movements})


P5 = Rule(
    "P5",
    "Large before small",
    "In each block main lifts come first; one smaller movement may stand between two of them, so "
    "that a joint rests, and after two the lifts are over. No triceps before a press, no curl "
    "before a pull, no plank before a hinge.",
    "The last good rep of a lift should not be spent on the muscle that helps it.",
    "acsm2009",
    setting(Mode.OFF, 1),
    _check_p5,
    stages=(Stage.ORDERING,),
    reach=Reach.DESIGN,
    mends=(Mend.ORDER,),
    yields=Yields.COMPOSITION,
)
