"""A design: one class as planned, as a list of blocks. What was taught is a session, not this."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass, field
from enum import StrEnum

from grike.core.errors import InvalidInput
from grike.core.focus import Focus
from grike.core.formats.format import Format
from grike.core.item import Item, Pass
from grike.core.kit import Kit
from grike.core.limits import within
from grike.core.purpose import Purpose


class Role(StrEnum):
    """What a work block is for: what a person would say aloud of it."""

    ACTIVATION = "activation"
    LIFT = "lift"
    PAIRS = "pairs"
    CIRCUIT = "circuit"
    CONTROL = "control"
    PULSE = "pulse"
    COMBINATION = "combination"
    CORE = "core"
    FINISH = "finish"
    FLOW = "flow"


#: What stands beside the focus of a class because the part says so.
ASIDE = frozenset({Role.ACTIVATION, Role.PULSE, Role.CORE, Role.COMBINATION, Role.FINISH})


@dataclass(frozen=True, slots=True)
class Block:
    """A stretch of the class in one format. ``stations``: people share the kit, one station each.

    ``passes`` says what each round changes for all movements of the block; ``beats_a_minute`` is
    the music for items that are counted in beats. A format sets how many movements it holds.
    ``locked``: a re-fill of the class leaves the block as it is. ``shows_ahead``: the whole next
    round is shown in the break before it. ``role``: what the block is for, as one would say it.
    ``active_rest``: the id of an easy movement that is kept up in the rests, which are no work.
    """

    purpose: Purpose
    format: Format
    items: tuple[Item, ...] = ()
    stations: bool = False
    passes: tuple[Pass, ...] = ()
    beats_a_minute: int | None = None
    locked: bool = False
    shows_ahead: bool = False
    role: Role | None = None
    active_rest: str | None = None

    def __post_init__(self) -> None:
        within("beats_a_minute", self.beats_a_minute, 60, 180, unit="beats a minute")
        self._check_number()
        if any(entry.movement or entry.handling for entry in self.passes):
            raise InvalidInput(
                "A pass of a whole block cannot change its movements or their sides.",
                fix="Give the pass to the movement that it is for.",
                place="passes",
            )
        if self.role is not None and self.purpose is not Purpose.WORK:
            raise InvalidInput(
                f"A {self.purpose.value} block has no role besides that.",
                fix="Leave the role out, or make it a work block.",
                place="role",
            )
        if self.purpose is Purpose.WORK and Purpose.WORK not in self.format.purposes:
            parts = " and ".join(purpose.value for purpose in self.format.purposes)
            raise InvalidInput(
                f"A {self.format.name.lower()} is for {parts}.",
                fix="Use a timed circuit for work.",
                place="format",
            )

    def _check_number(self) -> None:
        least, most, multiple = self.format.holds
        count, name = len(self.items), self.format.name.lower()
        if count == 0 and least > 0:
            raise InvalidInput(
                f"The block '{name}' needs at least one movement.",
                fix="Add a movement or take the block out.",
                place="items",
            )
        if not least <= count <= most or count % multiple:
            unit = f"in groups of {multiple}" if multiple > 1 else f"{least} to {most} of them"
            raise InvalidInput(
                f"The block '{name}' holds {count} movements.",
                fix=f"Give {unit}." if most else "Put them in a block of their own.",
                place="items",
            )


MOST_SHAPE_ID = 80
MOST_NOTE = 600


@dataclass(frozen=True, slots=True)
class ClassDesign:
    """One class as planned: its focus, the kit it is built on, its slot and its blocks.

    ``shape``: the id of the shape that it was made in; "" where it has none. ``note``: what whoever
    teaches it should know, in words.
    """

    name: str
    focus: Focus
    slot_seconds: int
    blocks: tuple[Block, ...] = field(default=())
    kit: frozenset[Kit] = frozenset()
    shape: str = ""
    note: str = ""

    def __post_init__(self) -> None:
        within("slot_seconds", self.slot_seconds, 300, 7200)
        if len(self.shape) > MOST_SHAPE_ID:
            raise InvalidInput("This is no id of a shape.", fix="Leave it out.", place="shape")
        if len(self.note) > MOST_NOTE:
            raise InvalidInput(
                f"A note of {len(self.note)} characters is too long.",
                fix=f"Say it in {MOST_NOTE}.",
                place="note",
            )

    def items(self, purpose: Purpose) -> Iterator[tuple[int, int, Item]]:
        """Yield (block index, item index, item) for all blocks of one purpose."""
        for number, block in enumerate(self.blocks):
            if block.purpose is purpose:
                for place, item in enumerate(block.items):
                    yield number, place, item

    def every_item(self) -> Iterator[tuple[int, int, Item]]:
        """Yield (block index, item index, item) for all blocks."""
        for number, block in enumerate(self.blocks):
            for place, item in enumerate(block.items):
                yield number, place, item

    def movement_ids(self, purpose: Purpose = Purpose.WORK) -> list[str]:
        """Return the ids of the movements of one purpose in order, with what passes bring."""
        return [one for _, _, item in self.items(purpose) for one in item.movement_ids]

    def aside_ids(self) -> frozenset[str]:
        """Return the movements of named parts that need not be on the focus of the class."""
        return frozenset(
            movement_id
            for block in self.blocks
            if block.role in ASIDE
            for item in block.items
            for movement_id in item.movement_ids
        )

    def look(self) -> str:
        """Return what a class feels like: its shape, or where it has none its main format."""
        return self.shape or self.main_format()

    def main_format(self) -> str:
        """Return the kind of the work format that holds most movements; "" without any work."""
        counts: dict[str, int] = {}
        for block in self.blocks:
            if block.purpose is Purpose.WORK:
                counts[block.format.kind] = counts.get(block.format.kind, 0) + len(block.items)
        return max(counts, key=lambda kind: counts[kind]) if counts else ""
