"""Which kit would help most where a room is narrow: how much of it, and what it would open."""

from __future__ import annotations

from collections.abc import Collection
from dataclasses import replace
from typing import NamedTuple

from grike.core.anatomy import Muscle
from grike.core.judging.pool import pool
from grike.core.kit import ALWAYS_AT_HAND, KIT_NAMES, Kit
from grike.core.library import Library
from grike.core.series import SeriesShape
from grike.core.sharing import MOST_A_PIECE, goes_round

#: What a club does not buy on advice: it is fixed to the wall, or for those who know it.
NOT_ADVISED = ALWAYS_AT_HAND | {Kit.PULL_UP_BAR, Kit.DUMBBELL_HEAVY}
MOST_TOLD = 2


class MoreKit(NamedTuple):
    """So many pieces more of a kit open so many movements, of ``now`` that there are."""

    kit: Kit
    pieces: int
    opens: int
    now: int

    @property
    def words(self) -> str:
        """Return the advice in a sentence."""
        return (
            f"{self.pieces} more {KIT_NAMES[self.kit]}, shared by two, would open {self.opens} "
            f"movements beside the {self.now} that there are."
        )


def more_kit(
    shape: SeriesShape, library: Library, muscles: Collection[Muscle] = ()
) -> tuple[MoreKit, ...]:
    """Return the kits of which a few pieces would open most movements, the best first.

    ``muscles``: only movements for one of them count; none: all do. A piece for two people is
    enough, since they take turns.
    """
    now = _for(shape, library, muscles)
    found: list[MoreKit] = []
    for kit in (kit for kit in Kit if kit not in NOT_ADVISED and not goes_round(kit, shape)):
        enough = -(-shape.heads // MOST_A_PIECE)
        room = replace(shape.room, kit={**shape.room.kit, kit: enough})
        with_it = replace(shape, room=room)
        if goes_round(kit, with_it):
            opens = _for(with_it, library, muscles) - now
            found.append(MoreKit(kit, enough - shape.room.kit.get(kit, 0), opens, now))
    found.sort(key=lambda one: -one.opens)
    return tuple(one for one in found[:MOST_TOLD] if one.opens > 0)


def _for(shape: SeriesShape, library: Library, muscles: Collection[Muscle]) -> int:
    return sum(
        1
        for movement in pool(shape, library)
        if not muscles or set(muscles) & set(movement.targets)
    )
