"""Kit, rooms and how far the kit of a room goes round."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, field
from enum import StrEnum

from grike.core.errors import InvalidInput


class Kit(StrEnum):
    """A kind of kit that a room may hold."""

    MAT = "mat"
    DUMBBELL_LIGHT = "dumbbell-light"
    DUMBBELL_MEDIUM = "dumbbell-medium"
    DUMBBELL_HEAVY = "dumbbell-heavy"
    KETTLEBELL = "kettlebell"
    MINI_BAND = "mini-band"
    LONG_BAND = "long-band"
    STEP = "step"
    CHAIR = "chair"
    WALL = "wall"
    MEDICINE_BALL = "medicine-ball"
    STABILITY_BALL = "stability-ball"
    SLIDERS = "sliders"
    PULL_UP_BAR = "pull-up-bar"
    TOWEL = "towel"
    ANCHOR = "anchor"


KIT_NAMES: dict[Kit, str] = {
    Kit.MAT: "mats",
    Kit.DUMBBELL_LIGHT: "light dumbbells (pairs)",
    Kit.DUMBBELL_MEDIUM: "medium dumbbells (pairs)",
    Kit.DUMBBELL_HEAVY: "heavy dumbbells (pairs)",
    Kit.KETTLEBELL: "kettlebells",
    Kit.MINI_BAND: "mini-bands",
    Kit.LONG_BAND: "long bands",
    Kit.STEP: "steps",
    Kit.CHAIR: "chairs",
    Kit.WALL: "places at the wall",
    Kit.MEDICINE_BALL: "medicine balls",
    Kit.STABILITY_BALL: "stability balls",
    Kit.SLIDERS: "sliders (pairs)",
    Kit.PULL_UP_BAR: "pull-up bars",
    Kit.TOWEL: "towels",
    Kit.ANCHOR: "places to fasten a band",
}

#: How heavy kit is, as effort and repetitions left, with its step. Common practice, no source: the
#: kilograms are what adults who train take per hand; effort decides.
LOAD_WORDS: dict[Kit, str] = {
    Kit.DUMBBELL_LIGHT: "effort 4 to 5 of 10, eight or more left; about 1 to 3 kg; steps of 1",
    Kit.DUMBBELL_MEDIUM: "effort 6 to 7, three or four left; about 4 to 7 kg; steps of 1 to 2",
    Kit.DUMBBELL_HEAVY: "effort 8, one or two left; about 8 to 14 kg; steps of 2",
    Kit.KETTLEBELL: "effort 6 to 8, two to four left; about 6 to 16 kg; steps of 2 to 4",
    Kit.MEDICINE_BALL: "effort 5 to 6; about 2 to 5 kg; steps of 1",
    Kit.MINI_BAND: "effort 6 to 7; the next stronger band",
    Kit.LONG_BAND: "effort 6 to 7; a shorter hold, then the next stronger band",
}

#: Kit whose weight can be raised a step.
LOADABLE = frozenset(
    {Kit.DUMBBELL_LIGHT, Kit.DUMBBELL_MEDIUM, Kit.DUMBBELL_HEAVY, Kit.KETTLEBELL, Kit.MEDICINE_BALL}
)
MOST_NAME, MOST_HEADS, MOST_PIECES = 120, 500, 10_000
#: Lies ready from the start, so it takes no time to fetch and never makes a "change of kit".
ALWAYS_AT_HAND = frozenset({Kit.MAT, Kit.WALL, Kit.ANCHOR})


def kit_words(kit: Iterable[Kit]) -> str:
    """Return kinds of kit for people, in their order: "long bands, steps", or "body weight"."""
    return ", ".join(KIT_NAMES[own] for own in kit) or "body weight"


@dataclass(frozen=True, slots=True)
class Room:
    """A room and the kit in it: pieces, or pairs where the kit comes in pairs."""

    name: str
    kit: Mapping[Kit, int] = field(default_factory=dict)
    heads: int = 16

    def __post_init__(self) -> None:
        if not 1 <= len(self.name) <= MOST_NAME:
            raise InvalidInput(
                f"A room has a name of 1 to {MOST_NAME} characters.", place="room.name"
            )
        if not 1 <= self.heads <= MOST_HEADS:
            raise InvalidInput(
                f"A room has places for 1 to {MOST_HEADS} people.", place="room.heads"
            )
        for kit, count in self.kit.items():
            if not 0 <= count <= MOST_PIECES:
                raise InvalidInput(
                    f"The room cannot hold {count} {KIT_NAMES[kit]}.",
                    fix=f"Give 0 to {MOST_PIECES}.",
                    place=f"room.kit.{kit}",
                )

    def missing(self, needed: Iterable[Kit], people: int) -> dict[Kit, int]:
        """Return how many pieces are short when ``people`` use each kit at the same time."""
        short = {kit: people - self.kit.get(kit, 0) for kit in needed}
        return {kit: count for kit, count in short.items() if count > 0}
