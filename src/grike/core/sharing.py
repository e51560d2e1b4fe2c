"""Kit that is short is shared: who has none does the stand-in, and all change over each round.

Common practice, no source: with a piece for half of the people at least, two halves of the room
take turns; with fewer it is a queue. What holds people up, or what they lie on, is not shared.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import NamedTuple

from grike.core.cautions import Caution
from grike.core.design import ClassDesign
from grike.core.kit import KIT_NAMES, Kit, Room
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.series import SeriesShape

#: So many people take turns with a piece at the most.
MOST_A_PIECE = 2
NEVER_SHARED = frozenset({Kit.MAT, Kit.WALL})
#: Groups in which everybody needs a chair of their own, to sit on or to hold.
CHAIR_EACH = frozenset({Caution.CHAIR, Caution.BALANCE, Caution.PREGNANCY, Caution.NO_FLOOR})


class Shared(NamedTuple):
    """Kit that does not go round at once: so many pieces for so many people."""

    kit: Kit
    pieces: int
    people: int

    @property
    def words(self) -> str:
        """Return who has what, in a sentence."""
        short = self.people - self.pieces
        does = "person does" if short == 1 else "people do"
        return (
            f"{KIT_NAMES[self.kit].capitalize()}: {self.pieces} for {self.people}. {short} {does} "
            "it without, and all change over each round."
        )


def goes_round(kit: Kit, shape: SeriesShape) -> bool:
    """Return whether a class may be built on a kit: there is one for each, or it is shared."""
    return not shape.room.missing((kit,), shape.heads) or may_share(kit, shape)


def may_share(kit: Kit, shape: SeriesShape) -> bool:
    """Return whether people can take turns with a kit, as many as there are of both."""
    if kit in NEVER_SHARED:
        return False
    if kit is Kit.CHAIR and not CHAIR_EACH.isdisjoint(shape.wishes.cautions):
        return False
    return MOST_A_PIECE * shape.room.kit.get(kit, 0) >= shape.heads


def has_kit(movement: Movement, shape: SeriesShape) -> bool:
    """Return whether the kit of a movement goes round; what is shared needs a stand-in."""
    short = shape.room.missing(movement.kit, shape.heads)
    if not short:
        return True
    return movement.stand_in is not None and all(may_share(kit, shape) for kit in short)


def without_kit(movement: Movement, shape: SeriesShape) -> str:
    """Return what they do who have not got the kit of a movement at the time; "" if all have."""
    short = shape.room.missing(movement.kit, shape.heads)
    shared = short and all(may_share(kit, shape) for kit in short)
    return movement.stand_in.how if shared and movement.stand_in is not None else ""


def taken_in_turns(design: ClassDesign, library: Library, shape: SeriesShape) -> tuple[Shared, ...]:
    """Return the kit of a class that people take turns with; at stations everybody has a piece."""
    short = shape.room.missing(sorted(_kit(design, library, stations=False)), shape.heads)
    return tuple(
        Shared(kit, shape.room.kit.get(kit, 0), shape.heads)
        for kit in short
        if may_share(kit, shape)
    )


def lacks(design: ClassDesign, library: Library, room: Room, heads: int) -> Iterator[str]:
    """Yield what a room lacks for a class with so many people, a sentence each.

    At stations not everybody holds the same at once: there only kit is told that is not there.
    """
    if room.heads < heads:
        yield f"It holds {room.heads} people, and {heads} come."
    at_once = _kit(design, library, stations=False)
    used = sorted(at_once | _kit(design, library, stations=True))
    if none := [KIT_NAMES[kit] for kit in used if not room.kit.get(kit, 0)]:
        yield f"It has no {', no '.join(none)}."
    few = [kit for kit in used if kit in at_once and 0 < room.kit.get(kit, 0) < heads]
    if few:
        told = ", ".join(f"{room.kit[kit]} {KIT_NAMES[kit]}" for kit in few)
        yield f"Of this there is less than {heads} people need: {told}."


def _kit(design: ClassDesign, library: Library, *, stations: bool) -> set[Kit]:
    """Return the kit that is held at stations, or everywhere else."""
    return {
        kit
        for block in design.blocks
        if bool(block.stations) is stations
        for item in block.items
        for movement_id in item.movement_ids
        for kit in library[movement_id].kit
    }


def usable_kit(kits: Iterable[Kit], shape: SeriesShape) -> frozenset[Kit]:
    """Return those kinds of kit that go round in the room, at once or in turns."""
    return frozenset(kit for kit in kits if goes_round(kit, shape))
