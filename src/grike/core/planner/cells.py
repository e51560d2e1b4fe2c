"""Cells: which focus can be built with which kit at which size, alone and twice over."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from itertools import combinations

from grike.core.anatomy import Region
from grike.core.cautions import Caution
from grike.core.family import CONDITIONING_FAMILIES
from grike.core.focus import Focus
from grike.core.judging.pool import pool
from grike.core.kit import ALWAYS_AT_HAND, Kit
from grike.core.library import Library
from grike.core.movement import Movement, Position
from grike.core.rows.row import TWELFTHS
from grike.core.rows.scope import parts_of
from grike.core.series import SeriesShape
from grike.core.sharing import usable_kit

DUMBBELLS = frozenset({Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM, Kit.DUMBBELL_HEAVY})
#: A kit is a theme of its own when so many movements use it.
FEWEST_FOR_A_THEME = 3
MOST_THEMES = 12
#: Who may stand sits down only where fewer kits than this carry a class on their feet.
ENOUGH_KITS = 3


@dataclass(frozen=True, slots=True)
class Theme:
    """The kit on which a class is built; the empty theme is body weight."""

    kit: frozenset[Kit]
    movements: tuple[Movement, ...] = field(compare=False)

    @property
    def own(self) -> tuple[Movement, ...]:
        """The movements that use the kit of the theme."""
        return tuple(m for m in self.movements if m.fetched_kit)


def themes(shape: SeriesShape, library: Library) -> tuple[Theme, ...]:
    """Return body weight, each usable kit, and pairs of the kits that most movements use.

    What every movement needs, such as the chair that all sit on, belongs to each of them.
    """
    movements = on_their_feet(shape, pool(shape, library))
    base = frozenset.intersection(*(m.fetched_kit for m in movements)) if movements else frozenset()
    usable = usable_kit(Kit, shape) - ALWAYS_AT_HAND - base
    singles = [base | {kit} for kit in Kit if kit in usable - DUMBBELLS]
    if DUMBBELLS & usable:
        singles.insert(0, base | (DUMBBELLS & usable))
    sized = [(kit, sum(1 for m in movements if base < m.fetched_kit <= kit)) for kit in singles]
    sized = [(kit, count) for kit, count in sized if count >= FEWEST_FOR_A_THEME]
    sized.sort(key=lambda entry: -entry[1])
    kits = [base, *(kit for kit, _ in sized)]
    for one, other in combinations([kit for kit, _ in sized[:4]], 2):
        kits.append(one | other)
    pinned = [frozenset(pin.kit) for pin in shape.wishes.pins if pin.kit is not None]
    kept = dict.fromkeys([*kits[:MOST_THEMES], *pinned])
    return tuple(Theme(kit, tuple(m for m in movements if m.fetched_kit <= kit)) for kit in kept)


def on_their_feet(shape: SeriesShape, movements: list[Movement]) -> list[Movement]:
    """Return what a group does that need not sit: nothing on a chair, where kit enough is left.

    Sitting down is for those who have to: nearly all movements of beginners with a chair are done
    on it, so that a class with chairs is one for people who cannot stand. What is asked for stays.
    """
    wishes = shape.wishes
    cautions = {*wishes.cautions, *(one for own in wishes.class_cautions for one in own.cautions)}
    pinned = {kit for pin in wishes.pins for kit in pin.kit or ()}
    if Caution.CHAIR in cautions or Kit.CHAIR in pinned:
        return movements
    standing = [
        m for m in movements if m.position is not Position.SEATED_CHAIR or m.id in wishes.wanted
    ]
    kits = {kit for m in standing for kit in m.fetched_kit} - DUMBBELLS - {Kit.CHAIR}
    weights = any(DUMBBELLS & m.fetched_kit for m in standing)
    return standing if len(kits) + weights >= ENOUGH_KITS else movements


def least_of_theme(slots: int) -> int:
    """Return how many movements of a class use the kit of its theme, at the least."""
    return max(2, slots // 3)


def region_supply(movements: Iterable[Movement]) -> dict[Region, int]:
    """Return how many whole movements there are for each region; conditioning counts for none."""
    out = dict.fromkeys(Region, 0)
    for movement in movements:
        if movement.family not in CONDITIONING_FAMILIES:
            for region, part in parts_of(movement).regions.items():
                out[region] += part
    return {region: parts // TWELFTHS for region, parts in out.items()}


def largest_class(
    focus: Focus, theme: Theme, share: float, whole: float = 0, *, times: int = 2
) -> int:
    """Return the most slots that a class of this focus and kit can hold twice without sharing.

    ``share``: what C1 asks of a focus, ``whole``: of each region where it is the whole body, 0 to
    1; 0 asks nothing. ``times`` 1: it has to hold it once only. One-sided movements are counted as
    one slot, so the figure is safe for every format.
    """
    if focus is Focus.CONDITIONING:
        supply = sum(movement.family in CONDITIONING_FAMILIES for movement in theme.movements)
    else:
        supply = sum(parts_of(movement).foci[focus] for movement in theme.movements) // TWELFTHS
    by_focus = int(supply / times / share) if share else len(theme.movements)
    if focus is Focus.WHOLE and whole:
        by_focus = int(min(region_supply(theme.movements).values()) / times / whole)
    by_pool = len(theme.movements) // times
    if theme.kit:
        by_kit = 3 * (len(theme.own) // times) + 2
        return min(by_focus, by_pool, by_kit)
    return min(by_focus, by_pool)
