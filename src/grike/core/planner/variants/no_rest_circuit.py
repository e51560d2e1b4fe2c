"""No-rest circuits as variants."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from typing import Any, ClassVar

from grike.core.formats import (
    Format,
    NoRestCircuit,
)
from grike.core.movement import Joint, Movement
from grike.core.planner.variants.timed import Split
from grike.core.planner.variants.variant import (
    CHANGE_SECONDS,
    Part,
    Variant,
)
from grike.core.rules.c5_c6_joints import loads


@dataclass(frozen=True, slots=True)
class NoRestVariant(Split[NoRestCircuit]):
    """Layered circuits, one a block. What loads knees and what loads wrists take turns.

    After a circuit that loads a joint the next one must spare it (C5, C6), so movements that load
    the knees stand in every other circuit, those that load the wrists in the others.
    """

    of: ClassVar[type[Format]] = NoRestCircuit

    @classmethod
    def offered(cls) -> Iterator[Variant[Any]]:
        """Yield what is tried."""
        for work in (30, 40, 50):
            for rounds in (2, 3, 4):
                for blocks, size in (
                    (2, 4),
                    (3, 4),
                    (4, 4),
                    (5, 4),
                    (6, 3),
                    (4, 3),
                    (5, 3),
                    (3, 6),
                ):
                    yield cls(NoRestCircuit(work, rounds), blocks, size)

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
