"""Where every seed of a run comes from, so that the same request gives the same plan.

A run is given one seed. Whatever is tried another time, or beside another, gets a seed of its own
from it: the step of its branch, so many times. The steps are primes that lie far apart, so that no
two branches of a run meet.
"""

from __future__ import annotations

from enum import IntEnum


class Branch(IntEnum):
    """What is tried again; the value is the step from one try to the next."""

    REFILL = 7_879
    BEGIN_ANEW = 7_919
    ANOTHER_WAY = 104_651
    NEIGHBOURHOOD = 104_729
    WEEK_AGAIN = 15_485_863
    SHORT_SOLVE = 15_485_867
    ORDER = 32_452_843
    NEAREST = 49_979_687
    MUSTS = 67_867_967
    BESIDE = 86_028_121


def branched(seed: int, branch: Branch, number: int) -> int:
    """Return the seed of try ``number`` of a branch; try 0 has the seed of the run."""
    return seed + branch * number
