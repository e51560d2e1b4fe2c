"""How much a movement gives of what a finding is about, for rules that share it."""

from __future__ import annotations

from grike.core.anatomy import MAJOR_GROUPS, Muscle
from grike.core.judging.finding import About
from grike.core.movement import Movement
from grike.core.volume import muscle_shares, region_shares


def of_muscle(movement: Movement, about: About) -> float:
    """Return the share (0 to 1) of a set that counts for a muscle group."""
    return float(muscle_shares(movement).get(Muscle(about.id), 0))


def of_group(movement: Movement, about: About) -> float:
    """Return the share of a set that counts for the muscles of a major group, summed."""
    shares = muscle_shares(movement)
    return float(sum(shares.get(muscle, 0) for muscle in MAJOR_GROUPS[about.id]))


def of_region(movement: Movement, about: About) -> float:
    """Return the share of a set that counts for a region."""
    shares = region_shares(movement).items()
    return float(next((share for region, share in shares if region.value == about.id), 0))


def of_itself(movement: Movement, about: About) -> float:
    """Return 1 for the movement that is named."""
    return float(movement.id == about.id)
