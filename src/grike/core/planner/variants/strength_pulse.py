"""Strength and pulse as variants."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.family import CONDITIONING_FAMILIES
from grike.core.formats import (
    Format,
    StrengthPulse,
)
from grike.core.movement import Movement, Pace
from grike.core.planner.variants.places import Part
from grike.core.planner.variants.timed import Split, timed_set
from grike.core.planner.variants.turns import in_turn
from grike.core.planner.variants.variant import CHANGE_SECONDS, Variant


@dataclass(frozen=True, slots=True)
class StrengthPulseVariant(Split[StrengthPulse]):
    """Pairs of a strength bout and a cardio bout in place of its rest."""

    of: ClassVar[type[Format]] = StrengthPulse
    hardens: ClassVar[bool] = True
    uniform: ClassVar[bool] = False

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for strength, pulse in ((40, 20), (50, 30), (30, 20)):
            for rounds in (2, 3, 4, 5):
                for blocks, size in ((1, 6), (1, 8), (2, 4), (2, 6), (3, 4), (2, 8)):
                    fmt = StrengthPulse(strength, pulse, rounds, round_rest_seconds=60)
                    yield cls(fmt, blocks, size)

    def slot_seconds(self) -> int:
        """Return the mean of the two bouts."""
        return (self.format.strength_seconds + self.format.pulse_seconds) // 2

    def place_in_group(self, movement: Movement) -> int:
        """Return the place in a pair: what is for the pulse follows."""
        return int(pulses(movement))

    def bout(self, movement: Movement) -> int:
        """Return the bout of a movement, by the part that it plays."""
        return self.format.pulse_seconds if pulses(movement) else self.format.strength_seconds

    def seconds_of(self, movement: Movement) -> int:
        """Return the work seconds in all rounds."""
        return self.sets * self.bout(movement)

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets: a bout too short for both sides counts in proportion."""
        return self.sets * timed_set(self.bout(movement), movement)

    def work_seconds(self) -> int:
        """Return the work of all pairs."""
        pair = self.format.strength_seconds + self.format.pulse_seconds
        return self.slots // 2 * self.sets * pair

    def rest_seconds(self) -> int:
        """Return the rests between rounds."""
        return self.blocks * (self.sets - 1) * self.format.round_rest_seconds

    def reserve_seconds(self) -> int:
        """Return all showings and changes, since no rest absorbs them."""
        return self.shows(0, CHANGE_SECONDS)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one round, which ends in a breather, is short enough."""
        return self._block_stretch() // self.sets + self.reserve_seconds() <= stretch_seconds

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement is strength or pulse; a hold is neither."""
        return movement.pace is not Pace.STILL and not (pulses(movement) and movement.one_sided)

    def parts(self) -> tuple[Part, ...]:
        """Return half of the slots for the cardio bouts."""
        half = self.slots // 2
        return (Part("pulse", half, half, pulses),)

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return pairs, strength first."""
        return in_turn(self, order, [lambda m: not pulses(m), pulses])


def pulses(movement: Movement) -> bool:
    """Return whether a movement is one for the pulse: fast, or conditioning."""
    return movement.pace is Pace.FAST or movement.family in CONDITIONING_FAMILIES
