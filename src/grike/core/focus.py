"""The focus of a class: the muscle groups that it is about."""

from __future__ import annotations

from enum import StrEnum

from grike.core.anatomy import FACTS, Muscle, Region


class Focus(StrEnum):
    """The menu from which a day's focus is chosen."""

    LOWER = "lower"
    UPPER = "upper"
    CORE = "core"
    WHOLE = "whole-body"
    LEGS_BACK = "legs-and-back"
    CHEST_SHOULDERS = "chest-and-shoulders"
    GLUTES_ABS = "glutes-and-abdominals"


FOCUS_NAMES: dict[Focus, str] = {
    Focus.LOWER: "Lower body",
    Focus.UPPER: "Upper body",
    Focus.CORE: "Core",
    Focus.WHOLE: "Whole body",
    Focus.LEGS_BACK: "Legs and back",
    Focus.CHEST_SHOULDERS: "Chest and shoulders",
    Focus.GLUTES_ABS: "Glutes and abdominals",
}


def _region(region: Region) -> frozenset[Muscle]:
    return frozenset(muscle for muscle, facts in FACTS.items() if facts.region is region)


_M = Muscle
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
}
