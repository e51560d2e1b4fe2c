"""A design: one class as planned, as a list of blocks. What was taught is a session, not this."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from enum import StrEnum

from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.format import Breather, Flow, Format, Talk, within
from grike.core.kit import Kit


class Purpose(StrEnum):
    """What a block is for. Only WORK counts for volume."""

    WELCOME = "welcome"
    WARM_UP = "warm-up"
    WORK = "work"
    BREATHER = "breather"
    COOL_DOWN = "cool-down"
    CLOSE = "close"


class Handling(StrEnum):
    """How a one-sided movement shares its bouts between left and right."""

    TWO_BOUTS = "two-bouts"
    SPLIT = "split"
    BY_ROUND = "by-round"


class Level(StrEnum):
    """Which option of a movement is planned."""

    EASIER = "easier"
    MAIN = "main"
    HARDER = "harder"


@dataclass(frozen=True, slots=True)
class Phase:
    """A part of a bout that is done in its own way, such as 10 s of pulses at the end."""

    label: str
    seconds: int

    def __post_init__(self) -> None:
        within("phase_seconds", self.seconds, 1, 600)


@dataclass(frozen=True, slots=True)
class Item:
    """One movement in a block. ``seconds`` and ``reps`` override the dose of the format."""

    movement_id: str
    handling: Handling = Handling.TWO_BOUTS
    level: Level = Level.MAIN
    load_step: int = 0
    seconds: int | None = None
    reps: int | None = None
    phases: tuple[Phase, ...] = ()

    def __post_init__(self) -> None:
        within("seconds", self.seconds, 5, 600)
        within("reps", self.reps, 1, 200, "reps")
        within("load_step", self.load_step, 0, 20, "steps")


@dataclass(frozen=True, slots=True)
class Block:
    """A stretch of the class in one format. ``stations``: people share the kit, one station each.

    Talk and breather hold no movements; every other block holds at least one.
    """

    purpose: Purpose
    format: Format
    items: tuple[Item, ...] = ()
    stations: bool = False

    def __post_init__(self) -> None:
        silent = isinstance(self.format, Talk | Breather)
        if silent and self.items:
            raise InvalidInput(
                f"A {self.format.kind} holds no movements.",
                fix="Put them in a block of their own.",
                place="items",
            )
        if not silent and not self.items:
            raise InvalidInput(
                f"A {self.format.kind} block needs at least one movement.",
                fix="Add a movement or take the block out.",
                place="items",
            )
        if self.purpose is Purpose.WORK and isinstance(self.format, Flow):
            raise InvalidInput(
                "A flow is for warm-up and cool-down.",
                fix="Use a timed circuit for work.",
                place="format",
            )

    @property
    def sets(self) -> int:
        """Return how often each movement of the block is worked."""
        return 0 if isinstance(self.format, Talk | Breather) else self.format.sets


@dataclass(frozen=True, slots=True)
class ClassDesign:
    """One class as planned: its focus, the kit it is built on, its slot and its blocks."""

    name: str
    focus: Focus
    slot_seconds: int
    blocks: tuple[Block, ...] = field(default=())
    kit: frozenset[Kit] = frozenset()

    def __post_init__(self) -> None:
        within("slot_seconds", self.slot_seconds, 300, 7200)

    def items(self, purpose: Purpose) -> Iterator[tuple[int, int, Item]]:
        """Yield (block index, item index, item) for all blocks of one purpose."""
        for number, block in enumerate(self.blocks):
            if block.purpose is purpose:
                for place, item in enumerate(block.items):
                    yield number, place, item

    def movement_ids(self, purpose: Purpose = Purpose.WORK) -> list[str]:
        """Return the ids of the movements of one purpose, in class order."""
        return [item.movement_id for _, _, item in self.items(purpose)]

    def main_format(self) -> str:
        """Return the kind of the work format that holds most movements; "" without any work."""
        counts: dict[str, int] = {}
        for block in self.blocks:
            if block.purpose is Purpose.WORK:
                counts[block.format.kind] = counts.get(block.format.kind, 0) + len(block.items)
        return max(counts, key=lambda kind: counts[kind]) if counts else ""
