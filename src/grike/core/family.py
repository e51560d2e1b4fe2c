"""The families of movements, in the order of the library."""

from __future__ import annotations

from enum import StrEnum


class Family(StrEnum):
    """The family of movements to which one belongs."""

    SQUAT = "squat"
    LUNGE = "lunge"
    STEP_UP = "step-up"
    HIP_HINGE = "hip-hinge"
    BRIDGE = "bridge"
    HIP_ABDUCTION = "hip-abduction"
    HIP_ADDUCTION = "hip-adduction"
    HIP_EXTENSION = "hip-extension"
    KNEE_FLEXION = "knee-flexion"
    KNEE_EXTENSION = "knee-extension"
    CALF_SHIN = "calf-shin"
    HORIZONTAL_PUSH = "horizontal-push"
    VERTICAL_PUSH = "vertical-push"
    SHOULDER_RAISE = "shoulder-raise"
    HORIZONTAL_PULL = "horizontal-pull"
    VERTICAL_PULL = "vertical-pull"
    SHRUG = "upright-row-shrug"
    ELBOW_FLEXION = "elbow-flexion"
    ELBOW_EXTENSION = "elbow-extension"
    GRIP = "wrist-grip"
    TRUNK_FLEXION = "trunk-flexion"
    ANTI_EXTENSION = "anti-extension"
    TRUNK_ROTATION = "trunk-rotation"
    ANTI_ROTATION = "anti-rotation"
    SIDE_FLEXION = "side-flexion"
    BACK_EXTENSION = "back-extension"
    CARRY = "carry"
    COMBINED = "combined-lift"
    BALANCE = "balance"
    CRAWL = "crawl-climber"
    RUN = "run-on-the-spot"
    JUMP = "jump-hop"
    STEP_PATTERN = "step-pattern"
    PUNCH = "punch-strike"
    MOBILITY = "mobility"
    STRETCH = "static-stretch"
    BREATH = "breath-settle"


CONDITIONING_FAMILIES = frozenset(
    {Family.CRAWL, Family.RUN, Family.JUMP, Family.STEP_PATTERN, Family.PUNCH}
)
#: Families of work, in the order of the library.
WORK_FAMILIES = tuple(
    f for f in Family if f not in (Family.MOBILITY, Family.STRETCH, Family.BREATH)
)


def family_name(family: Family) -> str:
    """Return a family for people: "Hip hinge"."""
    return family.value.replace("-", " ").capitalize()
