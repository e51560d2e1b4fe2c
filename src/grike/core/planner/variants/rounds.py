"""Variants that go round: circuits with and without rests, counted circuits, short intervals."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import ClassVar

from grike.core.format import CountedCircuit, NoRestCircuit, ShortIntervals, TimedCircuit
from grike.core.movement import Joint, Movement, Pace
from grike.core.planner.variants.base import (
    CHANGE_SECONDS,
    FIRST_TIME_SECONDS,
    UNEVEN_SECONDS,
    Counted,
    Part,
    Split,
    Variant,
)
from grike.core.rules.c5_c6_joints import loads

#: The slowest rep that goes into a hard bout of 20 s.
SLOWEST_QUICK_REP = 3.0


@dataclass(frozen=True, slots=True)
class CircuitVariant(Variant[TimedCircuit]):
    """Timed circuits; left and right of a one-sided movement are two stations."""

    carries: ClassVar[bool] = True
    doubles: ClassVar[bool] = True
    staple: ClassVar[bool] = True

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def rest_seconds(self) -> int:
        """Return rests after bouts and between rounds; the last one is dropped."""
        fmt, n = self.format, self.block_slots
        pause = fmt.rest_seconds if fmt.round_rest_seconds is None else fmt.round_rest_seconds
        inside = fmt.rounds * (n - 1) * fmt.rest_seconds + (fmt.rounds - 1) * pause
        return self.blocks * inside

    def reserve_seconds(self) -> int:
        """Return what the first time through needs beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one round, which ends in a breather, is short enough."""
        if 2 * self.rest_seconds() >= self.work_seconds():
            return True
        fmt = self.format
        showing = max(0, FIRST_TIME_SECONDS - fmt.rest_seconds) * 3 // 4
        round_seconds = self.block_slots * (fmt.work_seconds + fmt.rest_seconds + showing)
        return round_seconds + UNEVEN_SECONDS <= stretch_seconds


@dataclass(frozen=True, slots=True)
class NoRestVariant(Split[NoRestCircuit]):
    """Layered circuits, one a block. What loads knees and what loads wrists take turns.

    After a circuit that loads a joint the next one must spare it (C5, C6), so movements that load
    the knees stand in every other circuit, those that load the wrists in the others.
    """

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def reserve_seconds(self) -> int:
        """Return all showings and changes, since nothing absorbs them."""
        return self.shows(0, CHANGE_SECONDS)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one circuit is short enough."""
        return self._block_stretch() <= stretch_seconds

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement can stand in one kind of circuit: it spares one joint."""
        return not (loads(movement, Joint.KNEE) and loads(movement, Joint.WRIST))

    def parts(self) -> tuple[Part, ...]:
        """Return the room for movements that must stand in every other circuit."""
        odd = -(-self.blocks // 2) * self.block_slots
        return (
            Part("knees", 0, odd, lambda m: loads(m, Joint.KNEE)),
            Part("wrists", 0, self.slots - odd, lambda m: loads(m, Joint.WRIST)),
        )

    def in_blocks(self, order: Sequence[Movement]) -> list[list[Movement]]:
        """Return the circuits: knees in the first, third and so on, wrists in the others."""
        circuits: list[list[Movement]] = [[] for _ in range(self.blocks)]
        held = [m for m in order if loads(m, Joint.KNEE) or loads(m, Joint.WRIST)]
        for movement in [*held, *(m for m in order if m not in held)]:
            allowed = circuits
            if movement in held:
                allowed = circuits[int(loads(movement, Joint.WRIST)) :: 2]
            free = [c for c in allowed if len(c) < self.block_slots] or [
                c for c in circuits if len(c) < self.block_slots
            ]
            if free:
                free[0].append(movement)
        return [circuit for circuit in circuits if circuit]


@dataclass(frozen=True, slots=True)
class CountedCircuitVariant(Counted[CountedCircuit]):
    """Passes through a list, each movement to its reps; a pass ends in a breather."""

    staple: ClassVar[bool] = True

    @property
    def usual_reps(self) -> int:
        """The reps of one pass."""
        return self.format.reps

    def rest_seconds(self) -> int:
        """Return rests after movements and between passes."""
        fmt, n = self.format, self.block_slots
        inside = fmt.passes * (n - 1) * fmt.rest_seconds
        return self.blocks * (inside + (fmt.passes - 1) * fmt.round_rest_seconds)

    def reserve_seconds(self) -> int:
        """Return what showings and changes need beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def most_work_seconds(self, stretch_seconds: int) -> int | None:
        """Return the work of passes that are each short enough, the first with its showings."""
        fmt, n = self.format, self.block_slots
        showing = max(0, FIRST_TIME_SECONDS - fmt.rest_seconds) * 3 // 4
        rests = n * (fmt.rest_seconds + showing) + UNEVEN_SECONDS
        return max(2 * self.rest_seconds(), fmt.passes * (stretch_seconds - rests))


@dataclass(frozen=True, slots=True)
class IntervalsVariant(Variant[ShortIntervals]):
    """Blocks of eight hard bouts that movements and sides take in turn."""

    doubles: ClassVar[bool] = True

    @property
    def sets(self) -> int:
        """How often each movement, or each side of it, comes."""
        return self.format.bouts // self.block_slots

    def slot_seconds(self) -> int:
        """Return the bout."""
        return self.format.work_seconds

    def rest_seconds(self) -> int:
        """Return the short rests; the last one of a block is dropped."""
        return self.blocks * (self.format.bouts - 1) * self.format.rest_seconds

    def reserve_seconds(self) -> int:
        """Return what the first time through needs beyond the rests."""
        return self.shows(self.format.rest_seconds, 0)

    def breathes(self, stretch_seconds: int) -> bool:
        """Return whether one block is short enough."""
        return self._block_stretch() <= stretch_seconds

    def suits(self, movement: Movement) -> bool:
        """Return whether a movement can be done hard in 20 s: no hold, no slow rep."""
        return movement.pace is not Pace.STILL and movement.seconds_per_rep <= SLOWEST_QUICK_REP
