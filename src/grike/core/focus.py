"""The focus of a class: the muscle groups that it is about."""

from __future__ import annotations

from enum import StrEnum
from fractions import Fraction

from grike.core.anatomy import FACTS, Muscle, Region
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.movement import Movement


class Focus(StrEnum):
    """The menu from which a day's focus is chosen."""

    LOWER = "lower"
    UPPER = "upper"
    CORE = "core"
    WHOLE = "whole-body"
    LEGS_BACK = "legs-and-back"
    CHEST_SHOULDERS = "chest-and-shoulders"
    GLUTES_ABS = "glutes-and-abdominals"
    CONDITIONING = "conditioning"


FOCUS_NAMES: dict[Focus, str] = {
    Focus.LOWER: "Lower body",
    Focus.UPPER: "Upper body",
    Focus.CORE: "Core",
    Focus.WHOLE: "Whole body",
    Focus.LEGS_BACK: "Legs and back",
    Focus.CHEST_SHOULDERS: "Chest and shoulders",
    Focus.GLUTES_ABS: "Glutes and abdominals",
    Focus.CONDITIONING: "Conditioning",
}


def _region(region: Region) -> frozenset[Muscle]:
    return frozenset(muscle for muscle, facts in FACTS.items() if facts.region is region)


_M = Muscle
#: Conditioning is about families rather than muscles, see ``on_focus``.
FOCUS_MUSCLES: dict[Focus, frozenset[Muscle]] = {
    Focus.LOWER: _region(Region.LOWER),
    Focus.UPPER: _region(Region.UPPER),
    Focus.CORE: _region(Region.CORE),
    Focus.WHOLE: frozenset(Muscle),
    Focus.LEGS_BACK: (_region(Region.LOWER) - {_M.HIP_FLEXORS, _M.SHINS})
    | {_M.LATS, _M.MID_BACK, _M.REAR_DELTOID, _M.LOW_BACK},
    Focus.CHEST_SHOULDERS: frozenset(
        {_M.CHEST, _M.FRONT_DELTOID, _M.SIDE_DELTOID, _M.REAR_DELTOID, _M.TRICEPS}
    ),
    Focus.GLUTES_ABS: frozenset(
        {_M.GLUTES, _M.SIDE_GLUTES, _M.HAMSTRINGS, _M.ABDOMINALS, _M.OBLIQUES, _M.DEEP_CORE}
    ),
    Focus.CONDITIONING: frozenset(),
}
#: What a day may be about when its menu says nothing; conditioning has to be asked for.
USUAL_FOCUSES = frozenset(Focus) - {Focus.CONDITIONING}


def on_focus(movement: Movement, focus: Focus) -> Fraction:
    """Return the share of a movement that lies on a focus: of its targets, or all or nothing."""
    if focus is Focus.CONDITIONING:
        return Fraction(movement.family in CONDITIONING_FAMILIES)
    hits = sum(1 for muscle in movement.targets if muscle in FOCUS_MUSCLES[focus])
    # A stretch targets nothing, so that in a work block it lies on no focus.
    return Fraction(hits, len(movement.targets)) if movement.targets else Fraction(0)
