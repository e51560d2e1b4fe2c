"""Variants that play with pace: three paces, strength and pulse, combinations to music."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass
from math import log2
from typing import ClassVar

from grike.core.format import AddOn, StrengthPulse, ThreePace
from grike.core.movement import CONDITIONING_FAMILIES, Movement, Pace
from grike.core.planner.variants.base import (
    CHANGE_SECONDS,
    FULL_SECONDS,
    Part,
    Split,
    Variant,
    timed_set,
)

#: The slowest rep that goes to music of about two beats a second: four beats.
SLOWEST_TO_MUSIC = 2.0


@dataclass(frozen=True, slots=True)
class ThreePaceVariant(Split[ThreePace]):
    """Rounds of three: one fast, one slow and controlled, one held still."""

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def rest_seconds(self) -> int:
        """Return the rests; the last one of a block is dropped."""
        return self.blocks * (self.block_slots - 1) * self.format.rest_seconds

    def reserve_seconds(self) -> int:
        """Return what showings need beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether the rests are half of the work, or a block is short enough."""
        rested = 2 * self.rest_seconds() >= self.work_seconds()
        return rested or self._block_stretch() <= stretch_seconds

    def parts(self) -> tuple[Part, ...]:
        """Return a third of the slots for each pace."""
        third = self.slots // 3
        return (
            Part("fast", third, third, lambda m: m.pace is Pace.FAST),
            Part("controlled", third, third, lambda m: m.pace is Pace.CONTROLLED),
            Part("held", third, third, lambda m: m.pace is Pace.STILL),
        )

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return the rounds, the paces always in the same order."""
        return _in_turn(self, order, [part.plays for part in self.parts()])


@dataclass(frozen=True, slots=True)
class StrengthPulseVariant(Split[StrengthPulse]):
    """Pairs of a strength bout and a cardio bout in place of its rest."""

    uniform: ClassVar[bool] = False

    def slot_seconds(self) -> int:
        """Return the mean of the two bouts."""
        return (self.format.strength_seconds + self.format.pulse_seconds) // 2

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
        return _in_turn(self, order, [lambda m: not pulses(m), pulses])


@dataclass(frozen=True, slots=True)
class AddOnVariant(Variant[AddOn]):
    """Two or four parts that are learned by themselves and then added to each other, to music."""

    def slot_seconds(self) -> int:
        """Return the seconds of a part in all that is done with it; whole, by the grid."""
        fmt = self.format
        return (fmt.learn + fmt.repeat * self._levels()) * self._part_seconds()

    def _levels(self) -> int:
        return int(log2(self.block_slots))

    def _part_seconds(self) -> int:
        return self.format.counts * 60 // self.format.beats_a_minute

    def sets_of(self, movement: Movement) -> int:
        """Return twelfths of sets: one for learning, and each repeat in proportion."""
        fmt, part = self.format, self._part_seconds()
        once = timed_set(part, movement)
        return timed_set(fmt.learn * part, movement) + fmt.repeat * self._levels() * once

    @property
    def all_sets(self) -> int:
        """The sets of the whole class: every part comes more than once."""
        fmt, part = self.format, self._part_seconds()
        once = min(1.0, part / FULL_SECONDS)
        return round(self.slots * (1 + fmt.repeat * self._levels() * once))

    def reserve_seconds(self) -> int:
        """Return all showings: the first time is what it is learned in, yet the music runs on."""
        return self.shows(0, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one combination is short enough."""
        return self._block_stretch() <= stretch_seconds

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement goes to music: on the feet, quick, nothing fetched."""
        quick = movement.pace is not Pace.STILL and movement.seconds_per_rep <= SLOWEST_TO_MUSIC
        return quick and movement.upright and not movement.one_sided


def pulses(movement: Movement) -> bool:
    """Return whether a movement is one for the pulse: fast, or conditioning."""
    return movement.pace is Pace.FAST or movement.family in CONDITIONING_FAMILIES


def _in_turn(
    variant: ThreePaceVariant | StrengthPulseVariant,
    order: Sequence[Movement],
    plays: Sequence[Callable[[Movement], bool]],
) -> list[list[Movement]]:
    """Return blocks in which the parts take turns, each in the order given."""
    queues = [[m for m in order if part(m)] for part in plays]
    turns = [m for group in zip(*queues, strict=False) for m in group]
    size = variant.block_slots
    return [turns[n : n + size] for n in range(0, len(turns), size)]
