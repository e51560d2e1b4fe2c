"""Volume: sets, seconds and reps by muscle, shares and ratios, and the weekly training volume.

All sums are exact fractions, so that the volume of a class is the sum over its bouts.
"""

from __future__ import annotations

from collections import Counter
from collections.abc import Hashable, Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from enum import StrEnum
from fractions import Fraction
from functools import lru_cache
from typing import NamedTuple, TypeVar

from grike.core.anatomy import PULL, PUSH, Face, Muscle, Region, on_face, region_of
from grike.core.bouts import Bout, Side
from grike.core.design import ClassDesign
from grike.core.exact import exact_sum
from grike.core.expansion import steps
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.item import Item, Level
from grike.core.library import Library
from grike.core.movement import Movement, Pace, Plane
from grike.core.purpose import Purpose
from grike.core.work import SECONDS_PER_HELD_REP, pace_of, rep_seconds

K = TypeVar("K", bound=Hashable)

#: How long a bout is a whole set, what options and load add to what is asked, and what an assisting
#: muscle gets: our assumption, but for the half of the last (Pelland et al., from memory).
FULL_SET_SECONDS = 20
FULL_SET_REPS = 5
DEMAND: dict[Level, Fraction] = {
    Level.EASIER: Fraction(8, 10),
    Level.MAIN: Fraction(1),
    Level.HARDER: Fraction(12, 10),
}
DEMAND_PER_LOAD_STEP = Fraction(5, 100)
ASSIST_SHARE = Fraction(1, 2)


class Yardstick(StrEnum):
    """In what the weekly training volume is measured."""

    SECONDS = "seconds"
    REPS = "reps"
    SETS = "sets"


@dataclass(frozen=True, slots=True)
class Amount:
    """Sets, work seconds and reps."""

    sets: Fraction = Fraction(0)
    seconds: Fraction = Fraction(0)
    reps: Fraction = Fraction(0)

    def __add__(self, other: Amount) -> Amount:
        return Amount(self.sets + other.sets, self.seconds + other.seconds, self.reps + other.reps)

    def times(self, share: Fraction) -> Amount:
        """Return the amount scaled by a share."""
        return Amount(self.sets * share, self.seconds * share, self.reps * share)


def sum_of_amounts(amounts: Sequence[Amount]) -> Amount:
    """Return the exact sum of amounts."""
    if len(amounts) == 1:
        return amounts[0]
    return Amount(
        exact_sum(a.sets for a in amounts),
        exact_sum(a.seconds for a in amounts),
        exact_sum(a.reps for a in amounts),
    )


@dataclass(frozen=True, slots=True)
class Volume:
    """What one or more classes did to the body. ``total`` counts each bout once."""

    total: Amount = Amount()
    muscles: dict[Muscle, Amount] = field(default_factory=dict)
    regions: dict[Region, Fraction] = field(default_factory=dict)
    planes: dict[Plane, Fraction] = field(default_factory=dict)
    knee: Fraction = Fraction(0)
    hip: Fraction = Fraction(0)
    training: dict[Yardstick, Fraction] = field(default_factory=dict)

    def muscle_sets(self, muscles: Iterable[Muscle]) -> Fraction:
        """Return the fractional sets of several muscle groups together."""
        sets = [self.muscles[m].sets for m in muscles if m in self.muscles]
        return sets[0] if len(sets) == 1 else exact_sum(sets)

    @property
    def push(self) -> Fraction:
        """Return the fractional sets of the pushing muscles."""
        return self.muscle_sets(PUSH)

    @property
    def pull(self) -> Fraction:
        """Return the fractional sets of the pulling muscles."""
        return self.muscle_sets(PULL)

    @property
    def front(self) -> Fraction:
        """Return the fractional sets of the front of the body."""
        return self.muscle_sets(on_face(Face.FRONT))

    @property
    def back(self) -> Fraction:
        """Return the fractional sets of the back of the body."""
        return self.muscle_sets(on_face(Face.BACK))


class Alike(NamedTuple):
    """What decides the amount of a bout; rounds of the same are worked out once."""

    item: Item
    movement: Movement
    side: Side
    seconds: int
    reps: int | None


def alike(bouts: Iterable[Bout]) -> Counter[Alike]:
    """Return how many bouts of each kind there are, in the order of their first."""
    return Counter(Alike(b.item, b.movement, b.side, b.seconds, b.reps) for b in bouts)


@lru_cache(maxsize=16384)
def bout_amount(bout: Alike) -> Amount:
    """Return sets, seconds and reps of one bout.

    A bout of 20 s or 5 reps a side is one set, less in proportion; left and right together are
    one set, so a bout on one side is half a set. An alternating timed bout is one stretch of work
    and is counted by its full length.
    """
    sides = 2 if bout.side is Side.SPLIT else 1
    if bout.reps is not None:
        fraction = Fraction(bout.reps, sides * FULL_SET_REPS)
        reps = Fraction(bout.reps)
    else:
        fraction = Fraction(bout.seconds, sides * FULL_SET_SECONDS)
        reps = _timed_reps(bout)
    share = Fraction(1, 2) if bout.side in (Side.LEFT, Side.RIGHT) else Fraction(1)
    return Amount(min(Fraction(1), fraction) * share, Fraction(bout.seconds), reps)


def _timed_reps(bout: Alike) -> Fraction:
    """Return the reps that a timed bout comes to, phase by phase where they differ in pace."""
    still = pace_of(bout.item, bout.movement) is Pace.STILL
    usual = float(SECONDS_PER_HELD_REP) if still else rep_seconds(bout.item, bout.movement)
    parts = [(phase.seconds or 0, phase.seconds_per_rep or usual) for phase in bout.item.phases]
    return sum(
        (seconds / Fraction(str(per_rep)) for seconds, per_rep in parts or [(bout.seconds, usual)]),
        Fraction(0),
    )


@lru_cache(maxsize=4096)
def _shares(targets: tuple[Muscle, ...], assists: tuple[Muscle, ...]) -> dict[Muscle, Fraction]:
    return {m: Fraction(1) for m in targets} | dict.fromkeys(assists, ASSIST_SHARE)


def muscle_shares(movement: Movement) -> dict[Muscle, Fraction]:
    """Return 1 for each target and one half for each assisting muscle."""
    return _shares(movement.targets, movement.assists)


def region_shares(movement: Movement) -> dict[Region, Fraction]:
    """Return how one bout is shared between regions: its targets share it equally.

    Conditioning is left out: running on the spot is not leg work.
    """
    if movement.family in CONDITIONING_FAMILIES:
        return {}
    shares: dict[Region, Fraction] = {}
    for muscle in movement.targets:
        region = region_of(muscle)
        shares[region] = shares.get(region, Fraction(0)) + Fraction(1, len(movement.targets))
    return shares


def demand_of(bout: Alike) -> Fraction:
    """Return the demand factor of a bout: its option, and five hundredths per load step."""
    return DEMAND[bout.item.level] + DEMAND_PER_LOAD_STEP * bout.item.load_step


@dataclass(frozen=True, slots=True)
class _Share:
    """What one bout gives, worked out once for all bouts that are alike."""

    amount: Amount
    training: tuple[tuple[Yardstick, Fraction], ...]
    muscles: tuple[tuple[Muscle, Amount], ...]
    regions: tuple[tuple[Region, Fraction], ...]


@lru_cache(maxsize=16384)
def _share(bout: Alike, count: int) -> _Share:
    """Return what ``count`` bouts that are alike give together."""
    amount = bout_amount(bout).times(Fraction(count))
    movement, demand = bout.movement, demand_of(bout)
    return _Share(
        amount,
        (
            (Yardstick.SECONDS, amount.seconds * demand),
            (Yardstick.REPS, amount.reps * demand),
            (Yardstick.SETS, amount.sets * demand),
        ),
        tuple((m, amount.times(share)) for m, share in muscle_shares(movement).items()),
        tuple((r, amount.sets * share) for r, share in region_shares(movement).items()),
    )


def volume_of_bouts(bouts: Iterable[Bout]) -> Volume:
    """Return the volume of work bouts. Warm-up and cool-down are left out by the caller."""
    amounts: list[Amount] = []
    muscles: dict[Muscle, list[Amount]] = {}
    regions: dict[Region, list[Fraction]] = {}
    planes: dict[Plane, list[Fraction]] = {}
    training: dict[Yardstick, list[Fraction]] = {yardstick: [] for yardstick in Yardstick}
    knee: list[Fraction] = []
    hip: list[Fraction] = []
    for bout, count in alike(bouts).items():
        share, movement = _share(bout, count), bout.movement
        amount = share.amount
        amounts.append(amount)
        for muscle, part in share.muscles:
            muscles.setdefault(muscle, []).append(part)
        for region, sets in share.regions:
            regions.setdefault(region, []).append(sets)
        planes.setdefault(movement.plane, []).append(amount.sets)
        knee += [amount.sets] if movement.knee_dominant else []
        hip += [amount.sets] if movement.hip_dominant else []
        for yardstick, demanded in share.training:
            training[yardstick].append(demanded)
    return Volume(
        sum_of_amounts(amounts),
        {muscle: sum_of_amounts(parts) for muscle, parts in muscles.items()},
        {region: exact_sum(parts) for region, parts in regions.items()},
        {plane: exact_sum(parts) for plane, parts in planes.items()},
        exact_sum(knee),
        exact_sum(hip),
        {yardstick: exact_sum(parts) for yardstick, parts in training.items()},
    )


def class_volume(design: ClassDesign, library: Library) -> Volume:
    """Return the volume of one class; only its work blocks count."""
    return volume_of_bouts(
        step
        for step in steps(design, library)
        if isinstance(step, Bout) and design.blocks[step.block].purpose is Purpose.WORK
    )


def _merged(parts: Iterable[Mapping[K, Fraction]]) -> dict[K, Fraction]:
    gathered: dict[K, list[Fraction]] = {}
    for part in parts:
        for key, value in part.items():
            gathered.setdefault(key, []).append(value)
    return {key: exact_sum(values) for key, values in gathered.items()}


def add_volumes(volumes: Iterable[Volume]) -> Volume:
    """Return the sum of several classes, as of a week or a series."""
    parts = list(volumes)
    muscles: dict[Muscle, list[Amount]] = {}
    for part in parts:
        for muscle, amount in part.muscles.items():
            muscles.setdefault(muscle, []).append(amount)
    return Volume(
        sum_of_amounts([part.total for part in parts]),
        {muscle: sum_of_amounts(amounts) for muscle, amounts in muscles.items()},
        _merged(part.regions for part in parts),
        _merged(part.planes for part in parts),
        exact_sum(part.knee for part in parts),
        exact_sum(part.hip for part in parts),
        _merged(part.training for part in parts),
    )


def sets_by_movement(bouts: Iterable[Bout]) -> dict[Movement, Fraction]:
    """Return the sets of each movement, each bout counted once."""
    out: dict[Movement, Fraction] = {}
    for bout, count in alike(bouts).items():
        sets = bout_amount(bout).sets * count
        out[bout.movement] = out.get(bout.movement, Fraction(0)) + sets
    return out
