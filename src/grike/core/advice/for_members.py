"""What one member does instead of a movement that goes against a caution of theirs."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import replace
from typing import NamedTuple

from grike.core.anatomy import Muscle
from grike.core.cautions import CAUTIONS, JOINT_OF, Caution, breaks
from grike.core.library import Library
from grike.core.movement import Movement
from grike.core.wishes import Member


class ForMember(NamedTuple):
    """Who does something else, what, and why: the caution in words.

    ``movement_id``: the movement that they do instead; None where it is another way, or nothing.
    """

    member: str
    how: str
    why: str
    movement_id: str | None = None


def for_members(
    movement: Movement, members: Sequence[Member], library: Library
) -> Iterator[ForMember]:
    """Yield what each member does instead, for those whose cautions a movement goes against."""
    for member in members:
        broken = [caution for caution in member.cautions if breaks(movement, caution)]
        if broken:
            why = ", ".join(CAUTIONS[caution].name for caution in broken)
            how, other = _instead(movement, member, broken, library=library)
            yield ForMember(member.name, how, why, other)


def _instead(
    movement: Movement, member: Member, broken: Sequence[Caution], *, library: Library
) -> tuple[str, str | None]:
    """Return an option that spares them; else relief; else what does much the same; else none."""
    options = (movement.low_impact, movement.easier, movement.seated)
    named = [(o.how, o.movement_id) for o in options if o is not None and o.movement_id is not None]
    for how, movement_id in named:
        if not any(breaks(library[movement_id], caution) for caution in member.cautions):
            return how, movement_id
    reliefs = [_relief(movement, caution) for caution in broken]
    if all(reliefs):
        return "; ".join(reliefs), None
    other = _alike(movement, member, library)
    return (other.name, other.id) if other is not None else ("Leave it out", None)


def _alike(movement: Movement, member: Member, library: Library) -> Movement | None:
    """Return what does most of the same for them with no more kit or skill; None if nothing does.

    Work stays in its pattern; in warm-up and cool-down only the muscles count.
    """

    def shared(other: Movement) -> float:
        ours, theirs = muscles(movement), muscles(other)
        return len(ours & theirs) / max(1, len(ours | theirs))

    def muscles(one: Movement) -> set[Muscle]:
        return {*(one.targets or one.serves(one.role))}

    able = [
        other
        for other in library.of_role(movement.role)
        if other.level <= movement.level
        and other.fetched_kit <= movement.fetched_kit
        and other.pattern is movement.pattern
        and not any(breaks(other, caution) for caution in member.cautions)
    ]
    best = max(able, key=shared, default=None)
    return best if best is not None and shared(best) else None


def _relief(movement: Movement, caution: Caution) -> str:
    """Return the relief of the joint that a caution spares, if its load is all that is wrong.

    Padding under a knee is no answer for somebody who must not kneel.
    """
    joint = JOINT_OF.get(caution)
    if joint is None:
        return ""
    others = {other: load for other, load in movement.joints.items() if other is not joint}
    if breaks(replace(movement, joints=others), caution):
        return ""
    return movement.relief.get(joint, "")
