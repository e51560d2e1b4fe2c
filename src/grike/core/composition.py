"""What a class of a focus is made of: the patterns that it needs, what it is built on, its doses.

Common practice, no source, but where a source is named.
"""

from __future__ import annotations

from collections.abc import Mapping
from fractions import Fraction
from typing import NamedTuple

from grike.core.anatomy import Muscle, Region, region_of
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.focus import Focus
from grike.core.kit import LOADABLE
from grike.core.movement import FLIGHT, Movement, Sides
from grike.core.pattern import Pattern, Tier

KNEE = frozenset({Pattern.SQUAT, Pattern.SINGLE_LEG})
HIP = frozenset({Pattern.HINGE, Pattern.BRIDGE})
HIPS = HIP | {Pattern.HIP_EXTENSION}
PRESS = frozenset({Pattern.HORIZONTAL_PRESS, Pattern.VERTICAL_PRESS})
PULL = frozenset({Pattern.HORIZONTAL_PULL, Pattern.VERTICAL_PULL})
FRONT = frozenset({Pattern.TRUNK_FLEXION, Pattern.ANTI_EXTENSION})
TURN = frozenset({Pattern.ROTATION, Pattern.ANTI_ROTATION})
TRUNK = FRONT | TURN | {Pattern.SIDE}
#: What works one joint.
ONE_JOINT = frozenset(
    {
        Pattern.FLY,
        Pattern.RAISE,
        Pattern.ELBOW_FLEXION,
        Pattern.ELBOW_EXTENSION,
        Pattern.KNEE_FLEXION,
        Pattern.KNEE_EXTENSION,
        Pattern.HIP_SIDE,
        Pattern.CALF_SHIN,
        Pattern.GRIP,
    }
)


class Ingredient(NamedTuple):
    """What a class of a focus has to hold: at least ``least`` movements of some patterns."""

    words: str
    patterns: frozenset[Pattern]
    least: int = 1


def _one(pattern: Pattern) -> frozenset[Pattern]:
    return frozenset({pattern})


NEEDS: Mapping[Focus, tuple[Ingredient, ...]] = {
    Focus.LOWER: (
        Ingredient("squat", _one(Pattern.SQUAT)),
        Ingredient("hinge or bridge", HIP),
        Ingredient("movement on one leg", _one(Pattern.SINGLE_LEG)),
    ),
    Focus.UPPER: (
        Ingredient("horizontal press", _one(Pattern.HORIZONTAL_PRESS)),
        Ingredient("vertical press", _one(Pattern.VERTICAL_PRESS)),
        Ingredient("row", _one(Pattern.HORIZONTAL_PULL)),
        Ingredient("pull", PULL, 2),
    ),
    Focus.CHEST_SHOULDERS: (
        Ingredient("horizontal press", _one(Pattern.HORIZONTAL_PRESS)),
        Ingredient("vertical press", _one(Pattern.VERTICAL_PRESS)),
        Ingredient("pull", PULL),
    ),
    Focus.LEGS_BACK: (
        Ingredient("squat or lunge", KNEE),
        Ingredient("hinge or bridge", HIP),
        Ingredient("row", _one(Pattern.HORIZONTAL_PULL)),
    ),
    Focus.GLUTES_ABS: (
        Ingredient("movement of the hip", HIPS, 2),
        Ingredient("squat or lunge", KNEE),
        Ingredient("trunk movement", TRUNK, 2),
    ),
    Focus.WHOLE: (
        Ingredient("squat or lunge", KNEE),
        Ingredient("hinge or bridge", HIP),
        Ingredient("press", PRESS),
        Ingredient("pull", PULL),
        Ingredient("trunk movement", TRUNK),
    ),
    Focus.CORE: (
        Ingredient("crunch or plank", FRONT),
        Ingredient("turn, or hold against one", TURN),
        Ingredient("side movement", _one(Pattern.SIDE)),
        Ingredient("back extension", _one(Pattern.BACK_EXTENSION)),
    ),
    Focus.CONDITIONING: (),
}
#: A kit must hold so many times what is asked of each class: classes in a row share none of it.
TIMES_OVER = 4
#: What has no place in a class of a focus.
BARRED: Mapping[Focus, frozenset[Pattern]] = {Focus.LOWER: PRESS | PULL}

#: What the main lifts of a class of a focus are. A class for the trunk is built on none of these.
CARRIERS: Mapping[Focus, frozenset[Pattern]] = {
    Focus.LOWER: KNEE | HIP,
    Focus.UPPER: PRESS | PULL,
    Focus.CHEST_SHOULDERS: PRESS | PULL,
    Focus.LEGS_BACK: KNEE | HIP | PULL,
    Focus.GLUTES_ABS: KNEE | HIPS,
    Focus.WHOLE: KNEE | HIP | PRESS | PULL,
}

#: What the lifts of a class of a focus are to be spread over: lifts for each of these.
HALVES: Mapping[Focus, tuple[Ingredient, ...]] = {
    Focus.LOWER: (Ingredient("the knee", KNEE), Ingredient("the hip", HIP)),
    Focus.UPPER: (Ingredient("pressing", PRESS), Ingredient("pulling", PULL)),
    Focus.LEGS_BACK: (Ingredient("legs or hips", KNEE | HIP), Ingredient("pulling", PULL)),
    Focus.WHOLE: (
        Ingredient("legs or hips", KNEE | HIP),
        Ingredient("pressing or pulling", PRESS | PULL),
    ),
}

_M = Muscle
#: The muscles that carry a focus, where the focus is more than these.
PRIME_MOVERS: Mapping[Focus, frozenset[Muscle]] = {
    Focus.LOWER: frozenset({_M.QUADRICEPS, _M.GLUTES, _M.HAMSTRINGS}),
    Focus.UPPER: frozenset(
        {_M.CHEST, _M.LATS, _M.MID_BACK, _M.FRONT_DELTOID, _M.SIDE_DELTOID, _M.REAR_DELTOID}
    ),
    Focus.CORE: frozenset({_M.ABDOMINALS, _M.OBLIQUES, _M.DEEP_CORE, _M.LOW_BACK}),
    Focus.LEGS_BACK: frozenset(
        {_M.QUADRICEPS, _M.GLUTES, _M.HAMSTRINGS, _M.LATS, _M.MID_BACK, _M.LOW_BACK}
    ),
    Focus.CHEST_SHOULDERS: frozenset({_M.CHEST, _M.FRONT_DELTOID, _M.SIDE_DELTOID}),
    Focus.GLUTES_ABS: frozenset(
        {_M.GLUTES, _M.SIDE_GLUTES, _M.HAMSTRINGS, _M.ABDOMINALS, _M.OBLIQUES, _M.DEEP_CORE}
    ),
}
#: The pattern that the target muscles of a combined lift stand for.
_LIFTED: Mapping[Muscle, Pattern] = {
    _M.QUADRICEPS: Pattern.SQUAT,
    _M.HAMSTRINGS: Pattern.HINGE,
    _M.CHEST: Pattern.HORIZONTAL_PRESS,
    _M.FRONT_DELTOID: Pattern.VERTICAL_PRESS,
    _M.MID_BACK: Pattern.HORIZONTAL_PULL,
    _M.LATS: Pattern.VERTICAL_PULL,
}


def patterns_of(movement: Movement) -> frozenset[Pattern]:
    """Return the patterns that a movement stands for; a combined lift stands for several.

    Those of a combined lift are estimated from its targets, and from how it is done: on one leg
    after the other it is no squat, and what is pulled while bent over is a row.
    """
    own = {movement.pattern}
    if movement.pattern is Pattern.COMBINED:
        own |= {_LIFTED[muscle] for muscle in movement.targets if muscle in _LIFTED}
        if movement.sides is Sides.ALTERNATING and Pattern.SQUAT in own:
            own = own - {Pattern.SQUAT} | {Pattern.SINGLE_LEG}
        if own >= {Pattern.HINGE, Pattern.VERTICAL_PULL}:
            own = own - {Pattern.VERTICAL_PULL} | {Pattern.HORIZONTAL_PULL}
    return frozenset(own)


def movers_share(movement: Movement, focus: Focus) -> Fraction:
    """Return the share of a movement's targets that are prime movers of a focus."""
    movers = PRIME_MOVERS.get(focus)
    if movers is None or not movement.targets:
        return Fraction(1)
    return Fraction(sum(m in movers for m in movement.targets), len(movement.targets))


def is_main(movement: Movement, focus: Focus, level: int) -> bool:
    """Return whether a class of a focus can be built on a movement, for a group of a level.

    In a class for the trunk the trunk movements are what it is built on.
    """
    if focus is Focus.CORE and any(region_of(m) is Region.CORE for m in movement.targets):
        return movement.tier_for(level) is not Tier.SMALL
    return movement.tier_for(level) is Tier.MAIN


def carried_by(movement: Movement, focus: Focus, level: int) -> frozenset[Pattern]:
    """Return the patterns for which a movement is a main lift of a class; none for any other."""
    carriers = CARRIERS.get(focus, frozenset())
    if movement.tier_for(level) is not Tier.MAIN:
        return frozenset()
    return patterns_of(movement) & carriers


def mains_wanted(movements: int) -> int:
    """Return how many mains a class of so many movements has at the least."""
    return 4 if movements >= 12 else 3 if movements >= 8 else 2 if movements >= 6 else 1


def most_small(movements: int) -> int:
    """Return how many small movements a class of so many movements may have."""
    return 2 if movements >= 14 else 1


#: How far beyond the top of its own dose a movement may be asked for, and where it is done by the
#: dozen with the body's own weight by people who are used to it.
DOSE_TIMES, DOZENS_TIMES = Fraction(13, 10), Fraction(2)


def most_reps(movement: Movement, level: int) -> int:
    """Return the most reps a side that a movement is asked for in one bout."""
    dozens = movement.high_reps and not movement.fetched_kit and level >= 2
    return int(movement.dose.reps[1] * (DOZENS_TIMES if dozens else DOSE_TIMES))


def most_seconds(movement: Movement) -> int:
    """Return the most seconds that a movement is asked for in one bout."""
    return int(movement.dose.seconds[1] * DOSE_TIMES)


#: Seconds a side without a change; what is easy enough is kept up.
LONGEST_BOUT, LONGEST_OF_ONE_JOINT, LONGEST_EASY = 60, 45, 120


def longest_bout(movement: Movement) -> int:
    """Return for how many seconds a side a movement may go on with nothing changed."""
    if movement.family in CONDITIONING_FAMILIES and movement.impact < FLIGHT:
        return LONGEST_EASY
    loaded = not LOADABLE.isdisjoint(movement.kit)
    return LONGEST_OF_ONE_JOINT if loaded and movement.pattern in ONE_JOINT else LONGEST_BOUT


class Doses(NamedTuple):
    """What a group is asked to keep: doses, for a level; and that no bout goes on for long."""

    level: int | None = None
    varied: bool = False

    def allow(self, movement: Movement, seconds: int | None, reps: int | None) -> bool:
        """Return whether a bout of so many seconds or reps a side keeps what is asked."""
        if self.varied:
            each = seconds if reps is None else int(reps * movement.seconds_per_rep)
            if each is not None and each > longest_bout(movement):
                return False
        if self.level is None:
            return True
        if reps is not None:
            return reps <= most_reps(movement, self.level)
        return seconds is None or seconds <= most_seconds(movement)
