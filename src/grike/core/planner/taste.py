"""What decides between movements where rules do not: little used, wanted, and a seed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from grike.core.anatomy import Muscle
from grike.core.movement import Movement
from grike.core.rows.row import Key
from grike.core.rows.scope import Scope

# With all 230 movements of the library a week took three times as long at the median as with about
# 60 a class, others at each attempt; the skeleton sees to it that the kits of a week together serve
# every muscle.
#: A class chooses from so many movements at most, and from so many of a muscle at least.
MOST_CHOICES, FEWEST_OF_A_MUSCLE = 60, 3
#: What a wanted movement is worth among plans of equal cost until it has come once.
WISH = 60


@dataclass(frozen=True, slots=True)
class Taste:
    """What decides between plans of equal cost: little used before, and work for several groups."""

    used: Mapping[str, int]
    seed: int
    wanted: frozenset[str] = frozenset()

    def weights(self, scope: Scope) -> dict[Key, int]:
        """Return the tie-break weight of every choice; the seed shuffles equals."""
        out: dict[Key, int] = {}
        for bay in scope.bays:
            for choice in bay.choices:
                noise = _mix(choice.movement.id, bay.index, self.seed) % 7
                single = 6 * (len(choice.movement.targets) == 1)
                used = 10 * self.used.get(choice.movement.id, 0)
                wish = WISH * (choice.movement.id in self.wanted)
                out[choice.key] = used + single + noise - wish
        return out


def _mix(text: str, number: int, seed: int) -> int:
    """Return a small hash that is the same in every process."""
    value = (seed * 2654435761 + number * 40503 + 97) & 0xFFFFFFFF
    for char in text:
        value = ((value ^ ord(char)) * 16777619) & 0xFFFFFFFF
    return value >> 7


def thinned(movements: Sequence[Movement], taste: Taste, index: int) -> tuple[Movement, ...]:
    """Return at most about ``MOST_CHOICES`` movements for one class, every muscle still served.

    A week of four classes with the whole library is solved several times slower than with a
    third of it, and costs nothing either way. Little-used movements go first; the seed varies.
    """
    if len(movements) <= MOST_CHOICES:
        return tuple(movements)
    groups: dict[Muscle, list[Movement]] = {}
    for movement in movements:
        groups.setdefault(movement.targets[0], []).append(movement)
    kept: set[str] = set()
    for own in groups.values():
        share = -(-len(own) * MOST_CHOICES // len(movements))
        own.sort(key=lambda m: (taste.used.get(m.id, 0), _mix(m.id, index, taste.seed) % 1009))
        least = max(FEWEST_OF_A_MUSCLE, share)
        # Half of them with the kit of the class, which it must use, where there are as many.
        kit = [m for m in own if m.fetched_kit][: -(-least // 2)]
        plain = [m for m in own if m not in kit]
        kept.update(m.id for m in (*kit, *plain[: least - len(kit)]))
    kept |= taste.wanted
    return tuple(m for m in movements if m.id in kept)
