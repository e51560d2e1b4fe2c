"""Muscle groups from head to foot, with their region and face.

The grouping and the names are those of ordinary kinesiology teaching; which group counts as push,
pull or major is common practice, no source.
"""

from __future__ import annotations

from dataclasses import dataclass
from enum import StrEnum


class Region(StrEnum):
    """The three parts of the body between which a week is balanced."""

    UPPER = "upper"
    CORE = "core"
    LOWER = "lower"


class Face(StrEnum):
    """Where on the body a muscle group lies."""

    FRONT = "front"
    BACK = "back"
    SIDE = "side"
    INNER = "inner"
    ALL = "all"


class Muscle(StrEnum):
    """A muscle group, in the order from head to foot."""

    NECK = "neck"
    FRONT_DELTOID = "front-deltoid"
    SIDE_DELTOID = "side-deltoid"
    REAR_DELTOID = "rear-deltoid"
    CHEST = "chest"
    LATS = "lats"
    MID_BACK = "mid-back"
    BICEPS = "biceps"
    TRICEPS = "triceps"
    FOREARMS = "forearms"
    ABDOMINALS = "abdominals"
    OBLIQUES = "obliques"
    DEEP_CORE = "deep-core"
    LOW_BACK = "low-back"
    HIP_FLEXORS = "hip-flexors"
    GLUTES = "glutes"
    SIDE_GLUTES = "side-glutes"
    ADDUCTORS = "adductors"
    QUADRICEPS = "quadriceps"
    HAMSTRINGS = "hamstrings"
    CALVES = "calves"
    SHINS = "shins"


@dataclass(frozen=True, slots=True)
class MuscleFacts:
    """Name for people, region and face of one muscle group."""

    name: str
    region: Region
    face: Face


def _facts() -> dict[Muscle, MuscleFacts]:
    u, c, lo = Region.UPPER, Region.CORE, Region.LOWER
    f, b, s = Face.FRONT, Face.BACK, Face.SIDE
    m = Muscle
    return {
        m.NECK: MuscleFacts("Neck and upper trapezius", u, b),
        m.FRONT_DELTOID: MuscleFacts("Front deltoid", u, f),
        m.SIDE_DELTOID: MuscleFacts("Side deltoid", u, s),
        m.REAR_DELTOID: MuscleFacts("Rear deltoid", u, b),
        m.CHEST: MuscleFacts("Chest", u, f),
        m.LATS: MuscleFacts("Lats", u, b),
        m.MID_BACK: MuscleFacts("Mid back", u, b),
        m.BICEPS: MuscleFacts("Biceps", u, f),
        m.TRICEPS: MuscleFacts("Triceps", u, b),
        m.FOREARMS: MuscleFacts("Forearms and grip", u, f),
        m.ABDOMINALS: MuscleFacts("Abdominals", c, f),
        m.OBLIQUES: MuscleFacts("Obliques", c, s),
        m.DEEP_CORE: MuscleFacts("Deep core", c, Face.ALL),
        m.LOW_BACK: MuscleFacts("Low back", c, b),
        m.HIP_FLEXORS: MuscleFacts("Hip flexors", lo, f),
        m.GLUTES: MuscleFacts("Glutes", lo, b),
        m.SIDE_GLUTES: MuscleFacts("Side glutes", lo, s),
        m.ADDUCTORS: MuscleFacts("Adductors", lo, Face.INNER),
        m.QUADRICEPS: MuscleFacts("Quadriceps", lo, f),
        m.HAMSTRINGS: MuscleFacts("Hamstrings", lo, b),
        m.CALVES: MuscleFacts("Calves", lo, b),
        m.SHINS: MuscleFacts("Shins", lo, f),
    }


FACTS: dict[Muscle, MuscleFacts] = _facts()

PUSH = frozenset({Muscle.CHEST, Muscle.FRONT_DELTOID, Muscle.SIDE_DELTOID, Muscle.TRICEPS})
PULL = frozenset({Muscle.LATS, Muscle.MID_BACK, Muscle.REAR_DELTOID, Muscle.BICEPS})
KNEE_DOMINANT = frozenset({Muscle.QUADRICEPS})
HIP_DOMINANT = frozenset({Muscle.GLUTES, Muscle.HAMSTRINGS})

MAJOR_GROUPS: dict[str, frozenset[Muscle]] = {
    "chest": frozenset({Muscle.CHEST}),
    "back": frozenset({Muscle.LATS, Muscle.MID_BACK}),
    "shoulders": frozenset({Muscle.FRONT_DELTOID, Muscle.SIDE_DELTOID, Muscle.REAR_DELTOID}),
    "abdominals": frozenset({Muscle.ABDOMINALS}),
    "low back": frozenset({Muscle.LOW_BACK}),
    "glutes": frozenset({Muscle.GLUTES}),
    "quadriceps": frozenset({Muscle.QUADRICEPS}),
    "hamstrings": frozenset({Muscle.HAMSTRINGS}),
}


def region_of(muscle: Muscle) -> Region:
    """Return the region in which a muscle group is counted."""
    return FACTS[muscle].region


def face_of(muscle: Muscle) -> Face:
    """Return the face of the body on which a muscle group lies."""
    return FACTS[muscle].face


def on_face(face: Face) -> frozenset[Muscle]:
    """Return all muscle groups that lie on one face of the body."""
    return frozenset(muscle for muscle, facts in FACTS.items() if facts.face is face)
