"""What one member does instead of a movement that goes against a caution of theirs."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from grike.core.cautions import CAUTIONS, Caution, breaks
from grike.core.library import Library
from grike.core.movement import Joint, Movement
from grike.core.wishes import Member

#: The joint whose relief answers a caution, where no other movement does.
_JOINT_OF: dict[Caution, Joint] = {
    Caution.NO_WRISTS: Joint.WRIST,
    Caution.KNEES: Joint.KNEE,
    Caution.LOW_BACK: Joint.LOW_BACK,
    Caution.SHOULDERS: Joint.SHOULDER,
    Caution.NECK: Joint.NECK,
}


class ForMember(NamedTuple):
    """Who does something else, what, and why: the caution in words."""

    member: str
    how: str
    why: str


def for_members(
    movement: Movement, members: Sequence[Member], library: Library
) -> Iterator[ForMember]:
    """Yield what each member does instead, for those whose cautions a movement goes against."""
    for member in members:
        broken = [caution for caution in member.cautions if breaks(movement, caution)]
        if broken:
            why = ", ".join(CAUTIONS[caution].name for caution in broken)
            yield ForMember(member.name, _instead(movement, member, broken, library=library), why)


def _instead(
    movement: Movement, member: Member, broken: Sequence[Caution], *, library: Library
) -> str:
    """Return a movement of the library that spares them; else relief; else what comes instead."""
    options = (movement.low_impact, movement.easier, movement.seated)
    named = [(o.how, o.movement_id) for o in options if o is not None and o.movement_id is not None]
    for how, movement_id in named:
        if not any(breaks(library[movement_id], caution) for caution in member.cautions):
            return how
    reliefs = [movement.relief.get(_JOINT_OF[c]) for c in broken if c in _JOINT_OF]
    if len(reliefs) == len(broken) and all(reliefs):
        return "; ".join(relief for relief in reliefs if relief)
    return f"Leave it out. {CAUTIONS[broken[0]].instead}"
