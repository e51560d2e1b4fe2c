"""The movements of a warm-up: what raises the pulse, then joints, then the first lifts lightly."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from grike.core.anatomy import Muscle
from grike.core.movement import Movement
from grike.core.rehearsal import opening_lifts, rank, rehearses


class WarmUps:
    """Chooses warm-ups for a class from those that its people may do.

    ``work``: the movements of its work in order. ``turn`` varies equals from class to class.
    """

    def __init__(self, able: Sequence[Movement], work: Sequence[Movement], turn: int) -> None:
        shift = turn % max(1, len(able))
        self.able = (*able[shift:], *able[:shift])
        self.lifts = opening_lifts(work)
        self.upright = work[0].upright if work else True

    def first(self, groups: Sequence[Muscle]) -> tuple[Movement, ...]:
        """Return few movements: one for the pulse, a light form of each first lift, all groups."""
        chosen: list[Movement] = []
        lacking = set(groups)

        def take(among: Sequence[Movement]) -> bool:
            best = self._best(among, lacking, chosen)
            if best is None:
                return False
            chosen.append(best)
            lacking.difference_update(best.prepares)
            return True

        take([m for m in self.able if m.raises_pulse and rank(m, self.lifts) == 0])
        for lift in self.lifts:
            if not any(rehearses(own, lift) for own in chosen):
                take([m for m in self.able if rehearses(m, lift)])
        while lacking and take([m for m in self.able if lacking.intersection(m.prepares)]):
            pass
        return tuple(chosen)

    def _best(
        self, among: Sequence[Movement], lacking: Collection[Muscle], taken: Sequence[Movement]
    ) -> Movement | None:
        """Return what reaches most of what is lacking, in the position of the work if it can.

        Before work on the feet nobody gets down where they can prepare as well standing.
        """
        able = [m for m in among if m not in taken]
        standing = [m for m in able if m.upright]
        return max(
            standing if self.upright and standing else able,
            key=lambda m: (len(set(lacking).intersection(m.prepares)), m.upright == self.upright),
            default=None,
        )

    def in_order(self, chosen: Sequence[Movement]) -> tuple[Movement, ...]:
        """Return movements in the order in which they are done; the last are as the work begins."""
        pulse = any(rank(m, self.lifts) == 0 for m in chosen)

        def place(movement: Movement) -> tuple[int, bool, int, str]:
            own = rank(movement, self.lifts)
            if own and not pulse and movement.raises_pulse:
                own = 0
            lifts = [n for n, lift in enumerate(self.lifts) if rehearses(movement, lift)]
            same = movement.upright == self.upright
            return own, same, -min(lifts, default=0), movement.position.value

        ordered = sorted(chosen, key=place)
        # What has to be done in the other position comes before all that is done as the work is.
        first = [m for m in ordered[:1] if rank(m, self.lifts) == 0 or m.raises_pulse]
        rest = ordered[len(first) :]
        away = [m for m in rest if m.upright != self.upright]
        return (*first, *away, *(m for m in rest if m.upright == self.upright))
