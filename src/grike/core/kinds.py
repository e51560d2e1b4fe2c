"""What movements of a class are of one kind: main lifts, work of one joint, work of the trunk.

Common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum
from typing import NamedTuple

from grike.core.anatomy import FACTS, Muscle
from grike.core.composition import ONE_JOINT, TRUNK, carried_by
from grike.core.focus import Focus
from grike.core.movement import Movement
from grike.core.pattern import Pattern


class Group(StrEnum):
    """What kinds are compared with each other in."""

    LIFTS = "main lifts"
    ONE_JOINT = "movements of one joint"
    TRUNK = "movements of the trunk"


#: What movements of a pattern are called, several of them.
_KIND_WORDS: Mapping[Pattern, str] = {
    Pattern.SQUAT: "squats",
    Pattern.SINGLE_LEG: "lunges or step-ups",
    Pattern.HINGE: "hinges",
    Pattern.BRIDGE: "bridges",
    Pattern.HIP_EXTENSION: "for the hip alone",
    Pattern.HORIZONTAL_PRESS: "presses forward",
    Pattern.VERTICAL_PRESS: "presses overhead",
    Pattern.HORIZONTAL_PULL: "rows",
    Pattern.VERTICAL_PULL: "pulls from above",
    Pattern.TRUNK_FLEXION: "crunches or leg raises",
    Pattern.ANTI_EXTENSION: "planks",
    Pattern.ROTATION: "turns",
    Pattern.ANTI_ROTATION: "holds against a turn",
    Pattern.SIDE: "for the side",
    Pattern.BACK_EXTENSION: "back extensions",
}
_ALONE = ONE_JOINT | {Pattern.HIP_EXTENSION}
_OF_TRUNK = TRUNK | {Pattern.BACK_EXTENSION}


class Kinds(NamedTuple):
    """The group that a movement is compared in, and the kinds of it that it is of."""

    group: Group
    kinds: frozenset[str]


def kinds_of(movement: Movement, focus: Focus, level: int) -> Kinds | None:
    """Return the kinds of a movement in a class of a focus; None for what is of no group.

    Main lifts and the trunk are told apart by pattern, and what works one joint by the muscle that
    it is for: a raise to the side is another kind than one to the front. A combined lift is of
    several kinds.
    """
    lifts = carried_by(movement, focus, level)
    if lifts:
        return Kinds(Group.LIFTS, frozenset(own.value for own in lifts))
    if movement.pattern in _OF_TRUNK:
        return Kinds(Group.TRUNK, frozenset({movement.pattern.value}))
    if movement.pattern in _ALONE and movement.targets:
        return Kinds(Group.ONE_JOINT, frozenset({movement.targets[0].value}))
    return None


def kind_words(group: Group, kind: str) -> str:
    """Return what several movements of a kind are called: "rows", "for the biceps"."""
    if group is Group.ONE_JOINT:
        return f"for the {FACTS[Muscle(kind)].name.lower()}"
    return _KIND_WORDS[Pattern(kind)]
