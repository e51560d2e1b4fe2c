"""What a group may do at all, and the major groups for which that is next to nothing."""

from __future__ import annotations

from collections.abc import Callable, Hashable, Iterable
from typing import TypeVar
from weakref import WeakKeyDictionary

from grike.core.anatomy import MAJOR_GROUPS
from grike.core.cautions import Caution
from grike.core.kit import LOADABLE, Kit
from grike.core.library import Library
from grike.core.movement import Movement, Position, Role
from grike.core.series import SeriesShape, Slot
from grike.core.sharing import has_kit

#: How an option differs: by more weight, by another tempo.
LOAD, TEMPO = "load", "tempo"


#: With fewer movements that are for a group no week can work it on two days.
FEWEST_FOR_A_GROUP = 2


T = TypeVar("T")

#: Pools by library, worked out once for each group; rules ask for them class by class.
_POOLS: WeakKeyDictionary[Library, dict[Hashable, tuple[Movement, ...]]] = WeakKeyDictionary()
MOST_POOLS = 64
#: What was counted in a pool, by library.
_COUNTS: WeakKeyDictionary[Library, dict[Hashable, int]] = WeakKeyDictionary()
MOST_COUNTS = 4096


def pool(shape: SeriesShape, library: Library) -> list[Movement]:
    """Return the work movements that level, room and number of people allow.

    A movement that leaves somebody without a way to do it (C12) is never planned; what is done
    sitting on a chair only for beginners, for others it is the twin of what is planned.
    """
    key = _group(shape)
    held = _POOLS.setdefault(library, {})
    if key not in held:
        if len(held) >= MOST_POOLS:
            held.clear()
        held[key] = tuple(m for m in library.of_role(Role.WORK) if allowed(m, shape))
    return list(held[key])


def _group(shape: SeriesShape) -> Hashable:
    """Return all of a series that its pool depends on."""
    return (shape.level, shape.heads, tuple(sorted(shape.room.kit.items())), shape.wishes)


def count_in_pool(
    shape: SeriesShape,
    library: Library,
    kit: frozenset[Kit],
    *,
    test: Callable[[Movement, T], bool],
    about: T,
) -> int:
    """Return how many movements of ``pool_for`` pass a test, counted once for what it is about.

    ``test`` is a function of a module, and ``about`` can be a key.
    """
    held = _COUNTS.setdefault(library, {})
    key = (_group(shape), kit, test, about)
    if key not in held:
        if len(held) >= MOST_COUNTS:
            held.clear()
        held[key] = sum(test(movement, about) for movement in pool_for(shape, library, kit))
    return held[key]


def pool_for(shape: SeriesShape, library: Library, kit: frozenset[Kit]) -> list[Movement]:
    """Return the work movements of the pool that need no kit besides some."""
    return [movement for movement in pool(shape, library) if movement.fetched_kit <= kit]


def spared(
    shape: SeriesShape, library: Library, slots: Iterable[Slot]
) -> dict[int, frozenset[str]]:
    """Return what classes with cautions of their own may not do of the pool: ids by slot."""
    out: dict[int, frozenset[str]] = {}
    for slot in slots:
        own = shape.on(slot)
        if own is not shape:
            able = {movement.id for movement in pool(own, library)}
            out[slot.index] = frozenset(m.id for m in pool(shape, library) if m.id not in able)
    return out


def plain_only(shape: SeriesShape, library: Library) -> frozenset[str]:
    """Return the ids of movements whose harder option this group must not be given."""
    return frozenset(m.id for m in library.of_role(Role.WORK) if not may_harden(m, shape, library))


def may_harden(movement: Movement, shape: SeriesShape, library: Library) -> bool:
    """Return whether a group may be given the harder option of a movement.

    A harder option that is a movement of the library must be one that the group may do anyway, with
    no kit besides. One that is told in words says only how it differs: what that does to a joint is
    not known, so a group with cautions is given nothing but another tempo.
    """
    option = movement.harder
    if option is None:
        return False
    if option.movement_id is not None:
        harder = library[option.movement_id]
        return harder.fetched_kit <= movement.fetched_kit and allowed(harder, shape)
    if shape.wishes.cautions:
        return option.by == TEMPO
    return option.by != LOAD or not LOADABLE.isdisjoint(movement.kit)


def allowed(movement: Movement, shape: SeriesShape) -> bool:
    """Return whether level, room, number of people, cautions and wishes allow a movement."""
    return (
        movement.level <= shape.level
        and not movement.retired
        and has_kit(movement, shape)
        and not (movement.role is Role.WORK and ways_out_missing(movement))
        and suits_level(movement, shape)
        and shape.wishes.allow(movement)
    )


def suits_level(movement: Movement, shape: SeriesShape) -> bool:
    """Return whether a movement is planned for a group: on a chair where asked or at level 1."""
    seated = movement.position is Position.SEATED_CHAIR
    return not seated or shape.level == 1 or Caution.CHAIR in shape.wishes.cautions


def narrow_groups(shape: SeriesShape, library: Library) -> dict[str, int]:
    """Return the major groups for which there are too few movements, with their number.

    What is asked of every major group, is asked as far as level, kit and cautions allow.
    """
    allowed = pool(shape, library)
    counts = {
        group: sum(1 for m in allowed if not muscles.isdisjoint(m.targets))
        for group, muscles in MAJOR_GROUPS.items()
    }
    return {group: count for group, count in counts.items() if count < FEWEST_FOR_A_GROUP}


def frame_pool(shape: SeriesShape, library: Library, role: Role) -> list[Movement]:
    """Return the movements for warm-up or cool-down that level, room and cautions allow."""
    return [movement for movement in library.of_role(role) if allowed(movement, shape)]


def floor_of(group: str) -> str:
    """Return the name of a major group's floor: a muscle of the same name has one of its own."""
    return f"group {group}"


def narrow_words(count: int) -> str:
    """Return in words that the pool holds next to nothing for a group."""
    number = "no movement is" if count == 0 else "only one movement is"
    return f"With this kit, level and these cautions {number} for it."


def ways_out_missing(movement: Movement) -> str:
    """Return what a movement lacks for people who cannot do it as it is; "" if nothing."""
    if movement.easier is None:
        return "an easier option"
    if movement.impact >= 2 and movement.low_impact is None:
        return "a low-impact option"
    if movement.kit and movement.stand_in is None:
        return "a stand-in for its kit"
    return ""
