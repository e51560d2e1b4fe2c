"""What a movement is in a class: its pattern, its tier, and what it demands besides strength.

Patterns and tiers are common practice, no source.
"""

from __future__ import annotations

from collections.abc import Mapping
from enum import StrEnum

from grike.core.family import Family


class Pattern(StrEnum):
    """How the body moves, whatever the kit. A fly is no press, a straightened knee no squat."""

    SQUAT = "squat"
    HINGE = "hinge"
    SINGLE_LEG = "single-leg"
    BRIDGE = "bridge"
    KNEE_FLEXION = "knee-flexion"
    KNEE_EXTENSION = "knee-extension"
    HIP_SIDE = "hip-side"
    HIP_EXTENSION = "hip-extension"
    CALF_SHIN = "calf-shin"
    HORIZONTAL_PRESS = "horizontal-press"
    VERTICAL_PRESS = "vertical-press"
    HORIZONTAL_PULL = "horizontal-pull"
    VERTICAL_PULL = "vertical-pull"
    FLY = "fly"
    RAISE = "raise"
    ELBOW_FLEXION = "elbow-flexion"
    ELBOW_EXTENSION = "elbow-extension"
    GRIP = "grip"
    TRUNK_FLEXION = "trunk-flexion"
    ANTI_EXTENSION = "anti-extension"
    ROTATION = "rotation"
    ANTI_ROTATION = "anti-rotation"
    SIDE = "side"
    BACK_EXTENSION = "back-extension"
    CARRY = "carry"
    COMBINED = "combined-lift"
    LOCOMOTION = "locomotion"
    BALANCE = "balance"
    STRETCH = "stretch"


class Tier(StrEnum):
    """What a class can be built on, what supports it, and what only fills it."""

    MAIN = "main"
    SUPPORTING = "supporting"
    SMALL = "small"


class Demand(StrEnum):
    """What a movement asks besides muscle, so that a caution can keep it out."""

    KNEELING = "kneeling"
    HEAD_DOWN = "head-down"
    OVERHEAD = "overhead"
    BALANCE = "balance"
    BELLY = "belly-pressure"
    HOLD = "long-hold"
    QUICK = "quick"


DEMAND_NAMES: dict[Demand, str] = {
    Demand.KNEELING: "weight on a knee",
    Demand.HEAD_DOWN: "the head below the heart",
    Demand.OVERHEAD: "work above the head",
    Demand.BALANCE: "standing on one leg or on a narrow base",
    Demand.BELLY: "pressure in the belly",
    Demand.HOLD: "a hold in which people forget to breathe",
    Demand.QUICK: "quick changes of direction or height",
}


class Support(StrEnum):
    """What the support that a movement leans on may do."""

    SLIDES = "slides"
    TIPS = "tips"
    SNAPS = "snaps"


SUPPORT_WORDS: dict[Support, str] = {
    Support.SLIDES: "Stand the support against a wall or on a mat, so that it cannot slide.",
    Support.TIPS: "Keep the weight over the middle of the seat, so that it cannot tip.",
    Support.SNAPS: "Look the band over for tears; pull the fastening hard before the first rep.",
}

_PATTERNS: Mapping[Family, Pattern] = {
    Family.SQUAT: Pattern.SQUAT,
    Family.LUNGE: Pattern.SINGLE_LEG,
    Family.STEP_UP: Pattern.SINGLE_LEG,
    Family.HIP_HINGE: Pattern.HINGE,
    Family.BRIDGE: Pattern.BRIDGE,
    Family.HIP_ABDUCTION: Pattern.HIP_SIDE,
    Family.HIP_ADDUCTION: Pattern.HIP_SIDE,
    Family.HIP_EXTENSION: Pattern.HIP_EXTENSION,
    Family.KNEE_FLEXION: Pattern.KNEE_FLEXION,
    Family.KNEE_EXTENSION: Pattern.KNEE_EXTENSION,
    Family.CALF_SHIN: Pattern.CALF_SHIN,
    Family.HORIZONTAL_PUSH: Pattern.HORIZONTAL_PRESS,
    Family.VERTICAL_PUSH: Pattern.VERTICAL_PRESS,
    Family.SHOULDER_RAISE: Pattern.RAISE,
    Family.HORIZONTAL_PULL: Pattern.HORIZONTAL_PULL,
    Family.VERTICAL_PULL: Pattern.VERTICAL_PULL,
    Family.SHRUG: Pattern.RAISE,
    Family.ELBOW_FLEXION: Pattern.ELBOW_FLEXION,
    Family.ELBOW_EXTENSION: Pattern.ELBOW_EXTENSION,
    Family.GRIP: Pattern.GRIP,
    Family.TRUNK_FLEXION: Pattern.TRUNK_FLEXION,
    Family.ANTI_EXTENSION: Pattern.ANTI_EXTENSION,
    Family.TRUNK_ROTATION: Pattern.ROTATION,
    Family.ANTI_ROTATION: Pattern.ANTI_ROTATION,
    Family.SIDE_FLEXION: Pattern.SIDE,
    Family.BACK_EXTENSION: Pattern.BACK_EXTENSION,
    Family.CARRY: Pattern.CARRY,
    Family.COMBINED: Pattern.COMBINED,
    Family.CRAWL: Pattern.LOCOMOTION,
    Family.RUN: Pattern.LOCOMOTION,
    Family.JUMP: Pattern.LOCOMOTION,
    Family.STEP_PATTERN: Pattern.LOCOMOTION,
    Family.PUNCH: Pattern.LOCOMOTION,
    Family.BALANCE: Pattern.BALANCE,
    Family.MOBILITY: Pattern.STRETCH,
    Family.STRETCH: Pattern.STRETCH,
    Family.BREATH: Pattern.STRETCH,
}
_MAINS = frozenset(
    {
        Pattern.SQUAT,
        Pattern.HINGE,
        Pattern.SINGLE_LEG,
        Pattern.HORIZONTAL_PRESS,
        Pattern.VERTICAL_PRESS,
        Pattern.HORIZONTAL_PULL,
        Pattern.VERTICAL_PULL,
        Pattern.COMBINED,
    }
)
_SMALL = frozenset({Pattern.CALF_SHIN, Pattern.GRIP, Pattern.STRETCH})


def usual_pattern(family: Family) -> Pattern:
    """Return the pattern that most movements of a family have."""
    return _PATTERNS[family]


def pattern_name(pattern: Pattern) -> str:
    """Return a pattern for people: "Horizontal press"."""
    return pattern.value.replace("-", " ").capitalize()


def usual_tier(pattern: Pattern) -> Tier:
    """Return the tier that most movements of a pattern have."""
    if pattern in _MAINS:
        return Tier.MAIN
    return Tier.SMALL if pattern in _SMALL else Tier.SUPPORTING
