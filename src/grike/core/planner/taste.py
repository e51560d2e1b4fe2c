"""What decides between movements where rules do not: little used, wanted, and a seed."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from grike.core.anatomy import Muscle
from grike.core.focus import Focus, on_focus
from grike.core.kit import Kit
from grike.core.movement import Movement, Pace, Position
from grike.core.pattern import Pattern, Tier
from grike.core.rows.row import Key
from grike.core.rows.scope import Choice, Scope

# With all 230 movements of the library a week took three times as long at the median as with about
# 60 a class, others at each attempt; the skeleton sees to it that the kits of a week together serve
# every muscle.
#: A class chooses from about so many movements, and from so many of a muscle and pattern at least.
MOST_CHOICES, FEWEST_OF_A_PATTERN = 70, 1
#: So many of them lie off its focus.
OFF_FOCUS = 16
#: A better movement comes before one that was used less: what each tier, and each use, weighs.
TIERS = {Tier.MAIN: 0, Tier.SUPPORTING: 12, Tier.SMALL: 40}
USED = 5
#: What a wanted movement is worth among plans of equal cost until it has come once.
WISH = 60
#: A fast minute is hard from so many times the energy of rest on; what each step less weighs.
HARD_MET, CALM = 8, 5
#: What lies off the focus of a class is there for the week: what it weighs where all of it does.
OFF = 24
#: Sitting down is for those who have to: a seat weighs as much, and counts as so many uses.
SEATED, SEAT_USES = 15, 2
#: A wall to lean on is for beginners, where the next harder movement needs none: what it weighs.
LEANING = 15


@dataclass(frozen=True, slots=True)
class Taste:
    """What decides between plans of equal cost: better movements, and those little used before.

    ``known``: what the group has met.
    """

    used: Mapping[str, int]
    seed: int
    wanted: frozenset[str] = frozenset()
    known: frozenset[str] = frozenset()

    def weights(self, scope: Scope) -> dict[Key, int]:
        """Return the tie-break weight of every choice; the seed shuffles equals."""
        out: dict[Key, int] = {}
        for bay in scope.bays:
            for choice in bay.choices:
                noise = _mix(choice.movement.id, bay.index, self.seed) % 7
                single = 6 * (len(choice.movement.targets) == 1)
                used = USED * self.used.get(choice.movement.id, 0)
                tier = TIERS[choice.movement.tier_for(scope.group.level)]
                calm = 0
                if scope.group.level > 1:
                    calm = CALM * _calm(choice) + LEANING * _leans(choice.movement)
                calm += SEATED * _seated(choice.movement) + _off(choice, bay.focus)
                wish = WISH * (choice.movement.id in self.wanted)
                out[choice.key] = tier + used + single + noise + calm - wish
        return out


def _calm(choice: Choice) -> int:
    """Return how far a fast movement of a part for the pulse, or the finish, is from a hard one."""
    movement = choice.movement
    if not choice.aside or movement.pace is not Pace.FAST:
        return 0
    return max(0, HARD_MET - round(movement.met or 0))


def _off(choice: Choice, focus: Focus) -> int:
    """Return what a choice weighs for the share of it that is off the focus of its class."""
    if choice.aside or not choice.sets:
        return 0
    return OFF * (choice.sets - choice.on_focus(focus)) // choice.sets


def _seated(movement: Movement) -> bool:
    return movement.position is Position.SEATED_CHAIR


def _leans(movement: Movement) -> bool:
    """Return whether a movement leans on the wall, and leads on to one that need not."""
    harder = movement.harder.movement_id if movement.harder else None
    return Kit.WALL in movement.kit and movement.level == 1 and harder is not None


def _mix(text: str, number: int, seed: int) -> int:
    """Return a small hash that is the same in every process."""
    value = (seed * 2654435761 + number * 40503 + 97) & 0xFFFFFFFF
    for char in text:
        value = ((value ^ ord(char)) * 16777619) & 0xFFFFFFFF
    return value >> 7


def thinned(
    movements: Sequence[Movement], taste: Taste, index: int, focus: Focus = Focus.WHOLE
) -> tuple[Movement, ...]:
    """Return about ``MOST_CHOICES`` movements for one class, every muscle and pattern still served.

    A week of four classes with the whole library is solved several times slower than with a third
    of it, and costs nothing either way. What the group knows goes first, since a class teaches few
    new ones, then what was little used; the seed varies. What is off the focus fills little.
    """
    if len(movements) <= MOST_CHOICES:
        return tuple(movements)
    on = [m for m in movements if focus is Focus.WHOLE or 2 * on_focus(m, focus) >= 1]
    off = [m for m in movements if m not in on]
    kept = _some_of_each(on, taste, index, MOST_CHOICES if not off else MOST_CHOICES - OFF_FOCUS)
    kept |= _some_of_each(off, taste, index, OFF_FOCUS)
    kept |= taste.wanted
    return tuple(m for m in movements if m.id in kept)


def _some_of_each(movements: Sequence[Movement], taste: Taste, index: int, most: int) -> set[str]:
    """Return the ids of about so many movements, some of each muscle and pattern."""
    groups: dict[tuple[Muscle, Pattern], list[Movement]] = {}
    for movement in movements:
        groups.setdefault((movement.targets[0], movement.pattern), []).append(movement)

    def worth(movement: Movement) -> tuple[bool, int, int]:
        known = movement.foundation or movement.id in taste.known
        noise = _mix(movement.id, index, taste.seed) % 1009
        used = taste.used.get(movement.id, 0) + SEAT_USES * _seated(movement)
        return (not known, used, noise)

    kept: set[str] = set()
    for own in groups.values():
        least = max(FEWEST_OF_A_PATTERN, -(-len(own) * most // len(movements)))
        own.sort(key=worth)
        # Half of them with the kit of the class, which it must use, where there are as many.
        kit = [m for m in own if m.fetched_kit][: -(-least // 2)]
        plain = [m for m in own if m not in kit]
        kept.update(m.id for m in (*kit, *plain[: least - len(kit)]))
    return kept
